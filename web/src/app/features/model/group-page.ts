import { sectionLayouts } from '@tovlet/core/model/document';
import { includedSet } from '@tovlet/core/model/expand';
import { copyGroups } from '@tovlet/core/model/fragment';
import { allFields } from '@tovlet/core/model/tree';
import { TermsStore } from '../../shell/terms-store';
import { RulesView } from './rules-view';
import { RevisionList } from './revision-list';
import { UsesView } from './uses-view';
import { rxResource } from '@angular/core/rxjs-interop';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { catchError, of } from 'rxjs';
import { ModelApi } from '../../shell/model-api';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import type { ConditionList } from '@tovlet/core/conditions/condition';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import type { FieldGroup } from '@tovlet/core/model/document';
import { Confirm } from '../../shared/confirm';
import { Notices } from '../../shared/notices';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { SessionStore } from '../../shell/session-store';
import { ConditionEditor } from './condition-editor';
import { FieldInspector } from './field-inspector';
import { ModelOutline } from './model-outline';
import { Sheet } from './sheet';
import { placementSubjects } from './subjects';
import { TryIt } from './try-it';

const NO_FILL: FillAnswer = { entries: 0, fields: {} };

/** A field group: where it appears, and its sheet. */
@Component({
  selector: 'tov-group-page',
  imports: [
    Panes,
    ModelOutline,
    Sheet,
    TryIt,
    RulesView,
    UsesView,
    RevisionList,
    FieldInspector,
    ConditionEditor,
    MatIcon,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes outlineLabel="Model" [inspector]="shown() === 'sheet'">
      <tov-model-outline outline />
      @if (group(); as each) {
        <div class="page">
          <header>
            <input
              #name
              class="title"
              aria-label="Name of the group"
              [value]="each.label"
              [readOnly]="!session.canModel()"
              (change)="rename(each, name)"
            />
            <div class="switch" role="group" aria-label="View">
              @for (each of views(); track each.view) {
                <button
                  type="button"
                  class="button"
                  [attr.aria-pressed]="shown() === each.view"
                  (click)="show(each.view === 'sheet' ? null : each.view)"
                >
                  {{ each.label }}
                </button>
              }
            </div>
            @if (session.canModel()) {
              @if (!each.shared) {
                <label class="check"
                  ><input
                    type="checkbox"
                    [checked]="each.active"
                    (change)="setActive(each, $any($event.target).checked)"
                  />On</label
                >
              }
              <button
                type="button"
                class="icon-button"
                [attr.aria-label]="'Copy ' + each.label + ' as JSON'"
                title="Copy as JSON"
                (click)="copy(each)"
              >
                <mat-icon svgIcon="content_copy" />
              </button>
              <button
                type="button"
                class="icon-button"
                [attr.aria-label]="'Remove ' + each.label"
                title="Remove the group"
                (click)="remove(each)"
              >
                <mat-icon svgIcon="delete" />
              </button>
            }
          </header>
          @if (each.shared) {
            <section class="reach">
              <strong>Shared set.</strong>
              <span class="muted"> {{ includedWords() }}</span>
            </section>
          } @else {
            <section class="reach" [class.nothing]="model.countsKnown() && reach().count === 0">
              <button
                type="button"
                class="sentence"
                [attr.aria-expanded]="editing()"
                (click)="editing.set(!editing())"
              >
                <strong>Appears on</strong> {{ what() }} {{ sentence() }}
                <mat-icon [svgIcon]="editing() ? 'keyboard_arrow_down' : 'edit'" aria-hidden="true" />
              </button>
              <p class="muted" role="status">
                @if (!each.active) {
                  Turned off: it appears nowhere.
                } @else if (!model.countsKnown()) {
                  Counting…
                } @else if (reach().count === 0) {
                  <mat-icon svgIcon="warning" aria-hidden="true" /> It appears on nothing at present.
                } @else {
                  {{ reachWords() }}
                }
              </p>
              @if (editing()) {
                <div class="rules">
                  <tov-condition-editor
                    [condition]="each.appearsOn"
                    [subjects]="subjects()"
                    [disabled]="!session.canModel()"
                    (changed)="setRule(each, $event)"
                  />
                </div>
              }
            </section>
          }
          @switch (shown()) {
            @case ('try') {
              <tov-try-it [group]="each" [fill]="fill.value()" />
            }
            @case ('rules') {
              <tov-rules-view [group]="each" [canEdit]="session.canModel()" />
            }
            @case ('uses') {
              <tov-uses-view [group]="each" />
            }
            @case ('history') {
              <p class="muted">
                Every change of this group and its fields. Going back takes the whole model back, in a new
                revision.
              </p>
              <tov-revision-list [group]="each.id" />
            }
            @default {
              @if (hasSections()) {
                <label class="layout muted"
                  >Sections show as
                  <select
                    class="control"
                    [disabled]="!session.canModel()"
                    (change)="setSections(each, $any($event.target).value)"
                  >
                    <option value="folding" [selected]="each.sections === 'folding'">
                      headings that fold
                    </option>
                    <option value="tabs" [selected]="each.sections === 'tabs'">tabs</option>
                  </select></label
                >
              }
              <tov-sheet
                [group]="each"
                [selected]="field() ?? null"
                [canEdit]="session.canModel()"
                [fill]="fill.value()"
                (choose)="select($event)"
              />
              @if (each.fields.length === 0) {
                <p class="muted hint">
                  Type a label in the line above and press Enter: a key is made, and a type proposed from the
                  words. Tab goes to the type.
                </p>
              }
            }
          }
        </div>
      } @else {
        <div class="empty-place">
          <h1>This field group does not exist</h1>
          <p>It may have been removed. The history tells by whom.</p>
          <a class="button" routerLink="/model/history">Open the history</a>
        </div>
      }
      <div inspector>
        @if (selectedHere()) {
          <tov-field-inspector [fieldId]="field() ?? ''" [disabled]="!session.canModel()" />
        } @else {
          <p class="muted pad">Choose a field to see its settings.</p>
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
    header {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
    }
    .title {
      flex: 1;
      min-width: 140px;
      font-size: 20px;
      font-weight: 620;
      letter-spacing: -0.01em;
      border: 1px solid transparent;
      border-radius: var(--radius);
      background: transparent;
      padding: 2px 6px;
      margin-left: -7px;
    }
    .title:hover:not([readonly]) {
      border-color: var(--line);
    }
    .title:focus {
      background: var(--raised);
    }
    .reach {
      border-left: 3px solid var(--spruce);
      padding: 2px 0 2px 12px;
    }
    .reach.nothing {
      border-left-color: var(--saffron);
    }
    .reach p mat-icon {
      vertical-align: -4px;
      color: var(--brick);
    }
    .sentence {
      border: 0;
      background: none;
      padding: 0;
      text-align: left;
      cursor: pointer;
      line-height: 1.6;
    }
    .sentence mat-icon {
      vertical-align: -4px;
      color: var(--muted);
    }
    .rules {
      margin: 10px 0 6px;
      max-width: 440px;
    }
    .layout {
      white-space: nowrap;
      display: flex;
      gap: 8px;
      align-items: center;
      justify-self: start;
    }
    .pad {
      padding: 16px;
    }
    .hint {
      padding-left: 4px;
    }
  `,
})
export class GroupPage {
  readonly id = input.required<string>();
  readonly field = input<string>();
  /** `try` for trying it; the sheet otherwise. */
  readonly view = input<string>();
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly router = inject(Router);
  private readonly api = inject(ModelApi);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  protected readonly editing = signal(false);
  private readonly terms = inject(TermsStore);
  private readonly titles = (id: string): string | undefined => this.terms.byId().get(id)?.label;

  constructor() {
    void this.terms.start();
  }

  /** The group as it is edited: what it includes of shared sets stands in their own sheets. */
  protected readonly group = computed(
    () => this.model.document().groups.find(({ id }) => id === this.id()) ?? null,
  );
  protected readonly views = computed(() => {
    const group = this.group();
    const rules = group && group.rules.length > 0 ? `Rules ${group.rules.length}` : 'Rules';
    const all = [
      { view: 'sheet', label: 'Sheet' },
      { view: 'rules', label: rules },
      { view: 'try', label: 'Try it' },
      { view: 'uses', label: 'Uses' },
      { view: 'history', label: 'History' },
    ] as const;
    return group?.shared ? all.filter(({ view }) => view !== 'rules' && view !== 'try') : all;
  });
  protected readonly shown = computed(
    () => this.views().find(({ view }) => view === this.view())?.view ?? 'sheet',
  );
  protected readonly hasSections = computed(
    () => this.group()?.fields.some(({ kind }) => kind === 'section') === true,
  );
  /** Which groups include the set. */
  protected readonly includedWords = computed(() => {
    const including = this.model
      .document()
      .groups.filter((group) => allFields(group).some((each) => includedSet(each) === this.id()))
      .map(({ label }) => label);
    return including.length === 0
      ? 'No group includes it yet: add a field of the type Shared set to one.'
      : `Included in ${including.join(', ')}.`;
  });
  /** How much is filled; asked again when the model or what is counted has changed. */
  protected readonly fill = rxResource({
    params: () => ({ id: this.group()?.id, revision: this.model.revision(), counts: this.model.counts() }),
    stream: ({ params: { id } }) =>
      id === undefined ? of(NO_FILL) : this.api.fill(id).pipe(catchError(() => of(NO_FILL))),
    defaultValue: NO_FILL,
  });
  protected readonly subjects = computed(() => placementSubjects(this.model.compiled()));
  protected readonly reach = computed(
    () => this.model.counts().groups[this.id()] ?? { count: 0, examples: [] as readonly string[] },
  );
  protected readonly selectedHere = computed(
    () => this.model.compiled().fields.get(this.field() ?? '')?.groupId === this.id(),
  );
  /** What the rule speaks of: entries, unless it names terms, people or media. */
  protected readonly what = computed(() => {
    const group = this.group();
    const beside = this.model
      .compiled()
      .subjects.filter(({ groups }) => groups.some((each) => each.group.id === group?.id));
    return beside.length > 0 ? 'what has' : 'entries whose';
  });
  protected readonly reachWords = computed(() => {
    const { count, examples } = this.reach();
    const such = examples.length > 0 ? `, such as ${examples.join(', ')}` : '';
    return this.what() === 'entries whose'
      ? `${count} ${count === 1 ? 'entry' : 'entries'}${such}`
      : `${count} in all${such}`;
  });
  protected readonly sentence = computed(() => {
    const group = this.group();
    return group ? conditionWords(group.appearsOn, this.model.compiled(), this.titles) : '';
  });

  protected show(view: string | null): void {
    void this.router.navigate([], { queryParams: { view }, queryParamsHandling: 'merge' });
  }

  protected select(field: string): void {
    if (field !== this.field()) void this.router.navigate([], { queryParams: { field }, replaceUrl: true });
  }

  protected rename(group: FieldGroup, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === group.label) return;
    if (!this.model.apply([{ kind: 'set_group', group: group.id, patch: { label } }]))
      box.value = group.label;
  }

  protected setActive(group: FieldGroup, active: boolean): void {
    this.model.apply([{ kind: 'set_group', group: group.id, patch: { active } }]);
  }

  protected setRule(group: FieldGroup, appearsOn: ConditionList): void {
    this.model.apply([{ kind: 'set_group', group: group.id, patch: { appearsOn } }]);
  }

  protected setSections(group: FieldGroup, value: string): void {
    const sections = sectionLayouts.find((each) => each === value);
    if (sections) this.model.apply([{ kind: 'set_group', group: group.id, patch: { sections } }]);
  }

  protected async copy(group: FieldGroup): Promise<void> {
    const sets = allFields(group).flatMap((each) => includedSet(each) ?? []);
    await navigator.clipboard.writeText(copyGroups(this.model.document(), [group.id, ...sets]));
    this.notices.say(`“${group.label}” was copied. Paste it on the overview of the model.`);
  }

  protected async remove(group: FieldGroup): Promise<void> {
    try {
      await this.model.recount();
    } catch (error) {
      this.notices.fail(error);
      return;
    }
    const { count } = this.reach();
    const text =
      count === 0
        ? 'It appears on no entry at present.'
        : `Its ${group.fields.length} fields leave the form, page and API of ${count} ${count === 1 ? 'entry' : 'entries'}. The values stay stored, so that undo brings everything back.`;
    if (!(await this.confirm.ask({ title: `Remove “${group.label}”?`, text, yes: 'Remove the group' })))
      return;
    if (!this.model.apply([{ kind: 'remove_group', group: group.id }])) return;
    await this.router.navigateByUrl('/model');
    this.notices.sayWithUndo(`“${group.label}” was removed.`, () => this.model.undo());
  }
}
