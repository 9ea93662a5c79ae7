import type { MediumAnswer } from '@tovlet/core/contracts/studio';

/** How far a file has come: waiting for its turn, on its way, held, being read by the server, or at an end. */
export type UploadState = 'waiting' | 'sending' | 'paused' | 'reading' | 'done' | 'refused';

/** A file on its way to the media. */
export interface UploadLine {
  readonly key: number;
  readonly name: string;
  readonly bytes: number;
  readonly sent: number;
  readonly state: UploadState;
  /** Why it was refused, or does not go on by itself. */
  readonly problem: string | null;
  /** What it became. */
  readonly medium: MediumAnswer | null;
  /** Whether the very same file was there already. */
  readonly known: boolean;
}

/** Whether a file has come to an end, a good or a bad one. */
export const isOver = ({ state }: UploadLine): boolean => state === 'done' || state === 'refused';
