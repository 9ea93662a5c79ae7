import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, readFile, stat } from 'node:fs/promises';
import { fileTypeFromFile } from 'file-type';
import type { MediumFile } from '../db/schema';
import { ProblemException } from '../http/problem';
import { formatOf, formatOfMime, formats, type FileFormat } from './formats';
import { FileRefused, type MediaProcessing } from './processing/media-processing';

/** What is found out about a file before anything is made of it; what is not a picture has no width and height. */
export interface Measured extends Omit<MediumFile, 'filename' | 'variants' | 'revision' | 'poster'> {
  /** Whether it is a picture that moves: smaller ones of it would stand still. */
  readonly moves: boolean;
}

const TEXT_EXTENSIONS = ['csv', 'json', 'txt'];

/** So much of a text is looked at to tell that it is one, in bytes. */
const LOOKED_AT = 1024 * 1024;

async function beginningOf(file: string, bytes: number): Promise<Uint8Array> {
  if (bytes <= LOOKED_AT) return readFile(file);
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(new Uint8Array(LOOKED_AT), 0, LOOKED_AT, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** Text has no mark of its own: what reads as UTF-8 without control characters is text, told further by its name. */
function textFormat(filename: string, bytes: Uint8Array, isWhole: boolean): FileFormat | undefined {
  let text: string;
  try {
    // What was cut off in the middle of a character is not held against the text.
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: !isWhole });
  } catch {
    return undefined;
  }
  // Markup would act where it is opened.
  if (/(?![\t\n\f\r])\p{Cc}/u.test(text) || /^\s*</.test(text)) return undefined;
  const extension = filename.split('.').at(-1)?.toLowerCase() ?? '';
  return formatOf(TEXT_EXTENSIONS.includes(extension) ? extension : 'txt');
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(file)) hash.update(part as Uint8Array);
  return hash.digest('hex');
}

const UNKNOWN = {
  width: 0,
  height: 0,
  placeholder: null,
  colour: null,
  seconds: null,
  pages: null,
  title: null,
} as const;

type Facts = Pick<Measured, keyof typeof UNKNOWN> & { readonly moves?: boolean };

/** What says too little of itself, or takes too long to say it, is a file nevertheless. */
const orUnknown = async (facts: Promise<Partial<Facts>>): Promise<Facts> => {
  try {
    return { ...UNKNOWN, ...(await facts) };
  } catch (error) {
    if (error instanceof FileRefused) return UNKNOWN;
    throw error;
  }
};

/** What a file says of itself, by what it is. */
async function factsOf(
  processing: MediaProcessing,
  { file, mime, bytes }: { readonly file: string; readonly mime: string; readonly bytes: number },
): Promise<Facts> {
  if (mime.startsWith('image/'))
    return { ...UNKNOWN, ...(await processing.run('measure_picture', { file })) };
  if (mime === 'application/pdf') return orUnknown(processing.run('read_document', { file, bytes }));
  if (/^(?:audio|video)\//.test(mime)) return orUnknown(processing.run('read_recording', { file }));
  return UNKNOWN;
}

/**
 * Looks at the content of an uploaded file.
 * @param filename tells kinds of plain text apart, and nothing else
 * @param file a file of this machine
 * @throws ProblemException when it is of no format that is taken, or is broken
 */
export async function measure(
  processing: MediaProcessing,
  filename: string,
  file: string,
): Promise<Measured> {
  const { size: bytes } = await stat(file);
  if (bytes === 0) throw new ProblemException('unsupported_media', 'This file is empty.');
  const found = await fileTypeFromFile(file);
  const format = found
    ? formatOfMime(found.mime)
    : textFormat(filename, await beginningOf(file, bytes), bytes <= LOOKED_AT);
  if (!format) {
    const names = formats.map(({ extension }) => extension).join(', ');
    throw new ProblemException('unsupported_media', `This file is not of a kind that is taken (${names}).`);
  }
  const { mime, extension } = format;
  const { moves = false, ...facts } = await factsOf(processing, { file, mime, bytes });
  return { mime, extension, bytes, ...facts, moves, sha256: await hashOf(file) };
}
