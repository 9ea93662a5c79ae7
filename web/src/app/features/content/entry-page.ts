import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import { MomentWords } from '../../shared/moment-words';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
  ViewContainerRef,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import type { JsonValue } from '@tovlet/core/json';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { groupsFor } from '@tovlet/core/placement/groups-for';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { CompiledGroup, CompiledType } from '@tovlet/core/model/compiled';
import { filter } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import { Dialogs } from '../../shared/dialogs';
import { Notices } from '../../shared/notices';
import { problemFrom } from '../../shared/problem';
import { Undo } from '../../shell/undo/undo';
import { Events } from '../../shell/events';
import { Keys } from '../../shell/keys';
import { ModelStore } from '../../shell/model-store';
import { pageTemplates, templateOf } from '@tovlet/core/model/page-templates';
import { typeLabel } from '@tovlet/core/model/type-labels';
import { PeopleStore } from '../../shell/people-store';
import { PaneState } from '../../shell/pane-state';
import { Panes } from '../../shell/panes';
import { Removal } from '../../shell/removal';
import { Company } from '../../shell/presence/company';
import { SessionStore } from '../../shell/session-store';
import { ConflictPanel } from './conflict-panel';
import { EntriesApi } from '../../shell/entries-api';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import { EntryStore } from './entry-store';
import { entryStores } from './entry-stores';
import { SchedulePanel } from './schedule/schedule-panel';
import { StatePanel } from './state-panel';
import { EntryCompany } from './talk/entry-company';
import { TalkPanel } from './talk/talk-panel';
import { TypedKeeper } from './typed-keeper';
import { EntrySearch } from '../../pickers/entry/entry-search';
import { FormOutline } from './form-outline';
import { FormSummary } from './form-summary';
import { FormFields } from '../../forms/form-fields';
import { FormStore } from '../../forms/form-store';
import { ReadyPanel } from './ready-panel';
import { GroupReasons } from './group-reasons';
import type { HoldsWork } from '../../shared/leave';
import { firstValueFrom } from 'rxjs';
import { Focus } from '../../shared/focus';
import { Choice } from '../../shared/choice';
import { Options } from '../../shared/options';
import { ScreenHeading } from '../../shell/screen-heading';

/** An entry's form. */
@Component({
  selector: 'tov-entry-page',
  imports: [
    Choice,
    Company,
    ConflictPanel,
    EntrySearch,
    FetchedPart,
    FormFields,
    FormOutline,
    FormSummary,
    GroupReasons,
    MatButton,
    MatIcon,
    MomentWords,
    SchedulePanel,
    StatePanel,
    Options,
    Panes,
    ReadyPanel,
    RouterLink,
    ScreenHeading,
    TalkPanel,
  ],
  providers: [...entryStores],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:beforeunload)': 'warn($event)' },
  templateUrl: './entry-page.html',
  styleUrl: './entry-page.scss',
})
export class EntryPage implements HoldsWork {
  private readonly focus = inject(Focus);
  readonly typeKey = input.required<string>();
  readonly entryId = input.required<string>();
  protected readonly store = inject(EntryStore);
  protected readonly edits = inject(EntryEdits);
  protected readonly meeting = inject(EntryMeeting);
  protected readonly typed = inject(TypedKeeper);
  protected readonly form = inject(FormStore);
  protected readonly session = inject(SessionStore);
  protected readonly company = inject(EntryCompany);
  protected readonly panes = inject(PaneState);
  protected readonly model = inject(ModelStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly removal = inject(Removal);
  private readonly dialogs = inject(Dialogs);
  private readonly here = inject(ViewContainerRef);
  private readonly api = inject(EntriesApi);
  private readonly people = inject(PeopleStore);
  /** The entry, or a new one: null where there is none of this address. */
  protected readonly opened = fetched({
    request: () => {
      const id = this.entryId();
      // Another model is no reason to open the entry anew.
      const type = this.model.loaded() ? untracked(() => this.type()) : undefined;
      return type === undefined ? undefined : { id, type };
    },
    fetch: ({ id, type }) => this.load(id, type),
    isEmpty: (is) => !is,
    keeps: (before, now) => before.id === now.id,
  });
  protected readonly missing = computed(() => this.opened.state() === 'empty');
  protected readonly there = computed(() => this.opened.state() === 'there');
  protected readonly reasonsOpen = signal(false);
  private leaving = false;

  protected readonly type = computed(() => this.model.compiled().typeByKey.get(this.typeKey()) ?? null);
  protected readonly facts = computed(
    () => this.form.facts() ?? factsFrom({ type: this.type()?.contentType.id ?? '' }),
  );
  protected readonly parents = computed(() => {
    const { parent } = this.edits.own();
    return parent === null ? [] : [parent];
  });
  /** What the entry is called, as it was saved. */
  protected readonly heading = computed(
    () => this.edits.entry()?.title ?? say`New ${inSentence(this.type()?.contentType.singular) ?? 'entry'}`,
  );
  /** What its page can look like; one alone is no choice. */
  protected readonly templates = computed(() => {
    const type = this.type()?.contentType;
    return type ? pageTemplates(type) : [];
  });
  protected readonly template = computed(() => {
    const type = this.type()?.contentType;
    return type ? templateOf(type, this.edits.own().template) : '';
  });
  /** Where others are told that one is. */
  protected readonly place = computed(() => {
    const entry = this.edits.entry();
    return this.there() && entry ? `entry/${entry.id}` : null;
  });
  protected messageOf = ({ issue, label }: EntryIssue): string => issueMessage(issue, label);
  protected readonly titleLabel = computed(() => {
    const type = this.type()?.contentType;
    return type ? typeLabel(type, 'titleLabel') : say`Title`;
  });
  protected readonly titlePlaceholder = computed(() => {
    const type = this.type()?.contentType;
    if (!type) return say`Title`;
    return type.labels.titleLabel === ''
      ? say`Title of the ${inSentence(type.singular)}`
      : type.labels.titleLabel;
  });
  protected readonly author = computed(() =>
    this.type()?.contentType.features.author
      ? this.people.find(this.edits.entry()?.author ?? null)?.name
      : undefined,
  );
  protected readonly groups = computed<readonly CompiledGroup[]>(() => {
    const [subject, facts] = [this.form.subject(), this.form.facts()];
    return subject && facts ? groupsFor(subject.type, facts) : [];
  });
  constructor() {
    void this.people.start();
    effect(() => {
      this.model.compiled();
      untracked(() => this.edits.followModel());
    });
    effect(() => this.form.disabled.set(!this.session.canEdit()));
    const ends = [
      inject(Keys).use({ save: () => void this.save(), live: true }),
      inject(Undo).use(this.form.history),
    ];
    inject(DestroyRef).onDestroy(() => ends.forEach((end) => end()));
    inject(Events)
      .stream.pipe(
        filter((event) => this.isNews(event)),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.follow());
  }

  async hasUnsavedWork(): Promise<boolean> {
    if (!this.holdsWork()) return false;
    await this.typed.flush();
    return this.holdsWork();
  }

  private holdsWork(): boolean {
    return this.edits.unkept() && !this.leaving && this.session.canEdit();
  }

  protected warn(event: BeforeUnloadEvent): void {
    if (this.holdsWork()) event.preventDefault();
  }

  protected async save(status: EntryStatus = this.edits.own().status): Promise<void> {
    if (!this.session.canEdit() || this.edits.saving()) return;
    const isNew = this.edits.entry() === null;
    const outcome = await this.store.save(status);
    const saved = this.edits.entry();
    if (outcome === 'saved' && isNew && saved) {
      this.leaving = true;
      await this.router.navigate(['/content', this.typeKey(), saved.id], { replaceUrl: true });
      this.leaving = false;
    }
    if (outcome === 'invalid') this.focus.on('summary');
    if (outcome === 'saved')
      this.notices.say(saved?.status === 'published' ? say`Saved and published.` : say`Saved as a draft.`);
  }

  protected async showHistory(): Promise<void> {
    const { HistoryDialog } = await import('./history/history-dialog');
    // What the dialog shows and puts back is this form.
    const viewContainerRef = this.here;
    const size = { width: '1040px', maxWidth: '94vw' };
    const config = { ...size, viewContainerRef, autoFocus: 'first-heading', ariaLabelledBy: 'history-title' };
    await this.dialogs.ask(HistoryDialog, config);
  }

  protected setParent(value: JsonValue): void {
    this.edits.setParent(typeof value === 'string' ? value : null);
  }

  protected setTemplate(id: string): void {
    this.edits.setTemplate(id === this.type()?.contentType.id ? null : id);
  }

  protected async merge(theirs: ReadonlySet<string>): Promise<void> {
    const saving = this.meeting.conflict()?.saving;
    await this.meeting.resolve(theirs);
    if (saving) await this.save();
    else this.focus.on('entry-title');
  }

  protected async remove(): Promise<void> {
    const entry = this.edits.entry();
    if (!entry || !(await this.removal.isSure('entry', entry.id, entry.title))) return;
    const { id, title, version } = entry;
    const typeKey = this.typeKey();
    try {
      await firstValueFrom(this.api.remove(id, version));
      this.leaving = true;
      await this.router.navigate(['/content', typeKey]);
      const back = () => void this.router.navigate(['/content', typeKey, id]);
      this.removal.said('entry', id, title, back);
    } catch (error) {
      this.notices.fail(error);
    }
  }

  /** @returns whether there is such an entry; @throws what the request failed with otherwise */
  private async load(id: string, type: CompiledType | null): Promise<boolean> {
    if (id === this.edits.entry()?.id) return true;
    if (!type) return false;
    if (id === 'new') {
      this.store.begin(type);
      this.focus.on('entry-title');
      return true;
    }
    try {
      await this.store.open(id);
      return true;
    } catch (error) {
      if (problemFrom(error).status === 404) return false;
      throw error;
    }
  }

  /** Whether somebody saved or kept this entry, as far as is known. */
  private isNews(event: StudioEvent): boolean {
    const entry = this.edits.entry();
    if (event.kind === 'missed') return entry !== null;
    if (event.kind === 'entry') return event.id === entry?.id && event.version > entry.version;
    return event.kind === 'copy' && event.id === entry?.id && event.mark !== this.edits.copy()?.mark;
  }

  private async follow(): Promise<void> {
    if (this.edits.saving()) return;
    try {
      await this.meeting.follow();
    } catch (error) {
      // Deleted meanwhile; where the server is away, the next event tells of it again.
      if (problemFrom(error).status === 404) this.opened.set(false);
    }
  }
}
