import type { FilesPlanAnswer, FilesPlanRequest, FilesTake } from '@tovlet/core/contracts/studio/model-files';

/** The workspace that a command is about, wherever it is. */
export interface WorkspaceAtHand {
  files(): Promise<ReadonlyMap<string, string>>;
  plan(request: FilesPlanRequest): Promise<FilesPlanAnswer>;
  take(request: FilesTake): Promise<FilesPlanAnswer>;
  close(): Promise<void>;
}

/** What was asked for. */
export interface ModelCommandOptions {
  /** Folders, in the order in which they were named. */
  readonly folders: readonly string[];
  readonly json: boolean;
  readonly whole: boolean;
  readonly strict: boolean;
  readonly prefer: 'files' | 'workspace' | null;
  /** Beginnings of paths: only such files are taken; all where there are none. */
  readonly only: readonly string[];
}

/** What a command needs. */
export interface ModelCommandContext extends ModelCommandOptions {
  /** Opens the workspace; it is closed when the command has ended. */
  readonly workspace: () => Promise<WorkspaceAtHand>;
  readonly print: (line: string) => void;
}

/** How commands end, for programs that run them. */
export const ENDED = { well: 0, different: 1, unable: 2 } as const;

/** One thing that can be done with the model as files. */
export interface ModelCommand {
  /** What it takes, for the help. */
  readonly usage: string;
  /** What it does, in one line. */
  readonly summary: string;
  /** How many folders it takes, at least and at most. */
  readonly folders: readonly [number, number];
  /** @returns how it ended: one of `ENDED` */
  readonly run: (context: ModelCommandContext) => Promise<number>;
}
