import { inject, Injectable } from '@angular/core';
import { remembered } from '../../../shared/remembered';
import { SessionStore } from '../../../shell/session-store';

const isDrafts = (value: unknown): value is Readonly<Record<string, string>> =>
  typeof value === 'object' &&
  value !== null &&
  Object.values(value).every((text) => typeof text === 'string');

/** Comments that are being written, kept in this browser until they are sent. */
@Injectable({ providedIn: 'root' })
export class TalkDrafts {
  private readonly all = remembered<Readonly<Record<string, string>>>('talk.drafts', {}, isDrafts);

  private readonly session = inject(SessionStore);

  of(key: string): string {
    return this.all()[this.own(key)] ?? '';
  }

  keep(key: string, text: string): void {
    if (text === '') this.drop(key);
    else this.all.update((drafts) => ({ ...drafts, [this.own(key)]: text }));
  }

  drop(key: string): void {
    const own = this.own(key);
    this.all.update((drafts) => Object.fromEntries(Object.entries(drafts).filter(([each]) => each !== own)));
  }

  /** Who signs in here next reads nothing of it. */
  private readonly own = (key: string): string => `${this.session.person()?.id} ${key}`;
}
