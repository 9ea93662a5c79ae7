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
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { ChainedCommands, Editor } from '@tiptap/core';
import { invariant } from '@tovlet/core/invariant';
import { firstValueFrom } from 'rxjs';
import { showsNothing } from '@tovlet/core/fields/rich_text/mentions';
import { textOfHtml } from '@tovlet/core/fields/rich_text/text-of-html';
import { minutesFor } from '@tovlet/core/fields/text-formats';
import { plural } from '@tovlet/core/locale/counts';
import { numberFor } from '@tovlet/core/locale/numbers';
import { say } from '@tovlet/core/locale/say';
import { wordsIn } from '@tovlet/core/locale/words';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Widget } from '../../forms/widget';
import { mediumChooser } from '../../pickers/medium/choose-medium';
import { MediaApi } from '../../pickers/medium/media-api';
import { knowIcons } from '../../shared/icons';
import { Notices } from '../../shared/notices';
import { nullWhereGone } from '../../shared/problem';
import { toolDrawings } from './icons';
import { LinkPanel, type LinkTarget } from './link-panel';
import { ENTRY_LINK, PICTURE } from './names';
import type { ShownPicture } from './picture';
import { PicturePanel } from './picture-panel';
import { TablePanel } from './table-panel';
import { toolsFor, type Tool } from './tools';

/** Whether two texts are the same, however their elements without content are written. */
const sameMarkup = (one: string, other: string): boolean =>
  one.replaceAll(' />', '>') === other.replaceAll(' />', '>');

/** Text with headings, lists, tables, pictures and links; the editor itself comes when the first such field is drawn. */
@Component({
  selector: 'tov-rich-text-widget',
  imports: [ICON_BUTTON, LinkPanel, MatIcon, PicturePanel, TablePanel],
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
      </div>
      @if (editor(); as writing) {
        @if (linking()) {
          <tov-link-panel
            [boxId]="inputId()"
            [href]="attribute('link', 'href')"
            [entry]="attribute(entryLink, 'entry')"
            (chosen)="setLink($event)"
            (removed)="unlink()"
            (keydown.escape)="stopLinking()"
          />
        }
        @if (!disabled() && isActive(picture)) {
          <tov-picture-panel
            [boxId]="inputId()"
            [alt]="attribute(picture, 'alt')"
            (described)="describe($event)"
            (another)="choosePicture()"
            (removed)="writing.chain().focus().deleteSelection().run()"
          />
        }
        @if (!disabled() && isActive('table')) {
          <tov-table-panel [editor]="writing" />
        }
      }
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
  protected readonly entryLink = ENTRY_LINK;
  protected readonly picture = PICTURE;
  private readonly locale = inject(READER_LOCALE);
  private readonly media = inject(MediaApi);
  private readonly notices = inject(Notices);
  private readonly chooseMedium = mediumChooser();
  private readonly surface = viewChild.required<ElementRef<HTMLElement>>('surface');
  protected readonly editor = signal<Editor | null>(null);
  /** Counts up with everything that happens in the editor, so that the buttons follow. */
  private readonly beat = signal(0);
  protected readonly linking = signal(false);
  private ended = false;
  /** What was last committed here or came from outside; null before either. */
  private own: string | null = null;

  protected readonly tools = computed<readonly Tool[]>(() => toolsFor(this.settings().tools));
  protected readonly words = computed(() => wordsIn(textOfHtml(String(this.value() ?? '')), this.locale));
  /** How much there is to read. */
  protected readonly lengthWords = computed(() => {
    const [words, minutes] = [this.words(), minutesFor(this.words())];
    const count = plural(words, say`One word`, say`${numberFor(this.locale, words, 0)} words`);
    return say`${count}, ${plural(minutes, say`about a minute to read`, say`about ${minutes} minutes to read`)}`;
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
      if (!editor || sameMarkup(html, this.own ?? '')) return;
      this.own = html;
      if (!sameMarkup(html, editor.getHTML()))
        untracked(() => editor.commands.setContent(html, { emitUpdate: false }));
    });
    effect(() => this.editor()?.setEditable(!this.disabled()));
  }

  protected isOn(tool: Tool): boolean {
    this.beat();
    const editor = this.editor();
    return editor !== null && tool.isOn(editor);
  }

  protected isActive(name: string): boolean {
    this.beat();
    return this.editor()?.isActive(name) ?? false;
  }

  /** What the caret's place says of a part of the text; empty for nothing. */
  protected attribute(part: string, name: string): string {
    this.beat();
    const found: unknown = this.editor()?.getAttributes(part)[name];
    return typeof found === 'string' ? found : '';
  }

  protected use(tool: Tool): void {
    const editor = this.editor();
    if (!editor) return;
    if (tool.asksFor === 'link') this.linking.update((open) => !open);
    else if (tool.asksFor === 'picture') void this.choosePicture();
    else tool.run(editor);
  }

  /** Words that are chosen lead there; where none are, what it is called is put in. */
  protected setLink(target: LinkTarget): void {
    const editor = this.editor();
    if (!editor) return;
    const [name, attributes] =
      'href' in target ? ['link', { href: target.href }] : [ENTRY_LINK, { entry: target.entry }];
    if ('href' in target && target.href === '') this.unlink();
    else if (editor.state.selection.empty && !this.isActive('link') && !this.isActive(ENTRY_LINK)) {
      const text = 'href' in target ? target.href : target.title;
      editor
        .chain()
        .focus()
        .insertContent({ type: 'text', text, marks: [{ type: name, attrs: attributes }] })
        .run();
    } else this.whole().unsetMark('link').unsetMark(ENTRY_LINK).setMark(name, attributes).run();
    this.linking.set(false);
  }

  protected unlink(): void {
    this.whole().unsetMark('link').unsetMark(ENTRY_LINK).run();
    this.linking.set(false);
  }

  protected stopLinking(): void {
    this.linking.set(false);
    this.editor()?.commands.focus();
  }

  /** The chosen words, and all that the link goes over in which the caret stands. */
  private whole(): ChainedCommands {
    const chain = this.editor()?.chain().focus();
    invariant(chain, 'Nothing is linked before there is an editor');
    return chain.extendMarkRange('link').extendMarkRange(ENTRY_LINK);
  }

  protected async choosePicture(): Promise<void> {
    const medium = await this.chooseMedium();
    if (!medium || this.ended) return;
    const editor = this.editor();
    if (this.isActive(PICTURE))
      editor?.chain().focus().updateAttributes(PICTURE, { medium: medium.id, alt: null }).run();
    else
      editor
        ?.chain()
        .focus()
        .insertContent({ type: PICTURE, attrs: { medium: medium.id } })
        .run();
  }

  protected describe(alt: string): void {
    this.editor()?.commands.updateAttributes(PICTURE, { alt: alt || null });
  }

  private async lookUp(id: string): Promise<ShownPicture | null | undefined> {
    try {
      const medium = await nullWhereGone(firstValueFrom(this.media.get(id)));
      return medium && { url: medium.variants[0]?.url ?? medium.url, alt: medium.alt };
    } catch {
      // The server is away: the place of the picture says so.
      return undefined;
    }
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
      lookUp: (id) => this.lookUp(id),
      tools: () => this.settings().tools,
      onPicturesLeftOut: (count) =>
        this.notices.say(
          plural(
            count,
            say`A picture was left out: add it from the media.`,
            say`${count} pictures were left out: add them from the media.`,
          ),
        ),
      onUpdate: (html) => this.take(html),
      onBeat: () => this.beat.update((count) => count + 1),
    });
    this.editor.set(editor);
  }

  private take(written: string): void {
    // The editor keeps an empty paragraph at the end, to write on in: it is nobody's words.
    const html = written.replace(/(<p><\/p>)+$/, '');
    if (sameMarkup(html, this.own ?? String(this.value() ?? ''))) return;
    const empty = showsNothing(html, textOfHtml(html)) && !html.includes('<hr');
    this.own = empty ? '' : html;
    this.commit()(empty ? null : html);
  }
}
