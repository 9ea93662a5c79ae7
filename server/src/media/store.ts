/** Where the files of media lie. A file never changes under its name. */
export interface MediaStore {
  /**
   * Keeps a file; half a file is never found, also when the process ends meanwhile.
   * @param path its place, such as `m_x1/original.png`
   */
  write(path: string, bytes: Uint8Array): Promise<void>;
  /** Reads a file; null when there is none. */
  read(path: string): Promise<Uint8Array | null>;
  /** Removes all files of a medium; nothing where there are none. */
  remove(medium: string): Promise<void>;
}
