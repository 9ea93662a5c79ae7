import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import type { FirstAccount, SessionAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';

const ADDRESS = '/api/studio/session';

/** Who is signed in. */
@Injectable({ providedIn: 'root' })
export class SessionStore {
  private readonly http = inject(HttpClient);
  private readonly answer = signal<SessionAnswer | null>(null);

  readonly session = this.answer.asReadonly();
  readonly person = computed(() => this.answer()?.person ?? null);
  readonly workspaceName = computed(() => this.answer()?.workspace.name ?? '');
  readonly canModel = computed(() => this.person()?.role === 'developer');
  readonly canEdit = computed(() => this.person() !== null && this.person()?.role !== 'reader');

  /** Asks who is signed in. */
  async load(): Promise<SessionAnswer> {
    const answer = await firstValueFrom(this.http.get<SessionAnswer>(ADDRESS));
    this.answer.set(answer);
    return answer;
  }

  /**
   * Signs in.
   * @throws what the server refused
   */
  async signIn(email: string, password: string): Promise<void> {
    await firstValueFrom(this.http.post(ADDRESS, { email, password }));
    await this.load();
  }

  /** Signs in as one of the demo’s people. */
  async signInToDemo(person: string): Promise<void> {
    await firstValueFrom(this.http.post(`${ADDRESS}/demo`, { person }));
    await this.load();
  }

  /** Makes the first account of a new workspace and signs in with it. */
  async createFirstAccount(account: FirstAccount): Promise<void> {
    await firstValueFrom(this.http.post(`${ADDRESS}/first`, account));
    await this.load();
  }

  /** Signs out, here and in every window that was signed in with this one. */
  async signOut(): Promise<void> {
    await firstValueFrom(this.http.delete(ADDRESS));
    await this.load();
  }
}
