import { ChangeDetectionStrategy, Component, output } from '@angular/core';
import { ChecksList } from './checks-list';
import { StripPanel } from './strip-panel';

/** What the checks found, over the strip. */
@Component({
  selector: 'tov-checks-panel',
  imports: [ChecksList, StripPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-strip-panel
      name="checks"
      heading="Checks"
      i18n-heading
      closeLabel="Close the checks"
      i18n-closeLabel
      (closed)="closed.emit()"
    >
      <tov-checks-list (left)="left.emit()" />
    </tov-strip-panel>
  `,
})
export class ChecksPanel {
  readonly closed = output();
  /** Somebody went to where a finding stands. */
  readonly left = output();
}
