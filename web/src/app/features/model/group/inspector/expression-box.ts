import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { expressionProblem } from '@tovlet/core/checks/expression-invalid';
import { expressionScopeOf, seenFromGroup } from '@tovlet/core/model/expressions';
import { Engines } from '../../../../shell/engines';
import { ModelStore } from '../../../../shell/model-store';

/** A JSONata expression, checked against the model while it is typed. */
@Component({
  selector: 'tov-expression-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="line">
      <span>{{ label() }}</span>
      <textarea
        #box
        class="control mono"
        rows="3"
        spellcheck="false"
        [disabled]="disabled()"
        [attr.aria-invalid]="problem() !== null"
        [value]="typed()"
        (input)="typed.set(box.value)"
        (change)="changed.emit(box.value)"
      ></textarea>
      @if (problem(); as words) {
        <small class="error-text" role="status">{{ words }}</small>
      } @else if (help()) {
        <small class="muted">{{ help() }}</small>
      }
    </label>
    <details>
      <summary i18n class="muted">Values it can read</summary>
      <p class="mono names">{{ names() }}</p>
    </details>
  `,
  styles: `
    .names {
      font-size: 12px;
      overflow-wrap: anywhere;
    }
    summary {
      font-size: 12.5px;
    }
  `,
})
export class ExpressionBox {
  readonly label = input('Expression');
  readonly help = input('');
  readonly value = input.required<string>();
  /** The computed field it belongs to, or else the group whose rule it is. */
  readonly fieldId = input<string | null>(null);
  readonly groupId = input<string | null>(null);
  readonly disabled = input(false);
  readonly changed = output<string>();
  private readonly model = inject(ModelStore);
  private readonly engines = inject(Engines);
  protected readonly typed = linkedSignal(() => this.value());

  private readonly scope = computed(() => {
    const compiled = this.model.compiled();
    const field = compiled.fields.get(this.fieldId() ?? '');
    if (field) return expressionScopeOf(field, compiled);
    const entry = seenFromGroup(this.groupId() ?? '', compiled);
    return { here: entry, entry };
  });
  protected readonly problem = computed(() => {
    this.engines.ready();
    return this.typed().trim() === '' ? null : expressionProblem(this.typed(), this.scope());
  });
  protected readonly names = computed(() => {
    const own = this.scope().here.flatMap((field) =>
      field.type.holds === null
        ? [field.key]
        : [field.key, ...field.children.map((child) => `${field.key}.${child.key}`)],
    );
    return own.join('  ');
  });

  constructor() {
    void this.engines.load();
  }
}
