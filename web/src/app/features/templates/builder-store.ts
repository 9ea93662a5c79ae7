import { computed, inject, Injectable, signal } from '@angular/core';
import type { EntryListItem, PreviewAnswer, TemplateAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { sameJson } from '@tovlet/core/json';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { blockKindOf } from '@tovlet/core/templates/blocks/index';
import type { BlockKindName } from '@tovlet/core/templates/blocks/names';
import { checkTemplate } from '@tovlet/core/templates/check';
import {
  block as makeBlock,
  type Block,
  type BlockProperty,
  type TemplateContent,
} from '@tovlet/core/templates/template';
import { catchError, debounceTime, EMPTY, firstValueFrom, Subject, switchMap } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Notices } from '../../shared/notices';
import { ModelStore } from '../../shell/model-store';
import { SaveState } from '../../shell/save-state';
import { copyBlock, findBlock, insertBlock, moveBlock, updateBlock } from './block-tree';
import { TemplatesApi } from './templates-api';

const BLANK: TemplateContent = { mode: 'blocks', blocks: [], liquid: '' };

/** A type's template while it is edited: blocks, selection, undo, live preview. */
@Injectable()
export class BuilderStore {
  private readonly api = inject(TemplatesApi);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly saveState = inject(SaveState);
  private readonly typeId = signal<string | null>(null);
  private readonly opened = signal<string | null>(null);
  private readonly saved = signal<TemplateAnswer | null>(null);
  private readonly current = signal<TemplateContent>(BLANK);
  private readonly shown = signal<PreviewAnswer>({ html: '', liquid: '', error: null });
  private readonly undoSteps: TemplateContent[] = [];
  private readonly previews = new Subject<void>();

  /** The id of the open template; that of the type for its standard one. */
  readonly templateId = this.opened.asReadonly();
  readonly content = this.current.asReadonly();
  readonly preview = this.shown.asReadonly();
  readonly samples = signal<readonly EntryListItem[]>([]);
  readonly sample = signal<string | null>(null);
  readonly selectedId = signal<string | null>(null);
  readonly type = computed<CompiledType | null>(
    () => this.model.compiled().typeById.get(this.typeId() ?? '') ?? null,
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
    return type ? checkTemplate(this.current(), type, this.model.compiled()) : [];
  });
  /** The repeater over whose rows the selected block stands. */
  readonly repeater = computed<CompiledField | null>(() => {
    const place = this.selected();
    const id =
      place &&
      [place.block, ...[...place.ancestors].reverse()].find(({ repeat }) => repeat !== null)?.repeat?.field;
    return this.type()?.fields.find((field) => field.id === id) ?? null;
  });

  constructor() {
    this.previews
      .pipe(
        debounceTime(220),
        switchMap(() => {
          const type = this.typeId();
          if (type === null) return EMPTY;
          return this.api.preview(type, this.sample(), this.current()).pipe(
            catchError((error: unknown) => {
              this.notices.fail(error);
              return EMPTY;
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((preview) => this.shown.set(preview));
  }

  /** Opens a template. @throws what the requests failed with */
  async open(typeId: string, templateId = typeId): Promise<void> {
    this.typeId.set(typeId);
    this.opened.set(templateId);
    this.saved.set(null);
    this.current.set(BLANK);
    const [answer, samples] = await Promise.all([
      firstValueFrom(this.api.get(templateId)),
      firstValueFrom(this.api.samples(typeId)),
    ]);
    // Meanwhile another one may have been chosen.
    if (this.opened() !== templateId) return;
    this.samples.set(samples);
    this.sample.set(samples.find(({ status }) => status === 'published')?.id ?? samples[0]?.id ?? null);
    this.selectedId.set(null);
    this.take(answer);
  }

  chooseSample(id: string): void {
    this.sample.set(id);
    this.previews.next();
  }

  refresh(): void {
    this.previews.next();
  }

  setMode(mode: TemplateContent['mode']): void {
    const liquid =
      mode === 'liquid' && this.current().liquid === '' ? this.shown().liquid : this.current().liquid;
    this.edit({ ...this.current(), mode, liquid });
  }

  setLiquid(liquid: string): void {
    if (liquid !== this.current().liquid) this.edit({ ...this.current(), liquid });
  }

  /** Adds a block after the selected one, or inside it when it holds others. */
  add(kind: BlockKindName, properties: Readonly<Record<string, BlockProperty>> = {}): void {
    const added = makeBlock({ id: newId('b'), kind, properties });
    const place = this.selected();
    const { blocks } = this.current();
    const inside = place && blockKindOf(place.block.kind).container;
    const next = inside
      ? insertBlock(blocks, place.block.id, place.block.children.length, added)
      : insertBlock(blocks, place?.parent?.id ?? null, place ? place.index + 1 : blocks.length, added);
    this.editBlocks(next);
    this.selectedId.set(added.id);
  }

  setProperty(id: string, key: string, property: BlockProperty): void {
    this.update(id, (block) => ({ ...block, properties: { ...block.properties, [key]: property } }));
  }

  update(id: string, change: (block: Block) => Block): void {
    this.editBlocks(updateBlock(this.current().blocks, id, (block) => [change(block)]));
  }

  remove(id: string): void {
    const place = findBlock(this.current().blocks, id);
    this.editBlocks(updateBlock(this.current().blocks, id, () => []));
    if (place)
      this.notices.sayWithUndo(`The block “${blockKindOf(place.block.kind).name}” was removed.`, () =>
        this.undo(),
      );
  }

  duplicate(id: string): void {
    this.editBlocks(updateBlock(this.current().blocks, id, (block) => [block, copyBlock(block)]));
  }

  move(id: string, parent: string | null, index: number): void {
    this.editBlocks(moveBlock(this.current().blocks, id, parent, index));
  }

  undo(): void {
    const step = this.undoSteps.pop();
    if (!step) return;
    this.current.set(step);
    this.previews.next();
  }

  async save(): Promise<void> {
    const saved = this.saved();
    const id = this.opened();
    if (!saved || id === null) return;
    this.saveState.begin();
    try {
      this.saved.set(await firstValueFrom(this.api.save(id, saved.version, this.current())));
      this.saveState.done();
      this.notices.say('The template is saved; pages use it from now on.');
    } catch (error) {
      this.saveState.fail();
      this.notices.fail(error);
    }
  }

  /** Goes back to the page made from the page order. */
  async reset(): Promise<void> {
    const id = this.opened();
    if (id === null) return;
    const before = this.current();
    this.take(await firstValueFrom(this.api.reset(id)));
    this.undoSteps.push(before);
    this.notices.say('Pages follow the page order again.');
  }

  private take(answer: TemplateAnswer): void {
    this.saved.set(answer);
    this.current.set(answer.content);
    this.undoSteps.length = 0;
    this.previews.next();
  }

  private editBlocks(blocks: readonly Block[]): void {
    this.edit({ ...this.current(), blocks: [...blocks] });
  }

  private edit(content: TemplateContent): void {
    if (!this.loaded()) return;
    this.undoSteps.push(this.current());
    this.current.set(content);
    this.previews.next();
  }
}
