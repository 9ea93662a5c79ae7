import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Finding } from '@tovlet/core/contracts/studio';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { ChecksApi } from './checks-api';
import { Events } from './events';

/** What is found wrong with the stored values of entries: it follows what the server finds. */
@Injectable({ providedIn: 'root' })
export class FindingsStore {
  private readonly api = inject(ChecksApi);
  readonly findings = signal<readonly Finding[]>([]);
  /** Whether entries are still being looked through. */
  readonly looking = signal(false);

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'findings' || kind === 'missed'),
        debounceTime(500),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
    void this.load();
  }

  /** Asks anew; what was known stands where nobody answers, and the connection tells of that. */
  private async load(): Promise<void> {
    const answer = await firstValueFrom(this.api.findings()).catch(() => null);
    if (!answer) return;
    this.findings.set(answer.findings);
    this.looking.set(answer.looking);
  }
}
