import { ChangeDetectionStrategy, Component, computed, inject, untracked } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatIcon } from '@angular/material/icon';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { debounceTime, firstValueFrom, map } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { FormStore, placeKey } from '../../forms/form-store';
import { EntriesApi } from '../../shell/entries-api';
import { ModelStore } from '../../shell/model-store';
import { EntryEdits } from './entry-edits';
import { issueLine, IssueLines, type IssueLine } from './issue-lines';

/** Milliseconds without a change before it is looked at anew what stands in the way. */
const PAUSE = 300;
/** Lines that have room beside the form. */
const LINES = 8;

const NO_TITLE = { path: null, target: 'entry-title' };

/** What still stands in the way of an entry being published: as it stands in the form, and as the server knows it. */
@Component({
  selector: 'tov-ready-panel',
  imports: [IssueLines, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="ready" [class.ready]="lines().length === 0">
      <h2 id="ready">
        <mat-icon [svgIcon]="lines().length === 0 ? 'check' : 'checklist'" aria-hidden="true" />{{ title() }}
      </h2>
      @if (lines().length > 0) {
        <tov-issue-lines [lines]="lines()" [limit]="limit" />
      }
      @if (asked.problem(); as problem) {
        <p i18n class="muted">The server was not asked: {{ problem }}</p>
      }
    </section>
  `,
  styles: `
    h2 {
      display: flex;
      gap: 6px;
      align-items: center;
      margin: 0;
      font-size: 14px;
    }
    .ready h2 {
      color: var(--spruce);
    }
  `,
})
export class ReadyPanel {
  protected readonly limit = LINES;
  private readonly form = inject(FormStore);
  private readonly edits = inject(EntryEdits);
  private readonly model = inject(ModelStore);
  private readonly api = inject(EntriesApi);

  /** What the form knows by itself, a moment behind what is typed. */
  private readonly own = toSignal(
    toObservable(computed(() => [this.form.values(), this.form.subject(), this.form.issues()])).pipe(
      debounceTime(PAUSE),
      map(() => untracked(() => this.form.hindrances())),
    ),
    { initialValue: this.form.hindrances() },
  );
  /** What only the server knows of what it has: other entries with the same value, things that are gone. */
  protected readonly asked = fetched({
    request: () => {
      const entry = this.edits.entry();
      return entry
        ? { id: entry.id, version: entry.version, copy: this.edits.copy()?.mark ?? null }
        : undefined;
    },
    fetch: ({ id }) => firstValueFrom(this.api.readiness(id)),
    keeps: (before, now) => before.id === now.id,
  });
  private readonly others = computed<readonly EntryIssue[]>(() => {
    const [answer, copy] = [this.asked.value(), this.edits.copy()?.mark ?? null];
    // What was typed since may have mended it: as soon as the server has it, it is asked anew.
    const isOfThis = answer?.version === this.edits.entry()?.version && answer?.copy === copy;
    return isOfThis && !this.edits.unkept() ? (answer?.hindrances ?? []) : [];
  });
  protected readonly lines = computed<readonly IssueLine[]>(() => {
    const own = this.own();
    const keyOf = ({ path, issue }: EntryIssue): string => `${placeKey(path)} ${issue.code}`;
    const known = new Set(own.map(keyOf));
    const all = [...own, ...this.others().filter((issue) => !known.has(keyOf(issue)))];
    const model = this.model.compiled();
    const untitled =
      this.edits.own().title.trim() === '' ? [{ ...NO_TITLE, message: say`It has no title.` }] : [];
    return [...untitled, ...all.map((issue) => issueLine(issue, model))];
  });
  protected readonly title = computed(() => {
    const count = this.lines().length;
    if (count === 0) return say`Ready to be published`;
    return plural(
      count,
      say`One thing stands in the way of publishing`,
      say`${count} things stand in the way of publishing`,
    );
  });
}
