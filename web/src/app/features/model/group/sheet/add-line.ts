import { Said } from '../../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { fieldTypeOf, fieldTypes, type FieldKind } from '@tovlet/core/fields/index';
import type { FieldType } from '@tovlet/core/fields/field-type';
import type { Field } from '@tovlet/core/model/document';
import { keyFromLabel } from '@tovlet/core/model/keys';
import { valueFrom } from '../../../../shared/event-values';
import { TypeChoice } from '../../field-types/type-choice';
import { SheetEdits } from './sheet-edits';

/** What can stand under a field: shapes under a mixed list, everything else elsewhere. */
export const typesUnder = (parent: Field | null): readonly FieldType[] =>
  fieldTypes.filter(({ kind }) => (kind === 'shape') === (parent?.kind === 'mixed_list'));

/** The line that adds a field: a label is typed, its key and type are shown, Enter adds it. */
@Component({
  selector: 'tov-add-line',
  imports: [MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-icon svgIcon="add" aria-hidden="true" />
    <input
      #box
      class="cell"
      [id]="lineId() + '-label'"
      [attr.tabindex]="stop() ? null : -1"
      [attr.placeholder]="parent() ? words() : ('Type a label, press Enter' | said)"
      [attr.aria-label]="words()"
      [value]="label()"
      (input)="label.set(box.value)"
      (keydown.enter)="$event.preventDefault(); $event.stopPropagation(); add()"
      (keydown)="key($event)"
      (paste)="paste($event)"
    />
    @if (label() !== '') {
      <span class="mono key">{{ willBe() }}</span>
      <select
        class="cell"
        aria-label="Type of the new field"
        i18n-aria-label
        (change)="setKind(valueFrom($event)); valueFrom($event) === '' && seeAll()"
        (keydown.enter)="$event.preventDefault(); $event.stopPropagation(); add()"
      >
        @for (type of types(); track type.kind) {
          <option [value]="type.kind" [selected]="type.kind === kind()">{{ type.name }}</option>
        }
        <option i18n value="">See all types …</option>
      </select>
      <span class="hint">
        <ng-container i18n>Enter adds it</ng-container>
        @for (other of others(); track other.kind) {
          <button type="button" class="other" (click)="setKind(other.kind); box.focus()">
            {{ other.name }} <kbd>Alt {{ other.digit }}</kbd>
          </button>
        }
      </span>
    } @else if (!parent()) {
      <span i18n class="hint">Paste lines, or cells of a spreadsheet, to add several fields</span>
    }
  `,
  styleUrls: ['./cell.scss', './add-line.scss'],
})
export class AddLine {
  protected readonly valueFrom = valueFrom;
  /** What the ids of its parts begin with. */
  readonly lineId = input('add');
  readonly parent = input<Field | null>(null);
  /** The place of the new field among its siblings. */
  readonly index = input.required<number>();
  /** Whether the Tab key comes to it. */
  readonly stop = input(true);
  /** The id of the last field that was added. */
  readonly added = output<string>();

  private readonly edits = inject(SheetEdits);
  private readonly typeChoice = inject(TypeChoice);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly label = signal('');
  private readonly chosen = signal<FieldKind | null>(null);
  private readonly meanings = computed(() => this.edits.meanings(this.label(), this.parent()));
  protected readonly kind = computed(() => this.chosen() ?? this.meanings()[0]?.kind ?? 'text');
  protected readonly types = computed(() => typesUnder(this.parent()));
  protected readonly words = computed(() => {
    const parent = this.parent();
    if (!parent) return say`Add a field: type a label, press Enter`;
    return parent.kind === 'mixed_list'
      ? say`Add a shape to ${parent.label}`
      : say`Add a field to ${parent.label}`;
  });
  protected readonly willBe = computed(() => {
    const label = this.label().trim();
    return label === '' ? '' : keyFromLabel(label, this.edits.keysBeside(this.parent()));
  });
  /** Other types that the label may mean, each with the digit that takes it together with Alt. */
  protected readonly others = computed(() =>
    this.meanings()
      .filter(({ kind }) => kind !== this.kind())
      .slice(0, 2)
      .map(({ kind }, index) => ({ kind, name: fieldTypeOf(kind).name, digit: index + 2 })),
  );

  protected setKind(value: string): void {
    const kind = this.types().find((type) => type.kind === value)?.kind;
    this.chosen.set(fieldTypes.find((type) => type.kind === kind)?.kind ?? null);
  }

  /** Lets the type be chosen from the list that shows them all; then the label goes on. */
  protected async seeAll(): Promise<void> {
    const chosen = await this.typeChoice.ask(this.kind());
    if (chosen) this.setKind(chosen);
    this.box().nativeElement.focus();
  }

  /** Alt and a digit take another type that the label may mean. */
  protected key(event: KeyboardEvent): void {
    const digit = event.altKey ? /^Digit([23])$/.exec(event.code)?.[1] : undefined;
    const other = this.others().find((each) => String(each.digit) === digit);
    if (!other || this.label().trim() === '') return;
    event.preventDefault();
    event.stopPropagation();
    this.setKind(other.kind);
    void this.announcer.announce(say`${other.name} is chosen. Enter adds it.`);
  }

  /** Adds what is typed; the cursor stays there for the next one. */
  protected add(): void {
    const label = this.label().trim();
    if (label === '') return;
    const kind = this.kind();
    const meant = this.meanings().find((each) => each.kind === kind);
    this.finish(
      this.edits.add({ parent: this.parent(), index: this.index() }, [{ label, ...(meant ?? { kind }) }]),
    );
  }

  /** Several pasted lines, a table or copied fields become fields at once. */
  protected paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text') ?? '';
    const added = this.edits.paste(text, { parent: this.parent(), index: this.index() });
    if (added === undefined) return;
    event.preventDefault();
    this.finish(added);
  }

  private finish(added: string | null): void {
    if (added === null) return;
    this.label.set('');
    this.chosen.set(null);
    const { nativeElement } = this.box();
    nativeElement.value = '';
    nativeElement.focus();
    this.added.emit(added);
  }
}
