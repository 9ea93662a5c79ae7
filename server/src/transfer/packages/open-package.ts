import {
  dataPackageSchema,
  DESCRIPTOR,
  TABLE_LIMIT,
  type Resource,
} from '@tovlet/core/packages/data-package';
import { CheckedArchive } from '../archives/checked-archive';
import { UnreadableSource } from '../sources/source-format';

/** The longest description of a package, in characters. */
const LONGEST = 5_000_000;

/** Files that are tables where nothing describes them. */
const TABLES = /\.(csv|tsv|json|jsonl|ndjson|xlsx)$/i;

/** What is known of a table before it is read. */
export type Described = Pick<Resource, 'name' | 'title' | 'dialect' | 'encoding' | 'schema'> & {
  /** Its file in the archive. */
  readonly path: string;
  /** Why it cannot be read; null where it can. */
  readonly problem: string | null;
};

/** A package that lies open. */
export interface OpenPackage {
  /** What it calls itself; empty where it does not. */
  readonly name: string;
  readonly title: string;
  readonly tables: readonly Described[];
  readonly archive: CheckedArchive;
}

async function textOf(archive: CheckedArchive, name: string): Promise<string> {
  let text = '';
  for await (const piece of archive.texts(name)) {
    text += piece;
    if (text.length > LONGEST) throw new UnreadableSource(`“${name}” is longer than a description may be.`);
  }
  return text.replace(/^\uFEFF/, '');
}

function jsonIn(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new UnreadableSource(`“${name}” is no JSON: ${error instanceof Error ? error.message : ''}`);
  }
}

/** Why the file of a table cannot be read; null where it can. Nothing is ever fetched from elsewhere. */
function problemOf(archive: CheckedArchive, base: string, path: readonly string[]): string | null {
  const [own, another] = path;
  if (own === undefined) return 'The package says no file for it.';
  if (another !== undefined) return 'It lies in several files, which cannot be read together.';
  if (/^[a-z]+:/i.test(own)) return `It lies elsewhere, at “${own}”, and nothing is fetched from there.`;
  return archive.has(base + own) ? null : `The archive holds no “${own}”.`;
}

function described(archive: CheckedArchive, base: string, resource: Resource): Described {
  const { name, title, dialect, encoding, schema, path } = resource;
  return {
    name,
    title,
    dialect,
    encoding,
    schema,
    path: base + (path[0] ?? ''),
    problem: problemOf(archive, base, path),
  };
}

/**
 * Tables that nothing describes go by the names of their files.
 * @throws UnreadableSource where they are too many
 */
function undescribed(archive: CheckedArchive): readonly Described[] {
  const files = archive.names().filter((name) => TABLES.test(name) && !/(^|\/)(\.|__MACOSX)/.test(name));
  if (files.length > TABLE_LIMIT)
    throw new UnreadableSource(`A package has ${TABLE_LIMIT} tables at most, and this one ${files.length}.`);
  const nameOf = (path: string): string => (path.split('/').at(-1) ?? path).replace(TABLES, '');
  // In several folders lie files of the same name.
  const isAlone = (path: string): boolean =>
    files.filter((each) => nameOf(each) === nameOf(path)).length === 1;
  return files.map((path) => ({
    name: isAlone(path) ? nameOf(path) : path,
    title: '',
    dialect: undefined,
    encoding: '',
    schema: undefined,
    path,
    problem: null,
  }));
}

async function opened(archive: CheckedArchive): Promise<OpenPackage> {
  const descriptor = archive
    .names()
    .filter((name) => name === DESCRIPTOR || name.endsWith(`/${DESCRIPTOR}`))
    .toSorted((one, other) => one.length - other.length)[0];
  if (descriptor === undefined) {
    const tables = undescribed(archive);
    if (tables.length === 0)
      throw new UnreadableSource(`The archive holds neither “${DESCRIPTOR}” nor a table.`);
    return { name: '', title: '', tables, archive };
  }
  const read = dataPackageSchema.safeParse(jsonIn(await textOf(archive, descriptor), descriptor));
  if (!read.success) {
    const [issue] = read.error.issues;
    throw new UnreadableSource(
      `“${descriptor}” is no Data Package: ${issue?.path.join('.') ?? ''} ${issue?.message ?? ''}`,
    );
  }
  const { name, title, resources } = read.data;
  const base = descriptor.slice(0, -DESCRIPTOR.length);
  const names = new Set<string>();
  for (const resource of resources) {
    if (names.has(resource.name))
      throw new UnreadableSource(`The package has two tables “${resource.name}”.`);
    names.add(resource.name);
  }
  return { name, title, tables: resources.map((each) => described(archive, base, each)), archive };
}

/**
 * Opens a package of tables: an archive with a description by the standard, or with nothing but tables.
 * @param use works with it; it is closed afterwards
 * @throws UnreadableSource with why it cannot be read
 */
export async function withPackage<Result>(
  file: string,
  use: (opened: OpenPackage) => Promise<Result>,
): Promise<Result> {
  const archive = await CheckedArchive.open(file);
  try {
    return await use(await opened(archive));
  } finally {
    archive.close();
  }
}
