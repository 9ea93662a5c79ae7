import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { Back, ShownDifference } from './shown-difference';

/** Differences one below the other: where, what went and what came, and a way to put back what stood there. */
@Component({
  selector: 'tov-difference-list',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (difference of differences(); track $index) {
        <li>
          <div class="head">
            <h3>
              @for (step of difference.way; track $index) {
                @if (!$first) {
                  <span class="muted" aria-hidden="true"> › </span>
                }
                {{ step }}
              }
            </h3>
            @if (difference.note) {
              <span class="tag">{{ difference.note }}</span>
            }
            @if (canPutBack() && difference.back; as back) {
              <button
                type="button"
                matButton
                ariaLabel="Put back {{ difference.way.join(' › ') }}"
                i18n-ariaLabel
                (click)="putBack.emit(back)"
              >
                <mat-icon svgIcon="undo" aria-hidden="true" /><ng-container i18n>Put back</ng-container>
              </button>
            }
          </div>
          <p dir="auto">
            @for (part of difference.parts; track $index) {
              @switch (part.kind) {
                @case ('gone') {
                  <del>{{ part.text }}</del>
                }
                @case ('new') {
                  <ins>{{ part.text }}</ins>
                }
                @default {
                  <span>{{ part.text }}</span>
                }
              }
            }
          </p>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 8px 0 10px;
      border-bottom: 1px solid var(--line);
    }
    .head {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 32px;
    }
    h3 {
      font: inherit;
      font-weight: 600;
      margin: 0;
    }
    button {
      margin-left: auto;
    }
    p {
      white-space: pre-wrap;
      overflow-wrap: anywhere;
      max-width: 76ch;
      margin: 0;
    }
    del + ins {
      margin-left: 4px;
    }
  `,
})
export class DifferenceList {
  readonly differences = input.required<readonly ShownDifference[]>();
  /** Whether what stands there now can be led back. */
  readonly canPutBack = input(false);
  readonly putBack = output<Back>();
}
