import { Said } from '../../shared/said';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { isSecretMark } from '@tovlet/core/fields/secret/secret';
import { firstValueFrom } from 'rxjs';
import { EntriesApi } from '../../shell/entries-api';
import { FormStore } from '../../forms/form-store';
import { Notices } from '../../shared/notices';
import { Widget } from '../../forms/widget';

/** A secret: set anew, taken away, or checked; never shown. */
@Component({
  selector: 'tov-secret-widget',
  imports: [MatButton, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="secret">
      <input
        #box
        class="control"
        type="password"
        autocomplete="new-password"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [placeholder]="(isSet() ? 'Set. Type to replace it' : 'Not set') | said"
        [disabled]="disabled()"
        [value]="typed()"
        (input)="set(box.value)"
      />
      @if (isSet()) {
        @if (entry() !== null) {
          <button
            i18n
            type="button"
            matButton="outlined"
            [attr.aria-expanded]="checking()"
            (click)="toggle()"
          >
            Check…
          </button>
        }
        <button i18n type="button" matButton="outlined" [disabled]="disabled()" (click)="commit()(null)">
          Clear
        </button>
      }
    </div>
    @if (checking()) {
      <form class="secret" (submit)="$event.preventDefault(); check(tried.value)">
        <input
          #tried
          class="control"
          type="password"
          autocomplete="off"
          ariaLabel="Text to compare with {{ name() ?? field().label }}"
          i18n-ariaLabel
          placeholder="Does this match?"
          i18n-placeholder
        />
        <button i18n type="submit" matButton="outlined">Compare</button>
        <span aria-live="polite" [class.brick]="matches() === false">
          @if (matches() === null) {
          } @else if (matches()) {
            <ng-container i18n>It matches.</ng-container>
          } @else {
            <ng-container i18n>It does not match.</ng-container>
          }
        </span>
      </form>
    }
  `,
  styles: `
    .secret {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-bottom: 4px;
    }
    input {
      max-width: 280px;
    }
  `,
})
export class SecretWidget extends Widget {
  private readonly store = inject(FormStore);
  private readonly api = inject(EntriesApi);
  private readonly notices = inject(Notices);
  /** What was there before something was typed. */
  private readonly before = signal(false);
  protected readonly checking = signal(false);
  protected readonly matches = signal<boolean | null>(null);
  protected readonly isSet = computed(() => isSecretMark(this.value()));
  protected readonly entry = computed(() => this.store.subject()?.facts.entry ?? null);
  protected readonly typed = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? value : '';
  });

  /** An emptied box means again what was there before. */
  protected set(text: string): void {
    if (this.isSet()) this.before.set(true);
    this.commit()(text !== '' ? text : this.before() ? { set: true } : null);
  }

  protected toggle(): void {
    this.checking.update((open) => !open);
    this.matches.set(null);
  }

  protected async check(text: string): Promise<void> {
    const entry = this.entry();
    if (entry === null || text === '') return;
    const path = this.place().flatMap(({ field, row }) => (row === null ? [field] : [field, row]));
    try {
      const answer = await firstValueFrom(this.api.verify(entry, [...path, this.field().id], text));
      this.matches.set(answer.matches);
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
