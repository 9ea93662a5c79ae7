import { CdkDrag, CdkDropList } from '@angular/cdk/drag-drop';
import { say } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  resource,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { CdkScrollable } from '@angular/cdk/scrolling';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import { seatsOf } from '@tovlet/core/templates/seats';
import { valueOptions, wholeTypes, type ValueOption } from '@tovlet/core/templates/value-options';
import { templateName, templateOf } from '@tovlet/core/model/page-templates';
import { blockKindOf, blockKinds } from '@tovlet/core/templates/blocks/index';
import { findList } from '@tovlet/core/templates/found-path';
import { isWholeType } from '@tovlet/core/templates/listed';
import { fittingBlocks, type FittingBlock } from '@tovlet/core/templates/put-on-page';
import { templateOwner } from '../../shared/template-address';
import { Keys } from '../../shell/keys';
import { Undo } from '../../shell/undo/undo';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { SessionStore } from '../../shell/session-store';
import { CodeEditor } from '../../shared/code-editor';
import { Confirm } from '../../shared/confirm';
import { FetchedPart } from '../../fetching/fetched-part';
import type { HoldsWork } from '../../shared/leave';
import { BlockInspector } from './block-inspector';
import { BlockTree } from './block-tree';
import { HeadInspector } from './head/head-inspector';
import { HeadPreview } from './head/head-preview';
import { BuilderStore } from './builder-store';
import { PageFrame } from './page-frame';
import { PageSummary } from './page-summary';
import { TemplateChoice } from './template-choice';
import { SampleValues } from '../../pickers/path/sample-values';
import moreVertIcon from '@material-symbols/svg-400/outlined/more_vert.svg' with { loader: 'text' };
import { blockDrawings } from './block-icons';
import { knowIcons } from '../../shared/icons';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';
import { ScreenHeading } from '../../shell/screen-heading';

const WIDTHS = [
  { label: say`Phone`, width: '390px' },
  { label: say`Tablet`, width: '768px' },
  { label: say`Desktop`, width: '100%' },
] as const;

/** The template of a content type: block outline and value tray, live page, the selected block. */
@Component({
  selector: 'tov-builder-page',
  imports: [
    BlockInspector,
    BlockTree,
    CdkScrollable,
    Choice,
    CodeEditor,
    FetchedPart,
    HeadInspector,
    HeadPreview,
    ICON_BUTTON,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    MatMenu,
    MatMenuContent,
    MatMenuItem,
    MatMenuTrigger,
    Options,
    CdkDrag,
    CdkDropList,
    PageFrame,
    PageSummary,
    Panes,
    RouterLink,
    ScreenHeading,
    TemplateChoice,
  ],
  providers: [BuilderStore, SampleValues],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:beforeunload)': 'warn($event)' },
  templateUrl: './builder-page.html',
  styleUrl: './builder-page.scss',
})
export class BuilderPage implements HoldsWork {
  readonly typeKey = input<string>();
  /** One of the type's own templates; none is its standard one. */
  readonly template = input<string>();
  /** The block to choose, as a finding of the checks names it. */
  readonly block = input<string>();
  protected readonly store = inject(BuilderStore);
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  protected readonly samples = inject(SampleValues);
  private readonly router = inject(Router);
  private readonly confirm = inject(Confirm);
  protected readonly kinds = blockKinds;
  protected readonly widths = WIDTHS;
  protected readonly width = signal<string>('100%');
  /** What of the template is looked at. */
  protected readonly view = signal<'page' | 'head' | 'code'>('page');

  protected readonly title = computed(() => {
    const type = this.store.type()?.contentType;
    return type ? templateName(type, this.store.templateId() ?? type.id) : '';
  });
  /** What a template shows before it is saved for the first time. */
  protected readonly begins = computed(() => {
    if (this.store.type()?.kind === 'term')
      return say`Begins with what a term tells and what has it; saving makes it a template of its own.`;
    return this.store.templateId() === this.store.type()?.contentType.id
      ? say`Made from the page order; saving makes it a template of its own.`
      : say`Begins as the standard template; saving makes it one of its own.`;
  });
  protected readonly tray = computed(() => {
    const type = this.store.type();
    if (!type) return [];
    const [seats, paths] = [seatsOf(type), this.store.standing.paths()];
    return [...valueOptions(seats, paths), ...wholeTypes(seats, paths)];
  });
  protected readonly words = signal('');
  /** The values whose way has all the words. */
  protected readonly offered = computed(() => {
    const wanted = this.words().toLocaleLowerCase().split(/\s+/).filter(Boolean);
    return this.tray().filter(({ path }) => {
      const label = path.label.toLocaleLowerCase();
      return wanted.every((word) => label.includes(word));
    });
  });
  protected readonly mistakes = computed(() => {
    const { error } = this.store.preview();
    return error ? [error] : [];
  });
  protected readonly language = resource({
    params: () => this.store.type() ?? undefined,
    loader: async ({ params }) => [
      (await import('./liquid-language')).liquidFor(params, this.model.compiled()),
    ],
  });

  constructor() {
    knowIcons({ ...blockDrawings, more_vert: moreVertIcon });
    effect(() => {
      const key = this.typeKey();
      // A change of the model must not open the template anew: what is not saved yet would be gone.
      const document = untracked(() => this.model.document());
      const type = templateOwner(key, document);
      const [first] = document.contentTypes;
      if (key === undefined && first)
        void this.router.navigate(['/templates', first.key], { replaceUrl: true });
      else if (type) {
        const id = templateOf(type, this.template() ?? null);
        untracked(() => this.store.open(type.id, id));
      }
    });
    effect(() => {
      this.model.compiled();
      untracked(() => this.store.refresh());
    });
    effect(() => {
      const block = this.block();
      if (block !== undefined && this.store.loaded()) untracked(() => this.store.selectedId.set(block));
    });
    const ends = [
      inject(Keys).use({ save: () => void this.store.save(), live: true }),
      inject(Undo).use(this.store.history),
    ];
    inject(DestroyRef).onDestroy(() => ends.forEach((end) => end()));
  }

  /** Asks before unsaved blocks are left behind. */
  hasUnsavedWork(): boolean {
    return this.store.dirty() && this.session.canModel();
  }

  protected warn(event: BeforeUnloadEvent): void {
    if (this.hasUnsavedWork()) event.preventDefault();
  }

  /** What a value can become on the page, the best first. */
  protected fitting({ place, found }: ValueOption): readonly FittingBlock[] {
    const type = this.store.type();
    const list = type && findList(place.path, seatsOf(type), this.store.standing.paths());
    return fittingBlocks(place, found, list);
  }

  protected addValue(option: ValueOption): void {
    const [best] = this.fitting(option);
    if (best) this.store.add(best);
  }

  /** Blocks are not dropped among values. */
  protected readonly never = (): boolean => false;
  protected readonly iconOfValue = ({ place, found: { field } }: ValueOption): string =>
    isWholeType(place.path) ? 'format_list_bulleted' : (field?.type.icon ?? 'short_text');

  protected iconOf = ({ kind }: FittingBlock): string => blockKindOf(kind).icon;

  protected async setMode(mode: 'blocks' | 'liquid'): Promise<void> {
    const leavesCode = mode === 'blocks' && this.store.content().liquid !== '';
    if (
      leavesCode &&
      !(await this.confirm.ask({
        title: say`Go back to blocks?`,
        text: say`Pages follow the blocks again. Your Liquid is kept with the template, unused.`,
        yes: say`Use the blocks`,
        danger: false,
      }))
    )
      return;
    this.store.setMode(mode);
  }

  protected async reset(): Promise<void> {
    if (
      await this.confirm.ask({
        title: say`Reset this template?`,
        text: say`Pages follow the page order of the type again. Undo brings the blocks back into the builder, and the bin keeps the template.`,
        yes: say`Reset the template`,
      })
    ) {
      await this.store.reset();
    }
  }
}
