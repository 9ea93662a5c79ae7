import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ActivatedRoute } from '@angular/router';
import type { ThreadAnswer } from '@tovlet/core/contracts/studio';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { companyKey } from '../../../forms/field-company';
import { FormStore } from '../../../forms/form-store';
import { Focus } from '../../../shared/focus';
import { Said } from '../../../shared/said';
import { ModelStore } from '../../../shell/model-store';
import { PaneState } from '../../../shell/pane-state';
import { EntryEdits } from '../entry-edits';
import { CommentBox } from './comment-box';
import { placeIn } from './place-in';
import { TalkDrafts } from './talk-drafts';
import { boxElement, TalkStore, threadElement } from './talk-store';
import { ThreadView } from './thread-view';

/** What people say about an entry and its fields. */
@Component({
  selector: 'tov-talk-panel',
  imports: [CommentBox, MatButton, MatIcon, NgTemplateOutlet, Said, ThreadView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="talk" aria-labelledby="talk-heading">
      <h2 id="talk-heading" i18n>Talk</h2>
      @for (thread of talk.open(); track thread.id) {
        <tov-thread-view [thread]="thread" [place]="placeOf(thread)">
          <ng-container [ngTemplateOutlet]="place" [ngTemplateOutletContext]="{ $implicit: thread }" />
        </tov-thread-view>
      }
      @if (talk.beginning(); as path) {
        <div class="new">
          <p class="about">{{ wordsOf(path) }}</p>
          <tov-comment-box
            [boxId]="boxOf(path)"
            [label]="say(path)"
            placeholder="@ names somebody"
            i18n-placeholder
            [action]="'Comment' | said"
            [text]="drafts.of(draftOf(path))"
            [sending]="sending()"
            (typed)="drafts.keep(draftOf(path), $event)"
            (sent)="begin(path, $event)"
            (cancelled)="talk.stop()"
          />
        </div>
      } @else {
        <button type="button" matButton="outlined" (click)="talk.talk([])">
          <mat-icon svgIcon="add_comment" aria-hidden="true" /><ng-container i18n
            >Comment on this entry</ng-container
          >
        </button>
      }
      @if (talk.answer.problem(); as problem) {
        <p i18n class="muted">What is said is not known: {{ problem }}</p>
      }
      @if (talk.closed().length > 0) {
        <button
          type="button"
          matButton
          [attr.aria-expanded]="showsClosed()"
          (click)="showsClosed.set(!showsClosed())"
        >
          {{ closedWords() }}
        </button>
        @if (showsClosed()) {
          @for (thread of talk.closed(); track thread.id) {
            <tov-thread-view [thread]="thread" [place]="placeOf(thread)">
              <ng-container [ngTemplateOutlet]="place" [ngTemplateOutletContext]="{ $implicit: thread }" />
            </tov-thread-view>
          }
        }
      }
    </section>
    <ng-template #place let-thread>
      @if (thread.path.length > 0) {
        <button type="button" class="about" (click)="jump(thread)">{{ placeOf(thread) }}</button>
      }
    </ng-template>
  `,
  styles: `
    .talk,
    .new {
      display: grid;
      gap: 8px;
    }
    .talk {
      justify-items: stretch;
      padding-top: 10px;
      border-top: 1px solid var(--line);
    }
    h2 {
      margin: 0;
      font-size: 14px;
    }
    .about {
      margin: 0;
      padding: 0;
      border: 0;
      background: none;
      color: var(--slate);
      font-size: 12.5px;
      text-align: left;
    }
    button.about {
      cursor: pointer;
      text-decoration: underline;
      text-underline-offset: 2px;
    }
    [matButton] {
      justify-self: start;
    }
  `,
})
export class TalkPanel {
  protected readonly talk = inject(TalkStore);
  protected readonly drafts = inject(TalkDrafts);
  private readonly edits = inject(EntryEdits);
  private readonly form = inject(FormStore);
  private readonly model = inject(ModelStore);
  private readonly focus = inject(Focus);
  private readonly panes = inject(PaneState);
  private readonly wanted = toSignal(inject(ActivatedRoute).queryParamMap);
  /** The thread of the address, once it was led to. */
  private led: string | null = null;
  protected readonly showsClosed = signal(false);
  protected readonly sending = signal(false);
  protected readonly closedWords = computed(() => {
    const count = this.talk.closed().length;
    return plural(count, say`One thread is resolved`, say`${count} threads are resolved`);
  });

  constructor() {
    // An address may name a thread.
    effect(() => {
      const id = this.wanted()?.get('talk');
      const thread = this.talk.threads().find((each) => each.id === id);
      // Once: what is said later takes nobody away from where they are.
      if (!thread || thread.id === this.led) return;
      this.led = thread.id;
      untracked(() => this.goTo(thread));
    });
  }

  protected readonly wordsOf = (path: readonly string[]): string =>
    placeIn(this.model.compiled(), this.form.values(), path).words || say`The whole entry`;
  protected placeOf = ({ path }: ThreadAnswer): string => this.wordsOf(path);
  protected boxOf = (path: readonly string[]): string => boxElement(companyKey(path));
  protected draftOf = (path: readonly string[]): string => `${this.edits.entry()?.id} ${companyKey(path)}`;
  protected say = (path: readonly string[]): string =>
    path.length === 0 ? say`Comment on this entry` : say`Comment on ${this.wordsOf(path)}`;

  protected async begin(path: readonly string[], text: string): Promise<void> {
    this.sending.set(true);
    const taken = await this.talk.say(this.draftOf(path), text, { path });
    this.sending.set(false);
    const last = this.talk.open().at(-1);
    if (taken && last) this.focus.on(threadElement(last.id));
  }

  /** Leads to the field; one in a row shows only after its row has opened. */
  protected jump({ path }: ThreadAnswer): void {
    const { steps } = placeIn(this.model.compiled(), this.form.values(), path);
    if (!steps) return;
    this.form.revealed.set(steps);
    this.focus.show(`field-${steps.join('-')}`, 'center', (element) => element.focus());
  }

  private goTo(thread: ThreadAnswer): void {
    if (thread.resolved !== null) this.showsClosed.set(true);
    this.panes.set('inspector', true);
    this.focus.on(threadElement(thread.id));
  }
}
