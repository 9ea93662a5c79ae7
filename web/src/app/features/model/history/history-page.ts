import { ChangeDetectionStrategy, Component } from '@angular/core';
import { Panes } from '../../../shell/panes';
import { ModelOutline } from '../model-outline';
import { RevisionList } from './revision-list';
import { ScreenHeading } from '../../../shell/screen-heading';

/** Every revision of the model. */
@Component({
  selector: 'tov-history-page',
  imports: [ModelOutline, Panes, RevisionList, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model" i18n-outlineLabel>
      <tov-model-outline outline />
      <div class="page">
        <h1 i18n tovScreen="History · Model" i18n-tovScreen>History</h1>
        <p i18n class="muted">
          Every change of the model, the newest first. Going back makes a new revision; nothing is lost.
        </p>
        <tov-revision-list />
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
      max-width: 1040px;
    }
  `,
})
export class HistoryPage {}
