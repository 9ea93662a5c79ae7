import { say } from '@tovlet/core/locale/say';
import { relation } from '@tovlet/core/fields/relation/relation';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { newId } from '@tovlet/core/ids';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { field as makeField, plainGroup, type Field, type FieldGroup } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { ModelStore } from '../../../../shell/model-store';
import { Choice } from '../../../../shared/choice';
import type { ChoiceOption } from '../../../../shared/choice-option';

/** Chooses the counterpart of a relation on the other type, or makes one; both sides are set together. */
@Component({
  selector: 'tov-mirror-setting',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="line">
      <span i18n>Mirror</span>
      <tov-choice
        label="Mirror"
        i18n-label
        none="None"
        i18n-none
        [options]="options()"
        [value]="mirror()"
        [disabled]="disabled()"
        (chosen)="choose($event)"
      />
      <small i18n class="muted"
        >The field on the other type that shows the same connections from its side; both are kept in
        step.</small
      >
    </label>
  `,
})
export class MirrorSetting {
  readonly field = input.required<Field>();
  readonly disabled = input(false);
  private readonly model = inject(ModelStore);

  private readonly settings = computed(() => relation.read(this.field().settings));
  protected readonly mirror = computed(() => this.settings().mirror);
  /** The types the relation leads to. */
  protected readonly targets = computed<readonly CompiledType[]>(() => {
    const { types } = this.settings();
    return this.model.compiled().types.filter(({ contentType }) => types.includes(contentType.id));
  });
  /** The types it stands on. */
  private readonly own = computed<readonly CompiledType[]>(() =>
    this.model.compiled().types.filter(({ fields }) => fields.some(({ id }) => id === this.field().id)),
  );
  private readonly candidates = computed<readonly CompiledField[]>(() =>
    this.targets().flatMap(({ fields }) =>
      fields.filter(({ id, field }) => {
        const other = settingsOf(relation, field);
        return other && id !== this.field().id && (other.mirror ?? this.field().id) === this.field().id;
      }),
    ),
  );

  protected readonly options = computed<readonly ChoiceOption[]>(() => [
    ...this.candidates().map((field) => ({ value: field.id, label: this.nameOf(field) })),
    ...this.targets().map(({ contentType: { id, plural } }) => ({
      value: `new:${id}`,
      label: say`New field on ${plural}`,
    })),
  ]);

  private nameOf({ label, groupId }: CompiledField): string {
    return `${label} (${this.model.compiled().groups.get(groupId)?.label ?? ''})`;
  }

  protected choose(value: string | null): void {
    const before = this.mirror();
    const released = before === null || before === value ? [] : this.setMirror(before, null);
    if (value === null) {
      this.model.apply([...released, ...this.setMirror(this.field().id, null)]);
      return;
    }
    const made = value.startsWith('new:') ? this.newField(value.slice(4)) : null;
    if (value.startsWith('new:') && !made) return;
    const other = made?.id ?? value;
    this.model.apply([
      ...released,
      ...(made ? made.changes : this.setMirror(other, this.field().id)),
      ...this.setMirror(this.field().id, other),
    ]);
  }

  private setMirror(id: string, mirror: string | null): readonly ModelChange[] {
    if (!this.model.compiled().fields.has(id)) return [];
    return [{ kind: 'set_settings', field: id, set: { mirror }, unset: [] }];
  }

  private newGroup({ contentType }: CompiledType, first: Field): FieldGroup {
    const label = `${contentType.singular} links`;
    const taken = this.model.document().groups.map(({ key }) => key);
    const { id } = contentType;
    return {
      ...plainGroup,
      id: newId('g'),
      key: keyFromLabel(label, taken),
      label,
      appearsOn: { kind: 'property', property: 'type', operator: 'is', value: id },
      fields: [first],
    };
  }

  private newField(typeId: string): { readonly id: string; readonly changes: readonly ModelChange[] } | null {
    const type = this.targets().find(({ contentType }) => contentType.id === typeId);
    const group = type?.groups.find(({ group: each }) =>
      this.model.document().groups.some(({ id }) => id === each.id),
    );
    const [owner] = this.own();
    if (!type || !owner) return null;
    const { plural } = owner.contentType;
    const added = makeField({
      id: newId('f'),
      key: keyFromLabel(
        plural,
        type.fields.map(({ key }) => key),
      ),
      label: plural,
      kind: 'relation',
      many: { min: null, max: null },
      filterable: true,
      settings: { types: this.own().map(({ contentType }) => contentType.id), mirror: this.field().id },
    });
    // A type without a group of its own gets one: the other side has to stand somewhere.
    if (!group) return { id: added.id, changes: [{ kind: 'add_group', group: this.newGroup(type, added) }] };
    const index = group.group.fields.length;
    const change: ModelChange = {
      kind: 'add_field',
      group: group.group.id,
      parent: null,
      index,
      field: added,
    };
    return { id: added.id, changes: [change] };
  }
}
