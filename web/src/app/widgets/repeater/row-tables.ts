import { Clipboard } from '@angular/cdk/clipboard';
import { inject, Injectable, Injector } from '@angular/core';
import type { Row } from '@tovlet/core/fields/repeater/row';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { Dialogs } from '../../shared/dialogs';
import { Notices } from '../../shared/notices';
import type { PastedRows, PasteQuestion } from './paste/paste-dialog';

/** Rows that come from tables, and go to them. */
@Injectable({ providedIn: 'root' })
export class RowTables {
  private readonly dialogs = inject(Dialogs);
  private readonly clipboard = inject(Clipboard);
  private readonly injector = inject(Injector);
  private readonly notices = inject(Notices);

  /** Asks what of a table is what. @returns null where nothing is to be put in, or the server is away */
  async ask(question: PasteQuestion): Promise<PastedRows | null> {
    try {
      const { PasteDialog } = await import('./paste');
      const config = { data: question, width: '1100px', maxWidth: '96vw', ariaLabelledBy: 'paste-title' };
      const pasted = await this.dialogs.ask<PastedRows, PasteQuestion>(PasteDialog, config);
      return pasted && pasted.rows.length > 0 ? pasted : null;
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }

  /** Puts rows where a spreadsheet takes them from, and says so. */
  async copy(list: CompiledField, rows: readonly Row[]): Promise<void> {
    try {
      const { RowsAsText } = await import('./paste');
      const isCopied = this.clipboard.copy(await this.injector.get(RowsAsText).of(list, rows));
      const words = counted(rows.length, 'row is', 'rows are');
      this.notices.say(
        isCopied
          ? say`${words} copied, as a spreadsheet takes them.`
          : say`The browser did not let them be copied.`,
      );
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
