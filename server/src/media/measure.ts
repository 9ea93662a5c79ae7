import { createHash } from 'node:crypto';
import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import { ProblemException } from '../http/problem';
import { formatOf, formatOfMime, formats, type FileFormat } from './formats';

/** Pictures with more pixels are refused: they would take all memory. */
export const MAX_PIXELS = 60_000_000;

/** What was found out about an uploaded file; what is not a picture has no width and height. */
export interface Measured {
  readonly mime: string;
  readonly extension: string;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
}

const TEXT_EXTENSIONS = ['csv', 'json', 'txt'];

/** Text has no mark of its own: what reads as UTF-8 without control characters is text, told further by its name. */
function textFormat(filename: string, bytes: Uint8Array): FileFormat | undefined {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return undefined;
  }
  // Markup would act where it is opened.
  if (/(?![\t\n\f\r])\p{Cc}/u.test(text) || /^\s*</.test(text)) return undefined;
  const extension = filename.split('.').at(-1)?.toLowerCase() ?? '';
  return formatOf(TEXT_EXTENSIONS.includes(extension) ? extension : 'txt');
}

async function measurePicture(bytes: Uint8Array): Promise<{ width: number; height: number }> {
  try {
    const { width, height, autoOrient } = await sharp(bytes, { limitInputPixels: MAX_PIXELS }).metadata();
    const upright = autoOrient ?? { width, height };
    return { width: upright.width, height: upright.height };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    throw new ProblemException('unsupported_media', `The picture cannot be read: ${why}.`);
  }
}

/**
 * Looks at the content of an uploaded file.
 * @param filename tells kinds of plain text apart, and nothing else
 * @throws ProblemException when it is of no format that is taken
 */
export async function measure(filename: string, bytes: Uint8Array): Promise<Measured> {
  const found = await fileTypeFromBuffer(bytes);
  const format = found ? formatOfMime(found.mime) : textFormat(filename, bytes);
  if (!format) {
    const names = formats.map(({ extension }) => extension).join(', ');
    throw new ProblemException('unsupported_media', `This file is not of a kind that is taken (${names}).`);
  }
  const { mime, extension } = format;
  const size = mime.startsWith('image/') ? await measurePicture(bytes) : { width: 0, height: 0 };
  return { mime, extension, ...size, sha256: createHash('sha256').update(bytes).digest('hex') };
}
