import { valueFrom } from '../../../../shared/event-values';
import { counted } from '@tovlet/core/locale/counts';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  output,
  signal,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { fieldTypeOf, fieldTypes, type FieldKind } from '@tovlet/core/fields/index';
import { proposeTypes, type Proposal } from '@tovlet/core/fields/proposals/propose';
import type { FieldType } from '@tovlet/core/fields/field-type';
import { newId } from '@tovlet/core/ids';
import type { CheckFinding } from '@tovlet/core/checks/index';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { useWords } from '@tovlet/core/messages/use-words';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { field as makeField, type Field, type FieldGroup } from '@tovlet/core/model/document';
import { includedSet } from '@tovlet/core/model/expand';
import { copyFields, pasteFields, readFragment, type Fragment } from '@tovlet/core/model/fragment';
import { findField, withDescendants } from '@tovlet/core/model/tree';
import { KEY_LENGTH_LIMIT, keyFromLabel, keyProblem } from '@tovlet/core/model/keys';
import { knownNames } from '@tovlet/core/model/known-names';
import { Notices } from '../../../../shared/notices';
import { Confirm } from '../../../../shared/confirm';
import { ChecksStore } from '../../../../shell/checks-store';
import { ModelStore } from '../../../../shell/model-store';
import { destinationAt, sheetRows, takesFields, type SheetRow } from './sheet-rows';

type FieldRow = Extract<SheetRow, { kind: 'field' }>;
type AddRow = Extract<SheetRow, { kind: 'add' }>;

/** So many pasted lines become fields at once. */
const LINES_LIMIT = 200;

/** The editing grid of a field group: a line per field, the last one adds. */
@Component({
  selector: 'tov-sheet',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  styleUrl: './sheet.scss',
})
export class Sheet {
  protected readonly valueFrom = valueFrom;
  readonly group = input.required<FieldGroup>();
  readonly selected = input<string | null>(null);
  readonly canEdit = input(true);
  readonly fill = input<FillAnswer>({ entries: 0, fields: {} });
  readonly choose = output<string>();
  protected readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly injector = inject(Injector);
  /** What can stand under a field: shapes under a mixed list, everything else elsewhere. */
  protected typesUnder = (parent: Field | null): readonly FieldType[] =>
    fieldTypes.filter(({ kind }) => (kind === 'shape') === (parent?.kind === 'mixed_list'));
  protected readonly keyLimit = KEY_LENGTH_LIMIT;

  protected readonly rows = computed(() => sheetRows(this.group()));
  protected readonly lastAdd = computed<AddRow>(() => ({
    kind: 'add',
    id: 'add',
    parent: null,
    depth: 0,
    index: this.group().fields.length,
  }));
  protected readonly typed = signal<Readonly<Record<string, string>>>({});
  protected readonly chosenKinds = signal<Readonly<Record<string, FieldKind>>>({});
  private readonly flawed = computed(
    () =>
      new Map(
        [...this.checks.findings()]
          .reverse()
          .filter(({ target }) => target.kind === 'field')
          .map((finding) => [finding.target.id, finding]),
      ),
  );

  protected typeOf = (field: Field): FieldType => fieldTypeOf(field.kind);
  protected labelOf = (row: AddRow): string => this.typed()[row.id] ?? '';
  protected kindOf = (row: AddRow): FieldKind =>
    row.parent?.kind === 'mixed_list'
      ? 'shape'
      : (this.chosenKinds()[row.id] ?? this.meant(this.labelOf(row)).kind);
  private readonly names = computed(() => knownNames(this.model.document()));
  /** The likeliest meaning of a label. */
  private meant(label: string): Proposal {
    return proposeTypes(label, this.names())[0] ?? { kind: 'text', settings: {}, several: false };
  }
  /** Other types that a label may mean, each with the digit that takes it together with Alt. */
  protected othersFor = (
    row: AddRow,
  ): readonly { readonly kind: FieldKind; readonly name: string; readonly digit: number }[] =>
    proposeTypes(this.labelOf(row), this.names())
      .filter(({ kind }) => kind !== this.kindOf(row))
      .slice(0, 2)
      .map(({ kind }, index) => ({ kind, name: fieldTypeOf(kind).name, digit: index + 2 }));
  protected addWords = ({ parent }: AddRow): string =>
    parent?.kind === 'mixed_list'
      ? `Add a shape to ${parent.label}`
      : `Add a field to ${parent?.label ?? ''}`;
  protected flawOf = (field: Field): CheckFinding | null => this.flawed().get(field.id) ?? null;

  protected rulesOf(field: Field): string {
    const limits = this.model.compiled().fields.get(field.id)?.behaviour.summary ?? [];
    const set = includedSet(field);
    const included = set === null ? [] : [this.model.compiled().groups.get(set)?.label ?? 'a removed set'];
    return [
      ...(field.required ? ['required'] : []),
      ...(field.unique ? ['unique'] : []),
      ...limits,
      ...included,
    ].join(', ');
  }

  protected shownOf(field: Field): string {
    if (!field.active) return 'turned off';
    return field.shownWhen ? conditionWords(field.shownWhen, this.model.compiled()) : '';
  }

  /** Rules and condition together, where the sheet is too narrow for both. */
  protected wordsOf(field: Field): string {
    const shown = this.shownOf(field);
    const condition = field.active && shown !== '' ? `when ${shown}` : shown;
    return [this.rulesOf(field), condition].filter(Boolean).join(' · ');
  }

  protected usesCount = (field: Field): number => this.checks.usesOf(field.id).length;

  protected usesTitle(field: Field): string {
    const words = this.checks.usesOf(field.id).map(({ place }) => useWords(place, this.model.compiled()));
    return words.length === 0 ? 'Nothing refers to this field' : words.join('\n');
  }

  protected fillOf(field: Field): { readonly share: number; readonly words: string } | null {
    const found = this.fill().fields[field.id];
    if (!found || found.of === 0) return null;
    const within = this.model.compiled().fields.get(field.id)?.ancestors.length ? 'rows' : 'entries';
    return { share: found.filled / found.of, words: `filled in ${found.filled} of ${found.of} ${within}` };
  }

  protected keyFor(row: AddRow): string {
    const label = this.labelOf(row).trim();
    return label === '' ? '' : keyFromLabel(label, this.siblingKeys(row.parent));
  }

  private siblingKeys(parent: Field | null): readonly string[] {
    if (parent) return parent.fields.map(({ key }) => key);
    const { compiled } = this.model;
    const own = this.group().fields.map(({ key }) => key);
    // Keys of groups that meet this one on a type count too: they share one object in the API.
    const met = compiled()
      .types.filter(({ groups }) => groups.some(({ group }) => group.id === this.group().id))
      .flatMap(({ fields }) => fields.map(({ key }) => key));
    return [...own, ...met];
  }

  /** In the line that adds a field: Alt and a digit take another type that the label may mean. */
  protected addKey(event: KeyboardEvent, row: AddRow): void {
    const digit = event.altKey ? /^Digit([23])$/.exec(event.code)?.[1] : undefined;
    const other = this.othersFor(row).find((each) => String(each.digit) === digit);
    if (other && this.labelOf(row).trim() !== '' && row.parent?.kind !== 'mixed_list') {
      event.preventDefault();
      this.setKind(row, other.kind);
      void this.announcer.announce(`${other.name} is chosen. Enter adds it.`);
    } else if (event.key !== 'Enter') this.cellKey(event, row.id, 'label');
  }

  protected setLabel(row: AddRow, label: string): void {
    this.typed.update((typed) => ({ ...typed, [row.id]: label }));
  }

  protected setKind(row: AddRow, value: string): void {
    const kind = fieldTypes.find((type) => type.kind === value)?.kind;
    if (kind) this.chosenKinds.update((kinds) => ({ ...kinds, [row.id]: kind }));
  }

  /** Adds the field that is typed into an adding line; the cursor stays there for the next one. */
  protected add(row: AddRow): void {
    const label = this.labelOf(row).trim();
    if (label === '') return;
    const kind = this.kindOf(row);
    const proposal = proposeTypes(label, this.names()).find((each) => each.kind === kind);
    const added = this.addFields(row, [{ label, ...(proposal ?? { kind }) }]);
    if (!added) return;
    this.typed.update(({ [row.id]: _done, ...rest }) => rest);
    this.chosenKinds.update(({ [row.id]: _done, ...rest }) => rest);
    this.focus(`${row.id}-label`);
  }

  /** Several pasted lines become several fields. */
  protected paste(event: ClipboardEvent, row: AddRow): void {
    const text = event.clipboardData?.getData('text') ?? '';
    const fragment = readFragment(text);
    if (fragment) {
      event.preventDefault();
      this.pasteCopied(fragment, row);
      return;
    }
    const lines = text
      .split(/\r?\n/)
      .map((line) => line.trim())
      .filter((line) => line !== '');
    if (lines.length < 2) return;
    event.preventDefault();
    const labels = lines
      .slice(0, LINES_LIMIT)
      .map((label) => ({ label: label.slice(0, 200), ...this.meant(label) }));
    if (this.addFields(row, labels))
      this.notices.sayWithUndo(this.addedWords(labels.length, lines.length), () => this.model.undo());
  }

  private addedWords(added: number, lines: number): string {
    const rest =
      added < lines
        ? ` That is as many as one paste takes: ${counted(lines - added, 'line is', 'lines are')} left out.`
        : '';
    return `${counted(added, 'field was', 'fields were')} added.${rest}`;
  }

  private pasteCopied(fragment: Fragment, row: AddRow): void {
    const { changes, notes } = pasteFields(
      fragment,
      this.model.document(),
      this.group().id,
      row.parent?.id ?? null,
      row.index,
      this.siblingKeys(row.parent),
    );
    if (changes.length === 0) {
      this.notices.say('What was copied is a group. Paste it on the overview of the model.');
      return;
    }
    if (!this.model.apply(changes)) return;
    const count = counted(changes.length, 'field was', 'fields were');
    this.notices.sayWithUndo([`${count} pasted.`, ...notes].join(' '), () => this.model.undo());
  }

  /** Copies a field with what stands under it, to be pasted into an adding line here or in another workspace. */
  protected async copyField(field: Field): Promise<void> {
    await navigator.clipboard.writeText(copyFields(this.model.document(), [field.id]));
    this.notices.say(`“${field.label}” was copied. Paste it into the line that adds a field.`);
  }

  private addFields(
    row: AddRow,
    wanted: readonly ({ readonly label: string; readonly kind: FieldKind } & Partial<Proposal>)[],
  ): boolean {
    const taken = [...this.siblingKeys(row.parent)];
    let last = '';
    const changes = wanted.map(({ label, kind, settings = {}, several = false }, offset) => {
      const key = keyFromLabel(label, taken);
      taken.push(key);
      const type = fieldTypeOf(kind);
      const filterable =
        type.index !== null && !['text', 'url', 'email'].includes(kind) && row.parent === null;
      const many = type.severalByNature || several ? { min: null, max: null } : null;
      const field = makeField({ id: newId('f'), key, label, kind, filterable, many, settings });
      last = field.id;
      return {
        kind: 'add_field' as const,
        group: this.group().id,
        parent: row.parent?.id ?? null,
        index: row.index + offset,
        field,
      };
    });
    const applied = this.model.apply(changes);
    if (applied && last !== '') this.choose.emit(last);
    return applied;
  }

  protected setText(field: Field, property: 'label' | 'key', box: HTMLInputElement): void {
    const value = box.value.trim();
    if (value === field[property]) return;
    const problem = property === 'key' ? keyProblem(value) : null;
    if (problem) this.notices.say(problem);
    if (problem || !this.model.apply([{ kind: 'set_field', field: field.id, patch: { [property]: value } }]))
      box.value = field[property];
  }

  protected setType(field: Field, box: HTMLSelectElement): void {
    const kind = fieldTypes.find((type) => type.kind === box.value)?.kind;
    const many = kind && fieldTypeOf(kind).severalByNature ? { min: null, max: null } : null;
    if (!kind || !this.model.apply([{ kind: 'set_field', field: field.id, patch: { kind, many } }]))
      box.value = field.kind;
  }

  /** Asks first when something that a person made would break. */
  protected async remove(field: Field): Promise<void> {
    const broken = this.checks
      .usesNow(field.id)
      .filter(({ place }) => !['page_order', 'list_column'].includes(place.kind))
      .map(({ place }) => useWords(place, this.model.compiled()));
    const question = {
      title: `Remove “${field.label}”?`,
      text: `It is used: ${[...new Set(broken)].join('; ')}. These will be broken. The values stay with the entries.`,
      yes: 'Remove the field',
    };
    if (broken.length > 0 && !(await this.confirm.ask(question))) return;
    if (this.model.apply([{ kind: 'remove_field', field: field.id }])) {
      this.notices.sayWithUndo(`“${field.label}” was removed. Its values stay with the entries.`, () =>
        this.model.undo(),
      );
    }
  }

  protected async copyKey(field: Field): Promise<void> {
    await navigator.clipboard.writeText(field.key);
    this.notices.say(`${field.key} was copied.`);
  }

  protected drop({ item, currentIndex }: CdkDragDrop<unknown, unknown, FieldRow>): void {
    const moved = item.data;
    const within = withDescendants(moved.field).map(({ id }) => id);
    const under = new Set([...within, ...within.map((id) => `add-${id}`)]);
    const others = this.rows().filter(({ id }) => !under.has(id));
    const above = this.rows().slice(0, currentIndex + (currentIndex > this.rows().indexOf(moved) ? 1 : 0));
    const place = others.filter((row) => above.includes(row)).length;
    const destination = destinationAt(others, place);
    this.model.apply([{ kind: 'move_field', field: moved.id, group: this.group().id, ...destination }]);
  }

  /** Alt and arrows: up and down among siblings, right into what stands above, left out of what it stands in. */
  private moveByKey(row: FieldRow, key: string): void {
    const siblings = row.parent ? row.parent.fields : this.group().fields;
    const group = this.group().id;
    const to = (parent: string | null, index: number): void => {
      if (!this.model.apply([{ kind: 'move_field', field: row.id, group, parent, index }])) return;
      void this.announcer.announce(`${row.field.label} moved to place ${index + 1}`);
      this.focus(`grip-${row.id}`);
    };
    const before = siblings[row.index - 1];
    if (key === 'ArrowUp' && before) to(row.parent?.id ?? null, row.index - 1);
    else if (key === 'ArrowDown' && row.index < siblings.length - 1)
      to(row.parent?.id ?? null, row.index + 1);
    else if (key === 'ArrowRight' && before && takesFields(before)) to(before.id, before.fields.length);
    else if (key === 'ArrowLeft' && row.parent) {
      const owner = findField(this.model.document(), row.parent.id);
      if (owner) to(owner.ancestors.at(-1)?.id ?? null, owner.index + 1);
    }
  }

  protected gripKey(event: KeyboardEvent, row: FieldRow): void {
    if (event.altKey && event.key.startsWith('Arrow')) {
      event.preventDefault();
      this.moveByKey(row, event.key);
    } else if ((event.ctrlKey || event.metaKey) && event.key === 'c') {
      event.preventDefault();
      void this.copyField(row.field);
    } else this.cellKey(event, row.id, 'grip');
  }

  /** Arrows and Enter go from cell to cell as in a spreadsheet; Alt+Enter goes to the settings of the field. */
  protected cellKey(event: KeyboardEvent, rowId: string, column: string): void {
    if (event.altKey && event.key === 'Enter') {
      event.preventDefault();
      document.querySelector<HTMLElement>('tov-field-inspector input')?.focus();
      return;
    }
    if (event.altKey && event.key.startsWith('Arrow')) {
      const row = this.rows().find((each) => each.id === rowId);
      if (row?.kind !== 'field' || !(event.key === 'ArrowUp' || event.key === 'ArrowDown')) return;
      event.preventDefault();
      this.moveByKey(row, event.key);
      return;
    }
    const step = { ArrowUp: -1, ArrowDown: 1, Enter: 1 }[event.key];
    const isMenu = event.target instanceof HTMLSelectElement;
    if (step === undefined || (isMenu && event.key !== 'Enter') || event.ctrlKey || event.metaKey) return;
    const ids = [...this.rows().map(({ id }) => id), 'add'];
    const target = ids[ids.indexOf(rowId) + step];
    if (target === undefined) return;
    event.preventDefault();
    const cell = document.getElementById(`${target}-${column}`) ?? document.getElementById(`${target}-label`);
    cell?.focus();
    if (cell instanceof HTMLInputElement) cell.select();
  }

  private focus(id: string): void {
    afterNextRender(() => document.getElementById(id)?.focus(), { injector: this.injector });
  }
}
