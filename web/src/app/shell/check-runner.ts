import { Injectable } from '@angular/core';
import type { CheckReport, CheckRequest } from '@tovlet/core/checks/report';

interface Answer {
  readonly id: number;
  readonly report: CheckReport;
}

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
    this.latest += 1;
    this.worker ??= this.start();
    this.worker.postMessage({ id: this.latest, request });
  }

  private start(): Worker {
    const worker = new Worker(new URL('../workers/checks.worker', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Answer>) => this.take(data);
    return worker;
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
