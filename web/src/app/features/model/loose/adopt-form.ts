import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { LooseLine } from '@tovlet/core/contracts/studio';
import { fieldTypeOf, fieldTypes } from '@tovlet/core/fields/index';
import { say } from '@tovlet/core/locale/say';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { newField } from '@tovlet/core/model/new-field';
import type { Field } from '@tovlet/core/model/document';
import { Choice } from '../../../shared/choice';
import { ModelStore } from '../../../shell/model-store';

/** What a field is to be that takes loose values. */
export interface Adoption {
  readonly group: string;
  readonly field: Field;
}

/** Makes a field of loose values: what it is called, its type, and the group that gets it. */
@Component({
  selector: 'tov-adopt-form',
  imports: [Choice, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); send()">
      <label>
        <span i18n>Label</span>
        <input #box class="control" maxlength="120" [value]="label()" (input)="label.set(box.value)" />
      </label>
      <label>
        <span i18n>Type</span>
        <tov-choice
          label="Type"
          i18n-label
          [options]="kinds()"
          [value]="kind()"
          (chosen)="chooseKind($event)"
        />
      </label>
      @if (line().within.length === 0) {
        <label>
          <span i18n>Field group</span>
          <tov-choice
            label="Field group"
            i18n-label
            [options]="groups()"
            [value]="group()"
            (chosen)="group.set($event ?? '')"
          />
        </label>
      }
      <p class="muted">{{ words() }}</p>
      <div class="buttons">
        <button
          i18n
          type="submit"
          matButton="filled"
          [disabled]="sending() || label().trim() === '' || (line().within.length === 0 && !group())"
        >
          Make the field
        </button>
        <button i18n type="button" matButton (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: 10px 14px;
    }
    label {
      display: grid;
      gap: 3px;
      font-size: 13px;
    }
    p,
    .buttons {
      grid-column: 1 / -1;
      margin: 0;
    }
    .buttons {
      display: flex;
      gap: 6px;
    }
  `,
})
export class AdoptForm {
  readonly line = input.required<LooseLine>();
  readonly proposed = input.required<Field>();
  readonly sending = input(false);
  readonly adopted = output<Adoption>();
  readonly cancelled = output();
  private readonly model = inject(ModelStore);

  protected readonly label = linkedSignal(() => this.proposed().label);
  protected readonly kind = linkedSignal<string>(() => this.proposed().kind);
  protected readonly groups = computed(() => {
    const reaching = this.model.compiled().typeById.get(this.line().type)?.groups ?? [];
    return reaching
      .map(({ group }) => group)
      .filter(({ id }) => this.model.document().groups.some((own) => own.id === id))
      .map(({ id, label }) => ({ value: id, label }));
  });
  protected readonly group = linkedSignal(() => this.groups()[0]?.value ?? '');
  protected readonly kinds = computed(() =>
    fieldTypes
      .filter(
        ({ kind, holds, valueless, confidential, computed: isComputed }) =>
          kind === this.proposed().kind ||
          (holds === null && !valueless && !confidential && !isComputed && kind !== 'shape'),
      )
      .map(({ kind, name }) => ({ value: kind, label: name })),
  );
  /** What will become of the values. */
  protected readonly words = computed(() => {
    const { wasField } = this.line();
    const same = this.kind() === this.proposed().kind;
    if (wasField && same)
      return say`It is the field that was removed, with its settings; its values stand in it again.`;
    return same
      ? say`The values look like this type. Those that it cannot read are shown in the form as they are.`
      : say`Values that this type cannot read stay, and are shown in the form as they are.`;
  });

  protected chooseKind(kind: string | null): void {
    this.kind.set(kind ?? this.proposed().kind);
  }

  protected send(): void {
    this.adopted.emit({ group: this.group(), field: this.made() });
  }

  private made(): Field {
    const [label, proposed] = [this.label().trim(), this.proposed()];
    if (this.kind() === proposed.kind) {
      const key = this.line().wasField || label === proposed.label ? proposed.key : keyFromLabel(label, []);
      return { ...proposed, label, key };
    }
    const several = proposed.many !== null;
    const kind = fieldTypes.find((type) => type.kind === this.kind())?.kind ?? proposed.kind;
    const listable = fieldTypeOf(kind).listable;
    return newField({ label, kind, several: several && listable }, [], this.line().within.length > 0);
  }
}
