import { say } from '@tovlet/core/locale/say';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { Binding } from '@tovlet/core/bindings/binding';
import { pathsFrom, type PathOption } from '@tovlet/core/bindings/paths';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { blockKindOf } from '@tovlet/core/templates/blocks/index';
import type { PropertyControl } from '@tovlet/core/templates/blocks/block-kind';
import { fieldItems, type FieldItem } from '@tovlet/core/templates/properties/field-list';
import { constantOf, type Block } from '@tovlet/core/templates/template';
import { ModelStore } from '../../shell/model-store';
import { ConditionEditor } from '../../conditions/condition-editor';
import { fieldSubjects } from '../../conditions/subjects';
import { BuilderStore } from './builder-store';
import { FieldItems } from './field-items';
import { PathPicker } from '../../pickers/path/path-picker';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';
import { FieldPicker } from '../../pickers/field/field-picker';

/** The selected block: its content and bindings, repetition, condition. */
@Component({
  selector: 'tov-block-inspector',
  imports: [
    Choice,
    ConditionEditor,
    FieldItems,
    FieldPicker,
    MatButton,
    MatIcon,
    Options,
    PathPicker,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './block-inspector.html',
  styles: `
    :host {
      display: block;
    }
    header {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 14px;
    }
    .note {
      margin: 0 14px 12px;
    }
    .bound {
      display: grid;
      gap: 8px;
      padding: 8px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      min-height: 30px;
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class BlockInspector {
  readonly block = input.required<Block>();
  protected readonly store = inject(BuilderStore);
  private readonly model = inject(ModelStore);

  protected readonly kind = computed(() => blockKindOf(this.block().kind));
  protected readonly findings = computed(() =>
    this.store.findings().filter(({ block }) => block === this.block().id),
  );
  protected readonly repeaters = computed(
    () => this.store.type()?.fields.filter(({ type }) => type.rows) ?? [],
  );
  protected readonly subjects = computed(() => {
    const type = this.store.type();
    const repeater = this.store.repeater();
    if (!type) return [];
    return fieldSubjects(
      type.fields.flatMap((field) => [field, ...field.children]),
      repeater ? [repeater.id] : [],
      null,
    );
  });
  private readonly paths = computed(() => {
    const type = this.store.type();
    return type ? pathsFrom(type, this.store.repeater()) : [];
  });

  protected constant = (control: PropertyControl): JsonValue => constantOf(this.block(), control.key) ?? null;
  protected text = (control: PropertyControl): string => {
    const value = this.constant(control);
    return value === null ? '' : String(value);
  };

  protected bindingOf(control: PropertyControl): Binding | null {
    const property = this.block().properties[control.key];
    return property && 'binding' in property ? property.binding : null;
  }

  /** What a property can be bound to: only what fits. */
  protected optionsFor({ binds }: PropertyControl): readonly PathOption[] {
    if (binds === undefined) return [];
    return this.paths().filter(({ field }) => {
      if (field === null) return binds === 'any' || binds === 'line' || binds.includes('text');
      if (field.type.rows) return false;
      if (binds === 'line') return field.type.index !== null;
      return binds === 'any' || binds.includes(field.type.kind);
    });
  }

  protected formatsOf(control: PropertyControl): CompiledField['type']['formats'] {
    const binding = this.bindingOf(control);
    return (
      this.paths().find(({ path, source }) => path === binding?.path && source === binding.source)?.field
        ?.type.formats ?? []
    );
  }

  protected setConstant(control: PropertyControl, value: JsonValue): void {
    this.store.setProperty(this.block().id, control.key, { constant: value });
  }

  protected bind(control: PropertyControl, { source, path }: Pick<PathOption, 'source' | 'path'>): void {
    const fallback = this.bindingOf(control)?.fallback ?? '';
    this.store.setProperty(this.block().id, control.key, {
      binding: { source, path, format: null, fallback },
    });
  }

  protected setBinding(
    control: PropertyControl,
    change: { readonly format?: string | null; readonly fallback?: string },
  ): void {
    const binding = this.bindingOf(control);
    if (binding) this.store.setProperty(this.block().id, control.key, { binding: { ...binding, ...change } });
  }

  protected startBinding(control: PropertyControl): void {
    const [first] = this.optionsFor(control);
    if (first) this.bind(control, first);
  }

  /** Fields of the rows that a table shows. */
  protected columnFields(): readonly CompiledField[] {
    const rows = constantOf(this.block(), 'rows');
    const repeater = this.repeaters().find(({ id }) => id === rows);
    return repeater ? this.fieldsSeenIn(repeater) : [];
  }

  protected listFields(): readonly CompiledField[] {
    return this.fieldsSeenIn(this.store.repeater());
  }

  /** The fields of a row, or of the entry where there is none; those of groups among them. */
  private fieldsSeenIn(repeater: CompiledField | null): readonly CompiledField[] {
    const type = this.store.type();
    const wanted = repeater ? 'row' : 'entry';
    return (type ? pathsFrom(type, repeater) : []).flatMap(({ source, field }) =>
      source === wanted && field && (repeater || !field.type.rows) ? [field] : [],
    );
  }

  protected chooseRows(control: PropertyControl, id: string): void {
    const repeater = this.repeaters().find((each) => each.id === id);
    if (!repeater) return;
    const columns = repeater.children.map((child) => ({ field: child.id, format: null }));
    this.store.setBlock(this.block().id, {
      properties: { [control.key]: { constant: id }, columns: { constant: columns } },
    });
  }

  protected itemsOf(control: PropertyControl): readonly FieldItem[] {
    return fieldItems(this.constant(control));
  }

  protected setRepeat(field: string): void {
    const emptyMessage = this.block().repeat?.emptyMessage ?? '';
    this.store.setBlock(this.block().id, { repeat: field === '' ? null : { field, emptyMessage } });
  }

  protected setEmptyMessage(emptyMessage: string): void {
    const { repeat } = this.block();
    if (repeat) this.store.setBlock(this.block().id, { repeat: { ...repeat, emptyMessage } });
  }

  protected setCondition(condition: Condition | null): void {
    this.store.setBlock(this.block().id, { shownWhen: condition });
  }

  protected labelOf = (id: string): string =>
    this.model.compiled().fields.get(id)?.label ?? say`a removed field`;
}
