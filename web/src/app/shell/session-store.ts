import { computed, inject, Injectable, signal } from '@angular/core';
import type { FirstAccount, LinkAnswer, SessionAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import type { Language } from '@tovlet/core/locale/languages';
import { turnTo } from '../shared/language';
import { ApiClient } from '../fetching/api-client';

/** Who is signed in. */
@Injectable({ providedIn: 'root' })
export class SessionStore {
  private readonly client = inject(ApiClient);
  private readonly answer = signal<SessionAnswer | null>(null);

  readonly session = this.answer.asReadonly();
  readonly person = computed(() => this.answer()?.person ?? null);
  readonly workspaceName = computed(() => this.answer()?.workspace.name ?? '');
  readonly canModel = computed(() => this.person()?.role === 'developer');
  readonly canEdit = computed(() => this.person() !== null && this.person()?.role !== 'reader');

  /** Asks who is signed in. */
  async load(): Promise<SessionAnswer> {
    const answer = await firstValueFrom(this.client.ask('GET', '/api/studio/session'));
    this.answer.set(answer);
    return answer;
  }

  /**
   * Signs in.
   * @throws what the server refused
   */
  async signIn(email: string, password: string): Promise<void> {
    await firstValueFrom(this.client.ask('POST', '/api/studio/session', { body: { email, password } }));
    await this.load();
  }

  /** Signs in as one of the demo’s people. */
  async signInToDemo(person: string): Promise<void> {
    await firstValueFrom(this.client.ask('POST', '/api/studio/session/demo', { body: { person } }));
    await this.load();
  }

  /** Makes the first account of a new workspace and signs in with it. */
  async createFirstAccount(account: FirstAccount): Promise<void> {
    await firstValueFrom(this.client.ask('POST', '/api/studio/session/first', { body: account }));
    await this.load();
  }

  /** Asks whom a link lets in. @throws what the server refused, as where the link has ended */
  describeLink(token: string): Promise<LinkAnswer> {
    return firstValueFrom(this.client.ask('POST', '/api/studio/session/link', { body: { token } }));
  }

  /** Comes in by a link, with the password chosen there. */
  async joinByLink(token: string, password: string): Promise<void> {
    await firstValueFrom(
      this.client.ask('POST', '/api/studio/session/link/use', { body: { token, password } }),
    );
    await this.load();
  }

  /** Chooses the language of the workbench, here and on all devices of the person. */
  async chooseLanguage(language: Language): Promise<void> {
    await firstValueFrom(this.client.ask('PUT', '/api/studio/session/language', { body: { language } }));
    turnTo(language);
  }

  /** Signs out, here and in every window that was signed in with this one. */
  async signOut(): Promise<void> {
    await firstValueFrom(this.client.ask('DELETE', '/api/studio/session'));
    await this.load();
  }
}
