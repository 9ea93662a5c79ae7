import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { CommentsAnswer, ThreadAnswer } from '@tovlet/core/contracts/studio';
import { filter } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { companyKey } from '../../../forms/field-company';
import { Focus } from '../../../shared/focus';
import { knowIcons } from '../../../shared/icons';
import { Notices } from '../../../shared/notices';
import { PaneState } from '../../../shell/pane-state';
import { Events } from '../../../shell/events';
import { PeopleStore } from '../../../shell/people-store';
import { EntryEdits } from '../entry-edits';
import { namedIn } from './mentions';
import { TalkApi } from './talk-api';
import { talkDrawings } from './talk-icons';
import { TalkDrafts } from './talk-drafts';

/** What people say about the entry that is open. Provided by its page. */
@Injectable()
export class TalkStore {
  private readonly api = inject(TalkApi);
  private readonly edits = inject(EntryEdits);
  private readonly people = inject(PeopleStore);
  private readonly drafts = inject(TalkDrafts);
  private readonly notices = inject(Notices);
  private readonly panes = inject(PaneState);
  private readonly focus = inject(Focus);

  readonly answer = fetched<string, CommentsAnswer>({
    request: () => this.edits.entry()?.id,
    fetch: (id) => this.api.get(id),
  });
  readonly threads = computed<readonly ThreadAnswer[]>(() => this.answer.value()?.threads ?? []);
  readonly open = computed(() => this.threads().filter(({ resolved }) => resolved === null));
  readonly closed = computed(() => this.threads().filter(({ resolved }) => resolved !== null));
  /** What a new thread is to be about; null while none is begun. */
  readonly beginning = signal<readonly string[] | null>(null);
  private readonly byPlace = computed(() => {
    const byPlace = new Map<string, ThreadAnswer[]>();
    for (const thread of this.open()) {
      const key = companyKey(thread.path);
      byPlace.set(key, [...(byPlace.get(key) ?? []), thread]);
    }
    return byPlace;
  });

  constructor() {
    // Fields show them as well, also where the panel is not to be seen.
    knowIcons(talkDrawings);
    inject(Events)
      .stream.pipe(
        filter(
          (event) =>
            event.kind === 'missed' || (event.kind === 'comments' && event.id === this.edits.entry()?.id),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.answer.reload());
  }

  /** How many threads about a place are open. */
  openAt(key: string): number {
    return this.byPlace().get(key)?.length ?? 0;
  }

  /** Goes to what is said about a place, or begins to speak about it. */
  talk(path: readonly string[]): void {
    const [first] = this.byPlace().get(companyKey(path)) ?? [];
    this.panes.set('inspector', true);
    if (first) return this.focus.on(threadElement(first.id));
    this.beginning.set(path);
    this.focus.on(boxElement(companyKey(path)));
  }

  /** Takes what is begun away again; what was typed stays for the next time. */
  stop(): void {
    this.beginning.set(null);
  }

  /** Says something in a thread, or begins one. @returns whether it was taken */
  async say(
    draft: string,
    text: string,
    about: { thread: string } | { path: readonly string[] },
  ): Promise<boolean> {
    const mentions = [...this.named(text)];
    const body = 'thread' in about ? { thread: about.thread } : { path: [...about.path] };
    const taken = await this.ask((id) => this.api.write(id, { ...body, text, mentions }));
    if (!taken) return false;
    this.drafts.drop(draft);
    if ('path' in about) this.beginning.set(null);
    return true;
  }

  /** Says something in other words. @returns whether it was taken */
  change(comment: string, text: string): Promise<boolean> {
    return this.ask((id) => this.api.change(id, comment, { text, mentions: [...this.named(text)] }));
  }

  /** Says that nothing is left to be talked about in a thread, or that there is. @returns whether it was taken */
  resolve(thread: string, resolved: boolean): Promise<boolean> {
    return this.ask((id) => this.api.resolve(id, thread, resolved));
  }

  /** Deletes a comment; with the first of a thread its answers go. @returns whether it was taken */
  remove(comment: string): Promise<boolean> {
    return this.ask((id) => this.api.remove(id, comment));
  }

  private readonly named = (text: string): readonly string[] => namedIn(text, this.people.all());

  private async ask(send: (id: string) => Promise<CommentsAnswer>): Promise<boolean> {
    const id = this.edits.entry()?.id;
    if (id === undefined) return false;
    try {
      const answer = await send(id);
      if (this.edits.entry()?.id === id) this.answer.set(answer);
      return true;
    } catch (error) {
      this.notices.fail(error);
      return false;
    }
  }
}

/** The id of the element of a thread. */
export const threadElement = (id: string): string => `thread-${id}`;

/** The id of the box that a comment is written in. @param key what it is about, or answers */
export const boxElement = (key: string): string => `talk-${key.replaceAll('/', '-') || 'entry'}`;
