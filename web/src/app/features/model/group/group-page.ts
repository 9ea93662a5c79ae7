import { Said } from '../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { sectionLayouts, type FieldGroup } from '@tovlet/core/model/document';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { ModelApi } from '../../../shell/model-api';
import { ModelStore } from '../../../shell/model-store';
import { Company } from '../../../shell/presence/company';
import { Panes } from '../../../shell/panes';
import { SessionStore } from '../../../shell/session-store';
import { FieldInspector } from './inspector/field-inspector';
import { GroupHead, type GroupView } from './group-head';
import { GroupReach } from './group-reach';
import { GroupSummary } from './group-summary';
import { ModelOutline } from '../model-outline';
import { RevisionList } from '../history/revision-list';
import { RulesView } from './rules/rules-view';
import { Sheet } from './sheet/sheet';
import { TryIt } from './try/try-it';
import { UsesView } from './uses-view';
import { Choice } from '../../../shared/choice';
import { ScreenHeading } from '../../../shell/screen-heading';

const NO_FILL: FillAnswer = { entries: 0, fields: {} };

/** A field group: where it appears, and its sheet. */
@Component({
  selector: 'tov-group-page',
  imports: [
    Company,
    Choice,
    FieldInspector,
    GroupHead,
    GroupReach,
    GroupSummary,
    MatButton,
    ModelOutline,
    Panes,
    RevisionList,
    RouterLink,
    RulesView,
    ScreenHeading,
    Sheet,
    TryIt,
    UsesView,
    Said,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes outlineLabel="Model" i18n-outlineLabel [inspector]="shown() === 'sheet'">
      <tov-model-outline outline />
      @if (group(); as each) {
        <div class="page" [class.whole]="shown() === 'sheet'">
          <tov-group-head
            [group]="each"
            [views]="views()"
            [shown]="shown()"
            [canEdit]="session.canModel()"
            (choose)="show($event)"
          />
          <tov-company [place]="'group/' + each.id" [field]="at()" />
          <tov-group-reach [group]="each" [canEdit]="session.canModel()" />
          @switch (shown()) {
            @case ('try') {
              <tov-try-it [group]="each" [fill]="fill()" />
            }
            @case ('rules') {
              <tov-rules-view [group]="each" [canEdit]="session.canModel()" />
            }
            @case ('uses') {
              <tov-uses-view [group]="each" />
            }
            @case ('history') {
              <p i18n class="muted">
                Every change of this group and its fields. Going back takes the whole model back, in a new
                revision.
              </p>
              <tov-revision-list [group]="each.id" />
            }
            @default {
              @if (hasSections()) {
                <label class="layout muted"
                  ><ng-container i18n>Sections show as</ng-container>
                  <tov-choice
                    label="How sections show"
                    i18n-label
                    [options]="[
                      { value: 'folding', label: ('headings that fold' | said) },
                      { value: 'tabs', label: ('tabs' | said) },
                    ]"
                    [value]="each.sections"
                    [disabled]="!session.canModel()"
                    (chosen)="setSections(each, $event ?? '')"
                /></label>
              }
              <tov-sheet
                [group]="each"
                [selected]="field() ?? null"
                [canEdit]="session.canModel()"
                [fill]="fill()"
                (choose)="select($event)"
              />
              @if (each.fields.length === 0) {
                <p i18n class="muted hint">
                  Type a label in the line above and press Enter: a key is made, and a type proposed from the
                  words. Tab goes to the type.
                </p>
              }
            }
          }
        </div>
      } @else {
        <div class="empty-place">
          <h1 i18n tovScreen="Not found" i18n-tovScreen>This field group does not exist</h1>
          <p i18n>It may have been removed. The history tells by whom.</p>
          <a i18n matButton="outlined" routerLink="/model/history">Open the history</a>
        </div>
      }
      <div inspector>
        @if (selectedHere()) {
          <tov-field-inspector [fieldId]="field() ?? ''" [disabled]="!session.canModel()" />
        } @else if (group(); as each) {
          <tov-group-summary [group]="each" />
        }
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 14px 24px 60px;
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 12px;
      align-content: start;
    }
    // The sheet scrolls in itself, below its headings and above the line that adds.
    .page.whole {
      flex: 1 1 0;
      min-height: 460px;
      padding-bottom: 24px;
      display: flex;
      flex-direction: column;
      > * {
        flex: none;
      }
      > tov-sheet {
        flex: 0 1 auto;
        min-height: 220px;
      }
    }
    .layout {
      white-space: nowrap;
      display: flex;
      gap: 8px;
      align-items: center;
      justify-self: start;
    }
    .hint {
      padding-left: 4px;
    }
  `,
})
export class GroupPage {
  readonly id = input.required<string>();
  readonly field = input<string>();
  /** The view that the address names; the sheet where it names none. */
  readonly view = input<string>();
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  /** The way to the field that one works on. */
  protected readonly at = computed(() => {
    const field = this.field();
    return field === undefined ? [] : [field];
  });
  private readonly router = inject(Router);
  private readonly api = inject(ModelApi);

  /** The group as it is edited: what it includes of shared sets stands in their own sheets. */
  protected readonly group = computed(
    () => this.model.document().groups.find(({ id }) => id === this.id()) ?? null,
  );
  protected readonly views = computed(() => {
    const group = this.group();
    const rules = group && group.rules.length > 0 ? say`Rules ${group.rules.length}` : say`Rules`;
    const all: readonly GroupView[] = [
      { view: 'sheet', label: say`Sheet` },
      { view: 'rules', label: rules },
      { view: 'try', label: say`Try it` },
      { view: 'uses', label: say`Uses` },
      { view: 'history', label: say`History` },
    ];
    return group?.shared ? all.filter(({ view }) => view !== 'rules' && view !== 'try') : all;
  });
  protected readonly shown = computed(
    () => this.views().find(({ view }) => view === this.view())?.view ?? 'sheet',
  );
  protected readonly hasSections = computed(
    () => this.group()?.fields.some(({ kind }) => kind === 'section') === true,
  );
  /** How much is filled; asked again when the model or what is counted has changed. */
  private readonly filled = fetched({
    request: () => {
      const id = this.group()?.id;
      return id === undefined
        ? undefined
        : { id, revision: this.model.revision(), counts: this.model.counts() };
    },
    fetch: ({ id }) => firstValueFrom(this.api.fill(id)),
    keeps: (before, now) => before.id === now.id,
  });
  protected readonly fill = computed(() => this.filled.value() ?? NO_FILL);
  protected readonly selectedHere = computed(
    () => this.model.compiled().fields.get(this.field() ?? '')?.groupId === this.id(),
  );

  protected show(view: GroupView['view']): void {
    const queryParams = { view: view === 'sheet' ? null : view };
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  protected select(field: string): void {
    if (field !== this.field()) void this.router.navigate([], { queryParams: { field }, replaceUrl: true });
  }

  protected setSections(group: FieldGroup, value: string): void {
    const sections = sectionLayouts.find((each) => each === value);
    if (sections) this.model.apply([{ kind: 'set_group', group: group.id, patch: { sections } }]);
  }
}
