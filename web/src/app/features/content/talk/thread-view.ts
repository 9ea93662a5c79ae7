import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { CommentAnswer, ThreadAnswer } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { Confirm } from '../../../shared/confirm';
import { Focus } from '../../../shared/focus';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MomentWords } from '../../../shared/moment-words';
import { Said } from '../../../shared/said';
import { PeopleStore } from '../../../shell/people-store';
import { SessionStore } from '../../../shell/session-store';
import { CommentBox } from './comment-box';
import { piecesOf, type CommentPiece } from './mentions';
import { TalkDrafts } from './talk-drafts';
import { boxElement, TalkStore, threadElement } from './talk-store';

/** What was said about one place, and the way to answer. */
@Component({
  selector: 'tov-thread-view',
  imports: [CommentBox, ICON_BUTTON, MatButton, MatIcon, MomentWords, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [id]="element()" tabindex="-1" [attr.aria-label]="place()">
      <ng-content />
      @for (comment of thread().comments; track comment.id) {
        <article>
          <p class="who">
            <strong>{{ comment.authorName }}</strong>
            <span class="muted">{{ comment.at | momentWords }}</span>
            @if (comment.changedAt) {
              <span i18n class="muted">changed</span>
            }
            <span class="own">
              @if (isMine(comment)) {
                <button
                  type="button"
                  matIconButton
                  aria-label="Change this comment"
                  i18n-aria-label
                  (click)="begin(comment)"
                >
                  <mat-icon svgIcon="edit" />
                </button>
              }
              @if (isMine(comment) || session.canModel()) {
                <button
                  type="button"
                  matIconButton
                  aria-label="Delete this comment"
                  i18n-aria-label
                  (click)="remove(comment)"
                >
                  <mat-icon svgIcon="delete" />
                </button>
              }
            </span>
          </p>
          @if (changing()?.id === comment.id) {
            <tov-comment-box
              [boxId]="boxId() + '-change'"
              label="Comment"
              i18n-label
              [action]="'Save' | said"
              [text]="changed()"
              [sending]="sending()"
              (typed)="changed.set($event)"
              (sent)="change(comment, $event)"
              (cancelled)="changing.set(null)"
            />
          } @else {
            <p class="text" dir="auto">
              @for (piece of piecesIn(comment); track $index) {
                <span [class.name]="piece.isName">{{ piece.text }}</span>
              }
            </p>
          }
        </article>
      }
      @if (thread().resolved; as resolved) {
        <p class="muted" i18n>Resolved by {{ resolved.by }}, {{ resolved.at | momentWords }}</p>
      }
      @if (answering()) {
        <tov-comment-box
          [boxId]="boxId()"
          label="Answer"
          i18n-label
          [action]="'Answer' | said"
          [text]="drafts.of(thread().id)"
          [sending]="sending()"
          (typed)="drafts.keep(thread().id, $event)"
          (sent)="answer($event)"
          (cancelled)="answering.set(false)"
        />
      } @else {
        <div class="buttons">
          <button i18n type="button" matButton (click)="beginAnswer()">Answer</button>
          @if (thread().resolved === null) {
            <button i18n type="button" matButton (click)="resolve(true)">Resolve</button>
          } @else {
            <button i18n type="button" matButton (click)="resolve(false)">Open again</button>
          }
        </div>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 6px;
      padding: 8px 10px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--raised);
    }
    article {
      display: grid;
      gap: 2px;
    }
    p {
      margin: 0;
    }
    .who {
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      align-items: center;
      min-height: 26px;
      font-size: 12.5px;
    }
    .own {
      display: flex;
      margin-left: auto;
      mat-icon {
        color: var(--muted);
      }
    }
    .text {
      white-space: pre-wrap;
      overflow-wrap: anywhere;
    }
    .name {
      color: var(--slate);
      font-weight: 560;
    }
    .buttons {
      display: flex;
      gap: 2px;
      margin-left: -10px;
    }
  `,
})
export class ThreadView {
  readonly thread = input.required<ThreadAnswer>();
  /** What it is about, in words. */
  readonly place = input.required<string>();
  private readonly talk = inject(TalkStore);
  private readonly people = inject(PeopleStore);
  private readonly focus = inject(Focus);
  private readonly confirm = inject(Confirm);
  protected readonly session = inject(SessionStore);
  protected readonly drafts = inject(TalkDrafts);
  protected readonly answering = signal(false);
  protected readonly sending = signal(false);
  protected readonly changing = signal<CommentAnswer | null>(null);
  protected readonly changed = signal('');
  protected readonly element = computed(() => threadElement(this.thread().id));
  protected readonly boxId = computed(() => boxElement(this.thread().id));

  protected isMine = ({ author }: CommentAnswer): boolean => author === this.session.person()?.id;

  protected piecesIn({ text, mentions }: CommentAnswer): readonly CommentPiece[] {
    return piecesOf(
      text,
      this.people.all().filter(({ id }) => mentions.includes(id)),
    );
  }

  protected begin(comment: CommentAnswer): void {
    this.changed.set(comment.text);
    this.changing.set(comment);
    this.focus.on(`${this.boxId()}-change`);
  }

  protected beginAnswer(): void {
    this.answering.set(true);
    this.focus.on(this.boxId());
  }

  protected async answer(text: string): Promise<void> {
    const { id } = this.thread();
    const taken = await this.busy(this.talk.say(id, text, { thread: id }));
    if (taken) this.answering.set(false);
    if (taken) this.focus.on(this.element());
  }

  protected async change({ id }: CommentAnswer, text: string): Promise<void> {
    if (await this.busy(this.talk.change(id, text))) this.changing.set(null);
  }

  protected async resolve(resolved: boolean): Promise<void> {
    await this.busy(this.talk.resolve(this.thread().id, resolved));
  }

  protected async remove({ id }: CommentAnswer): Promise<void> {
    const whole = id === this.thread().id && this.thread().comments.length > 1;
    const sure = await this.confirm.ask({
      title: whole ? say`Delete this comment and its answers?` : say`Delete this comment?`,
      text: say`What is deleted here does not come back.`,
      yes: say`Delete`,
    });
    if (sure) await this.busy(this.talk.remove(id));
  }

  private async busy(work: Promise<boolean>): Promise<boolean> {
    this.sending.set(true);
    const taken = await work;
    this.sending.set(false);
    return taken;
  }
}
