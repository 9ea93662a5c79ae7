import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ownPropertyWords, type EntryRevision } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { ModelStore } from '../../../shell/model-store';
import { MomentWords } from '../../../shared/moment-words';

/** Names that a line has room for. */
const NAMED = 3;

/** The saves of an entry along a line in time, the last first; one of them is looked at. */
@Component({
  selector: 'tov-revision-rail',
  imports: [MatButton, MomentWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (revision of revisions(); track revision.version) {
        <li [class.published]="revision.status === 'published'">
          <button
            type="button"
            [id]="'revision-' + revision.version"
            [attr.aria-current]="revision.version === chosen() ? 'true' : null"
            (click)="choose.emit(revision.version)"
          >
            <span class="when">
              @if (revision.at) {
                {{ revision.at | momentWords }}
              } @else {
                <ng-container i18n>Before that</ng-container>
              }
              @if ($first) {
                <span i18n class="tag">as saved</span>
              }
            </span>
            <span class="muted">
              {{ revision.version }}
              @if (revision.by) {
                · {{ revision.by }}
              }
            </span>
            <span class="what muted">{{ wordsOf(revision, $last && !more()) }}</span>
          </button>
        </li>
      }
    </ol>
    @if (more()) {
      <button i18n type="button" matButton [disabled]="loading()" (click)="older.emit()">Older ones</button>
    }
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0 0 0 7px;
      margin: 0;
    }
    li {
      position: relative;
      border-left: 2px solid var(--line);
    }
    li::before {
      content: '';
      position: absolute;
      left: -6px;
      top: 13px;
      width: 10px;
      height: 10px;
      border-radius: 50%;
      border: 2px solid var(--muted);
      background: var(--paper);
      box-sizing: border-box;
    }
    li.published::before {
      border-color: var(--spruce);
      background: var(--spruce);
    }
    li > button {
      display: grid;
      gap: 1px;
      width: 100%;
      padding: 7px 8px 9px 14px;
      border: 0;
      background: none;
      text-align: left;
      cursor: pointer;
    }
    li > button:hover {
      background: var(--spruce-wash);
    }
    li > button[aria-current] {
      background: var(--saffron-wash);
    }
    .when {
      display: flex;
      gap: 6px;
      align-items: center;
      font-weight: 600;
    }
    .what {
      overflow-wrap: anywhere;
    }
  `,
})
export class RevisionRail {
  private readonly model = inject(ModelStore);
  readonly revisions = input.required<readonly EntryRevision[]>();
  readonly chosen = input<number | null>(null);
  readonly more = input(false);
  readonly loading = input(false);
  readonly choose = output<number>();
  readonly older = output();

  /** What a save changed, by the names of what it changed. */
  protected wordsOf({ version, own, fields }: EntryRevision, isFirst: boolean): string {
    if (isFirst) return version === 1 ? say`The entry was made` : say`The earliest that is known`;
    const names = [
      ...own.map((name) => ownPropertyWords[name]),
      ...fields.map((id) => this.model.compiled().fields.get(id)?.label ?? say`a removed field`),
    ];
    if (names.length === 0) return say`Nothing that shows here`;
    const [named, more] = [names.slice(0, NAMED).join(', '), names.length - NAMED];
    return more > 0 ? say`${named} and ${String(more)} more` : named;
  }
}
