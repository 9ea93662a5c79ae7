import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { say } from '@tovlet/core/locale/say';
import { ModelStore } from '../model-store';
import { SessionStore } from '../session-store';
import { Presence } from './presence';

/** Who else is at a place, and in which of its fields. As long as it is drawn, others are told that one is there oneself. */
@Component({
  selector: 'tov-company',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[hidden]': 'lines().length === 0' },
  template: `
    @if (lines().length > 0) {
      <ul aria-label="Also here" i18n-aria-label>
        @for (line of lines(); track line.window) {
          <li>
            <mat-icon svgIcon="person" aria-hidden="true" /><span
              ><strong>{{ line.who }}</strong
              >&ngsp;{{ line.where }}</span
            >
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host([hidden]) {
      display: none;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      margin: 0;
      padding: 0;
      list-style: none;
      font-size: 13px;
    }
    li {
      display: flex;
      gap: 5px;
      align-items: center;
    }
    mat-icon {
      flex: none;
      width: 16px;
      height: 16px;
      color: var(--slate);
      font-size: 16px;
    }
  `,
})
export class Company {
  /** Like `entry/e_1`; null as long as there is none yet. */
  readonly place = input.required<string | null>();
  /** The way to the field that one is in oneself. */
  readonly field = input<readonly string[]>([]);
  private readonly presence = inject(Presence);
  private readonly session = inject(SessionStore);
  private readonly model = inject(ModelStore);
  protected readonly lines = computed(() => {
    const fields = this.model.compiled().fields;
    return this.presence.others().map(({ window, person, name, field }) => {
      const label = fields.get(field?.split('/').at(-1) ?? '')?.label;
      const who = person === this.session.person()?.id ? say`You, in another window` : name;
      return { window, who, where: label === undefined ? '' : say`at ${label}` };
    });
  });

  constructor() {
    effect((onCleanup) => {
      const place = this.place();
      if (place === null) return;
      untracked(() => this.presence.arrive(place));
      onCleanup(() => this.presence.leave(place));
    });
    effect(() => {
      const field = this.field();
      untracked(() => this.presence.move(field));
    });
  }
}
