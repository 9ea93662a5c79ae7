import { UPLOADS_PATH } from '@tovlet/core/contracts/studio';
import { InjectionToken } from '@angular/core';
import type { DetailedError, Upload } from 'tus-js-client';

/** So large are the pieces, in bytes. */
const PIECE = 8 * 1024 * 1024;

/** A piece that did not arrive is sent again after so long, in milliseconds. */
const PAUSES = [500, 2_000, 5_000];

/** What is told of a file under way. */
export interface TransferEvents {
  sent(bytes: number): void;
  /** It is complete. @param upload what it is taken by */
  complete(upload: string): void;
  /** It does not go on. @param status what the server answered; 0 where it did not */
  failed(status: number, message: string): void;
}

/** A file that is sent, and can be held and gone on with. */
export interface Transfer {
  start(): void;
  hold(): void;
  /** Gives it up, here and on the server. */
  end(): void;
}

/** Begins to send files; null where one cannot be read. */
export type StartTransfer = (file: File, events: TransferEvents) => Promise<Transfer | null>;

const statusOf = (error: Error | DetailedError): number =>
  'originalResponse' in error ? (error.originalResponse?.getStatus() ?? 0) : 0;

/** What was begun before, by a window that was closed since, goes on where it was broken off. */
async function resumeFromBefore(upload: Upload): Promise<void> {
  const [before] = await upload.findPreviousUploads();
  if (before) upload.resumeFromPreviousUpload(before);
}

/** Folders are given like files, and files may be gone by now: neither can be read. */
async function isReadable(file: File): Promise<boolean> {
  try {
    await file.slice(0, 1).arrayBuffer();
    return true;
  } catch {
    return false;
  }
}

/**
 * Sends a file in pieces.
 * @see https://tus.io/protocols/resumable-upload
 */
const sendInPieces: StartTransfer = async (file, events) => {
  if (!(await isReadable(file))) return null;
  const { Upload } = await import('tus-js-client');
  const upload = new Upload(file, {
    endpoint: UPLOADS_PATH,
    chunkSize: PIECE,
    retryDelays: PAUSES,
    removeFingerprintOnSuccess: true,
    metadata: { filename: file.name },
    onProgress: (sent) => events.sent(sent),
    onSuccess: () => events.complete(upload.url?.split('/').at(-1) ?? ''),
    onError: (error) => events.failed(statusOf(error), error.message),
  });
  await resumeFromBefore(upload);
  return {
    start: () => upload.start(),
    hold: () => void upload.abort(),
    end: () => void upload.abort(true).catch(() => undefined),
  };
};

/** How files are sent; specs put something else in its place. */
export const START_TRANSFER = new InjectionToken<StartTransfer>('How files are sent', {
  providedIn: 'root',
  factory: () => sendInPieces,
});
