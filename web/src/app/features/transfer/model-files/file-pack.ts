import { fileKinds } from '@tovlet/core/model_files/kinds/index';
import { MANIFEST } from '@tovlet/core/model_files/manifest';
import { say } from '@tovlet/core/locale/say';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';

/** Texts by the paths of their files. */
export type PackedFiles = Readonly<Record<string, string>>;

/** A file of a model is not larger, and all of them together are not. */
const FILE_LIMIT = 4 * 1024 * 1024;
const ALL_LIMIT = 8 * 1024 * 1024;

const FOLDERS = Object.values(fileKinds).map(({ folder }) => folder);
const OWN = new RegExp(`(?:^|/)((?:${FOLDERS.join('|')})/[^/\\\\]+\\.json|${MANIFEST.replace('.', '\\.')})$`);

/**
 * What a file is called among the files of a model, wherever the folder of these stands.
 * @returns null for what is none of them
 * @example pathInModel('site/content-types/hut.json') // => 'content-types/hut.json'
 */
export const pathInModel = (path: string): string | null => OWN.exec(path)?.[1] ?? null;

/** Why files cannot be read, for whoever chose them. */
export class UnreadableFiles extends Error {
  override readonly name = 'UnreadableFiles';
}

const tooLarge = (): UnreadableFiles => new UnreadableFiles(say`So large files are none of a model.`);

function assertBounded(sizes: readonly number[]): void {
  const all = sizes.reduce((sum, size) => sum + size, 0);
  if (all > ALL_LIMIT || sizes.some((size) => size > FILE_LIMIT)) throw tooLarge();
}

/** Reads the files of a model out of a ZIP archive; its sizes are looked at before anything is unpacked. */
async function unpacked(archive: File): Promise<PackedFiles> {
  if (archive.size > ALL_LIMIT) throw tooLarge();
  const sizes: number[] = [];
  try {
    const found = unzipSync(new Uint8Array(await archive.arrayBuffer()), {
      filter: ({ name, originalSize }) => {
        if (pathInModel(name) === null) return false;
        sizes.push(originalSize);
        assertBounded(sizes);
        return true;
      },
    });
    return Object.fromEntries(
      Object.entries(found).map(([name, bytes]) => [pathInModel(name) ?? name, strFromU8(bytes)]),
    );
  } catch (error) {
    if (error instanceof UnreadableFiles) throw error;
    throw new UnreadableFiles(say`“${archive.name}” is no ZIP file that can be read.`);
  }
}

async function plain(files: readonly File[]): Promise<PackedFiles> {
  assertBounded(files.map(({ size }) => size));
  const read = await Promise.all(
    files.map(async (file): Promise<readonly [string, string][]> => {
      const path = pathInModel(file.webkitRelativePath || file.name);
      return path === null ? [] : [[path, await file.text()]];
    }),
  );
  return Object.fromEntries(read.flat());
}

/** Archives are told by how they begin, for not every file has its ending. */
async function isArchive(file: File): Promise<boolean> {
  const begin = strFromU8(new Uint8Array(await file.slice(0, 2).arrayBuffer()), true);
  return begin === 'PK' || file.name.toLowerCase().endsWith('.zip');
}

/**
 * Reads the files of a model that somebody chose: a ZIP archive of them, or a folder.
 * @throws UnreadableFiles where there are none, or they are too large
 */
export async function filesFrom(chosen: readonly File[]): Promise<PackedFiles> {
  const [first] = chosen;
  const isPacked = chosen.length === 1 && first !== undefined && (await isArchive(first));
  const files = isPacked ? await unpacked(first) : await plain(chosen);
  if (Object.keys(files).some((path) => path !== MANIFEST)) return files;
  throw new UnreadableFiles(
    say`There are no files of a model in it. They stand in folders such as content-types and field-groups.`,
  );
}

/** Packs files into a ZIP archive. */
export const packed = (files: PackedFiles): Blob => {
  const bytes = zipSync(
    Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])),
  );
  return new Blob([new Uint8Array(bytes)], { type: 'application/zip' });
};
