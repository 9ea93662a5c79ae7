/** A format of files that is taken. */
export interface FileFormat {
  readonly mime: string;
  readonly extension: string;
  /** Whether browsers may show or play it in place. */
  readonly inline: boolean;
}

const format = (mime: string, extension: string, inline = false): FileFormat => ({ mime, extension, inline });

/** Every format taken, told by a file's content, whatever its name says; plain text, last, by its readability. */
export const formats: readonly FileFormat[] = [
  format('image/jpeg', 'jpg', true),
  format('image/png', 'png', true),
  format('image/webp', 'webp', true),
  format('image/gif', 'gif', true),
  format('image/avif', 'avif', true),
  format('audio/mpeg', 'mp3', true),
  format('audio/ogg', 'ogg', true),
  format('audio/wav', 'wav', true),
  format('audio/x-m4a', 'm4a', true),
  format('audio/flac', 'flac', true),
  format('audio/aac', 'aac', true),
  format('video/mp4', 'mp4', true),
  format('video/webm', 'webm', true),
  format('video/ogg', 'ogv', true),
  format('video/quicktime', 'mov', true),
  format('application/pdf', 'pdf'),
  format('application/rtf', 'rtf'),
  format('application/zip', 'zip'),
  format('application/gzip', 'gz'),
  format('application/x-tar', 'tar'),
  format('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'xlsx'),
  format('application/vnd.oasis.opendocument.spreadsheet', 'ods'),
  format('text/csv', 'csv'),
  format('application/json', 'json'),
  format('text/plain', 'txt'),
];

/** Finds the format of an extension. */
export const formatOf = (extension: string): FileFormat | undefined =>
  formats.find((each) => each.extension === extension);

/** Finds the format of a media type, as the content of a file gives it. */
export const formatOfMime = (mime: string): FileFormat | undefined =>
  formats.find((each) => each.mime === mime);
