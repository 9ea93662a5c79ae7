import { say } from '../../locale/say';
import type { JsonObject } from '../../json';
import { defineFieldType } from '../define';
import { escapeHtml } from '../html';
import { bytesInWords } from '../media_fit/bytes-in-words';
import { fileFitControls } from '../media_fit/media-fit';
import { fileOf } from '../image/image-markup';
import { idFrom, isIdOf, isPresentedMedium } from '../reference';
import { settings } from './settings';

/** The kinds of files a field may be limited to, with the media types they stand for. */
export const fileKinds = {
  document: ['application/pdf', 'text/plain', 'application/rtf'],
  table: [
    'text/csv',
    'application/json',
    'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    'application/vnd.oasis.opendocument.spreadsheet',
  ],
  audio: ['audio/mpeg', 'audio/ogg', 'audio/wav', 'audio/x-m4a', 'audio/flac', 'audio/aac'],
  video: ['video/mp4', 'video/webm', 'video/ogg', 'video/quicktime'],
  archive: ['application/zip', 'application/gzip', 'application/x-tar'],
  image: ['image/jpeg', 'image/png', 'image/webp', 'image/gif', 'image/avif'],
} as const;

/** The kind of a file by its media type; undefined for what is none of them. */
export const fileKindOf = (mime: string): keyof typeof fileKinds | undefined =>
  (Object.keys(fileKinds) as (keyof typeof fileKinds)[]).find((kind) =>
    fileKinds[kind].some((each) => each === mime),
  );

function markup(file: JsonObject): string {
  const name = escapeHtml(String(file['filename'] ?? ''));
  const size = typeof file['bytes'] === 'number' ? ` (${bytesInWords(file['bytes'])})` : '';
  return `<a href="${escapeHtml(String(file['url'] ?? ''))}" download>${name}</a>${size}`;
}

/** One file of any kind from the media. */
export const file = defineFieldType({
  kind: 'file',
  family: 'Media and places',
  name: say`File`,
  about: say`A file from the media to be downloaded.`,
  icon: 'attach_file',
  words: ['file', 'download', 'pdf', 'document', 'attachment', 'brochure', 'gpx'],
  settings,
  controls: [
    {
      key: 'kinds',
      label: say`Kinds of files`,
      control: 'options',
      fold: 'limits',
      help: say`Any kind while none is chosen.`,
      options: [
        { value: 'document', label: say`Documents` },
        { value: 'table', label: say`Tables and data` },
        { value: 'audio', label: say`Audio` },
        { value: 'video', label: say`Video` },
        { value: 'archive', label: say`Archives` },
        { value: 'image', label: say`Images` },
      ],
    },
    ...fileFitControls,
  ],
  expected: say`the id of a file among the media`,
  operators: ['is_empty', 'is_filled'],
  index: null,
  refersTo: 'medium',
  example: 'm_0000000001',
  accepts: isIdOf('medium'),
  coerce: (input) => idFrom('medium', input),
  validate: () => [],
  present: (value, context): JsonObject | null => fileOf(context.refer('medium', value)),
  formats: [
    {
      kind: 'download',
      label: say`Download link`,
      display: (value: JsonObject) => ({ html: markup(value) }),
    },
  ],
  acceptsPresented: isPresentedMedium,
  jsonSchema: () => ({ $ref: '#/components/schemas/File' }),
  shape: 'File',
  summary: ({ kinds }) => kinds,
});
