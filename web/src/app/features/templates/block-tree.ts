import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import {
  MatTree,
  MatTreeNode,
  MatTreeNodeDef,
  MatTreeNodePadding,
  MatTreeNodeToggle,
} from '@angular/material/tree';
import { say } from '@tovlet/core/locale/say';
import type { Binding } from '@tovlet/core/templates/binding';
import { blockKindOf } from '@tovlet/core/templates/blocks/index';
import { outlineOf, type OutlineLine } from '@tovlet/core/templates/block-tree';
import { isChip, type ChipText } from '@tovlet/core/templates/chip-text';
import { findList, findPath, lastOf } from '@tovlet/core/templates/found-path';
import { seatsOf } from '@tovlet/core/templates/seats';
import { fittingBlocks } from '@tovlet/core/templates/put-on-page';
import { constantOf, type Block } from '@tovlet/core/templates/template';
import type { ValueOption } from '@tovlet/core/templates/value-options';
import { standingBlocks, type StandingBlock } from '@tovlet/core/templates/walk';
import { Focus } from '../../shared/focus';
import { SessionStore } from '../../shell/session-store';
import { BuilderStore, type BlockSpot } from './builder-store';

/** A block that was moved, or a value from the tray. */
type Dropped = Pick<
  CdkDragDrop<unknown, unknown, Block | ValueOption>,
  'item' | 'previousContainer' | 'container' | 'currentIndex'
>;

/** The blocks of a page, what stands in them below them: chosen, moved, folded. */
@Component({
  selector: 'tov-block-tree',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    MatIcon,
    MatTree,
    MatTreeNode,
    MatTreeNodeDef,
    MatTreeNodePadding,
    MatTreeNodeToggle,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './block-tree.html',
  styleUrl: './block-tree.scss',
})
export class BlockTree {
  protected readonly store = inject(BuilderStore);
  private readonly session = inject(SessionStore);
  private readonly focus = inject(Focus);

  protected readonly canChange = computed(() => this.session.canModel());
  /** Blocks whose inside is not shown. */
  protected readonly folded = signal<ReadonlySet<string>>(new Set());
  /** The blocks that show, in reading order. */
  protected readonly lines = computed(() => {
    const all = outlineOf(this.store.content().blocks);
    const inFolds = new Set(
      all
        .filter(({ block }) => this.folded().has(block.id))
        .flatMap(({ block }) => outlineOf(block.children).map((line) => line.block.id)),
    );
    return all.filter(({ block }) => !inFolds.has(block.id));
  });
  private readonly standing = computed(() => {
    const type = this.store.type();
    const blocks = type
      ? standingBlocks(this.store.content().blocks, seatsOf(type), this.store.standing.paths())
      : [];
    return new Map(blocks.map((each) => [each.block.id, each]));
  });
  protected readonly flawed = computed(() => new Set(this.store.findings().map(({ block }) => block)));
  protected readonly depthOf = ({ depth }: OutlineLine): number => depth;
  protected readonly idOf = ({ block }: OutlineLine): string => block.id;
  protected readonly byId = (_: number, { block }: OutlineLine): string => block.id;

  protected fold(id: string, folded: boolean): void {
    this.folded.update((before) => {
      const next = new Set(before);
      if (folded) next.add(id);
      else next.delete(id);
      return next;
    });
  }

  /** The name of a block in the tree: its kind, and what it shows or is made for. */
  protected nameOf(block: Block): string {
    const kind = blockKindOf(block.kind);
    const shows = this.shownBy(block);
    return shows === null ? kind.name : `${kind.name}: ${shows}`;
  }

  /** What a block shows, in short; null where that is nothing of its own. */
  private shownBy(block: Block): string | null {
    const standing = this.standing().get(block.id);
    const paths = this.store.standing.paths();
    const bound = Object.values(block.properties).find((each) => 'binding' in each);
    if (bound && 'binding' in bound) return this.valueName(bound.binding, standing);
    const written = block.properties['text'];
    if (written && 'text' in written) return this.wordsOf(written.text, standing).slice(0, 32);
    const text = constantOf(block, 'text');
    if (typeof text === 'string' && text !== '') return text.slice(0, 32);
    const rows = constantOf(block, 'rows');
    if (typeof rows === 'string')
      return (standing && findList(rows, standing.seats, paths)?.name) ?? say`removed field`;
    if (block.repeat) return standing?.list?.name ?? say`removed field`;
    return null;
  }

  private valueName(binding: Binding, standing: StandingBlock | undefined): string {
    const found = standing && findPath(binding, standing.seats, this.store.standing.paths());
    return found ? lastOf(found.resolved.label) : say`removed field`;
  }

  /** Running text in short: its values by their names. */
  private wordsOf(text: ChipText, standing: StandingBlock | undefined): string {
    return text.map((piece) => (isChip(piece) ? `‹${this.valueName(piece, standing)}›` : piece)).join('');
  }

  protected iconOf = (block: Block): string => blockKindOf(block.kind).icon;

  protected drop({ item, previousContainer, container, currentIndex }: Dropped): void {
    const { data } = item;
    if ('kind' in data) {
      const before = this.lines().findIndex(({ block }) => block.id === data.id);
      const under = new Set(outlineOf([data]).map(({ block }) => block.id));
      const { parent, index } = this.placeAt(currentIndex + (currentIndex > before ? 1 : 0), under);
      this.store.move(data.id, parent, index);
    } else if (previousContainer !== container) this.addValue(data, this.placeAt(currentIndex));
  }

  /** A value from the tray, as what fits it best. */
  private addValue({ place, found }: ValueOption, at: BlockSpot): void {
    const type = this.store.type();
    const list = type && findList(place.path, seatsOf(type), this.store.standing.paths());
    const [best] = fittingBlocks(place, found, list);
    if (best) this.store.add(best, at);
  }

  /**
   * Where a block comes to stand that is dropped between two lines.
   * @param count the lines above it
   * @param without blocks that are on their way themselves
   */
  private placeAt(count: number, without: ReadonlySet<string> = new Set()): BlockSpot {
    const above = this.lines().slice(0, count);
    const last = above.filter(({ block }) => !without.has(block.id)).at(-1)?.block;
    if (!last) return { parent: null, index: 0 };
    if (blockKindOf(last.kind).container) return { parent: last.id, index: 0 };
    const parent =
      this.lines().find(({ block }) => block.children.some(({ id }) => id === last.id))?.block ?? null;
    const siblings = (parent?.children ?? this.store.content().blocks).filter(({ id }) => !without.has(id));
    return { parent: parent?.id ?? null, index: siblings.findIndex(({ id }) => id === last.id) + 1 };
  }

  /** Alt and arrows move, Delete removes; the arrows alone are the tree's. */
  protected key(event: KeyboardEvent, block: Block): void {
    if (!this.canChange()) return;
    const place = this.store.selected();
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (event.key === 'Delete') this.store.remove(block.id);
    else if (step !== undefined && event.altKey && place)
      this.store.move(block.id, place.parent?.id ?? null, Math.max(0, place.index + step));
    else return;
    event.preventDefault();
    event.stopPropagation();
    this.focus.on(`block-${this.store.selectedId()}`);
  }
}
