import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { ScreenHeading } from './screen-heading';

/** What is shown at an address where nothing is. */
@Component({
  selector: 'tov-not-found',
  imports: [MatButton, RouterLink, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="empty-place">
      <h1 i18n tovScreen="Not found" i18n-tovScreen>There is nothing at this address</h1>
      <p i18n>It may have been removed or renamed.</p>
      <a i18n matButton="outlined" routerLink="/model">Go to the model</a>
    </div>
  `,
})
export class NotFound {}
