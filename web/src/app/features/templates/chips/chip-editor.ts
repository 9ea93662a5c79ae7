import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Editor } from '@tiptap/core';
import { sameJson } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { bindingSchema, type Binding } from '@tovlet/core/templates/binding';
import type { ChipText } from '@tovlet/core/templates/chip-text';
import { findPath } from '@tovlet/core/templates/found-path';
import type { Seats } from '@tovlet/core/templates/seats';
import type { ValueOption } from '@tovlet/core/templates/value-options';
import { PathSearch } from '../../../pickers/path/path-search';
import { SampleValues } from '../../../pickers/path/sample-values';
import { BindingPanel } from '../binding-panel';
import { BuilderStore } from '../builder-store';
import { CHIP, documentFrom, textFrom } from './chip-document';
import type { ChipWords } from './chip-node';

/** Running text with values in it: words are typed, values put in by a picker or by typing `@`. */
@Component({
  selector: 'tov-chip-editor',
  imports: [BindingPanel, MatButton, PathSearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div #surface class="surface" [class.long]="long()"></div>
    @if (chosen(); as binding) {
      <tov-binding-panel
        [binding]="binding"
        [options]="options()"
        [seats]="seats()"
        [withWords]="true"
        (changed)="change($event)"
      />
      <button i18n type="button" matButton (click)="takeOut()">Take the value out</button>
    } @else if (editor() && options().length > 0) {
      <tov-path-search
        placeholder="Insert a value (or type @)"
        i18n-placeholder
        label="Insert a value into {{ label() }}"
        i18n-label
        [options]="options()"
        [sampleOf]="sampleOf"
        (chosen)="insert($event)"
        (keydown.escape)="back()"
        (focusout)="forget()"
      />
    }
  `,
  styleUrl: './chip-editor.scss',
})
export class ChipEditor {
  readonly label = input.required<string>();
  readonly text = input.required<ChipText>();
  /** Whether it has several lines. */
  readonly long = input(false);
  readonly options = input.required<readonly ValueOption[]>();
  /** Where the values are seen from; null where that is not known. */
  readonly seats = input.required<Seats | null>();
  readonly changed = output<ChipText>();

  private readonly store = inject(BuilderStore);
  private readonly samples = inject(SampleValues);
  private readonly surface = viewChild.required<ElementRef<HTMLElement>>('surface');
  private readonly picker = viewChild(PathSearch);
  private readonly drawn = new Set<() => void>();
  /** The text, for what follows only what it says. */
  private readonly given = computed(() => this.text(), {
    equal: (one, other) => sameJson([...one], [...other]),
  });
  protected readonly editor = signal<Editor | null>(null);
  /** Counts up with everything that happens in the editor. */
  private readonly beat = signal(0);
  /** Whether the picker was asked for by what was typed. */
  private typedFor = false;
  private ended = false;
  protected readonly sampleOf = (option: ValueOption): string => this.samples.valueOf(option);

  /** The chip that is chosen in the text. */
  protected readonly chosen = computed<Binding | null>(() => {
    this.beat();
    const editor = this.editor();
    if (!editor?.isActive(CHIP)) return null;
    const binding = bindingSchema.safeParse(editor.getAttributes(CHIP)['binding']);
    return binding.success ? binding.data : null;
  });

  constructor() {
    afterNextRender(() => void this.start());
    inject(DestroyRef).onDestroy(() => {
      this.ended = true;
      this.editor()?.destroy();
    });
    effect(() => {
      const [text, editor] = [this.given(), this.editor()];
      if (editor) untracked(() => this.take(text, editor));
    });
    // Values of the sample arrive late, and another sample has others.
    effect(() => {
      this.given().forEach((piece) => typeof piece !== 'string' && this.describe(piece));
      this.drawn.forEach((draw) => draw());
    });
  }

  private async start(): Promise<void> {
    const { makeChipEditor } = await import('./make-editor');
    if (this.ended) return;
    this.editor.set(
      makeChipEditor({
        element: this.surface().nativeElement,
        text: this.text(),
        label: this.label(),
        long: this.long(),
        describe: (binding) => untracked(() => this.describe(binding)),
        drawn: this.drawn,
        onUpdate: () => this.tell(),
        onBeat: () => this.beat.update((count) => count + 1),
        onWanted: () => this.want(),
      }),
    );
  }

  /** Takes over what came from elsewhere, such as an undo; what was typed here is there already. */
  private take(text: ChipText, editor: Editor): void {
    if (sameJson([...textFrom(editor.getJSON())], [...text])) return;
    editor.chain().setMeta('addToHistory', false).setContent(documentFrom(text), { emitUpdate: false }).run();
  }

  private tell(): void {
    const editor = this.editor();
    if (editor) this.changed.emit(textFrom(editor.getJSON()));
  }

  private describe(binding: Binding): ChipWords {
    const seats = this.seats();
    const found = seats && findPath(binding, seats, this.store.standing.paths());
    if (!found) return { name: say`A removed field`, value: '', gone: true };
    return {
      name: found.resolved.label,
      value: this.samples.valueOf({ found }),
      gone: false,
    };
  }

  private want(): void {
    this.typedFor = true;
    this.picker()?.focus();
  }

  protected insert({ place }: ValueOption): void {
    this.typedFor = false;
    const binding: Binding = { ...place, format: null, fallback: '' };
    this.editor()?.chain().focus().insertContent({ type: CHIP, attrs: { binding } }).run();
  }

  /** Goes back to the words; who wanted the character itself has it then. */
  protected back(): void {
    const written = this.typedFor ? '@' : '';
    this.typedFor = false;
    this.editor()?.chain().focus().insertContent(written).run();
  }

  /** Who left the picker for something else wants nothing any more. */
  protected forget(): void {
    this.typedFor = false;
  }

  protected change(binding: Binding): void {
    const editor = this.editor();
    // What is set anew is another node: it stays chosen.
    const at = editor?.state.selection.from ?? 0;
    editor?.chain().updateAttributes(CHIP, { binding }).setNodeSelection(at).run();
  }

  protected takeOut(): void {
    this.editor()?.chain().focus().deleteSelection().run();
  }
}
