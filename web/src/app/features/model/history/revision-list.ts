import { say } from '@tovlet/core/locale/say';
import { MomentWords } from '../../../shared/moment-words';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { HistoryAnswer, RestoreRequest, RevisionSummary } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { Confirm } from '../../../shared/confirm';
import { Fetched, fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Notices } from '../../../shared/notices';
import { ModelApi } from '../../../shell/model-api';
import { ModelStore } from '../../../shell/model-store';
import { SessionStore } from '../../../shell/session-store';

/** Revisions of the model: when, who, what; each can be looked into and gone back to. */
@Component({
  selector: 'tov-revision-list',
  imports: [FetchedPart, MatButton, MatIcon, MomentWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (step of steps(); track step.revision) {
        <li>
          <div class="line">
            <button
              type="button"
              class="step"
              [attr.aria-expanded]="opened() === step.revision"
              (click)="opened.set(opened() === step.revision ? null : step.revision)"
            >
              <mat-icon
                [svgIcon]="opened() === step.revision ? 'keyboard_arrow_down' : 'chevron_right'"
                aria-hidden="true"
              />
              <span class="mono muted">{{ step.revision }}</span>
              <span>{{ step.summary }}</span>
            </button>
            <span class="muted">{{ step.author }}, {{ step.createdAt | momentWords }}</span>
            @if (session.canModel() && step.revision !== model.revision()) {
              <button
                type="button"
                matButton="outlined"
                ariaLabel="Go back to revision {{ step.revision }}"
                i18n-ariaLabel
                [disabled]="busy()"
                (click)="goBack(step)"
              >
                <mat-icon svgIcon="undo" aria-hidden="true" /><ng-container i18n>Go back</ng-container>
              </button>
            } @else if (step.revision === model.revision()) {
              <span i18n class="tag">present</span>
            }
          </div>
          @if (opened() === step.revision) {
            <tov-fetched [of]="details" what="Its changes" i18n-what [lines]="2">
              <ul>
                @for (words of details.value()?.changes; track $index) {
                  <li>{{ words }}</li>
                } @empty {
                  <li class="muted">{{ step.summary }}</li>
                }
              </ul>
              @if (session.canModel() && step.revision > 1) {
                <button type="button" matButton class="alone" [disabled]="busy()" (click)="undoAlone(step)">
                  <mat-icon svgIcon="undo" aria-hidden="true" /><ng-container i18n
                    >Undo this change alone</ng-container
                  >
                </button>
              }
            </tov-fetched>
          }
        </li>
      }
    </ol>
    @if (steps().length === 0 || pages.problem() !== null) {
      <tov-fetched [of]="pages" what="The history" i18n-what>
        <p i18n empty class="muted none">Nothing was changed yet.</p>
      </tov-fetched>
    }
    @if (more()) {
      <button i18n type="button" matButton="outlined" class="older" [disabled]="loading()" (click)="older()">
        Older ones
      </button>
    }
  `,
  styles: `
    ol,
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    ol {
      margin-top: 16px;
      border-top: 1px solid var(--line);
    }
    ol > li {
      border-bottom: 1px solid var(--line);
    }
    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto 104px;
      gap: 14px;
      align-items: center;
      min-height: 42px;
    }
    .line > :last-child {
      justify-self: end;
    }
    .step {
      display: grid;
      grid-template-columns: 20px 36px minmax(0, 1fr);
      gap: 6px;
      align-items: center;
      text-align: left;
      border: 0;
      background: none;
      padding: 6px 0;
      cursor: pointer;
    }
    .step:hover span:last-child {
      text-decoration: underline;
    }
    ul {
      padding: 0 0 10px 68px;
      display: grid;
      gap: 3px;
    }
    .alone {
      margin: 0 0 8px 56px;
    }
    .none {
      padding: 10px 0;
    }
    .older {
      margin-top: 12px;
    }
  `,
})
export class RevisionList {
  /** Only what concerns this group; everything where none is given. */
  readonly group = input<string>();
  private readonly api = inject(ModelApi);
  private readonly confirm = inject(Confirm);
  private readonly notices = inject(Notices);
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  protected readonly opened = signal<number | null>(null);
  protected readonly busy = signal(false);
  /** The pages that were read: loading, failed, empty or there. */
  protected readonly pages = new Fetched<HistoryAnswer>(
    () => void this.load(this.group()),
    ({ revisions }) => revisions.length === 0,
  );
  protected readonly loading = this.pages.isAsking;
  protected readonly more = computed(() => this.pages.value()?.more ?? false);
  protected readonly steps = computed(() => this.pages.value()?.revisions ?? []);
  private newest = 0;
  private shownFor: string | undefined;

  /** The changes of the revision that is open, one by one. */
  protected readonly details = fetched({
    request: () => this.opened() ?? undefined,
    fetch: (revision) => firstValueFrom(this.api.revision(revision)),
    keeps: () => false,
  });

  constructor() {
    effect(() => {
      const group = this.group();
      this.model.revision();
      untracked(() => void this.load(group));
    });
  }

  protected async older(): Promise<void> {
    const last = this.steps().at(-1);
    if (last) await this.load(this.group(), last.revision);
  }

  /** Reads a page; what was asked for later wins. */
  private async load(group: string | undefined, before?: number): Promise<void> {
    const asked = (this.newest += 1);
    // Another group's history does not stand in the place of this one's.
    this.pages.begin(group === this.shownFor);
    this.shownFor = group;
    try {
      const query = {
        ...(group === undefined ? {} : { group }),
        ...(before === undefined ? {} : { before }),
      };
      const { revisions, more } = await firstValueFrom(this.api.history(query));
      if (asked !== this.newest) return;
      const earlier = before === undefined ? [] : this.steps();
      this.pages.finish({ revisions: [...earlier, ...revisions], more });
    } catch (error) {
      if (asked === this.newest) this.pages.fail(error);
    }
  }

  protected async goBack({ revision }: RevisionSummary): Promise<void> {
    const group = this.group();
    const request: RestoreRequest = { revision, ...(group === undefined ? {} : { group }) };
    const what = group === undefined ? say`The model` : say`This group alone`;
    this.busy.set(true);
    try {
      await this.model.settled();
      const { changes } = await firstValueFrom(this.api.planRestore(request));
      const question = {
        title: say`Go back to revision ${revision}?`,
        text: say`${what} becomes what it was then, in a new revision. Values of fields whose type goes back become what they were; all others stay.`,
        list: changes,
        yes: say`Go back`,
      };
      if (changes.length === 0) {
        this.notices.say(say`${what} is as it was at revision ${revision}.`);
        return;
      }
      if (!(await this.confirm.ask(question))) return;
      await firstValueFrom(this.api.restore(request));
      await this.model.load();
      this.notices.say(say`${what} is as it was at revision ${revision}.`);
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.busy.set(false);
    }
  }

  /** Takes one change back; what was changed since stays, and values come back where nobody edited them. */
  protected async undoAlone({ revision, summary }: RevisionSummary): Promise<void> {
    const question = {
      title: say`Undo revision ${revision} alone?`,
      text: say`“${summary}” is taken back; everything that was changed since stays. Values that it converted become what they were; what somebody edited since is converted back.`,
      yes: say`Undo it`,
    };
    if (!(await this.confirm.ask(question))) return;
    this.busy.set(true);
    try {
      await this.model.settled();
      await firstValueFrom(this.api.undo({ revision }));
      await this.model.load();
      this.notices.say(say`Revision ${revision} is undone.`);
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.busy.set(false);
    }
  }
}
