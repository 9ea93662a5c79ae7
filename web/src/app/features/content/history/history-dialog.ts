import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogRef } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import type { EntryRevision, EntryRevisionsAnswer } from '@tovlet/core/contracts/studio';
import { sameJson } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { applyValueChange } from '@tovlet/core/values/changes';
import { withSecretsOf } from '@tovlet/core/values/typed-secrets';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { FormStore } from '../../../forms/form-store';
import { ThingNames } from '../../../pickers/thing-names';
import { Choice } from '../../../shared/choice';
import type { ChoiceOption } from '../../../shared/choice-option';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MomentWords } from '../../../shared/moment-words';
import { Notices } from '../../../shared/notices';
import { EntriesApi } from '../../../shell/entries-api';
import { SessionStore } from '../../../shell/session-store';
import { stateOf, type EntryState } from '../entry-state';
import { EntryEdits } from '../entry-edits';
import { DifferenceList } from './difference-list';
import { RevisionRail } from './revision-rail';
import { idsIn, shownDifferences, type Back } from './shown-difference';

/** What a version is compared with: the one before it, the form, or the version of this number. */
type Against = 'before' | 'form' | `${number}`;

const versionWords = (version: number): string => say`version ${String(version)}`;

/** What an entry was at each save, what differs between two of them or the form, and ways back. */
@Component({
  imports: [Choice, DifferenceList, FetchedPart, ICON_BUTTON, MatButton, MatIcon, MomentWords, RevisionRail],
  providers: [MomentWords, ThingNames],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="dialog history">
      <header>
        <h1 id="history-title" tabindex="-1" i18n>History of “{{ edits.entry()?.title }}”</h1>
        <button type="button" matIconButton aria-label="Close" i18n-aria-label (click)="dialog.close()">
          <mat-icon svgIcon="close" />
        </button>
      </header>
      <nav aria-label="Saves" i18n-aria-label>
        <tov-fetched [of]="newest" what="The history" i18n-what [lines]="6">
          <tov-revision-rail
            [revisions]="revisions()"
            [chosen]="chosen()"
            [more]="more()"
            [loading]="loading()"
            (choose)="look($event)"
            (older)="readOlder()"
          />
        </tov-fetched>
      </nav>
      <section aria-labelledby="compared">
        @if (revision(); as looked) {
          <h2 id="compared">
            <ng-container i18n>Version {{ looked.version }}</ng-container>
            @if (looked.at) {
              <span class="muted">{{ looked.at | momentWords }}</span>
            }
          </h2>
          <div class="against">
            <span i18n>compared with</span>
            <tov-choice
              label="Compared with"
              i18n-label
              [options]="options()"
              [value]="against()"
              (chosen)="compareWith($event)"
            />
            @if (sideWords(); as words) {
              <span class="sides muted">
                <del>{{ words.was }}</del> <ins>{{ words.is }}</ins>
              </span>
            }
          </div>
          <div class="found" tabindex="0" role="region" aria-labelledby="compared">
            <tov-fetched [of]="states" what="This version" i18n-what [lines]="5">
              <tov-difference-list
                [differences]="differences()"
                [canPutBack]="canPutBack()"
                (putBack)="putBack($event)"
              />
              @if (differences().length === 0) {
                <p i18n class="muted">Nothing that you see differs.</p>
              }
            </tov-fetched>
          </div>
          @if (session.canEdit()) {
            <div class="foot">
              @if (against() !== 'form') {
                <button i18n type="button" matButton="outlined" (click)="against.set('form')">
                  Compare with the form
                </button>
              }
              <button
                i18n
                type="button"
                matButton="filled"
                [disabled]="states.state() !== 'there'"
                (click)="putAllBack()"
              >
                Put all of version {{ looked.version }} into the form
              </button>
            </div>
          }
        }
      </section>
    </div>
  `,
  styles: `
    .history {
      grid-template: 'header header' auto 'rail found' minmax(0, 1fr) / 250px minmax(0, 1fr);
      gap: 10px 24px;
      height: min(720px, 82vh);
    }
    header {
      grid-area: header;
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
    }
    h1 {
      margin: 0;
      overflow-wrap: anywhere;
    }
    nav {
      overflow: auto;
      border-right: 1px solid var(--line);
    }
    section {
      display: grid;
      grid-template: auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
      gap: 8px;
      min-width: 0;
    }
    h2 {
      display: flex;
      gap: 10px;
      align-items: baseline;
      margin: 0;
    }
    h2 .muted {
      font-weight: 400;
      font-size: 13px;
    }
    .against {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
    }
    .against tov-choice {
      width: 300px;
      max-width: 100%;
    }
    .sides {
      margin-left: auto;
    }
    .found {
      overflow: auto;
    }
    .foot {
      flex-wrap: wrap;
    }
    @media (max-width: 700px) {
      .history {
        grid-template: 'header' auto 'rail' 34% 'found' minmax(0, 1fr) / minmax(0, 1fr);
      }
      nav {
        border-right: 0;
        border-bottom: 1px solid var(--line);
      }
    }
  `,
})
export class HistoryDialog {
  protected readonly dialog = inject<MatDialogRef<HistoryDialog>>(MatDialogRef);
  protected readonly edits = inject(EntryEdits);
  protected readonly session = inject(SessionStore);
  private readonly form = inject(FormStore);
  private readonly api = inject(EntriesApi);
  private readonly names = inject(ThingNames);
  private readonly notices = inject(Notices);
  private readonly moments = inject(MomentWords);

  protected readonly newest = fetched({
    request: () => {
      const entry = this.edits.entry();
      return entry ? { id: entry.id, version: entry.version } : undefined;
    },
    fetch: ({ id }) => firstValueFrom(this.api.revisions(id)),
    keeps: () => true,
  });
  /** Earlier ones that were asked for. */
  private readonly earlier = linkedSignal<EntryRevisionsAnswer | undefined, readonly EntryRevisionsAnswer[]>({
    source: () => this.newest.value(),
    computation: () => [],
  });
  private readonly pages = computed(() => {
    const first = this.newest.value();
    return first ? [first, ...this.earlier()] : [];
  });
  protected readonly revisions = computed<readonly EntryRevision[]>(() =>
    this.pages().flatMap(({ revisions }) => revisions),
  );
  protected readonly more = computed(() => this.pages().at(-1)?.more ?? false);
  protected readonly loading = signal(false);
  protected readonly chosen = linkedSignal<number | undefined, number | null>({
    source: () => this.newest.value()?.revisions[0]?.version,
    computation: (version) => version ?? null,
  });
  protected readonly against = signal<Against>('before');
  protected readonly revision = computed(() =>
    this.revisions().find(({ version }) => version === this.chosen()),
  );

  protected readonly options = computed<readonly ChoiceOption[]>(() => [
    { value: 'before', label: say`what it was before` },
    { value: 'form', label: say`the form as it is now` },
    ...this.revisions()
      .filter(({ version }) => version !== this.chosen())
      .map(({ version, at }) => {
        const name = versionWords(version);
        return {
          value: String(version),
          label: at === null ? name : `${name}, ${this.moments.transform(at)}`,
        };
      }),
  ]);

  /** The versions that are compared, the earlier first: one alone is compared with the form, or with nothing. */
  private readonly compared = computed<readonly number[]>(() => {
    const [chosen, against, all] = [this.chosen(), this.against(), this.revisions()];
    if (chosen === null) return [];
    if (against === 'form') return [chosen];
    const before = all[all.findIndex(({ version }) => version === chosen) + 1]?.version;
    const other = against === 'before' ? before : Number(against);
    return other === undefined || other === chosen ? [chosen] : [other, chosen].sort((a, b) => a - b);
  });
  protected readonly states = fetched({
    request: () => {
      const [id, versions] = [this.edits.entry()?.id, this.compared()];
      return id === undefined || versions.length === 0 ? undefined : { id, versions };
    },
    fetch: async ({ id, versions }) =>
      (await Promise.all(versions.map((version) => firstValueFrom(this.api.revision(id, version))))).map(
        stateOf,
      ),
  });
  /** What stands on both sides of the comparison. */
  private readonly sides = computed<{ readonly was: EntryState; readonly is: EntryState } | null>(() => {
    const [one, other] = this.states.value() ?? [];
    if (!one) return null;
    if (other) return { was: one, is: other };
    return this.against() === 'form'
      ? { was: one, is: { own: this.edits.own(), values: this.form.values() } }
      : { was: { own: { ...one.own, title: '', slug: '' }, values: {} }, is: one };
  });
  /** What is struck out, and what is underlined. */
  protected readonly sideWords = computed(() => {
    const [one, other] = this.compared();
    if (one === undefined || (other === undefined && this.against() !== 'form')) return null;
    return { was: versionWords(one), is: other === undefined ? say`the form` : versionWords(other) };
  });
  protected readonly differences = computed(() => {
    const [sides, type] = [this.sides(), this.form.subject()?.type];
    if (!sides || !type) return [];
    const role = this.session.person()?.role ?? 'reader';
    return shownDifferences(sides.was, sides.is, type, this.names.titles(), role);
  });
  protected readonly canPutBack = computed(() => this.against() === 'form' && this.session.canEdit());

  constructor() {
    effect(() => {
      const sides = this.sides();
      this.names.ids.set(sides ? [...idsIn(sides.was), ...idsIn(sides.is)] : []);
    });
  }

  /** Looks at a version; one that it was compared with is compared with the one before it. */
  protected look(version: number): void {
    if (this.against() === String(version)) this.against.set('before');
    this.chosen.set(version);
  }

  protected compareWith(value: string | null): void {
    const known = this.options().some((option) => option.value === value);
    if (value === 'before' || value === 'form') this.against.set(value);
    else if (known) this.against.set(`${Number(value)}`);
  }

  protected async readOlder(): Promise<void> {
    const [id, last] = [this.edits.entry()?.id, this.revisions().at(-1)];
    if (id === undefined || !last || this.loading()) return;
    this.loading.set(true);
    try {
      const page = await firstValueFrom(this.api.revisions(id, last.version));
      this.earlier.update((pages) => [...pages, page]);
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.loading.set(false);
    }
  }

  protected putBack(back: Back): void {
    if ('own' in back) {
      if (back.own === 'title') this.edits.setTitle(back.text);
      else this.edits.setSlug(back.text);
      return;
    }
    const before = this.form.values();
    // One intention is one step, however many rows move with it.
    const values = back.changes.reduce(applyValueChange, before);
    if (sameJson(values, before)) this.notices.say(say`What it stood in is gone: put that back first.`);
    else this.edits.put(say`Put back`, { own: this.edits.own(), values });
  }

  protected putAllBack(): void {
    const version = this.states.value()?.at(this.compared().indexOf(this.chosen() ?? 0));
    const fields = this.form.subject()?.type.fields;
    if (!version || !fields) return;
    const own = { ...version.own, status: this.edits.own().status };
    const values = withSecretsOf(fields, version.values, this.form.values());
    this.edits.put(say`Version ${String(this.chosen() ?? '')}`, { own, values });
    this.notices.say(say`It stands in the form. Save it to keep it.`);
    this.dialog.close();
  }
}
