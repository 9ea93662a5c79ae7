import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule, type FormControl } from '@angular/forms';
import { MatError, MatFormField, MatHint } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { startWith, switchMap } from 'rxjs';
import { uniqueId } from '../unique-id';
import { saidOf } from './schema-form';

/** A line of a form: what is asked, the box to fill in, and what is wrong with it. */
@Component({
  selector: 'tov-form-line',
  imports: [MatError, MatFormField, MatHint, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      <input
        matInput
        [id]="id"
        [type]="type()"
        [class.mono]="mono()"
        [formControl]="control()"
        [attr.autocomplete]="autocomplete()"
        [attr.cdkFocusInitial]="first() ? '' : null"
        [placeholder]="placeholder()"
      />
      @if (hint(); as hint) {
        <mat-hint>{{ hint }}</mat-hint>
      }
      <mat-error>{{ said() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: grid;
      gap: 3px;
    }
    label {
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class FormLine {
  readonly label = input.required<string>();
  readonly control = input.required<FormControl<string>>();
  readonly type = input<'text' | 'email' | 'password'>('text');
  /** What browsers may fill in, as HTML names it. */
  readonly autocomplete = input('off');
  readonly hint = input<string>();
  readonly placeholder = input('');
  readonly mono = input(false);
  /** Whether a dialog begins here. */
  readonly first = input(false);
  protected readonly id = `line-${uniqueId()}`;

  private readonly changes = toSignal(
    toObservable(this.control).pipe(switchMap((control) => control.events.pipe(startWith(null)))),
  );
  protected readonly said = computed(() => {
    this.changes();
    return saidOf(this.control());
  });
}
