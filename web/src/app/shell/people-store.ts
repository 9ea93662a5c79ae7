import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type {
  Invitation,
  InvitedAnswer,
  PersonAnswer,
  PersonRemoval,
  SignInLink,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { filter, firstValueFrom } from 'rxjs';
import { ApiClient } from '../fetching/api-client';
import { Fetched } from '../fetching/fetched';
import { Connection } from '../fetching/connection';
import { Events } from './events';

/** The people of the workspace, read when first asked for. */
@Injectable({ providedIn: 'root' })
export class PeopleStore {
  private readonly client = inject(ApiClient);
  /** The people as they stand: loading, failed, empty or there. */
  readonly list = new Fetched<readonly PersonAnswer[]>(
    () => void this.load(),
    (people) => people.length === 0,
  );
  private started: Promise<void> | null = null;
  readonly all = computed(() => this.list.value() ?? []);

  constructor() {
    inject(Connection)
      .back.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.list.problem() !== null) void this.load();
      });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => this.started !== null && (kind === 'people' || kind === 'missed')),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
  }

  /** Loads the people, once; afterwards they follow what others do. */
  start(): Promise<void> {
    this.started ??= this.load();
    return this.started;
  }

  /** Finds one of the people by id. */
  find(id: string | null): PersonAnswer | undefined {
    return this.all().find((person) => person.id === id);
  }

  /** Saves somebody's values; afterwards all are as they are now, also when somebody else was faster. */
  async saveValues({ id, version }: PersonAnswer, values: JsonObject): Promise<void> {
    try {
      await firstValueFrom(
        this.client.ask('PUT', '/api/studio/people/:id', { parameters: { id }, body: { version, values } }),
      );
    } finally {
      await this.load();
    }
  }

  /** Adds somebody, who comes in by the link that is answered. */
  async invite(body: Invitation): Promise<InvitedAnswer> {
    const invited = await firstValueFrom(this.client.ask('POST', '/api/studio/people', { body }));
    await this.load();
    return invited;
  }

  /** Saves what somebody is called, how they sign in and what they may do. */
  async saveAccount({ id, version }: PersonAnswer, account: Invitation): Promise<void> {
    try {
      const body = { ...account, version };
      await firstValueFrom(
        this.client.ask('PUT', '/api/studio/people/:id/account', { parameters: { id }, body }),
      );
    } finally {
      await this.load();
    }
  }

  /** Makes a new link for somebody; the one before ends. */
  newLink(id: string): Promise<SignInLink> {
    return firstValueFrom(this.client.ask('POST', '/api/studio/people/:id/link', { parameters: { id } }));
  }

  /** Counts the entries that somebody made. */
  async authoredBy(id: string): Promise<number> {
    const path = '/api/studio/people/:id/authored';
    return (await firstValueFrom(this.client.ask('GET', path, { parameters: { id } }))).entries;
  }

  /** Takes somebody out of the workspace. */
  async remove(id: string, query: PersonRemoval): Promise<void> {
    await firstValueFrom(this.client.ask('DELETE', '/api/studio/people/:id', { parameters: { id }, query }));
    await this.load();
  }

  private async load(): Promise<void> {
    this.list.begin(true);
    try {
      this.list.finish(await firstValueFrom(this.client.ask('GET', '/api/studio/people')));
    } catch (error) {
      this.list.fail(error);
    }
  }
}
