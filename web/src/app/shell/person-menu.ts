import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import { languageNames, languages } from '@tovlet/core/locale/languages';
import { chosenLanguage } from '../shared/language';
import { Said } from '../shared/said';
import { initialsOf } from '../shared/initials';
import { Keys } from './keys';
import { Scheme } from './scheme';
import { SessionStore } from './session-store';

/** What somebody has of their own: how the workbench looks and speaks to them, and the way out. */
@Component({
  selector: 'tov-person-menu',
  imports: [MatIcon, MatMenu, MatMenuItem, MatMenuTrigger, RouterLink, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      class="me"
      [matMenuTriggerFor]="menu"
      ariaLabel="You: {{ session.person()?.name }}"
      i18n-ariaLabel
    >
      {{ initials() }}
    </button>
    <mat-menu #menu>
      <button mat-menu-item (click)="scheme.next()">
        <mat-icon [svgIcon]="scheme.choice() === 'dark' ? 'dark_mode' : 'light_mode'" /><ng-container i18n
          >Scheme: {{ scheme.choice() | said }}</ng-container
        >
      </button>
      @for (language of otherLanguages; track language.code) {
        <button mat-menu-item [lang]="language.code" (click)="session.chooseLanguage(language.code)">
          <mat-icon svgIcon="translate" />{{ language.name }}
        </button>
      }
      <button mat-menu-item (click)="keys.showKeys()">
        <mat-icon svgIcon="keyboard" /><ng-container i18n>Keys</ng-container>
      </button>
      <a mat-menu-item routerLink="/people"
        ><mat-icon svgIcon="person" /><ng-container i18n>People</ng-container></a
      >
      <a mat-menu-item routerLink="/settings"
        ><mat-icon svgIcon="tune" /><ng-container i18n>Settings</ng-container></a
      >
      <a mat-menu-item href="/site/" target="_blank"
        ><mat-icon svgIcon="open_in_new" /><ng-container i18n>Public site</ng-container></a
      >
      <button mat-menu-item (click)="signOut()">
        <mat-icon svgIcon="logout" /><ng-container i18n>Sign out</ng-container>
      </button>
    </mat-menu>
  `,
  styles: `
    .me {
      width: 28px;
      height: 28px;
      border-radius: 50%;
      border: 1px solid var(--line-strong);
      background: var(--spruce-wash);
      font-size: 11px;
      font-weight: 650;
      cursor: pointer;
      margin-left: 4px;
      padding: 0;
    }
  `,
})
export class PersonMenu {
  protected readonly session = inject(SessionStore);
  protected readonly keys = inject(Keys);
  protected readonly scheme = inject(Scheme);
  private readonly router = inject(Router);
  protected readonly otherLanguages = languages
    .filter((code) => code !== chosenLanguage())
    .map((code) => ({ code, name: languageNames[code] }));
  protected readonly initials = computed(() => initialsOf(this.session.person()?.name ?? ''));

  protected async signOut(): Promise<void> {
    await this.session.signOut();
    await this.router.navigateByUrl('/sign-in');
  }
}
