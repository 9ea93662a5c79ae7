import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { stationWords, type Station } from '../import-words';

/** A station on the line, with how far it is in words. */
export interface StationState {
  readonly id: Station;
  readonly state: string;
}

/** The stations of a transfer on one line, each with its state and an address of its own. */
@Component({
  selector: 'tov-station-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol class="stations">
      @for (each of line(); track each.id) {
        <li [class.here]="here() === each.id">
          <a [routerLink]="[address(), each.id]" [attr.aria-current]="here() === each.id ? 'step' : null">
            <strong>{{ words[each.id] }}</strong>
            <span class="state" [title]="each.state">{{ each.state }}</span>
          </a>
        </li>
      }
    </ol>
  `,
  styleUrl: './station-line.scss',
})
export class StationLine {
  /** The address of the transfer; those of its stations stand below it. */
  readonly address = input.required<string>();
  readonly line = input.required<readonly StationState[]>();
  readonly here = input.required<Station>();

  protected readonly words = stationWords;
}
