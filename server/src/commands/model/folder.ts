import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import { fileKinds } from '@tovlet/core/model_files/kinds/index';
import { MANIFEST } from '@tovlet/core/model_files/manifest';
import { SCHEMAS } from '@tovlet/core/model_files/schemas';
import type { ModelFiles } from '@tovlet/core/model_files/write-files';
import { StartError } from '../../start-error';

/** The folders that files of a model stand in; others of a repository are nobody's business here. */
const OWN: readonly string[] = [...Object.values(fileKinds).map(({ folder }) => folder), SCHEMAS];

const filesIn = (folder: string): readonly string[] =>
  existsSync(folder)
    ? readdirSync(folder, { withFileTypes: true })
        .filter((each) => each.isFile() && each.name.endsWith('.json'))
        .map(({ name }) => join(folder, name))
    : [];

const ownFiles = (folder: string): readonly string[] => [
  ...(existsSync(join(folder, MANIFEST)) ? [join(folder, MANIFEST)] : []),
  ...OWN.flatMap((own) => filesIn(join(folder, own))),
];

/**
 * Reads the files of a model in a folder.
 * @param only beginnings of paths: only such files are read, with what is said of all
 * @throws StartError where there are none
 */
export function readFolder(folder: string, only: readonly string[] = []): ModelFiles {
  if (!existsSync(folder) || !statSync(folder).isDirectory())
    throw new StartError(`There is no folder ${folder}.`);
  const files = ownFiles(folder).map((path): [string, string] => [
    relative(folder, path).split(sep).join('/'),
    readFileSync(path, 'utf8'),
  ]);
  const wanted = files.filter(
    ([path]) => only.length === 0 || path === MANIFEST || only.some((start) => path.startsWith(start)),
  );
  if (wanted.every(([path]) => path === MANIFEST))
    throw new StartError(`There are no files of a model in ${folder}.`);
  return new Map(wanted);
}

/** What became of the files of a folder. */
export interface WrittenFolder {
  readonly written: number;
  readonly removed: number;
}

/** Writes the files of a model into a folder. Those of things that are gone are removed; what is the same is left alone. */
export function writeFolder(folder: string, files: ModelFiles): WrittenFolder {
  const stale = ownFiles(folder).filter((path) => !files.has(relative(folder, path).split(sep).join('/')));
  for (const path of stale) rmSync(path);
  const changed = [...files].filter(([path, text]) => {
    const own = join(folder, path);
    return !existsSync(own) || readFileSync(own, 'utf8') !== text;
  });
  for (const [path, text] of changed) {
    const own = join(folder, path);
    mkdirSync(dirname(own), { recursive: true });
    writeFileSync(own, text);
  }
  return { written: changed.length, removed: stale.length };
}
