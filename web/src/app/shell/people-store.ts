import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PersonAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../fetching/api-client';
import { Fetched } from '../fetching/fetched';
import { Connection } from '../fetching/connection';

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
  }

  /** Loads the people, once. */
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

  private async load(): Promise<void> {
    this.list.begin(true);
    try {
      this.list.finish(await firstValueFrom(this.client.ask('GET', '/api/studio/people')));
    } catch (error) {
      this.list.fail(error);
    }
  }
}
