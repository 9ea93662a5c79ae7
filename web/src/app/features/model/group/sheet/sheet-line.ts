import { Said } from '../../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { CdkDragHandle } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { CheckFinding } from '@tovlet/core/checks/index';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { fieldTypeOf } from '@tovlet/core/fields/index';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { useWords } from '@tovlet/core/messages/use-words';
import { includedSet } from '@tovlet/core/model/expand';
import { KEY_LENGTH_LIMIT } from '@tovlet/core/model/keys';
import type { FieldColumn } from '@tovlet/core/model/table/column';
import { fieldColumn } from '@tovlet/core/model/table/index';
import { ChecksStore } from '../../../../shell/checks-store';
import { ModelStore } from '../../../../shell/model-store';
import { TypeChoice } from '../../field-types/type-choice';
import { TypeChange } from '../../rehearsal/type-change';
import { typesUnder } from './add-line';
import { headingOf, type ColumnName, type ExtraColumn, type SheetColumn } from './sheet-columns';
import { SheetEdits } from './sheet-edits';
import type { FieldRow } from './sheet-rows';

const EXTRAS: readonly string[] = ['limits', 'choices', 'default', 'help'] satisfies readonly ExtraColumn[];

/** The line of a field. Its cells are edited in place; the sheet moves the focus among them. */
@Component({
  selector: 'tov-sheet-line',
  imports: [CdkDragHandle, MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet-line.html',
  styleUrls: ['./cell.scss', './sheet-line.scss'],
})
export class SheetLine {
  readonly row = input.required<FieldRow>();
  readonly columns = input.required<readonly SheetColumn[]>();
  /** The column of the cell that the Tab key comes to; null where that is in another line. */
  readonly current = input<ColumnName | null>(null);
  readonly canEdit = input(true);
  readonly filled = input<FillAnswer['fields'][string]>();
  /** Whether lines stand in from the edge, as there are some that fold. */
  readonly gutter = input(false);
  readonly folded = output();
  readonly removed = output();

  private readonly model = inject(ModelStore);
  private readonly checks = inject(ChecksStore);
  protected readonly edits = inject(SheetEdits);
  private readonly typeChoice = inject(TypeChoice);
  private readonly typeChange = inject(TypeChange);
  protected readonly keyLimit = KEY_LENGTH_LIMIT;
  protected readonly field = computed(() => this.row().field);
  protected readonly type = computed(() => fieldTypeOf(this.field().kind));
  protected readonly types = computed(() => typesUnder(this.row().parent));
  protected readonly flaw = computed<CheckFinding | undefined>(() =>
    this.checks.findings().find(({ target }) => target.kind === 'field' && target.id === this.field().id),
  );
  protected readonly rules = computed(() => {
    const field = this.field();
    const { fields, groups } = this.model.compiled();
    const set = includedSet(field);
    return [
      ...(field.required ? [say`required`] : []),
      ...(field.unique ? [say`unique`] : []),
      ...(fields.get(field.id)?.behaviour.summary ?? []),
      ...(set === null ? [] : [groups.get(set)?.label ?? say`a removed set`]),
    ].join(', ');
  });
  protected readonly shown = computed(() => {
    const { active, shownWhen } = this.field();
    if (!active) return say`turned off`;
    return shownWhen ? conditionWords(shownWhen, this.model.compiled()) : '';
  });
  /** Rules and condition together, where the sheet is too narrow for both. */
  protected readonly words = computed(() => {
    const shown = this.shown();
    const condition = this.field().active && shown !== '' ? say`when ${shown}` : shown;
    return [this.rules(), condition].filter(Boolean).join(' · ');
  });
  protected readonly uses = computed(() => this.checks.usesOf(this.field().id));
  protected readonly usesTitle = computed(() => {
    const words = this.uses().map(({ place }) => useWords(place, this.model.compiled()));
    return words.length === 0 ? say`Nothing refers to this field` : words.join('\n');
  });
  protected readonly fill = computed(() => {
    const found = this.filled();
    if (!found || found.of === 0) return null;
    const within = this.row().parent === null ? 'entries' : 'rows';
    return { share: found.filled / found.of, words: say`filled in ${found.filled} of ${found.of} ${within}` };
  });

  protected isExtra = (name: ColumnName): name is Exclude<ExtraColumn, 'required'> => EXTRAS.includes(name);
  protected heading = headingOf;
  protected concerns = (name: ExtraColumn): boolean => fieldColumn(name).concerns(this.field());
  protected read = (name: ExtraColumn): string => fieldColumn(name).read(this.field());

  protected write(name: FieldColumn['name'], box: HTMLInputElement): void {
    this.edits.write(name, this.field(), box.value);
    // What was taken may read otherwise than it was typed, and what was not is as it was.
    const now = this.edits.fieldOf(this.field().id) ?? this.field();
    box.value = fieldColumn(name).read(now);
  }

  /** Another type is made once it was seen what becomes of the values; until then, and where it is left, the box goes back. */
  protected async writeType(box: HTMLSelectElement): Promise<void> {
    const { id } = this.field();
    const written = fieldColumn('type').write(box.value, this.field());
    if (!('problem' in written)) await this.typeChange.make(id, written.patch, box);
    box.value = (this.edits.fieldOf(id) ?? this.field()).kind;
  }

  /** Lets the type be chosen from the list that shows them all. */
  protected async seeAllTypes(box: HTMLSelectElement): Promise<void> {
    const { kind } = this.field();
    box.value = kind;
    box.value = (await this.typeChoice.ask(kind)) ?? kind;
    await this.writeType(box);
    box.focus();
  }

  protected require(box: HTMLInputElement): void {
    if (!this.edits.write('required', this.field(), box.checked ? 'yes' : ''))
      box.checked = this.field().required;
  }
}
