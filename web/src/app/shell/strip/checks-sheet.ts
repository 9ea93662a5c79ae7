import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatBottomSheetRef } from '@angular/material/bottom-sheet';
import { ChecksList } from './checks-list';

/** What the checks found, from the foot of a narrow window. */
@Component({
  imports: [ChecksList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Checks</h2>
    <tov-checks-list (left)="sheet.dismiss()" />
  `,
  styles: `
    h2 {
      padding: 4px 14px;
    }
  `,
})
export class ChecksSheet {
  protected readonly sheet = inject<MatBottomSheetRef<ChecksSheet>>(MatBottomSheetRef);
}
