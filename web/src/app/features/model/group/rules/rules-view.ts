import { Said } from '../../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { TriedAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { EXPRESSION_LIMIT, ruleSeverities, type FieldGroup, type Rule } from '@tovlet/core/model/document';
import { firstValueFrom } from 'rxjs';
import { Notices } from '../../../../shared/notices';
import { ModelApi } from '../../../../shell/model-api';
import { ModelStore } from '../../../../shell/model-store';
import { ExpressionBox } from '../inspector/expression-box';
import { Focus } from '../../../../shared/focus';
import { FieldPicker } from '../../../../pickers/field/field-picker';
import { Choice } from '../../../../shared/choice';

/** A rule while it is edited. */
interface Draft {
  readonly rule: Rule;
  readonly isNew: boolean;
}

/** The rules over several fields of a group: each an expression, tried on the entries that are there before it is saved. */
@Component({
  selector: 'tov-rules-view',
  imports: [Choice, ExpressionBox, FieldPicker, ICON_BUTTON, MatButton, MatIcon, RouterLink, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rules-view.html',
  styleUrl: './rules-view.scss',
})
export class RulesView {
  private readonly focus = inject(Focus);
  readonly group = input.required<FieldGroup>();
  readonly canEdit = input(true);
  protected readonly model = inject(ModelStore);
  private readonly api = inject(ModelApi);
  private readonly notices = inject(Notices);
  protected readonly limit = EXPRESSION_LIMIT;
  protected readonly draft = signal<Draft | null>(null);
  protected readonly tried = signal<TriedAnswer | null>(null);
  protected readonly trying = signal(false);

  /** The fields a message can stand at. */
  protected readonly places = computed(() =>
    this.group().fields.filter(({ kind }) => kind !== 'section' && kind !== 'note'),
  );
  protected readonly ready = computed(() => {
    const rule = this.draft()?.rule;
    return rule !== undefined && rule.expression.trim() !== '' && rule.message.trim() !== '';
  });

  protected labelOf(field: string | null): string {
    return field === null
      ? say`The form as a whole`
      : (this.model.compiled().fields.get(field)?.label ?? say`A removed field`);
  }

  protected typeKey(typeId: string): string {
    return this.model.compiled().typeById.get(typeId)?.contentType.key ?? '';
  }

  protected begin(): void {
    const rule: Rule = { id: newId('k'), expression: '', message: '', severity: 'refuse', field: null };
    this.open({ rule, isNew: true });
  }

  protected edit(rule: Rule): void {
    this.open({ rule, isNew: false });
  }

  private open(draft: Draft): void {
    this.draft.set(draft);
    this.tried.set(null);
    this.focus.on(() => document.querySelector<HTMLElement>('.draft textarea'));
  }

  protected patch(patch: Partial<Rule>): void {
    if (patch.expression !== undefined) this.tried.set(null);
    this.draft.update((draft) => draft && { ...draft, rule: { ...draft.rule, ...patch } });
  }

  protected setSeverity(value: string): void {
    const severity = ruleSeverities.find((each) => each === value);
    if (severity) this.patch({ severity });
  }

  /** Tries the rule on the entries the group appears on. */
  protected async try(): Promise<TriedAnswer | null> {
    const draft = this.draft();
    if (!draft) return null;
    this.trying.set(true);
    try {
      const answer = await firstValueFrom(this.api.tryRule(this.group().id, draft.rule.expression));
      this.tried.set(answer);
      return answer;
    } catch (error) {
      this.notices.fail(error);
      return null;
    } finally {
      this.trying.set(false);
    }
  }

  /** Saves; entries for which the rule would not hold are shown first, and the second press saves all the same. */
  protected async save(): Promise<void> {
    const draft = this.draft();
    if (!draft || !this.ready()) return;
    if (this.tried() === null) {
      const answer = await this.try();
      if (!answer || answer.looked > answer.holds) return;
    }
    const { rules } = this.group();
    const next = draft.isNew
      ? [...rules, draft.rule]
      : rules.map((each) => (each.id === draft.rule.id ? draft.rule : each));
    if (this.set(next)) this.draft.set(null);
  }

  protected remove(rule: Rule): void {
    if (!this.set(this.group().rules.filter(({ id }) => id !== rule.id))) return;
    if (this.draft()?.rule.id === rule.id) this.draft.set(null);
    this.notices.sayWithUndo(say`The rule was removed.`, () => this.model.undo());
  }

  private set(rules: readonly Rule[]): boolean {
    const patch = { rules: rules.map((rule) => ({ ...rule })) };
    return this.model.apply([{ kind: 'set_group', group: this.group().id, patch }]);
  }
}
