import { parseFile } from 'music-metadata';

/** What a film or sound says of itself; null where it does not. */
export interface RecordingFacts {
  readonly seconds: number | null;
  readonly title: string | null;
}

/** Reads how long a film or sound is, and what it is called. One that cannot be read is a file nevertheless. */
export async function readRecording({ file }: { readonly file: string }): Promise<RecordingFacts> {
  try {
    const { format, common } = await parseFile(file, { duration: true, skipCovers: true });
    const seconds =
      format.duration !== undefined && Number.isFinite(format.duration) ? format.duration : null;
    const title = common.title?.trim().slice(0, 300);
    return { seconds, title: title === undefined || title === '' ? null : title };
  } catch {
    return { seconds: null, title: null };
  }
}
