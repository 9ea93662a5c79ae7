import { say } from '@tovlet/core/locale/say';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import type { TermAnswer, TermSave } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import type { Taxonomy } from '@tovlet/core/model/document';
import { firstValueFrom, throwError, type Observable } from 'rxjs';
import { Confirm } from '../../../shared/confirm';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Notices } from '../../../shared/notices';
import { History, type Step } from '../../../shell/undo/history';
import { Undo } from '../../../shell/undo/undo';
import { TermsStore, type TermLine } from '../../../shell/terms-store';
import { TermsApi } from './terms-api';
import { Focus } from '../../../shared/focus';
import { TermPicker } from '../../../pickers/term/term-picker';

/** Where a term stands: below another one, before a sibling or at the end. */
interface TermPlace {
  readonly parent: string | null;
  readonly before: string | null;
}

interface TermStep extends Step {
  undo(): Observable<unknown>;
  redo(): Observable<unknown>;
}

/** The terms of a taxonomy: add, rename, move, merge, remove; each with how many entries have it. */
@Component({
  selector: 'tov-terms-editor',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, FetchedPart, ICON_BUTTON, MatButton, MatIcon, TermPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './terms-editor.html',
  styleUrl: './terms-editor.scss',
})
export class TermsEditor {
  private readonly focus = inject(Focus);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly taxonomy = input.required<Taxonomy>();
  readonly selected = input<string | null>(null);
  readonly canEdit = input(true);
  readonly choose = output<string>();
  private readonly api = inject(TermsApi);
  protected readonly terms = inject(TermsStore);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly undo = inject(Undo);
  /** What was done to the terms, to be taken back and done again. */
  private readonly history = new History<TermStep>({
    undo: (step) => this.follow(step.undo),
    redo: (step) => this.follow(step.redo),
  });
  /** The term whose entries are about to go to another one. */
  protected readonly merging = signal<string | null>(null);
  protected readonly lines = computed(() => this.terms.linesOf(this.taxonomy().id));

  constructor() {
    void this.terms.start();
    inject(DestroyRef).onDestroy(this.undo.use(this.history));
  }

  protected depthOf = (line: TermLine): number => (this.taxonomy().tree ? line.depth : 0);

  protected async add(box: HTMLInputElement, text = box.value): Promise<void> {
    const labels = text
      .split(/\r?\n/)
      .map((label) => label.trim())
      .filter((label) => label !== '');
    if (labels.length === 0) return;
    const selected = this.lines().find(({ id }) => id === this.selected());
    const parent = this.taxonomy().tree ? (selected?.parent ?? null) : null;
    box.value = '';
    const refused: string[] = [];
    for (const label of labels) if (!(await this.create(label, parent))) refused.push(label);
    // What was refused can be mended and tried again.
    box.value = refused[0] ?? '';
    box.focus();
  }

  /** Several lines make several terms; a field of one line would put them into one. */
  protected paste(event: ClipboardEvent, box: HTMLInputElement): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/\r?\n/.test(text.trim())) return;
    event.preventDefault();
    void this.add(box, `${box.value}${text}`);
  }

  private async create(label: string, parent: string | null): Promise<TermAnswer | null> {
    const created = await this.done(this.api.create(this.taxonomy().id, label, parent));
    if (created)
      this.note(
        say`“${label}” added`,
        () => this.api.remove(created.id),
        () => this.api.bringBack(created.id),
      );
    return created;
  }

  protected async addBelow(line: TermLine): Promise<void> {
    const taken = this.lines().filter(({ parent }) => parent === line.id).length;
    const created = await this.create(taken === 0 ? say`New term` : say`New term ${taken + 1}`, line.id);
    if (!created) return;
    this.choose.emit(created.id);
    this.focus.select(`term-${created.id}`);
  }

  protected async rename(line: TermLine, box: HTMLInputElement): Promise<void> {
    const label = box.value.trim();
    if (label === line.label) return;
    if (label === '' || !(await this.done(this.saving(line.id, { label })))) {
      box.value = line.label;
      return;
    }
    const { id } = line;
    this.note(
      say`“${line.label}” renamed`,
      () => this.saving(id, { label: line.label }),
      () => this.saving(id, { label }),
    );
  }

  /** Saves a term as it stands now, with something else in it. */
  private saving(id: string, change: Partial<Pick<TermSave, 'label' | 'slug'>>): Observable<TermAnswer> {
    const line = this.lines().find((each) => each.id === id);
    if (!line) return throwError(() => new Error('This term was removed meanwhile.'));
    const { version, label, slug, values } = line;
    return this.api.save(id, { version, label, slug, values, ...change });
  }

  protected async setSlug(line: TermLine, box: HTMLInputElement): Promise<void> {
    const slug = box.value.trim();
    if (slug === line.slug) return;
    if (!(await this.done(this.saving(line.id, { slug })))) {
      box.value = line.slug;
      return;
    }
    const { id } = line;
    this.note(
      say`The slug of “${line.label}”`,
      () => this.saving(id, { slug: line.slug }),
      () => this.saving(id, { slug }),
    );
  }

  /** Arrows up and down go to the same place in the line beside, as in a grid. */
  protected goBeside(event: KeyboardEvent): void {
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const { target } = event;
    if (step === undefined || event.altKey || !(target instanceof HTMLElement)) return;
    const own = target.closest('[role="row"]');
    const lines = [...this.element.querySelectorAll('[role="row"]')];
    const controlsOf = (line: Element | null | undefined): readonly HTMLElement[] =>
      line ? [...line.querySelectorAll<HTMLElement>('button, input')] : [];
    const beside = controlsOf(own && lines[lines.indexOf(own) + step])[controlsOf(own).indexOf(target)];
    if (!beside) return;
    event.preventDefault();
    beside.focus();
  }

  /** Alt and arrows: up and down among siblings, right below the one above, left up a level. */
  protected async key(event: KeyboardEvent, line: TermLine): Promise<void> {
    if (!event.altKey || !event.key.startsWith('Arrow')) return;
    event.preventDefault();
    const siblings = this.lines().filter(({ parent }) => parent === line.parent);
    const at = siblings.findIndex(({ id }) => id === line.id);
    const place = this.placeFor(event.key, line, siblings, at);
    if (!place || !(await this.moveTo(line, place))) return;
    void this.announcer.announce(say`${line.label} moved`);
    this.focus.on(`term-grip-${line.id}`);
  }

  private placeFor(key: string, line: TermLine, siblings: readonly TermLine[], at: number): TermPlace | null {
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
    await this.moveTo(moved, { parent, before: next?.id ?? null });
  }

  private async moveTo(line: TermLine, place: TermPlace): Promise<boolean> {
    const siblings = this.lines().filter(({ parent }) => parent === line.parent);
    const next = siblings[siblings.findIndex(({ id }) => id === line.id) + 1];
    const from: TermPlace = { parent: line.parent, before: next?.id ?? null };
    const move = (to: TermPlace) => () => this.api.move(line.id, to.parent, to.before);
    if (!(await this.done(move(place)()))) return false;
    this.note(say`“${line.label}” moved`, move(from), move(place));
    return true;
  }

  private isBelow(id: string, top: string): boolean {
    for (let each = this.terms.parents().get(id); each; each = this.terms.parents().get(each)) {
      if (each === top) return true;
    }
    return false;
  }

  /** Whether a term can take another one in: neither itself nor what is below it. */
  protected takes =
    ({ id: merged }: TermLine) =>
    (id: string): boolean =>
      id !== merged && !this.isBelow(id, merged);

  protected async merge(line: TermLine, into: string | null): Promise<void> {
    const target = this.lines().find(({ id }) => id === into);
    if (into === null || !target) return;
    const entries = counted(line.entries, 'entry has', 'entries have');
    const question = {
      title: say`Merge “${line.label}” into “${target.label}”?`,
      text: say`${entries} “${line.label}” now and will have “${target.label}”.`,
      yes: say`Merge the terms`,
    };
    this.merging.set(null);
    if (!(await this.confirm.ask(question)) || !(await this.done(this.api.merge(line.id, into)))) return;
    this.note(
      say`“${line.label}” merged`,
      () => this.api.bringBack(line.id),
      () => this.api.merge(line.id, into),
    );
    this.notices.sayWithUndo(say`“${line.label}” was merged into “${target.label}”.`, () => this.undo.undo());
  }

  protected async remove(line: TermLine): Promise<void> {
    const entries =
      line.entries === 0
        ? say`No entry has it.`
        : say`${counted(line.entries, 'entry has', 'entries have')} it and will have it no more.`;
    const below = this.lines().filter(({ parent }) => parent === line.id).length;
    const moving = below === 0 ? '' : ` ${counted(below, 'term below it moves', 'terms below it move')} up.`;
    const question = {
      title: say`Remove “${line.label}”?`,
      text: entries + moving,
      yes: say`Remove the term`,
    };
    if (!(await this.confirm.ask(question)) || !(await this.done(this.api.remove(line.id)))) return;
    this.note(
      say`“${line.label}” removed`,
      () => this.api.bringBack(line.id),
      () => this.api.remove(line.id),
    );
    this.notices.sayWithUndo(say`“${line.label}” was removed.`, () => this.undo.undo());
  }

  private note(words: string, undo: () => Observable<unknown>, redo: () => Observable<unknown>): void {
    this.history.add({ words, undo, redo });
  }

  /** Takes a step back, or does it again; what the server refuses is said. */
  private follow(request: () => Observable<unknown>): boolean {
    void this.done(request());
    return true;
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
