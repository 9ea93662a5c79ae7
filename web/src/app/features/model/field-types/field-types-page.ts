import { ChangeDetectionStrategy, Component } from '@angular/core';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { ModelOutline } from '../model-outline';
import { TypeList } from './type-list';

/** The reference of field types; it prints without what stands around it. */
@Component({
  selector: 'tov-field-types-page',
  imports: [ModelOutline, Panes, ScreenHeading, TypeList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model" i18n-outlineLabel>
      <tov-model-outline outline />
      <div class="page">
        <h1 i18n tovScreen="Field types" i18n-tovScreen>Field types</h1>
        <p i18n class="muted">What each is for, how it is entered, and what becomes of a value.</p>
        <tov-type-list />
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
      display: grid;
      gap: 10px;
      align-content: start;
    }
  `,
})
export class FieldTypesPage {}
