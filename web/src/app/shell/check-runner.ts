import { chosenLanguage } from '../shared/language';
import { Injectable } from '@angular/core';
import type { CheckReport, CheckRequest } from '@tovlet/core/checks/report';
import { whenIdle } from '../shared/when-idle';

interface Answer {
  readonly id: number;
  readonly report: CheckReport;
}

/** The longest that something which can wait is put off, in milliseconds. */
const PATIENCE = 2000;

/** Runs the checks in a worker, so that typing never waits for them. Only the latest request is answered. */
@Injectable({ providedIn: 'root' })
export class CheckRunner {
  private worker: Worker | null = null;
  private latest = 0;
  private busy = false;
  private waiting: CheckRequest | null = null;
  private taken: (report: CheckReport) => void = () => undefined;

  /** Says who takes the reports. */
  report(to: (report: CheckReport) => void): void {
    this.taken = to;
  }

  /** Asks for a report; a request that waits for the one under way is replaced by a newer one. */
  run(request: CheckRequest): void {
    if (this.busy) {
      this.waiting = request;
      return;
    }
    this.busy = true;
    if (this.worker) this.send(this.worker, request);
    else whenIdle(() => this.begin(request), PATIENCE);
  }

  /** The worker is loaded once the first screen stands: nothing on it waits for findings. */
  private begin(first: CheckRequest): void {
    this.worker = new Worker(new URL('../workers/checks.worker', import.meta.url), {
      type: 'module',
      name: chosenLanguage(),
    });
    this.worker.onmessage = ({ data }: MessageEvent<Answer>) => this.take(data);
    const request = this.waiting ?? first;
    this.waiting = null;
    this.send(this.worker, request);
  }

  private send(worker: Worker, request: CheckRequest): void {
    this.latest += 1;
    worker.postMessage({ id: this.latest, request });
  }

  private take({ id, report }: Answer): void {
    if (id !== this.latest) return;
    this.busy = false;
    this.taken(report);
    const next = this.waiting;
    this.waiting = null;
    if (next) this.run(next);
  }
}
