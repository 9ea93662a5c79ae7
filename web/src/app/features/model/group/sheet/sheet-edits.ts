import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal } from '@angular/core';
import { proposeTypes, type Proposal } from '@tovlet/core/fields/proposals/propose';
import { counted } from '@tovlet/core/locale/counts';
import { useWords } from '@tovlet/core/messages/use-words';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { Field, FieldGroup } from '@tovlet/core/model/document';
import { copyFields, pasteFields, readFragment, type Fragment } from '@tovlet/core/model/fragment';
import { knownNames } from '@tovlet/core/model/known-names';
import { newField } from '@tovlet/core/model/new-field';
import type { FieldColumn } from '@tovlet/core/model/table/column';
import { fieldColumn } from '@tovlet/core/model/table/index';
import { readTable } from '@tovlet/core/model/table/read-table';
import { Confirm } from '../../../../shared/confirm';
import { Notices } from '../../../../shared/notices';
import { ChecksStore } from '../../../../shell/checks-store';
import { ModelStore } from '../../../../shell/model-store';
import { movesOf, topmost, type Direction } from './sheet-moves';

/** So many pasted lines become fields at once. */
const LINES_LIMIT = 200;

/** A place for new fields: under a parent or at the top of the group, before the field of that index. */
export interface Place {
  readonly parent: Field | null;
  readonly index: number;
}

/** Properties that are set of several fields at once. */
type Patch = Pick<
  Partial<Field>,
  'required' | 'active' | 'inApi' | 'filterable' | 'searchable' | 'listColumn'
>;

/** What can be done to the fields of one group. What cannot be done is said to the person. */
@Injectable()
export class SheetEdits {
  private readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  private readonly id = signal('');
  /** The group as it is now. */
  readonly group = computed<FieldGroup | null>(
    () => this.model.document().groups.find(({ id }) => id === this.id()) ?? null,
  );
  private readonly names = computed(() => knownNames(this.model.document()));

  /** A field as it is now; undefined once it is gone. */
  fieldOf(id: string): Field | undefined {
    return this.model.compiled().fields.get(id)?.field;
  }

  /** Says whose fields are meant. */
  of(group: string): void {
    this.id.set(group);
  }

  /** What a label may mean, the likeliest first; never nothing. */
  meanings(label: string, parent: Field | null): readonly Proposal[] {
    if (parent?.kind === 'mixed_list') return [{ kind: 'shape', settings: {}, several: false }];
    return proposeTypes(label, this.names());
  }

  /** Keys of what stands beside a new field. */
  keysBeside(parent: Field | null): readonly string[] {
    if (parent) return parent.fields.map(({ key }) => key);
    const inGroup = this.group()?.fields.map(({ key }) => key) ?? [];
    // Keys of groups that meet this one on a type count too: they share one object in the API.
    const met = this.model
      .compiled()
      .types.filter(({ groups }) => groups.some(({ group }) => group.id === this.id()))
      .flatMap(({ fields }) => fields.map(({ key }) => key));
    return [...inGroup, ...met];
  }

  /** Adds fields at a place. @returns the id of the last one; null where they could not be added */
  add(
    place: Place,
    wanted: readonly ({ readonly label: string } & Pick<Proposal, 'kind'> & Partial<Proposal>)[],
  ): string | null {
    const taken = [...this.keysBeside(place.parent)];
    const fields = wanted.map((each) => {
      const made = newField(each, taken, place.parent !== null);
      taken.push(made.key);
      return made;
    });
    return this.addMade(place, fields);
  }

  private addMade({ parent, index }: Place, fields: readonly Field[]): string | null {
    const changes = fields.map((field, offset): ModelChange => ({
      kind: 'add_field',
      group: this.id(),
      parent: parent?.id ?? null,
      index: index + offset,
      field,
    }));
    return this.model.apply(changes) ? (fields.at(-1)?.id ?? null) : null;
  }

  /**
   * Makes fields of a pasted text: of copied fields, of a table, of lines.
   * @returns the id of the last field made, null where none could be; undefined where the text is a line to be typed
   */
  paste(text: string, place: Place): string | null | undefined {
    const fragment = readFragment(text);
    if (fragment) return this.pasteCopied(fragment, place);
    if (place.parent?.kind !== 'mixed_list') {
      const keys = this.keysBeside(place.parent);
      const table = readTable(text, LINES_LIMIT, keys, this.names(), place.parent !== null);
      if (table) {
        const added = this.addMade(place, table.fields);
        if (added !== null) this.sayAdded(table.fields.length, table.leftOut, table.problems);
        return added;
      }
    }
    const lines = text
      .split(/\r?\n/)
      .map((line) => line.trim())
      .filter((line) => line !== '');
    if (lines.length < 2) return undefined;
    const labels = lines.slice(0, LINES_LIMIT).map((label) => {
      const [meant = { kind: 'text' as const }] = this.meanings(label, place.parent);
      return { ...meant, label: label.slice(0, 200) };
    });
    const added = this.add(place, labels);
    if (added !== null) this.sayAdded(labels.length, lines.length - labels.length, []);
    return added;
  }

  private sayAdded(added: number, leftOut: number, problems: readonly string[]): void {
    const [first, ...more] = problems;
    const words = [
      say`${counted(added, 'field was', 'fields were')} added.`,
      ...(leftOut > 0
        ? [say`That is as many as one paste takes: ${counted(leftOut, 'line is', 'lines are')} left out.`]
        : []),
      ...(first === undefined ? [] : [first]),
      ...(more.length === 0
        ? []
        : [say`${counted(more.length, 'more cell', 'more cells')} could not be read.`]),
    ];
    this.notices.sayWithUndo(words.join(' '), () => this.model.undo());
  }

  private pasteCopied(fragment: Fragment, { parent, index }: Place): string | null {
    const { changes, notes } = pasteFields(
      fragment,
      this.model.document(),
      this.id(),
      parent?.id ?? null,
      index,
      this.keysBeside(parent),
    );
    if (changes.length === 0) {
      this.notices.say(say`What was copied is a group. Paste it on the overview of the model.`);
      return null;
    }
    if (!this.model.apply(changes)) return null;
    const count = counted(changes.length, 'field was', 'fields were');
    this.notices.sayWithUndo([say`${count} pasted.`, ...notes].join(' '), () => this.model.undo());
    const last = changes.at(-1);
    return last?.kind === 'add_field' ? last.field.id : null;
  }

  /** Copies fields with what stands under them, to be pasted here or in another workspace. */
  async copy(ids: readonly string[]): Promise<void> {
    const fields = topmost(this.model.document(), ids);
    await navigator.clipboard.writeText(
      copyFields(
        this.model.document(),
        fields.map(({ id }) => id),
      ),
    );
    const [only] = fields;
    const what =
      fields.length === 1 && only
        ? say`“${only.label}” was`
        : say`${counted(fields.length, 'field', 'fields')} were`;
    this.notices.say(say`${what} copied. Paste into the line that adds a field.`);
  }

  /** Copies the key of a field. */
  async copyKey(field: Field): Promise<void> {
    await navigator.clipboard.writeText(field.key);
    this.notices.say(say`${field.key} was copied.`);
  }

  /** Puts copies of fields behind the last of them. @returns the id of the last copy; null where there is none */
  duplicate(ids: readonly string[]): string | null {
    const fields = topmost(this.model.document(), ids);
    const last = this.placeOf(fields.at(-1)?.id ?? '');
    const fragment = readFragment(
      copyFields(
        this.model.document(),
        fields.map(({ id }) => id),
      ),
    );
    if (!last || !fragment) return null;
    return this.pasteCopied(fragment, { parent: last.parent, index: last.index + 1 });
  }

  /** Where a field of the group stands; null for one that is gone. */
  placeOf(id: string): Place | null {
    const look = (fields: readonly Field[], parent: Field | null): Place | null => {
      for (const [index, field] of fields.entries()) {
        const found = field.id === id ? { parent, index } : look(field.fields, field);
        if (found) return found;
      }
      return null;
    };
    return look(this.group()?.fields ?? [], null);
  }

  /**
   * Takes what was typed into a cell of a field.
   * @returns whether it could be taken
   */
  write(name: FieldColumn['name'], field: Field, text: string): boolean {
    if (text.trim() === fieldColumn(name).read(field)) return true;
    const written = fieldColumn(name).write(text, field);
    if ('problem' in written) {
      this.notices.say(written.problem);
      return false;
    }
    const { patch, settings } = written;
    const changes: readonly ModelChange[] = [
      ...(Object.keys(patch).length > 0 ? [{ kind: 'set_field' as const, field: field.id, patch }] : []),
      ...(Object.keys(settings).length > 0
        ? [{ kind: 'set_settings' as const, field: field.id, set: settings, unset: [] }]
        : []),
    ];
    return changes.length === 0 || this.model.apply(changes);
  }

  /** Sets a property of several fields at once, of those that have it. */
  set(ids: readonly string[], patch: Patch): void {
    const changes = ids.flatMap((id): readonly ModelChange[] => {
      const field = this.fieldOf(id);
      if (!field || (patch.required !== undefined && !fieldColumn('required').concerns(field))) return [];
      return [{ kind: 'set_field', field: id, patch }];
    });
    if (changes.length > 0 && this.model.apply(changes))
      this.notices.sayWithUndo(say`${counted(changes.length, 'field was', 'fields were')} changed.`, () =>
        this.model.undo(),
      );
  }

  /** Moves fields one step. @returns whether they moved */
  move(ids: readonly string[], direction: Direction): boolean {
    const group = this.group();
    const moves = group && movesOf(this.model.document(), group, ids, direction);
    if (moves === null) this.notices.say(say`Fields are moved together where they stand beside each other.`);
    return moves !== null && moves.length > 0 && this.model.apply(moves);
  }

  /** Moves a field to a place. */
  moveTo(field: string, parent: string | null, index: number): void {
    this.model.apply([{ kind: 'move_field', field, group: this.id(), parent, index }]);
  }

  /** Removes fields; asks first when something that a person made would break. @returns whether they were removed */
  async remove(ids: readonly string[]): Promise<boolean> {
    const fields = topmost(this.model.document(), ids);
    const [only] = fields;
    if (!only) return false;
    const name = fields.length === 1 ? `“${only.label}”` : counted(fields.length, 'field', 'fields');
    const gone = new Set(fields.map(({ id }) => id));
    const broken = fields
      .flatMap(({ id }) => this.checks.usesNow(id))
      .filter(({ place }) => !['page_order', 'list_column'].includes(place.kind))
      // What goes as well needs nothing any more.
      .filter(({ place }) => !('field' in place && gone.has(place.field)))
      .map(({ place }) => useWords(place, this.model.compiled()));
    const used = fields.length === 1 ? say`It is used` : say`They are used`;
    const question = {
      title: say`Remove ${name}?`,
      text: say`${used}: ${[...new Set(broken)].join('; ')}. These will be broken. The values stay with the entries.`,
      yes: fields.length === 1 ? say`Remove the field` : say`Remove the fields`,
    };
    if (broken.length > 0 && !(await this.confirm.ask(question))) return false;
    if (!this.model.apply(fields.map(({ id }) => ({ kind: 'remove_field', field: id })))) return false;
    const [was, values] =
      fields.length === 1 ? [say`was`, say`Its values stay`] : [say`were`, say`Their values stay`];
    this.notices.sayWithUndo(say`${name} ${was} removed. ${values} with the entries.`, () =>
      this.model.undo(),
    );
    return true;
  }
}
