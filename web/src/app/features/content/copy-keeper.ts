import { inject, Injectable, signal } from '@angular/core';
import type { EntryCopy } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { isAway } from '../../fetching/connection';
import { problemFrom } from '../../shared/problem';
import { SessionStore } from '../../shell/session-store';
import { sameState, type EntryState } from './entry-state';

/** How what was typed last fares: the server has it, is being given it, is away, or refused it. */
export type Keeping = 'kept' | 'keeping' | 'away' | 'refused';

/** What became of an attempt to keep: there may be another copy or a later version of the entry meanwhile. */
export type KeepOutcome = 'kept' | 'another' | 'failed';

/** Keeps the working copy of an entry on the server, one request after the other. */
@Injectable()
export class CopyKeeper {
  private readonly client = inject(ApiClient);
  private readonly session = inject(SessionStore);
  private readonly known = signal<EntryCopy | null>(null);
  private turn: Promise<unknown> = Promise.resolve();
  private busy = 0;

  /** The copy as it is known here; null where everything is saved. */
  readonly copy = this.known.asReadonly();
  readonly keeping = signal<Keeping>('kept');
  /** Why the server did not take it. */
  readonly refusal = signal('');

  /** Goes on from a copy that the server told of. */
  know(copy: EntryCopy | null): void {
    this.known.set(copy);
    this.keeping.set('kept');
  }

  /** Whether the server has not answered yet what it was sent. */
  get isBusy(): boolean {
    return this.busy > 0;
  }

  /** Does something once the server has answered what it was sent before. */
  inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
    this.busy += 1;
    const next = this.turn.then(work).finally(() => (this.busy -= 1));
    this.turn = next.catch(() => undefined);
    return next;
  }

  /**
   * Keeps a state of an entry; where that is the entry as it is saved, there is no copy any more.
   * @param id the entry
   * @param base the version of the entry it was made over
   * @param state what is to be kept
   * @param server what the server has, without what it computes: the entry as it is saved, and with its copy
   */
  async keep(
    id: string,
    base: number,
    state: EntryState,
    server: Readonly<Record<'saved' | 'onServer', EntryState>>,
  ): Promise<KeepOutcome> {
    const { saved, onServer } = server;
    const copy = this.known();
    const isMadeOver = !copy || copy.base === base;
    if (isMadeOver && sameState(state, onServer)) {
      this.keeping.set('kept');
      return 'kept';
    }
    this.keeping.set('keeping');
    try {
      if (copy && sameState(state, saved)) {
        await this.drop(id, copy);
        return 'kept';
      }
      return (await this.put(id, base, state)) > base ? 'another' : 'kept';
    } catch (error) {
      const { status, detail, title } = problemFrom(error);
      this.keeping.set(isAway(error) ? 'away' : 'refused');
      this.refusal.set(detail ?? title);
      return status === 409 ? 'another' : 'failed';
    }
  }

  /** @returns the version of the entry by now */
  private async put(id: string, base: number, { own, values }: EntryState): Promise<number> {
    const { title, slug, parent, template } = own;
    const content = { base, title, slug, parent, template, values: { ...values } };
    const body = { mark: this.known()?.mark ?? null, ...content };
    const { version, ...kept } = await firstValueFrom(
      this.client.ask('PUT', '/api/studio/entries/:id/copy', { parameters: { id }, body }),
    );
    this.know({ ...content, ...kept, updatedBy: this.session.person()?.name ?? '' });
    return version;
  }

  private async drop(id: string, { mark }: EntryCopy): Promise<void> {
    const asked = { parameters: { id }, query: { mark } };
    await firstValueFrom(this.client.ask('DELETE', '/api/studio/entries/:id/copy', asked));
    this.know(null);
  }
}
