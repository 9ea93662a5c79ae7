/** The part of a file that is wanted: first and last byte, both included. */
export interface ByteRange {
  readonly first: number;
  readonly last: number;
}

/** A file that is there. */
export interface StoredFile {
  readonly bytes: number;
  /** Its bytes, or a part of them, as they are read: never all of them in memory. */
  stream(range?: ByteRange): Promise<ReadableStream<Uint8Array>>;
}

/** Where the files of media lie. A file never changes under its path. */
export interface MediaStore {
  /**
   * Keeps a file; half a file is never found, also when the process ends meanwhile.
   * @param path its place, such as `m_x1/original.png`
   * @param file a file of this machine, which stays as it is
   */
  write(path: string, file: string): Promise<void>;
  /** Finds a file; null when there is none. */
  open(path: string): Promise<StoredFile | null>;
  /**
   * Lets a program of this machine read a file.
   * @param use gets the path of a file of this machine that holds the same, for as long as it works
   * @returns what `use` returns; null when there is no such file
   */
  borrow<Result>(path: string, use: (file: string) => Promise<Result>): Promise<Result | null>;
  /** The paths of all files, in any order. */
  list(): AsyncIterable<string>;
  /** Removes the files below a place, such as all of a medium; nothing where there are none. */
  remove(place: string): Promise<void>;
}
