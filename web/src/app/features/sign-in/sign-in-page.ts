import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnInit,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { PASSWORD_MIN_LENGTH } from '@tovlet/core/contracts/studio';
import { problemText } from '../../shared/problem';
import { SessionStore } from '../../shell/session-store';
import { ScreenHeading } from '../../shell/screen-heading';

/** Signing in: with one click in the demo, with email and password elsewhere; the first account of a new workspace. */
@Component({
  selector: 'tov-sign-in-page',
  imports: [FormsModule, MatButton, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p class="brand">
        <svg viewBox="0 0 24 24" aria-hidden="true">
          <path d="M3 3v18h18z" class="leaf" />
          <path d="M11 3h10v10z" class="spark" />
        </svg>
        Tovlet
      </p>
      @if (session.session(); as answer) {
        @if (answer.needsFirstAccount) {
          <form (ngSubmit)="createFirst()">
            <h1 tovScreen="Set up your workspace">Set up your workspace</h1>
            <p class="muted">The first account belongs to a developer, who may do everything.</p>
            <label class="line"
              ><span>Name of the workspace</span
              ><input class="control" name="workspace" required [(ngModel)]="workspace"
            /></label>
            <label class="line"
              ><span>Your name</span
              ><input class="control" name="name" autocomplete="name" required [(ngModel)]="name"
            /></label>
            <label class="line"
              ><span>Email</span
              ><input
                class="control"
                name="email"
                type="email"
                autocomplete="username"
                required
                [(ngModel)]="email"
            /></label>
            <label class="line"
              ><span>Password, at least {{ least }} characters</span
              ><input
                class="control"
                name="password"
                type="password"
                autocomplete="new-password"
                required
                [(ngModel)]="password"
            /></label>
            <p class="error-text" role="alert">{{ failure() }}</p>
            <button matButton="filled" [disabled]="busy()">Create workspace</button>
          </form>
        } @else {
          <h1 [tovScreen]="'Sign in · ' + answer.workspace.name">{{ answer.workspace.name }}</h1>
          @if (answer.demoPeople.length > 0) {
            <p class="muted">This is the demo. Sign in as one of its people with a click.</p>
            <ul>
              @for (person of answer.demoPeople; track person.id) {
                <li>
                  <button type="button" class="person" [disabled]="busy()" (click)="demo(person.id)">
                    <strong>{{ person.name }}</strong><span class="muted">{{ person.role }}</span>
                  </button>
                </li>
              }
            </ul>
            <p class="error-text" role="alert">{{ failure() }}</p>
          } @else {
            <form (ngSubmit)="signIn()">
              <label class="line"
                ><span>Email</span
                ><input
                  class="control"
                  name="email"
                  type="email"
                  autocomplete="username"
                  required
                  [(ngModel)]="email"
              /></label>
              <label class="line"
                ><span>Password</span
                ><input
                  class="control"
                  name="password"
                  type="password"
                  autocomplete="current-password"
                  required
                  [(ngModel)]="password"
              /></label>
              <p class="error-text" role="alert">{{ failure() }}</p>
              <button matButton="filled" [disabled]="busy()">Sign in</button>
            </form>
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
    form {
      display: grid;
      gap: 14px;
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
    .error-text:empty {
      display: none;
    }
    .control {
      min-height: 36px;
    }
    [matButton] {
      min-height: 36px;
    }
  `,
})
export class SignInPage implements OnInit {
  readonly back = input<string>();
  protected readonly session = inject(SessionStore);
  private readonly router = inject(Router);
  protected readonly least = PASSWORD_MIN_LENGTH;
  protected readonly failure = signal('');
  protected readonly busy = signal(false);
  protected workspace = '';
  protected name = '';
  protected email = '';
  protected password = '';

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

  protected signIn(): Promise<void> {
    return this.attempt(() => this.session.signIn(this.email, this.password));
  }

  protected createFirst(): Promise<void> {
    const { workspace, name, email, password } = this;
    return this.attempt(() => this.session.createFirstAccount({ workspace, name, email, password }));
  }

  private async attempt(work: () => Promise<unknown>, enter = true): Promise<void> {
    this.failure.set('');
    this.busy.set(true);
    try {
      await work();
      if (enter) await this.router.navigateByUrl(this.destination());
    } catch (error) {
      this.failure.set(problemText(error));
    } finally {
      this.busy.set(false);
    }
  }
}
