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
  imports: [Panes, ModelOutline, Sheet, TryIt, FieldInspector, ConditionEditor, MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes outlineLabel="Model" [inspector]="view() !== 'try'">
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
              <button
                type="button"
                class="button"
                [attr.aria-pressed]="view() !== 'try'"
                (click)="show(null)"
              >
                Sheet
              </button>
              <button
                type="button"
                class="button"
                [attr.aria-pressed]="view() === 'try'"
                (click)="show('try')"
              >
                Try it
              </button>
            </div>
            @if (session.canModel()) {
              <label class="check"
                ><input
                  type="checkbox"
                  [checked]="each.active"
                  (change)="setActive(each, $any($event.target).checked)"
                />On</label
              >
              <button type="button" class="button danger" (click)="remove(each)">Remove</button>
            }
          </header>
          <section class="reach" [class.nothing]="model.countsKnown() && reach().count === 0">
            <button
              type="button"
              class="sentence"
              [attr.aria-expanded]="editing()"
              (click)="editing.set(!editing())"
            >
              <strong>Appears on</strong> entries whose {{ sentence() }}
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
                {{ reach().count }} {{ reach().count === 1 ? 'entry' : 'entries' }}, such as
                {{ reach().examples.join(', ') }}
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
          @if (view() === 'try') {
            <tov-try-it [group]="each" [fill]="fill.value()" />
          } @else {
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
      gap: 12px;
      align-content: start;
    }
    header {
      display: flex;
      gap: 12px;
      align-items: center;
    }
    .title {
      flex: 1;
      min-width: 0;
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

  protected readonly group = computed(() => this.model.compiled().groups.get(this.id()) ?? null);
  /** How much is filled; asked again when the model or what is counted has changed. */
  protected readonly fill = rxResource({
    params: () => ({ id: this.group()?.id, revision: this.model.revision(), counts: this.model.counts() }),
    stream: ({ params: { id } }) =>
      id === undefined ? of(NO_FILL) : this.api.fill(id).pipe(catchError(() => of(NO_FILL))),
    defaultValue: NO_FILL,
  });
  protected readonly subjects = computed(() => placementSubjects(this.model.compiled()));
  protected readonly reach = computed(
    () => this.model.counts().groups[this.id()] ?? { count: 0, examples: [] },
  );
  protected readonly selectedHere = computed(
    () => this.model.compiled().fields.get(this.field() ?? '')?.groupId === this.id(),
  );
  protected readonly sentence = computed(() => {
    const group = this.group();
    return group ? conditionWords(group.appearsOn, this.model.compiled()) : '';
  });

  protected show(view: 'try' | null): void {
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
