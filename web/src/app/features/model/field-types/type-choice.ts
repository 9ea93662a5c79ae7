import { inject, Injectable } from '@angular/core';
import { fieldTypes, type FieldKind } from '@tovlet/core/fields/index';
import { Dialogs } from '../../../shared/dialogs';

/** Lets a field type be chosen from the list that shows them all, by family and by words. */
@Injectable({ providedIn: 'root' })
export class TypeChoice {
  private readonly dialogs = inject(Dialogs);

  /**
   * Opens the list.
   * @param kind the type that is chosen now
   * @returns another type; null where it stays
   */
  async ask(kind: FieldKind): Promise<FieldKind | null> {
    const { TypeDialog } = await import('./type-dialog');
    const chosen = await this.dialogs.ask<string>(TypeDialog, {
      data: kind,
      width: '920px',
      maxWidth: '96vw',
      ariaLabelledBy: 'type-dialog-title',
    });
    return fieldTypes.find((type) => type.kind === chosen && chosen !== kind)?.kind ?? null;
  }
}
