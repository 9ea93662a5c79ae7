import { Injectable, signal } from '@angular/core';
import type { Extension } from '@codemirror/state';

/** What came back from the content API. */
export interface ExchangeResult {
  readonly status: number;
  readonly bytes: number;
  readonly milliseconds: number;
  readonly text: string;
}

/** Talks with the content API as a program would, and measures it. */
@Injectable()
export class Exchange {
  private readonly latest = signal<ExchangeResult | null>(null);
  private readonly busy = signal(false);
  private readonly language = signal<readonly Extension[]>([]);

  readonly result = this.latest.asReadonly();
  readonly running = this.busy.asReadonly();
  readonly jsonLanguage = this.language.asReadonly();

  graphql(query: string): Promise<void> {
    const headers = {
      'content-type': 'application/json',
      accept: 'application/graphql-response+json, application/json',
    };
    return this.send('/api/graphql', { method: 'POST', headers, body: JSON.stringify({ query }) });
  }

  /** Only addresses of the content API: the explorer asks nothing else. */
  rest(address: string): Promise<void> {
    const path = address.trim();
    if (path.startsWith('/api/content/')) return this.send(path, {});
    this.latest.set({
      status: 0,
      bytes: 0,
      milliseconds: 0,
      text: 'An address of the content API begins with /api/content/v1/',
    });
    return Promise.resolve();
  }

  private async send(address: string, request: RequestInit): Promise<void> {
    this.busy.set(true);
    if (this.language().length === 0) this.language.set([(await import('@codemirror/lang-json')).json()]);
    const start = performance.now();
    try {
      const response = await fetch(address, request);
      const body = await response.text();
      const milliseconds = Math.round(performance.now() - start);
      this.latest.set({
        status: response.status,
        bytes: new TextEncoder().encode(body).length,
        milliseconds,
        text: pretty(body),
      });
    } catch (error) {
      this.latest.set({
        status: 0,
        bytes: 0,
        milliseconds: 0,
        text: error instanceof Error ? error.message : String(error),
      });
    } finally {
      this.busy.set(false);
    }
  }
}

function pretty(text: string): string {
  try {
    return JSON.stringify(JSON.parse(text), null, 2);
  } catch {
    // Not JSON: shown as it came.
    return text;
  }
}
