import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Scheme } from './shell/scheme';

/** The workbench as a whole: whatever the address asks for. */
@Component({
  selector: 'tov-root',
  imports: [RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<router-outlet />',
})
export class Root {
  // The scheme is applied as soon as the page stands, before anything else is loaded.
  protected readonly scheme = inject(Scheme);
}
