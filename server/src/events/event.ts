import type { PresentPerson, StudioEvent } from '@tovlet/core/contracts/events';

/** What the processes of a workspace tell one another: what workbenches hear, and that somebody signed out. */
export type ServerEvent =
  | StudioEvent
  | { readonly kind: 'session_ended'; readonly session: string }
  /** Who is at a place by way of one of the processes. */
  | {
      readonly kind: 'presence_of';
      readonly process: string;
      readonly place: string;
      readonly people: readonly PresentPerson[];
    };

/** An event with the id by which a workbench that was away says what it heard last; null for what is of the moment alone. */
export interface NumberedEvent {
  readonly id: string | null;
  readonly event: ServerEvent;
}
