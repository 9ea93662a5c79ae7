import { signal, type Signal } from '@angular/core';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { firstValueFrom, type Observable } from 'rxjs';
import type { Notices } from '../../shared/notices';

/** What is brought in, as far as it is asked for something to be done with it. */
interface Brought {
  readonly id: string;
  readonly version: number;
}

/** How something is begun and stopped on the server. */
interface CarrierApi<Answer extends Brought> {
  start(id: string, body: { readonly version: number; readonly phase: ImportPhase }): Observable<Answer>;
  stop(id: string): Observable<Answer>;
}

/** What is known of it here. */
interface Known<Answer extends Brought> {
  readonly value: Signal<Answer | undefined>;
  set(answer: Answer): void;
  reload(): void;
}

/** Lets the server do something with what is brought in; its answer takes the place of what was known. */
export class Carrier<Answer extends Brought> {
  readonly asking = signal(false);

  constructor(
    private readonly api: CarrierApi<Answer>,
    private readonly known: Known<Answer>,
    private readonly notices: Notices,
  ) {}

  /** Begins it. @returns whether it was begun */
  async start(phase: ImportPhase): Promise<boolean> {
    const answer = this.known.value();
    return answer ? this.ask(this.api.start(answer.id, { version: answer.version, phase })) : false;
  }

  /** Stops what is being done. */
  async stop(): Promise<void> {
    const answer = this.known.value();
    if (answer) await this.ask(this.api.stop(answer.id));
  }

  private async ask(request: Observable<Answer>): Promise<boolean> {
    this.asking.set(true);
    try {
      this.known.set(await firstValueFrom(request));
      return true;
    } catch (error) {
      this.notices.fail(error);
      this.known.reload();
      return false;
    } finally {
      this.asking.set(false);
    }
  }
}
