import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import { counted } from '@tovlet/core/locale/counts';
import type { ContentType, FieldGroup, Taxonomy } from '@tovlet/core/model/document';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { Dialogs } from '../../../shared/dialogs';
import { Notices } from '../../../shared/notices';
import { SessionStore } from '../../../shell/session-store';
import { FirstSteps } from './first-steps';
import { ModelMap } from './model-map';
import { ReachTable } from './reach-table';
import { ModelOutline } from '../model-outline';
import { ScreenHeading } from '../../../shell/screen-heading';

/** All types and groups, and which group reaches which type. */
@Component({
  selector: 'tov-overview-page',
  imports: [FirstSteps, MatButton, MatIcon, ModelMap, ModelOutline, Panes, ReachTable, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:paste)': 'paste($event)' },
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model" i18n-outlineLabel>
      <tov-model-outline outline />
      <div class="page">
        <header>
          <div>
            <h1 i18n tovScreen="Model" i18n-tovScreen>Model</h1>
            <p i18n class="muted">{{ sizeWords() }} Revision {{ model.revision() }}.</p>
          </div>
          @if (session.canModel()) {
            <button type="button" matButton="outlined" (click)="newType()">
              <mat-icon svgIcon="add" /><ng-container i18n>New content type</ng-container>
            </button>
            <button type="button" matButton="outlined" (click)="newTaxonomy()">
              <mat-icon svgIcon="add" /><ng-container i18n>New taxonomy</ng-container>
            </button>
            <button type="button" matButton="filled" (click)="newGroup()">
              <mat-icon svgIcon="add" /><ng-container i18n>New field group</ng-container>
            </button>
          }
        </header>
        @if (session.canModel()) {
          <tov-first-steps (newType)="newType()" (newGroup)="newGroup($event)" />
        }
        <tov-model-map />
        <h2 i18n>Reach</h2>
        <p i18n class="muted">Which group appears on what: all of it, some of it, or none.</p>
        <tov-reach-table (newGroup)="newGroup()" />
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: flex-start;
      margin-bottom: 22px;
      div {
        flex: 1 1 220px;
      }
    }
  `,
})
export class OverviewPage {
  /** `type`, `group` or `taxonomy`: opens the dialog for a new one. */
  readonly new = input<string>();
  protected readonly model = inject(ModelStore);
  protected readonly sizeWords = computed(() => {
    const { contentTypes, groups } = this.model.document();
    return [
      counted(contentTypes.length, 'content type', 'content types'),
      counted(groups.length, 'field group', 'field groups'),
      `${counted(this.model.compiled().fields.size, 'field', 'fields')}.`,
    ].join(', ');
  });
  protected readonly session = inject(SessionStore);
  private readonly dialogs = inject(Dialogs);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  constructor() {
    effect(() => {
      const wish = this.new();
      const begin = { type: this.newType, group: this.newGroup, taxonomy: this.newTaxonomy }[wish ?? ''];
      if (!begin) return;
      void this.router.navigate([], { queryParams: {}, replaceUrl: true });
      void begin.call(this);
    });
  }

  protected async newType(): Promise<void> {
    const { NewTypeDialog } = await import('./new-type-dialog');
    const type = await this.dialogs.ask<ContentType>(NewTypeDialog, {
      width: '520px',
      ariaLabelledBy: 'new-dialog-title',
    });
    if (type) await this.router.navigate(['/model/types', type.id]);
  }

  protected async newTaxonomy(): Promise<void> {
    const { NewTaxonomyDialog } = await import('./new-taxonomy-dialog');
    const taxonomy = await this.dialogs.ask<Taxonomy>(NewTaxonomyDialog, {
      width: '480px',
      ariaLabelledBy: 'new-dialog-title',
    });
    if (taxonomy) await this.router.navigate(['/model/taxonomies', taxonomy.id]);
  }

  /** Groups copied here or in another workspace, pasted anywhere on the page but into a box. */
  protected async paste(event: ClipboardEvent): Promise<void> {
    const inBox = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (inBox || !this.session.canModel()) return;
    // What was copied can be read while the event lasts alone.
    const text = event.clipboardData?.getData('text') ?? '';
    const { pasteGroups, readFragment } = await import('@tovlet/core/model/fragment');
    const fragment = readFragment(text);
    if (!fragment) return;
    const { changes, notes } = pasteGroups(fragment, this.model.document());
    if (changes.length === 0) {
      this.notices.say(say`What was copied are fields. Paste them into the sheet of a group.`);
      return;
    }
    if (!this.model.apply(changes)) return;
    const what = counted(changes.length, 'group was', 'groups were');
    this.notices.sayWithUndo([say`${what} pasted.`, ...notes].join(' '), () => this.model.undo());
  }

  /** @param type the content type it is for, where that is known */
  protected async newGroup(type?: string): Promise<void> {
    const { NewGroupDialog } = await import('./new-group-dialog');
    const group = await this.dialogs.ask<FieldGroup>(NewGroupDialog, {
      data: type === undefined ? [] : [type],
      width: '460px',
      ariaLabelledBy: 'new-dialog-title',
    });
    if (group) await this.router.navigate(['/model/groups', group.id]);
  }
}
