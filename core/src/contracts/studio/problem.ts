import type { JsonObject } from '../../json';

/** One error of a problem, at a place of the request. */
export interface ProblemError {
  /** A JSON Pointer (RFC 6901) into the request's body, or the name of a parameter. */
  readonly path: string;
  readonly message: string;
  readonly code?: string;
}

/** The body of every refusal, RFC 9457. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly errors?: readonly ProblemError[];
  /** What the caller needs to resolve a conflict. */
  readonly current?: JsonObject;
}
