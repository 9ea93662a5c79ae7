import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { BulkAnswer, BulkRequest } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { debounceTime, filter, firstValueFrom, type Observable } from 'rxjs';
import { Events } from '../../../shell/events';
import { Notices } from '../../../shared/notices';
import { BulkApi } from './bulk-api';

/** The change of many entries that is under way, or was the last. */
@Injectable()
export class BulkStore {
  private readonly api = inject(BulkApi);
  private readonly notices = inject(Notices);
  private readonly shown = signal<BulkAnswer | null>(null);
  readonly current = this.shown.asReadonly();
  /** Whether a request is on its way. */
  readonly asking = signal(false);
  readonly running = computed(() => (this.shown()?.counts.waiting ?? 0) > 0);

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(
          (event) => event.kind === 'missed' || (event.kind === 'bulk' && event.id === this.shown()?.id),
        ),
        debounceTime(150),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.refresh());
  }

  /** Shows again a change of the type that is still under way, as after a visit elsewhere. */
  async find(type: string): Promise<void> {
    const last = await firstValueFrom(this.api.last(type)).catch(() => []);
    const running = last.find(({ counts }) => counts.waiting > 0);
    this.shown.set(running ?? null);
  }

  /** @returns whether it was begun */
  start(request: BulkRequest): Promise<boolean> {
    return this.ask(this.api.start(request, newId('k', 16)));
  }

  /** Lets nothing more be looked at. */
  async stop(): Promise<void> {
    const id = this.shown()?.id;
    if (id !== undefined) await this.ask(this.api.stop(id));
  }

  /** Begins to give every entry again what stood there. */
  async takeBack(): Promise<void> {
    const id = this.shown()?.id;
    if (id !== undefined) await this.ask(this.api.takeBack(id));
  }

  /** Tells no more of it. */
  dismiss(): void {
    this.shown.set(null);
  }

  private async refresh(): Promise<void> {
    const id = this.shown()?.id;
    if (id === undefined) return;
    const answer = await firstValueFrom(this.api.get(id)).catch(() => null);
    if (answer && this.shown()?.id === answer.id) this.shown.set(answer);
  }

  private async ask(request: Observable<BulkAnswer>): Promise<boolean> {
    this.asking.set(true);
    try {
      this.shown.set(await firstValueFrom(request));
      return true;
    } catch (error) {
      this.notices.fail(error);
      return false;
    } finally {
      this.asking.set(false);
    }
  }
}
