import { richText } from '@tovlet/core/fields/rich_text/rich_text';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { Editor } from '@tiptap/core';
import { textOfHtml } from '@tovlet/core/fields/rich_text/text-of-html';
import { plural } from '@tovlet/core/locale/counts';
import { numberFor } from '@tovlet/core/locale/numbers';
import { say } from '@tovlet/core/locale/say';
import { wordsIn } from '@tovlet/core/locale/words';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Widget } from '../../forms/widget';
import { knowIcons } from '../../shared/icons';
import { toolDrawings } from './icons';
import { toolsFor, type Tool } from './tools';

/** So many words are read in a minute, without haste. */
const WORDS_A_MINUTE = 200;

/** Text with headings, lists and links; the editor itself comes when the first such field is drawn. */
@Component({
  selector: 'tov-rich-text-widget',
  imports: [ICON_BUTTON, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="rich"
      tabindex="-1"
      [id]="inputId()"
      [class.off]="disabled()"
      (focus)="editor()?.commands?.focus()"
    >
      <div
        class="tools"
        role="toolbar"
        ariaLabel="Formatting of {{ name() ?? field().label }}"
        i18n-ariaLabel
      >
        @for (tool of tools(); track tool.name) {
          <button
            type="button"
            matIconButton
            [attr.aria-label]="tool.name"
            [attr.aria-pressed]="isOn(tool)"
            [disabled]="disabled() || editor() === null"
            (click)="use(tool)"
          >
            <mat-icon [svgIcon]="tool.icon" />
          </button>
        }
        @if (linking()) {
          <form class="link" (submit)="$event.preventDefault(); setLink(address.value)">
            <input
              #address
              class="control"
              placeholder="https://"
              aria-label="Address of the link"
              i18n-aria-label
              [value]="href()"
            />
            <button i18n type="submit" matButton="outlined">Set</button>
          </form>
        }
      </div>
      <div #surface class="surface"></div>
    </div>
    @if (words() > 0) {
      <p class="muted length">{{ lengthWords() }}</p>
    }
  `,
  styleUrl: './rich-text-widget.scss',
})
export class RichTextWidget extends Widget {
  protected readonly settings = computed(() => richText.read(this.field().field.settings));
  private readonly locale = inject(READER_LOCALE);
  private readonly surface = viewChild.required<ElementRef<HTMLElement>>('surface');
  protected readonly editor = signal<Editor | null>(null);
  /** Counts up with everything that happens in the editor, so that the buttons follow. */
  private readonly beat = signal(0);
  protected readonly linking = signal(false);
  private ended = false;
  /** What was last committed here; other values come from outside. */
  private own: string | null = null;

  protected readonly tools = computed<readonly Tool[]>(() => toolsFor(this.settings().tools));
  protected readonly words = computed(() => wordsIn(textOfHtml(String(this.value() ?? '')), this.locale));
  /** How much there is to read. */
  protected readonly lengthWords = computed(() => {
    const [words, minutes] = [this.words(), Math.max(1, Math.round(this.words() / WORDS_A_MINUTE))];
    const count = plural(words, say`One word`, say`${numberFor(this.locale, words, 0)} words`);
    return say`${count}, ${plural(minutes, say`about a minute to read`, say`about ${minutes} minutes to read`)}`;
  });
  protected readonly href = computed(() => {
    this.beat();
    const href: unknown = this.editor()?.getAttributes('link')['href'];
    return typeof href === 'string' ? href : '';
  });

  constructor() {
    super();
    knowIcons(toolDrawings);
    afterNextRender(() => void this.start());
    inject(DestroyRef).onDestroy(() => {
      this.ended = true;
      this.editor()?.destroy();
    });
    effect(() => {
      const value = this.value();
      const editor = this.editor();
      const html = typeof value === 'string' ? value : '';
      if (editor && html !== (this.own ?? '') && html !== editor.getHTML()) {
        untracked(() => editor.commands.setContent(html, { emitUpdate: false }));
      }
    });
    effect(() => this.editor()?.setEditable(!this.disabled()));
  }

  protected isOn(tool: Tool): boolean {
    this.beat();
    const editor = this.editor();
    return editor !== null && tool.isOn(editor);
  }

  protected use(tool: Tool): void {
    const editor = this.editor();
    if (!editor) return;
    if (tool.asksForLink) this.linking.update((open) => !open);
    else tool.run(editor);
  }

  protected setLink(address: string): void {
    const editor = this.editor();
    if (!editor) return;
    const chain = editor.chain().focus().extendMarkRange('link');
    if (address.trim() === '') chain.unsetLink().run();
    else chain.setLink({ href: address.trim() }).run();
    this.linking.set(false);
  }

  private async start(): Promise<void> {
    const { makeEditor } = await import('./editor');
    if (this.ended) return;
    const value = this.value();
    const editor = makeEditor({
      element: this.surface().nativeElement,
      content: typeof value === 'string' ? value : '',
      editable: !this.disabled(),
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': this.name() ?? this.field().label,
      },
      onUpdate: (html) => this.take(html),
      onBeat: () => this.beat.update((count) => count + 1),
    });
    this.editor.set(editor);
  }

  private take(html: string): void {
    const empty = textOfHtml(html).trim() === '' && !html.includes('<hr');
    this.own = empty ? '' : html;
    this.commit()(empty ? null : html);
  }
}
