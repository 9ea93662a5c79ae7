import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
} from '@angular/material/expansion';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { Explanation } from '@tovlet/core/evaluation/explain';
import type { EntryFacts } from '@tovlet/core/evaluation/scope';
import { isConditionList } from '@tovlet/core/conditions/condition';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { explainPlacement, type PlacementExplanation } from '@tovlet/core/placement/groups-for';
import { TermsStore } from '../../shell/terms-store';
import { TraceLine } from '../../conditions/trace-line';
import { ModelStore } from '../../shell/model-store';

/** Every group of the model with the reason why it is, or is not, on this entry. */
@Component({
  selector: 'tov-group-reasons',
  imports: [
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelHeader,
    MatIcon,
    RouterLink,
    TraceLine,
    Said,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Why is a group (not) here?</h2>
    <ul>
      @for (reason of reasons(); track reason.group.id) {
        <li>
          <mat-icon
            [svgIcon]="reason.appears ? 'check' : 'close'"
            [class.yes]="reason.appears"
            [attr.aria-label]="(reason.appears ? 'Is here' : 'Is not here') | said"
          />
          <div>
            <a [routerLink]="['/model/groups', reason.group.id]">{{ reason.group.label }}</a>
            <p class="muted">{{ wordsFor(reason) }}</p>
            @if (hasParts(reason)) {
              <mat-expansion-panel class="aside">
                <mat-expansion-panel-header i18n>Every comparison</mat-expansion-panel-header>
                <ng-template matExpansionPanelContent>
                  <tov-trace-line [explanation]="reason.explanation" />
                </ng-template>
              </mat-expansion-panel>
            }
          </div>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      margin: 8px 0 0;
    }
    li {
      display: flex;
      gap: 8px;
      padding: 5px 0;
      border-top: 1px solid var(--line);
    }
    mat-icon {
      color: var(--muted);
    }
    .yes {
      color: var(--spruce);
    }
    p {
      font-size: 12.5px;
    }
  `,
})
export class GroupReasons {
  readonly facts = input.required<EntryFacts>();
  private readonly model = inject(ModelStore);
  private readonly terms = inject(TermsStore);
  private readonly titles = (id: string): string | undefined => this.terms.byId().get(id)?.label;
  protected readonly reasons = computed(() => explainPlacement(this.model.compiled(), this.facts()));

  protected hasParts = ({ explanation }: PlacementExplanation): boolean => explanation.parts.length > 1;

  protected wordsFor(reason: PlacementExplanation): string {
    const rule = conditionWords(reason.group.appearsOn, this.model.compiled(), this.titles);
    if (reason.turnedOff) return say`It would be here, but the group is turned off.`;
    if (reason.appears) {
      const deciding = decidingParts(reason.explanation).map((part) =>
        conditionWords(part.condition, this.model.compiled(), this.titles),
      );
      return say`Here, because ${deciding.length > 0 ? deciding.join(' and ') : rule}.`;
    }
    if (!reason.group.active) return say`The group is turned off.`;
    const failed = failedParts(reason.explanation).map((part) =>
      conditionWords(part.condition, this.model.compiled(), this.titles),
    );
    return failed.length === 0
      ? say`Not here: its rule names nothing.`
      : say`Not here: it asks that ${failed.join(say`, and that `)}.`;
  }
}

/** The comparisons that made a rule hold. */
function decidingParts(explanation: Explanation): readonly Explanation[] {
  if (!isConditionList(explanation.condition)) return explanation.outcome ? [explanation] : [];
  if (!explanation.outcome) return [];
  if (explanation.condition.kind === 'none') return [explanation];
  return explanation.parts.flatMap(decidingParts);
}

/** The comparisons that kept a rule from holding. */
function failedParts(explanation: Explanation): readonly Explanation[] {
  if (!isConditionList(explanation.condition)) return explanation.outcome ? [] : [explanation];
  if (explanation.outcome) return [];
  if (explanation.condition.kind === 'none') return [explanation];
  return explanation.parts.flatMap(failedParts);
}
