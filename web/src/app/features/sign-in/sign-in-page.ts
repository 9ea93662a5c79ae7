import { Said } from '../../shared/said';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnInit,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { map } from 'rxjs';
import { problemText } from '../../shared/problem';
import { SessionStore } from '../../shell/session-store';
import { ScreenHeading } from '../../shell/screen-heading';
import { FirstAccountForm } from './first-account-form';
import { LinkForm } from './link-form';
import { PasswordForm } from './password-form';

/** Signing in: with one click in the demo, with email and password elsewhere, by a link; the first account of a new workspace. */
@Component({
  selector: 'tov-sign-in-page',
  imports: [FirstAccountForm, LinkForm, PasswordForm, ScreenHeading, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p class="brand">
        <svg viewBox="0 0 24 24" aria-hidden="true">
          <path d="M3 3v18h18z" class="leaf" />
          <path d="M11 3h10v10z" class="spark" />
        </svg>
        <ng-container i18n>Tovlet</ng-container>
      </p>
      @if (session.session(); as answer) {
        @if (token(); as token) {
          <tov-link-form [token]="token" (entered)="enter()" />
        } @else if (answer.needsFirstAccount) {
          <tov-first-account-form (entered)="enter()" />
        } @else {
          <h1 tovScreen="Sign in · {{ answer.workspace.name }}" i18n-tovScreen>
            {{ answer.workspace.name }}
          </h1>
          @if (answer.demoPeople.length > 0) {
            <p i18n class="muted">This is the demo. Sign in as one of its people with a click.</p>
            <ul>
              @for (person of answer.demoPeople; track person.id) {
                <li>
                  <button type="button" class="person" [disabled]="busy()" (click)="demo(person.id)">
                    <strong>{{ person.name }}</strong><span class="muted">{{ person.role | said }}</span>
                  </button>
                </li>
              }
            </ul>
            <p class="error-text" role="alert">{{ failure() }}</p>
          } @else {
            <tov-password-form (entered)="enter()" />
          }
        }
      } @else if (failure()) {
        <p class="error-text" role="alert">{{ failure() }}</p>
      }
    </main>
  `,
  styles: `
    :host {
      display: grid;
      place-items: center;
      min-height: 100dvh;
      padding: 24px;
    }
    main {
      width: min(380px, 100%);
      display: grid;
      gap: 14px;
    }
    .brand {
      display: flex;
      gap: 10px;
      align-items: center;
      font-weight: 680;
      font-size: 18px;
      margin-bottom: 8px;
    }
    svg {
      width: 26px;
      height: 26px;
    }
    .leaf {
      fill: var(--spruce);
    }
    .spark {
      fill: var(--saffron);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
      display: grid;
      gap: 8px;
    }
    .person {
      width: 100%;
      display: flex;
      justify-content: space-between;
      padding: 10px 14px;
      border: 1px solid var(--line-strong);
      border-radius: var(--radius);
      background: var(--raised);
      cursor: pointer;
      text-align: left;
    }
    .person:hover {
      border-color: var(--spruce);
      background: var(--spruce-wash);
    }
  `,
})
export class SignInPage implements OnInit {
  readonly back = input<string>();
  protected readonly session = inject(SessionStore);
  private readonly router = inject(Router);
  protected readonly failure = signal('');
  protected readonly busy = signal(false);
  /** The token of a link that leads here; it stands behind the `#`, which browsers send to nobody. */
  protected readonly token = toSignal(
    inject(ActivatedRoute).fragment.pipe(map((fragment) => new URLSearchParams(fragment ?? '').get('link'))),
  );

  private readonly destination = computed(() => {
    const back = this.back() ?? '';
    // Only addresses of this workbench: never another site's.
    return back.startsWith('/') && !back.startsWith('//') && !back.startsWith('/sign-in') ? back : '/model';
  });

  ngOnInit(): void {
    void this.attempt(() => this.session.load(), false);
  }

  protected demo(person: string): Promise<void> {
    return this.attempt(() => this.session.signInToDemo(person));
  }

  protected enter(): Promise<boolean> {
    return this.router.navigateByUrl(this.destination());
  }

  private async attempt(work: () => Promise<unknown>, enter = true): Promise<void> {
    this.failure.set('');
    this.busy.set(true);
    try {
      await work();
      if (enter) await this.enter();
    } catch (error) {
      this.failure.set(problemText(error));
    } finally {
      this.busy.set(false);
    }
  }
}
