import { inject, Injectable, signal } from '@angular/core';
import type { EntryAnswer, EntryCopy, Problem } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import type { ValueConflict } from '@tovlet/core/values/merge';
import { firstValueFrom } from 'rxjs';
import { EntriesApi } from '../../shell/entries-api';
import { CopyKeeper } from './copy-keeper';
import { EntryEdits } from './entry-edits';
import {
  isCopy,
  isEntry,
  mergeStates,
  sameState,
  stateOf,
  stateOfCopy,
  withTheirs,
  type EntryState,
} from './entry-state';

/** What somebody else made of an entry: who, and what the server has by now. */
interface Theirs {
  readonly by: string;
  /** What both started from. */
  readonly base: EntryState;
  readonly theirs: EntryState;
  /** The entry and its working copy, from which it goes on. */
  readonly entry: EntryAnswer;
  readonly copy: EntryCopy | null;
  /** The version of the entry that theirs is made over. */
  readonly over: number;
}

/** What somebody else made of the entry meanwhile, and where it collides with one's own. */
export interface EntryConflict extends Theirs {
  readonly conflicts: readonly ValueConflict[];
  /** Whether it came up when the entry was to be saved. */
  readonly saving: boolean;
}

/** Where two people change one entry: what does not collide is kept of both, of what does one of them chooses. */
@Injectable()
export class EntryMeeting {
  private readonly api = inject(EntriesApi);
  private readonly edits = inject(EntryEdits);
  private readonly keeper = inject(CopyKeeper);
  readonly conflict = signal<EntryConflict | null>(null);

  /** Takes over what others kept or saved, into whatever is not being changed here. @throws what the request failed with */
  async follow(): Promise<void> {
    const id = this.edits.entry()?.id;
    if (id === undefined) return;
    await this.keeper.inTurn(async () => {
      const { copy, ...entry } = await firstValueFrom(this.api.get(id));
      const saved = this.edits.entry();
      if (saved?.id !== id || this.edits.saving() || this.conflict()?.saving) return;
      if (entry.version === saved.version && copy?.mark === this.edits.copy()?.mark) return;
      const theirs = this.edits.entered(copy ? stateOfCopy(copy, entry.status) : stateOf(entry));
      const by = copy?.updatedBy ?? entry.updatedBy;
      const over = copy?.base ?? entry.version;
      // What was asked may be settled by now, or is asked anew.
      this.conflict.set(null);
      this.meet({ by, base: this.edits.onServer(), theirs, entry, copy, over });
    });
    await this.catchUp();
  }

  /** Puts what was saved since the working copy was made into it. @throws what the request failed with */
  async catchUp(): Promise<void> {
    const [entry, copy] = [this.edits.entry(), this.edits.copy()];
    const over = this.edits.over();
    if (!entry || over >= entry.version || this.conflict()) return;
    const then = await firstValueFrom(this.api.revision(entry.id, over));
    if (this.edits.entry() !== entry || this.edits.copy() !== copy || this.conflict()) return;
    const base = this.edits.entered(stateOf(then));
    const theirs = this.edits.savedState();
    this.meet({ by: entry.updatedBy, base, theirs, entry, copy, over: entry.version });
  }

  /** Goes on from theirs with one's own edits put in; `names` says of what both changed where theirs wins. */
  async resolve(names: ReadonlySet<string>): Promise<void> {
    const conflict = this.conflict();
    if (!conflict) return;
    const { base, theirs, entry, copy, over } = conflict;
    // What was typed since it was asked is among one's own.
    const { state } = mergeStates(base, this.edits.typed(), theirs);
    this.conflict.set(null);
    this.edits.stand(entry, copy, withTheirs(state, theirs, names), over);
    await this.tryToCatchUp();
  }

  /** Goes on from theirs, as one step that can be taken back. */
  async takeTheirs(): Promise<void> {
    const conflict = this.conflict();
    if (!conflict) return;
    const { entry, copy, theirs, over } = conflict;
    this.conflict.set(null);
    this.edits.put(say`Their version`, theirs);
    this.edits.stand(entry, copy, theirs, over);
    await this.tryToCatchUp();
  }

  /** Puts what the server has into what is typed. @param before what that was typed over */
  meetSince(before: EntryState): void {
    const [entry, copy, theirs] = [this.edits.entry(), this.edits.copy(), this.edits.onServer()];
    if (entry && !sameState(before, theirs))
      this.meet({
        by: copy?.updatedBy ?? entry.updatedBy,
        base: before,
        theirs,
        entry,
        copy,
        over: this.edits.over(),
      });
  }

  /** Asks about what somebody else saved or kept while this was to be saved. @returns whether that is what was refused */
  collides({ current }: Problem): boolean {
    const [entry, copy, saved] = [current?.['entry'], current?.['copy'], this.edits.entry()];
    if (isEntry(entry)) {
      const [base, theirs] = [this.edits.savedState(), this.edits.entered(stateOf(entry))];
      const over = entry.version;
      this.ask({ by: entry.updatedBy, base, theirs, entry, copy: this.edits.copy(), over }, true);
      return true;
    }
    if (!isCopy(copy) || !saved) return false;
    const theirs = this.edits.entered(stateOfCopy(copy, saved.status));
    const base = this.edits.onServer();
    this.ask({ by: copy.updatedBy, base, theirs, entry: saved, copy, over: copy.base }, true);
    return true;
  }

  /** Where the server is away it is told when the entry is saved: that is refused until what was saved since is put in. */
  private async tryToCatchUp(): Promise<void> {
    await this.catchUp().catch(() => undefined);
  }

  /** Keeps what is of both; where both changed the same, asks. */
  private meet(theirs: Theirs): void {
    const { state, conflicts } = mergeStates(theirs.base, this.edits.typed(), theirs.theirs);
    if (conflicts.length > 0) this.ask(theirs, false);
    else this.edits.stand(theirs.entry, theirs.copy, state, theirs.over);
  }

  private ask(theirs: Theirs, saving: boolean): void {
    const { conflicts } = mergeStates(theirs.base, this.edits.typed(), theirs.theirs);
    this.conflict.set({ ...theirs, conflicts, saving });
  }
}
