import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  type Signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { JsonValue } from '@tovlet/core/json';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { textOfHtml } from '@tovlet/core/fields/rich_text/text-of-html';
import { lengthOf } from '@tovlet/core/fields/text-limits';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { ENTRY, type ValuePlace } from '@tovlet/core/values/changes';
import { initialsOf } from '../shared/initials';
import { SessionStore } from '../shell/session-store';
import { companyKey, FIELD_COMPANY, wayTo } from './field-company';
import { WidgetHost } from './widget-host';
import { FormStore, placeKey } from './form-store';

/** So much of a stored value is shown that has no words of its own. */
const STORED_LIMIT = 300;

/** One field of a form: label, help, widget, counter, error with its fix. Nothing at all while the field is hidden. */
@Component({
  selector: 'tov-field',
  imports: [MatButton, MatIcon, WidgetHost],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'field().field.width', '[hidden]': '!visible()' },
  template: `
    @if (visible()) {
      <div
        class="box"
        [class.wrong]="issue() !== null"
        [class.unfit]="unfit()"
        (focusin)="enter()"
        (focusout)="near.set(false); store.touch(path())"
        (mouseenter)="near.set(true)"
        (mouseleave)="near.set(false)"
      >
        <div class="label">
          <label dir="auto" [for]="inputId()">{{ field().label }}</label>
          @if (field().field.required) {
            <span i18n class="required">required</span>
          }
          @if (locked()) {
            <span i18n class="required">set by developers</span>
          }
          @for (name of others(); track name) {
            <span class="other" role="img" [title]="name" [attr.aria-label]="isHere(name)">{{
              initialsOf(name)
            }}</span>
          }
          @if (counter(); as text) {
            <span class="counter" [class.over]="over()">{{ text }}</span>
          }
          @if (talkWords(); as words) {
            <button type="button" class="talk" [attr.aria-label]="words" [title]="words" (click)="talk()">
              <mat-icon [svgIcon]="open() > 0 ? 'chat' : 'add_comment'" />
              @if (open() > 0) {
                {{ open() }}
              }
            </button>
          }
        </div>
        <tov-widget
          [field]="field()"
          [value]="value()"
          [inputId]="inputId()"
          [describedBy]="describedBy()"
          [invalid]="issue() !== null"
          [disabled]="store.disabled() || locked()"
          [scope]="scopeWithin()"
          [place]="place()"
          [base]="base()"
          (committed)="commit($event)"
        />
        @if (stored(); as text) {
          <p class="stored">
            <ng-container i18n>Stored here:</ng-container>&ngsp;<q dir="auto">{{ text }}</q>
          </p>
        }
        @if (field().field.help) {
          <p class="help" [id]="inputId() + '-help'">{{ field().field.help }}</p>
        }
        @if (issue(); as found) {
          <p class="error-text" [id]="inputId() + '-error'">
            {{ message() }}
            @if (found.issue.fix; as fix) {
              <button type="button" matButton="outlined" (click)="commit(fix.value)">{{ fix.label }}</button>
            }
            @if (unfit() && !store.disabled() && !locked()) {
              <button type="button" matButton="outlined" (click)="commit(null)">
                <ng-container i18n>Empty it</ng-container>
              </button>
            }
          </p>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      grid-column: span 6;
      min-width: 0;
    }
    :host([hidden]) {
      display: none;
    }
    :host(.half) {
      grid-column: span 3;
    }
    :host(.third) {
      grid-column: span 2;
    }
    .box {
      font-size: 15px;
      display: grid;
      gap: 4px;
    }
    .label {
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      align-items: baseline;
    }
    label {
      font-weight: 560;
    }
    .required,
    .counter,
    .help {
      color: var(--muted);
      font-size: 12.5px;
    }
    .counter {
      margin-left: auto;
      font-variant-numeric: tabular-nums;
    }
    .talk,
    .other {
      display: inline-flex;
      gap: 3px;
      align-items: center;
      color: var(--slate);
      font-size: 12.5px;
      mat-icon {
        width: 16px;
        height: 16px;
        font-size: 16px;
      }
    }
    .other {
      justify-content: center;
      min-width: 20px;
      // The line stays as high as it is without it.
      margin-block: -3px;
      padding: 1px 5px;
      border: 1px solid var(--slate);
      border-radius: 10px;
      font-size: 11px;
      font-weight: 600;
    }
    .talk {
      min-width: 24px;
      min-height: 24px;
      // The line stays as high as it is without it.
      margin-block: -4px;
      margin-left: auto;
      padding: 0 4px;
      border: 0;
      border-radius: var(--radius);
      background: none;
      cursor: pointer;
      &:hover {
        background: var(--spruce-wash);
      }
    }
    .counter + .talk {
      margin-left: 0;
    }
    .counter.over {
      color: var(--brick);
      font-weight: 600;
    }
    .unfit tov-widget,
    .stored {
      border-radius: var(--radius);
      background: repeating-linear-gradient(135deg, var(--line-strong) 0 1px, transparent 1px 7px);
      padding: 5px;
    }
    .stored {
      margin: 0;
      font-size: 13.5px;
    }
    q {
      padding: 0 3px;
      background: var(--raised);
      overflow-wrap: anywhere;
    }
    .error-text {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 10px;
      align-items: center;
      font-size: 13.5px;
    }
    @container form (max-width: 560px) {
      :host(.half),
      :host(.third) {
        grid-column: span 6;
      }
    }
  `,
})
export class FieldBox {
  readonly field = input.required<CompiledField>();
  /**
   * The scope the field stands in: the entry's, or a row's. As a signal, so that a keystroke draws only the fields anew for
   * which something differs in it.
   */
  readonly scope = input.required<Signal<Scope | null>>();
  private readonly now = computed(() => this.scope()());
  readonly place = input<ValuePlace>(ENTRY);
  /** The steps to this field's scope. */
  readonly base = input<readonly (string | number)[]>([]);
  protected readonly store = inject(FormStore);

  /** The scope for what stands under the field. Others need none, and are not drawn anew with every change. */
  protected readonly scopeWithin = computed(() => (this.field().type.holds ? this.now() : null));
  protected readonly path = computed(() => [...this.base(), this.field().id]);
  protected readonly inputId = computed(() => `field-${placeKey(this.path()).replaceAll('/', '-')}`);
  private readonly session = inject(SessionStore);
  /** What only developers may see is not there for others. */
  protected readonly visible = computed(
    () =>
      this.now()?.isHidden(this.field().id) === false &&
      (this.session.canModel() || this.field().field.editors !== 'nothing'),
  );
  /** What only developers may change, for others. */
  protected readonly locked = computed(
    () => !this.session.canModel() && this.field().field.editors !== 'change',
  );
  protected readonly value = computed<JsonValue>(() => this.now()?.values[this.field().id] ?? null);
  protected readonly issue = computed(() => this.store.shownIssue(this.path()));
  /** Whether something is stored that the type of the field cannot hold, as after that changed; not what is being typed. */
  protected readonly unfit = computed(() => {
    const value = this.value();
    const { behaviour, type } = this.field();
    if (value === null || type.confidential || behaviour.accepts(value)) return false;
    return this.store.stoodThere(this.path(), value);
  });
  /** What is stored so; null where the message quotes it. */
  protected readonly stored = computed(() => {
    const value = this.value();
    if (!this.unfit()) return null;
    const params = this.issue()?.issue.params ?? {};
    if ('got' in params && params.got === value) return null;
    return (typeof value === 'string' ? value : JSON.stringify(value)).slice(0, STORED_LIMIT);
  });
  protected readonly message = computed(() => {
    const found = this.issue();
    return found && issueMessage(found.issue, found.label);
  });
  protected readonly describedBy = computed(() => {
    const ids = [
      this.field().field.help ? `${this.inputId()}-help` : '',
      this.issue() ? `${this.inputId()}-error` : '',
    ];
    return ids.filter(Boolean).join(' ') || null;
  });

  /** What others do here; null in forms that nobody else is at. */
  private readonly company = inject(FIELD_COMPANY, { optional: true });
  private readonly way = computed(() => wayTo(this.place(), this.field().id));
  protected readonly near = signal(false);
  protected readonly others = computed(() => this.company?.othersAt(companyKey(this.way())) ?? []);
  protected readonly open = computed(() => this.company?.openAt(companyKey(this.way())) ?? 0);
  /** What pressing does that leads to what is said; empty while nothing is, and nobody is here. */
  protected readonly talkWords = computed(() => {
    if (!this.company?.canTalk()) return '';
    const [open, label] = [this.open(), this.field().label];
    if (open > 0) return plural(open, say`One comment on ${label}`, say`${open} comments on ${label}`);
    return this.near() ? say`Comment on ${label}` : '';
  });

  private readonly limit = computed(() => this.field().behaviour.limits.maxLength);
  private readonly length = computed(() => {
    const value = this.value();
    if (typeof value !== 'string') return 0;
    return lengthOf(this.field().type.kind === 'rich_text' ? textOfHtml(value) : value);
  });
  protected readonly over = computed(() => this.length() > (this.limit() ?? Infinity));
  protected readonly counter = computed(() =>
    this.limit() === null ? null : `${this.length()} / ${this.limit()}`,
  );

  protected readonly initialsOf = initialsOf;
  protected isHere = (name: string): string => say`${name} is here`;

  protected enter(): void {
    this.near.set(true);
    this.company?.enter(this.way());
  }

  protected talk(): void {
    this.company?.talk(this.way());
  }

  protected commit(value: JsonValue): void {
    this.store.change({ kind: 'set_value', place: this.place(), field: this.field().id, value });
  }
}
