import { inject, Injectable } from '@angular/core';
import type { BinKind, RemovalEffect, RemovalReferrer, Restored } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { firstValueFrom } from 'rxjs';
import { Confirm } from '../shared/confirm';
import { Notices } from '../shared/notices';
import { BinApi } from './bin-api';
import { ModelStore } from './model-store';

/** What is said of each thing that refers to what is deleted. */
const WORDS: Readonly<Record<RemovalEffect, (title: string, field: string) => string>> = {
  refuse: (title, field) => say`“${title}” needs it in “${field}”.`,
  clear: (title, field) => say`“${title}” will have it no more in “${field}”.`,
  keep: (title, field) => say`“${title}” will show nothing in “${field}” until it comes back.`,
};

/** Puts things into the bin, after it was said what that comes to, and takes them out again. */
@Injectable({ providedIn: 'root' })
export class Removal {
  private readonly api = inject(BinApi);
  private readonly confirm = inject(Confirm);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);

  /**
   * Asks before something is deleted, with what refers to it.
   * @returns whether it is to be
   */
  async isSure(kind: BinKind, id: string, name: string): Promise<boolean> {
    try {
      const { referrers, total } = await firstValueFrom(this.api.removal(kind, id));
      const needing = referrers.filter(({ effect }) => effect === 'refuse');
      if (needing.length > 0) {
        await this.refuse(name, needing);
        return false;
      }
      const list = referrers.map((each) => this.words(each));
      if (total > referrers.length) list.push(say`and ${total - referrers.length} more`);
      return await this.confirm.ask({
        title: say`Put “${name}” into the bin?`,
        text: say`It can be brought back from there.`,
        list,
        yes: say`Put into the bin`,
      });
    } catch (error) {
      this.notices.fail(error);
      return false;
    }
  }

  private async refuse(name: string, needing: readonly RemovalReferrer[]): Promise<void> {
    await this.confirm.ask({
      title: say`“${name}” cannot be deleted yet`,
      text: say`Take it out there first, or choose something else there.`,
      list: needing.map((each) => this.words(each)),
      yes: null,
      no: say`Close`,
    });
  }

  /** Says that something is in the bin, and offers to bring it back. @param after what follows once it is back */
  said(kind: BinKind, id: string, name: string, after: (restored: Restored) => void): void {
    this.notices.sayWithUndo(
      say`“${name}” is in the bin.`,
      () =>
        void this.restore(kind, id).then((restored) => {
          if (restored) after(restored);
        }),
    );
  }

  /** Brings something back, and says what about it is not as it was. @returns null where it did not come back */
  async restore(kind: BinKind, id: string): Promise<Restored | null> {
    try {
      const restored = await firstValueFrom(this.api.restore(kind, id));
      this.notices.say([say`“${restored.name}” is back.`, ...restored.notes].join(' '));
      return restored;
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }

  private words({ effect, title, field }: RemovalReferrer): string {
    return WORDS[effect](title, this.model.compiled().fields.get(field)?.label ?? say`a removed field`);
  }
}
