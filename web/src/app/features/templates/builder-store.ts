import { say } from '@tovlet/core/locale/say';
import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { TemplateAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { sameJson } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { blockKindOf } from '@tovlet/core/templates/blocks/index';
import { copyBlock, findBlock } from '@tovlet/core/templates/block-tree';
import {
  applyTemplateChange,
  describeTemplateChange,
  inverseOfTemplateChange,
  type TemplateChange,
} from '@tovlet/core/templates/changes/index';
import type { BlockPatch } from '@tovlet/core/templates/changes/template-change';
import { headingFindings } from '@tovlet/core/templates/heading-order';
import { checkTemplate } from '@tovlet/core/templates/check';
import type { Head } from '@tovlet/core/templates/head/head';
import type { BlockProperty } from '@tovlet/core/templates/property';
import {
  block as makeBlock,
  templateContentSchema,
  type Block,
  type TemplateContent,
} from '@tovlet/core/templates/template';
import { filter, firstValueFrom } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Confirm } from '../../shared/confirm';
import { fetched } from '../../fetching/fetched';
import { Notices } from '../../shared/notices';
import { Events } from '../../shell/events';
import { ModelStore } from '../../shell/model-store';
import { Drafts } from '../../shell/edits/drafts';
import { EditQueue } from '../../shell/edits/edit-queue';
import { SampleValues } from '../../pickers/path/sample-values';
import { History, type Step } from '../../shell/undo/history';
import { livePreview } from './live-preview';
import { standingOf } from './standing';
import { TemplatesApi, type Sample } from './templates-api';

const BLANK: TemplateContent = { mode: 'blocks', blocks: [], liquid: '' };

/** What a new block is made of. */
type NewBlock = Pick<Block, 'kind'> & Partial<Pick<Block, 'properties' | 'repeat' | 'children'>>;

/** A place on a page: in a block, or (null) on the page itself, among those that stand there. */
export interface BlockSpot {
  readonly parent: string | null;
  readonly index: number;
}

/** Which template is to be edited. */
interface Wanted {
  readonly typeId: string;
  readonly templateId: string;
}

/** A template as it is saved, and the entries that it can be shown with. */
interface Arrived {
  readonly answer: TemplateAnswer;
  readonly samples: readonly Sample[];
}

/** What was done to a template in one go. */
interface BuilderStep extends Step {
  /** What was typed into; null for a step of its own. */
  readonly key: string | null;
  readonly at: number;
  readonly changes: readonly TemplateChange[];
  /** What takes the changes back. */
  readonly inverse: readonly TemplateChange[];
}

/** So long a pause ends an intention, in milliseconds. */
const PAUSE = 1_500;

/** A type's template while it is edited: blocks, selection, undo, live preview. */
@Injectable()
export class BuilderStore {
  private readonly api = inject(TemplatesApi);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly queue = inject(EditQueue);
  private readonly drafts = inject(Drafts);
  private readonly confirm = inject(Confirm);
  private wasDirty = false;
  private readonly typeId = signal<string | null>(null);
  private readonly opened = signal<string | null>(null);
  private readonly saved = signal<TemplateAnswer | null>(null);
  private readonly current = signal<TemplateContent>(BLANK);
  /** What was changed, to be taken back and done again. */
  readonly history = new History<BuilderStep>({
    undo: ({ inverse }) => this.apply(inverse),
    redo: ({ changes }) => this.apply(changes),
  });
  private readonly wanted = signal<Wanted | undefined>(undefined);
  /** The template on its way; what is edited begins with what arrives. */
  readonly arriving = fetched<Wanted, Arrived>({
    request: () => this.wanted(),
    fetch: (wanted) => this.fetch(wanted),
    isEmpty: () => false,
    keeps: () => false,
  });

  /** The id of the open template; that of the type for its standard one. */
  readonly templateId = this.opened.asReadonly();
  readonly content = this.current.asReadonly();
  readonly samples = signal<readonly Sample[]>([]);
  private readonly sampleValues = inject(SampleValues);
  readonly sample = this.sampleValues.sample;
  readonly selectedId = signal<string | null>(null);
  readonly type = computed<CompiledType | null>(
    () => this.model.compiled().subjectById.get(this.typeId() ?? '') ?? null,
  );
  /** Whether the template has come; until then there is nothing to edit. */
  readonly loaded = computed(() => this.saved() !== null);
  readonly isDefault = computed(() => this.saved()?.version === 0);
  readonly dirty = computed(() => {
    const saved = this.saved();
    return (
      saved !== null &&
      !sameJson(JSON.parse(JSON.stringify(saved.content)), JSON.parse(JSON.stringify(this.current())))
    );
  });
  readonly selected = computed(() => findBlock(this.current().blocks, this.selectedId() ?? ''));
  readonly findings = computed(() => {
    const type = this.type();
    if (!type) return [];
    return [
      ...checkTemplate(this.current(), type, this.model.compiled()),
      ...headingFindings(this.current()),
    ];
  });
  /** Where the selected block stands. */
  readonly standing = standingOf(this.type, this.selected);
  private readonly live = livePreview(() => {
    const type = this.typeId();
    return type === null || !this.loaded() ? null : { type, sample: this.sample(), content: this.current() };
  });
  readonly preview = this.live.preview;

  constructor() {
    effect(() => {
      const arrived = this.arriving.value();
      if (arrived) untracked(() => this.begin(arrived));
    });
    effect(() => {
      this.current();
      this.saved();
      untracked(() => this.keepUnsaved());
    });
    // Somebody else saved it, or a renamed key was written anew in its Liquid: what is not touched here follows.
    inject(Events)
      .stream.pipe(
        filter((event) => event.kind === 'template' && event.id === this.opened()),
        takeUntilDestroyed(),
      )
      .subscribe((event) => {
        const isNew = event.kind === 'template' && event.version !== this.saved()?.version;
        if (isNew && !this.dirty()) this.arriving.reload();
      });
  }

  /** Opens a template; `arriving` tells how that stands. */
  open(typeId: string, templateId = typeId): void {
    this.typeId.set(typeId);
    this.sampleValues.type.set(typeId);
    this.opened.set(templateId);
    this.saved.set(null);
    this.current.set(BLANK);
    this.live.clear();
    this.wanted.set({ typeId, templateId });
  }

  private async fetch({ typeId, templateId }: Wanted): Promise<Arrived> {
    const [answer, samples] = await Promise.all([
      firstValueFrom(this.api.get(templateId)),
      firstValueFrom(this.api.samples(typeId, this.model.compiled().subjectById.get(typeId)?.kind)),
    ]);
    return { answer, samples };
  }

  private begin({ answer, samples }: Arrived): void {
    this.samples.set(samples);
    this.sample.set(samples.find(({ published }) => published)?.id ?? samples[0]?.id ?? null);
    this.selectedId.set(null);
    this.take(answer);
    const id = this.opened();
    if (id !== null) void this.putBackUnsaved(id);
  }

  /** Shows the page with another entry. */
  chooseSample(id: string): void {
    this.sample.set(id);
    this.live.refresh();
  }

  /** Asks for the preview anew. */
  refresh(): void {
    this.live.refresh();
  }

  /** Chooses how the template is written; Liquid begins with what the blocks compile to. */
  setMode(mode: TemplateContent['mode']): void {
    const written = this.current().liquid;
    const liquid = mode === 'liquid' && written === '' ? this.preview().liquid : written;
    this.change({ kind: 'set_template', patch: { mode, liquid } });
  }

  /**
   * Sets a part of what search engines are told; what is typed in one go is one step.
   * @param value undefined for what is told anyhow
   */
  setHead<Part extends keyof Head>(part: Part, value: Head[Part] | undefined): void {
    const { head: before = {} } = this.current();
    const others = Object.fromEntries(Object.entries(before).filter(([name]) => name !== part));
    const head: Head = value === undefined ? others : { ...others, [part]: value };
    this.change({ kind: 'set_template', patch: { head } }, value === undefined ? null : `head ${part}`);
  }

  /** Sets the Liquid written by hand. */
  setLiquid(liquid: string): void {
    if (liquid !== this.current().liquid) this.change({ kind: 'set_template', patch: { liquid } }, 'liquid');
  }

  /** Adds a block where it is wanted, else after the selected one, or inside it when it holds others. */
  add({ kind, properties = {}, repeat = null, children = [] }: NewBlock, at?: BlockSpot): void {
    // What is proposed has the same ids each time.
    const added = copyBlock(makeBlock({ id: newId('b'), kind, properties, repeat, children }));
    this.change({ kind: 'add_block', block: added, ...(at ?? this.placeForNew()) });
    this.selectedId.set(added.id);
  }

  private placeForNew(): BlockSpot {
    const place = this.selected();
    if (!place) return { parent: null, index: this.current().blocks.length };
    const { block, parent, index } = place;
    return blockKindOf(block.kind).container
      ? { parent: block.id, index: block.children.length }
      : { parent: parent?.id ?? null, index: index + 1 };
  }

  /** Sets a property of a block; what is typed in one go is one step. */
  setProperty(id: string, key: string, property: BlockProperty): void {
    const typed = 'binding' in property ? null : `${id} ${key}`;
    this.change({ kind: 'set_block', block: id, patch: { properties: { [key]: property } } }, typed);
  }

  /** Sets several things of a block in one step. */
  setBlock(id: string, patch: BlockPatch): void {
    this.change({ kind: 'set_block', block: id, patch });
  }

  /** Removes a block with all in it, and offers to take that back. */
  remove(id: string): void {
    const place = findBlock(this.current().blocks, id);
    if (!place) return;
    this.change({ kind: 'remove_block', block: id });
    const { name } = blockKindOf(place.block.kind);
    this.notices.sayWithUndo(say`The block “${name}” was removed.`, () => this.undo());
  }

  /** Puts a copy of a block with all in it behind it. */
  duplicate(id: string): void {
    const place = findBlock(this.current().blocks, id);
    if (!place) return;
    const { block, parent, index } = place;
    const doubled = { parent: parent?.id ?? null, index: index + 1, block: copyBlock(block) };
    this.change({ kind: 'add_block', ...doubled });
  }

  /** Moves a block under another one (null for the page itself), to a place among those there. */
  move(id: string, parent: string | null, index: number): void {
    this.change({ kind: 'move_block', block: id, parent, index });
  }

  /** Takes the last step back. */
  undo(): void {
    this.history.undo();
  }

  /** Saves. While the server is away the save waits in the queue. */
  async save(): Promise<void> {
    const saved = this.saved();
    const id = this.opened();
    if (!saved || id === null) return;
    const body = { id, version: saved.version, content: this.current() };
    const words = say`Saved the template of ${this.type()?.contentType.singular ?? say`a type`}`;
    const outcome = await this.queue.add('template', `template ${id}`, words, body).outcome;
    if ('taken' in outcome) {
      if (this.opened() === id) this.saved.set(outcome.taken);
      this.notices.say(say`The template is saved; pages use it from now on.`);
      return;
    }
    const version = outcome.refused.current?.['version'];
    if (outcome.refused.status !== 409 || typeof version !== 'number' || this.opened() !== id)
      return this.notices.say(outcome.refused.detail ?? outcome.refused.title);
    // Theirs is not overwritten unasked, and one's own stays in the builder whatever is chosen.
    const over = await this.confirm.ask({
      title: say`Somebody else saved this template meanwhile`,
      text: say`Your blocks are still here. Save them over theirs, or keep editing and look at theirs in another window first.`,
      yes: say`Save mine over it`,
      no: say`Keep editing`,
    });
    if (!over) return;
    this.saved.update((before) => before && { ...before, version });
    await this.save();
  }

  private apply(changes: readonly TemplateChange[]): boolean {
    this.current.update((content) => changes.reduce(applyTemplateChange, content));
    this.live.refresh();
    return true;
  }

  /** Keeps what is not saved, as long as it is not. */
  private keepUnsaved(): void {
    const [saved, id] = [this.saved(), this.opened()];
    if (!saved || id === null) return;
    const about = `template ${id}`;
    if (this.dirty()) {
      this.wasDirty = true;
      this.drafts.keep(about, saved.version, { template: this.current() });
    } else if (this.wasDirty) {
      this.wasDirty = false;
      void this.drafts.drop(about);
    }
  }

  /** Puts blocks back that were never saved; undo takes them away. */
  private async putBackUnsaved(id: string): Promise<void> {
    const draft = await this.drafts.find(`template ${id}`);
    const kept = templateContentSchema.safeParse(draft?.content['template']);
    if (!draft || !kept.success || this.opened() !== id || this.dirty()) return;
    if (draft.version !== this.saved()?.version)
      this.saved.update((saved) => saved && { ...saved, version: draft.version });
    this.change({ kind: 'set_template', patch: kept.data }, null, say`What was not saved`);
    this.notices.sayWithUndo(say`Your changes that were not saved are here again.`, () => this.undo());
  }

  /** Goes back to the page made from the page order. */
  async reset(): Promise<void> {
    const id = this.opened();
    if (id === null) return;
    const before = this.current();
    this.take(await firstValueFrom(this.api.reset(id)));
    const [dropped, back] = [this.current(), before].map((patch): TemplateChange => ({
      kind: 'set_template',
      patch,
    }));
    if (dropped && back)
      this.history.add({
        words: say`The template dropped`,
        key: null,
        at: 0,
        changes: [dropped],
        inverse: [back],
      });
    this.notices.say(say`Pages follow the page order again.`);
  }

  private take(answer: TemplateAnswer): void {
    this.saved.set(answer);
    this.current.set(answer.content);
    this.wasDirty = false;
    this.history.clear();
    this.live.refresh();
  }

  /** @param key what is typed into: keystrokes that follow at once are one step */
  private change(change: TemplateChange, key: string | null = null, words?: string): void {
    if (!this.loaded()) return;
    const before = this.current();
    const [last, at] = [this.history.last, performance.now()];
    const inverse = inverseOfTemplateChange(before, change);
    const goesOn = key !== null && last?.key === key && at - last.at < PAUSE;
    // What is typed into one thing is set anew each time: the first way back and the last way there are enough.
    if (goesOn) this.history.replaceLast({ ...last, at, changes: [change] });
    else
      this.history.add({
        words: words ?? describeTemplateChange(before, change),
        key,
        at,
        changes: [change],
        inverse,
      });
    this.apply([change]);
  }
}
