import type { FillingState } from '@tovlet/core/contracts/events';
import type { EventBus } from '../../events/bus';

/** So often workbenches are told how far a table has come, in milliseconds. */
const TOLD_EVERY = 500;

/** How far the index table in hand has come, told to workbenches now and then. */
export class FillingProgress {
  private state: FillingState | null = null;
  private toldAt = 0;

  constructor(private readonly events: EventBus) {}

  /** The table in hand; null when every table is filled. */
  get current(): FillingState | null {
    return this.state;
  }

  /** Notes how far a table has come, and tells it when it was not told a moment ago, or the table is filled. */
  async tell(state: FillingState): Promise<void> {
    const finished = state.done === state.entries;
    this.state = finished ? null : state;
    if (!finished && performance.now() - this.toldAt < TOLD_EVERY) return;
    this.toldAt = performance.now();
    await this.events.publish({ kind: 'filling', ...state });
  }

  /** Notes that no table is in hand. */
  end(): void {
    this.state = null;
  }
}
