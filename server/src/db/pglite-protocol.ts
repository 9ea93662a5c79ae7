/** What the main thread asks of the thread that runs the database. */
export type PgliteRequest =
  | {
      readonly id: number;
      readonly method: 'query';
      readonly sql: string;
      readonly parameters: readonly unknown[];
      readonly rowMode?: 'array' | 'object';
    }
  | { readonly id: number; readonly method: 'exec'; readonly sql: string }
  | { readonly id: number; readonly method: 'close' };

/** What a failed statement reports; the fields of PostgreSQL's error messages that Tovlet acts on. */
export interface PgliteFailure {
  readonly message: string;
  readonly code?: string;
  readonly constraint?: string;
}

export type PgliteReply =
  | { readonly id: number; readonly result: unknown }
  | { readonly id: number; readonly failure: PgliteFailure };

export interface PgliteWorkerData {
  readonly dataFolder: string | null;
}
