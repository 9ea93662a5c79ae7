import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import { areaOf, blockAt, blocksOn, type PageBlock } from './page-blocks';

/** A mark around a block, in pixels of the frame. */
interface Mark {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * The page as it would be: a block of it is chosen by a press, and the one that is chosen is marked and brought into view. What
 * the page itself would do when something on it is pressed does not happen.
 */
@Component({
  selector: 'tov-page-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="sheet" [style.width]="width()">
      <iframe
        #frame
        title="The page with the sample entry"
        i18n-title
        sandbox="allow-same-origin"
        [srcdoc]="page()"
        (load)="arrive()"
      ></iframe>
      @for (mark of marks(); track $index) {
        <div
          class="mark"
          aria-hidden="true"
          [style.left.px]="mark.left"
          [style.top.px]="mark.top"
          [style.width.px]="mark.width"
          [style.height.px]="mark.height"
        ></div>
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      justify-content: center;
      overflow: auto;
    }
    .sheet {
      position: relative;
      height: 100%;
      overflow: hidden;
    }
    iframe {
      display: block;
      width: 100%;
      height: 100%;
      border: 0;
      background: var(--paper);
    }
    .mark {
      position: absolute;
      border: 2px solid var(--spruce);
      border-radius: 3px;
      pointer-events: none;
    }
  `,
})
export class PageFrame {
  private readonly sanitizer = inject(DomSanitizer);
  readonly html = input.required<string>();
  /** As a style has it. */
  readonly width = input('100%');
  /** The block that is chosen. */
  readonly selected = input<string | null>(null);
  readonly pressed = output<string>();
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');
  /** It is shown in a frame without scripts, so that nothing in it can act. */
  protected readonly page = computed(() => this.sanitizer.bypassSecurityTrustHtml(this.html()));
  private readonly blocks = signal<readonly PageBlock[]>([]);
  private readonly chosen = computed(() => this.blocks().filter(({ id }) => id === this.selected()));
  protected readonly marks = signal<readonly Mark[]>([]);
  private scrolled = 0;

  constructor() {
    effect(() => {
      const chosen = this.chosen();
      untracked(() => {
        this.reveal(chosen);
        this.draw();
      });
    });
  }

  private get document(): Document | null {
    return this.frame().nativeElement.contentDocument;
  }

  /** A page has come: it stands where the one before it stood. */
  protected arrive(): void {
    const { document: page } = this;
    const view = page?.defaultView;
    if (!page || !view) return;
    view.scrollTo(0, this.scrolled);
    this.blocks.set(blocksOn(page));
    view.addEventListener('scroll', () => {
      this.scrolled = view.scrollY;
      this.draw();
    });
    view.addEventListener('resize', () => this.draw());
    // Pictures that come late push down what stands below them.
    page.addEventListener('load', () => this.draw(), true);
    page.addEventListener('click', (event) => this.press(page, event), true);
    page.addEventListener('submit', (event) => event.preventDefault(), true);
    this.draw();
  }

  private press(page: Document, event: MouseEvent): void {
    event.preventDefault();
    const target = page.elementFromPoint(event.clientX, event.clientY);
    const found = target && blockAt(this.blocks(), target);
    if (found) this.pressed.emit(found.id);
  }

  private reveal([first]: readonly PageBlock[]): void {
    const [area, view] = [first && areaOf(first), this.document?.defaultView];
    if (!area || !view) return;
    const isSeen = area.bottom > 40 && area.top < view.innerHeight - 40;
    if (!isSeen) view.scrollTo({ top: view.scrollY + area.top - view.innerHeight / 4 });
  }

  private draw(): void {
    const areas = this.chosen().map(areaOf);
    this.marks.set(
      areas.flatMap((area) => {
        if (!area) return [];
        const { left, top, width, height } = area;
        return [{ left: left - 3, top: top - 3, width: width + 6, height: height + 6 }];
      }),
    );
  }
}
