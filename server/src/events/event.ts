import type { StudioEvent } from '@tovlet/core/contracts/events';

/** What the processes of a workspace tell one another: what workbenches hear, and that somebody signed out. */
export type ServerEvent = StudioEvent | { readonly kind: 'session_ended'; readonly session: string };

/** An event with the id by which a workbench that was away says what it heard last. */
export interface NumberedEvent {
  readonly id: string;
  readonly event: ServerEvent;
}
