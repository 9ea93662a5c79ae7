import { LiveAnnouncer } from '@angular/cdk/a11y';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import type { Taxonomy } from '@tovlet/core/model/document';
import { firstValueFrom, type Observable } from 'rxjs';
import { Confirm } from '../../shared/confirm';
import { Notices } from '../../shared/notices';
import { TermsStore, type TermLine } from '../../shell/terms-store';
import { TermsApi } from './terms-api';

/** The terms of a taxonomy: add, rename, move, merge, remove; each with how many entries have it. */
@Component({
  selector: 'tov-terms-editor',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './terms-editor.html',
  styleUrl: './terms-editor.scss',
})
export class TermsEditor {
  readonly taxonomy = input.required<Taxonomy>();
  readonly selected = input<string | null>(null);
  readonly canEdit = input(true);
  readonly choose = output<string>();
  private readonly api = inject(TermsApi);
  private readonly terms = inject(TermsStore);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  private readonly announcer = inject(LiveAnnouncer);
  /** The term whose entries are about to go to another one. */
  protected readonly merging = signal<string | null>(null);
  protected readonly lines = computed(() => this.terms.linesOf(this.taxonomy().id));

  constructor() {
    void this.terms.start();
  }

  protected depthOf = (line: TermLine): number => (this.taxonomy().tree ? line.depth : 0);

  protected async add(box: HTMLInputElement): Promise<void> {
    const labels = box.value
      .split(/\r?\n/)
      .map((label) => label.trim())
      .filter((label) => label !== '');
    if (labels.length === 0) return;
    const selected = this.lines().find(({ id }) => id === this.selected());
    const parent = this.taxonomy().tree ? (selected?.parent ?? null) : null;
    box.value = '';
    for (const label of labels) await this.done(this.api.create(this.taxonomy().id, label, parent));
    box.focus();
  }

  protected async addBelow(line: TermLine): Promise<void> {
    const created = await this.done(this.api.create(this.taxonomy().id, 'New term', line.id));
    if (!created) return;
    this.choose.emit(created.id);
    setTimeout(() => {
      const box = document.getElementById(`term-${created.id}`);
      if (box instanceof HTMLInputElement) box.select();
    }, 50);
  }

  protected async rename(line: TermLine, box: HTMLInputElement): Promise<void> {
    const label = box.value.trim();
    if (label === line.label) return;
    const { version, slug, values } = line;
    if (label === '' || !(await this.done(this.api.save(line.id, { version, label, slug, values }))))
      box.value = line.label;
  }

  protected async setSlug(line: TermLine, box: HTMLInputElement): Promise<void> {
    const slug = box.value.trim();
    if (slug === line.slug) return;
    const { version, label, values } = line;
    if (!(await this.done(this.api.save(line.id, { version, label, slug, values })))) box.value = line.slug;
  }

  /** Alt and arrows: up and down among siblings, right below the one above, left up a level. */
  protected async key(event: KeyboardEvent, line: TermLine): Promise<void> {
    if (!event.altKey || !event.key.startsWith('Arrow')) return;
    event.preventDefault();
    const siblings = this.lines().filter(({ parent }) => parent === line.parent);
    const at = siblings.findIndex(({ id }) => id === line.id);
    const place = this.placeFor(event.key, line, siblings, at);
    if (!place || !(await this.done(this.api.move(line.id, place.parent, place.before)))) return;
    void this.announcer.announce(`${line.label} moved`);
    setTimeout(() => document.getElementById(`term-grip-${line.id}`)?.focus(), 50);
  }

  private placeFor(
    key: string,
    line: TermLine,
    siblings: readonly TermLine[],
    at: number,
  ): { readonly parent: string | null; readonly before: string | null } | null {
    const [above, below] = [siblings[at - 1], siblings[at + 1]];
    if (key === 'ArrowUp') return above ? { parent: line.parent, before: above.id } : null;
    if (key === 'ArrowDown')
      return below ? { parent: line.parent, before: siblings[at + 2]?.id ?? null } : null;
    if (!this.taxonomy().tree) return null;
    if (key === 'ArrowRight') return above ? { parent: above.id, before: null } : null;
    const owner = this.lines().find(({ id }) => id === line.parent);
    if (!owner) return null;
    const uncles = this.lines().filter(({ parent }) => parent === owner.parent);
    return { parent: owner.parent, before: uncles[uncles.indexOf(owner) + 1]?.id ?? null };
  }

  /** Dropped behind a line, a term becomes its next sibling. */
  protected async drop({
    item,
    currentIndex,
    previousIndex,
  }: CdkDragDrop<unknown, unknown, TermLine>): Promise<void> {
    const moved = item.data;
    if (currentIndex === previousIndex) return;
    const others = this.lines().filter(({ id }) => id !== moved.id && !this.isBelow(id, moved.id));
    const shown = this.lines().filter(({ id }) => id !== moved.id);
    const above = shown[currentIndex - 1];
    if (above && !others.includes(above)) return;
    const parent = above?.parent ?? null;
    const siblings = others.filter((each) => each.parent === parent);
    const next = above ? siblings[siblings.indexOf(above) + 1] : siblings[0];
    await this.done(this.api.move(moved.id, parent, next?.id ?? null));
  }

  private isBelow(id: string, top: string): boolean {
    for (let each = this.terms.parents().get(id); each; each = this.terms.parents().get(each)) {
      if (each === top) return true;
    }
    return false;
  }

  protected others = (line: TermLine): readonly TermLine[] =>
    this.lines().filter(({ id }) => id !== line.id && !this.isBelow(id, line.id));

  protected async merge(line: TermLine, into: string): Promise<void> {
    const target = this.lines().find(({ id }) => id === into);
    if (!target) return;
    const entries = line.entries === 1 ? '1 entry has' : `${line.entries} entries have`;
    const question = {
      title: `Merge “${line.label}” into “${target.label}”?`,
      text: `${entries} “${line.label}” now and will have “${target.label}”. This cannot be undone.`,
      yes: 'Merge the terms',
    };
    this.merging.set(null);
    if (await this.confirm.ask(question)) await this.done(this.api.merge(line.id, into));
  }

  protected async remove(line: TermLine): Promise<void> {
    const entries = line.entries === 1 ? '1 entry loses' : `${line.entries} entries lose`;
    const question = {
      title: `Remove “${line.label}”?`,
      text: `${entries} it. Terms below it move up. This cannot be undone.`,
      yes: 'Remove the term',
    };
    if (line.entries > 0 && !(await this.confirm.ask(question))) return;
    await this.done(this.api.remove(line.id));
  }

  /** Waits for a request, and reads the terms anew; a refusal is said. */
  private async done<Answer>(request: Observable<Answer>): Promise<Answer | null> {
    try {
      const answer = await firstValueFrom(request);
      await this.terms.load();
      return answer;
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }
}
