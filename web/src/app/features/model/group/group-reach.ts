import editIcon from '@material-symbols/svg-400/outlined/edit.svg' with { loader: 'text' };
import { knowIcons } from '../../../shared/icons';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { ConditionList } from '@tovlet/core/conditions/condition';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { counted, numbered } from '@tovlet/core/locale/counts';
import type { FieldGroup } from '@tovlet/core/model/document';
import { includedSet } from '@tovlet/core/model/expand';
import { allFields } from '@tovlet/core/model/tree';
import { ModelStore } from '../../../shell/model-store';
import { TermsStore } from '../../../shell/terms-store';
import { ConditionEditor } from '../../../conditions/condition-editor';
import { placementSubjects } from '../../../conditions/subjects';

/** Where a field group appears: its rule as a sentence that opens to be edited, and what that reaches at present. */
@Component({
  selector: 'tov-group-reach',
  imports: [ConditionEditor, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (group().shared) {
      <section class="reach">
        <strong i18n>Shared set.</strong>
        <span class="muted"> {{ includedWords() }}</span>
      </section>
    } @else {
      <section class="reach" [class.nothing]="model.countsKnown() && reach().count === 0 && nothing().warn">
        <button
          type="button"
          class="sentence"
          [attr.aria-expanded]="editing()"
          (click)="editing.set(!editing())"
        >
          @if (isNowhere()) {
            <strong i18n>Appears on nothing yet</strong>
          } @else {
            <strong i18n>Appears on</strong> {{ what() }} {{ sentence() }}
          }
          <mat-icon [svgIcon]="editing() ? 'keyboard_arrow_down' : 'edit'" aria-hidden="true" />
        </button>
        <p class="muted" role="status">
          @if (!group().active) {
            <ng-container i18n>Turned off: it appears nowhere.</ng-container>
          } @else if (!model.countsKnown()) {
            <ng-container i18n>Counting…</ng-container>
          } @else if (reach().count === 0) {
            @if (nothing().warn) {
              <mat-icon svgIcon="warning" aria-hidden="true" />
            }
            {{ nothing().words }}
          } @else {
            {{ reachWords() }}
          }
        </p>
        @if (editing()) {
          <div class="rules">
            <tov-condition-editor
              [condition]="group().appearsOn"
              [subjects]="subjects()"
              [disabled]="!canEdit()"
              (changed)="setRule($event)"
            />
          </div>
        }
      </section>
    }
  `,
  styles: `
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
  `,
})
export class GroupReach {
  readonly group = input.required<FieldGroup>();
  readonly canEdit = input(false);
  protected readonly model = inject(ModelStore);
  private readonly terms = inject(TermsStore);
  private readonly titles = (id: string): string | undefined => this.terms.byId().get(id)?.label;
  protected readonly editing = signal(false);
  protected readonly subjects = computed(() => placementSubjects(this.model.compiled()));
  protected readonly reach = computed(
    () => this.model.counts().groups[this.group().id] ?? { count: 0, examples: [] as readonly string[] },
  );

  constructor() {
    knowIcons({ edit: editIcon });
    void this.terms.start();
  }

  /** Which groups include the set. */
  protected readonly includedWords = computed(() => {
    const including = this.model
      .document()
      .groups.filter((group) => allFields(group).some((each) => includedSet(each) === this.group().id))
      .map(({ label }) => label);
    return including.length === 0
      ? say`No group includes it yet: add a field of the type Shared set to one.`
      : say`Included in ${including.join(', ')}.`;
  });
  /** What the rule speaks of: entries, unless it names terms, people or media. */
  protected readonly what = computed(() => {
    const { id } = this.group();
    const beside = this.model
      .compiled()
      .subjects.filter(({ groups }) => groups.some((each) => each.group.id === id));
    return beside.length > 0 ? say`what has` : say`entries whose`;
  });
  protected readonly reachWords = computed(() => {
    const { count, examples } = this.reach();
    const such = examples.length > 0 ? say`, such as ${examples.join(', ')}` : '';
    return this.what() === 'entries whose'
      ? `${counted(count, 'entry', 'entries')}${such}`
      : say`${numbered(count)} in all${such}`;
  });
  /** Why it appears on nothing: it never can, there is nothing yet to appear on, or nothing fits at present. */
  protected readonly nothing = computed(() => {
    const { id } = this.group();
    const { types, subjects } = this.model.compiled();
    const possible = [...types, ...subjects].filter(({ groups }) =>
      groups.some(({ group }) => group.id === id),
    );
    if (possible.length === 0)
      return {
        warn: true,
        words: say`It can appear on nothing: change its rule so that it names something.`,
      };
    const counts = this.model.counts().types;
    const there = possible.reduce((sum, { contentType }) => sum + (counts[contentType.id] ?? 0), 0);
    const names = possible.map(({ contentType }) => contentType.singular).join(' or ');
    return there === 0
      ? { warn: false, words: say`Will appear on entries of ${names}; there are none yet.` }
      : {
          warn: true,
          words: say`It appears on none of the ${counted(there, 'entry', 'entries')} of ${names} at present.`,
        };
  });
  /** Whether its rule names nothing. */
  protected readonly isNowhere = computed(() => {
    const { appearsOn } = this.group();
    return appearsOn.kind === 'any' && appearsOn.conditions.length === 0;
  });
  protected readonly sentence = computed(() =>
    conditionWords(this.group().appearsOn, this.model.compiled(), this.titles),
  );

  protected setRule(appearsOn: ConditionList): void {
    this.model.apply([{ kind: 'set_group', group: this.group().id, patch: { appearsOn } }]);
  }
}
