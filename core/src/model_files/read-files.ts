import { depthOfJson, isJsonObject, JSON_DEPTH_LIMIT, type JsonValue } from '../json';
import type { FileProblem } from '../contracts/studio/model-files';
import { fileKinds, type FiledParts } from './kinds';
import type { FileIssue, FileKind } from './kinds/file-kind';
import { MANIFEST, manifestSchema, plainManifest, type Manifest } from './manifest';
import { SCHEMAS } from './schemas';
import type { ModelFiles } from './write-files';

/** What files say. */
export interface ReadFiles {
  readonly manifest: Manifest;
  readonly parts: FiledParts;
  /** The file of each thing, by its id. */
  readonly files: ReadonlyMap<string, string>;
  /** The file of each template, whose ids are those of types. */
  readonly templateFiles: ReadonlyMap<string, string>;
  readonly problems: readonly FileProblem[];
}

/** So large a file is none of a model. */
const FILE_LIMIT = 8 * 1024 * 1024;

const pointer = (at: readonly PropertyKey[]): string =>
  at.map((step) => `/${String(step).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

/** The line of a place in a text, from 1. */
const lineOf = (text: string, position: number): number => text.slice(0, position).split('\n').length;

/** What a parser says of a text that is no JSON, with the line where it tells the place. */
function syntaxMessage(text: string, error: unknown): string {
  const said = error instanceof Error ? error.message : '';
  const position = /position (\d+)/.exec(said)?.[1];
  if (position === undefined) return 'This is no JSON: it ends too early, or is no text.';
  return `This is no JSON: line ${lineOf(text, Number(position))} cannot be read.`;
}

type Parsed = { readonly content: JsonValue } | { readonly message: string };

/** Reads the text of a file; what names its schema is left out. */
function parsed(text: string): Parsed {
  if (text.length > FILE_LIMIT) return { message: `The file is larger than ${FILE_LIMIT / 1024 / 1024} MB.` };
  const own = text.startsWith('\uFEFF') ? text.slice(1) : text;
  if (depthOfJson(own) > JSON_DEPTH_LIMIT * 4)
    return { message: 'Lists and objects stand too deep in each other.' };
  try {
    const content: JsonValue = JSON.parse(own);
    if (!isJsonObject(content)) return { message: 'The file holds no object.' };
    return { content: Object.fromEntries(Object.entries(content).filter(([key]) => key !== '$schema')) };
  } catch (error) {
    return { message: syntaxMessage(own, error) };
  }
}

/** Reads files one by one and collects what is wrong with them. */
class Reading {
  readonly problems: FileProblem[] = [];

  constructor(private readonly given: ModelFiles) {}

  error(file: string, at: readonly PropertyKey[], message: string): void {
    this.problems.push({ severity: 'error', file, at: pointer(at), message });
  }

  manifest(): Manifest {
    const text = this.given.get(MANIFEST);
    if (text === undefined) return plainManifest;
    const read = parsed(text);
    if ('message' in read) {
      this.error(MANIFEST, [], read.message);
      return plainManifest;
    }
    const { data, error } = manifestSchema.safeParse(read.content);
    for (const { path, message } of error?.issues ?? []) this.error(MANIFEST, path, message);
    return data ?? plainManifest;
  }

  /**
   * Reads the things of one kind.
   * @param files where the file of each is noted; one that has an id of another is told
   */
  things<Thing extends { readonly id: string }>(
    kind: FileKind<Thing>,
    files: Map<string, string>,
  ): readonly Thing[] {
    const own = [...this.given].filter(([path]) => folderOf(path) === kind.folder);
    return own.flatMap(([path, text]) => {
      const read = parsed(text);
      if ('message' in read) {
        this.error(path, [], read.message);
        return [];
      }
      const made = kind.read(read.content);
      if ('issues' in made) {
        made.issues.forEach(({ at, message }: FileIssue) => this.error(path, at, message));
        return [];
      }
      const other = files.get(made.thing.id);
      if (other !== undefined) {
        this.error(path, ['id'], `${other} has the id ${made.thing.id} already.`);
        return [];
      }
      files.set(made.thing.id, path);
      return [made.thing];
    });
  }

  /** What no kind of thing reads. */
  strangers(): void {
    const known = new Set<string>([...Object.values(fileKinds).map(({ folder }) => folder), SCHEMAS]);
    for (const path of this.given.keys()) {
      if (path === MANIFEST || known.has(folderOf(path) ?? '')) continue;
      this.problems.push({
        severity: 'warning',
        file: path,
        at: '',
        message: 'No kind of thing has such a file: it is left out.',
      });
    }
  }
}

/** The folder of a file that may hold a thing; null for others. */
function folderOf(path: string): string | null {
  return /^([a-z-]+)\/[^/\\]+\.json$/.exec(path)?.[1] ?? null;
}

/**
 * Reads the files of a model. Files that cannot be read are told and left out; the others are read all the same.
 * @example readModelFiles(new Map([['content-types/hut.json', '{}']])).problems.length // => more than 0
 */
export function readModelFiles(given: ModelFiles): ReadFiles {
  const reading = new Reading(given);
  const manifest = reading.manifest();
  const [files, templateFiles] = [new Map<string, string>(), new Map<string, string>()];
  const parts: FiledParts = {
    contentTypes: reading.things(fileKinds.contentTypes, files),
    taxonomies: reading.things(fileKinds.taxonomies, files),
    fieldGroups: reading.things(fileKinds.fieldGroups, files),
    sharedSets: reading.things(fileKinds.sharedSets, files),
    templates: reading.things(fileKinds.templates, templateFiles),
    savedQueries: reading.things(fileKinds.savedQueries, files),
  };
  reading.strangers();
  return { manifest, parts, files, templateFiles, problems: reading.problems };
}
