import { newErrors } from '@tovlet/core/checks/index';
import type {
  BesideChange,
  FileProblem,
  FilesPlanAnswer,
  Preference,
} from '@tovlet/core/contracts/studio/model-files';
import { compileModel } from '@tovlet/core/model/compile';
import type { ModelDocument } from '@tovlet/core/model/document';
import { templateName, ownerOfTemplate } from '@tovlet/core/model/page-templates';
import type { FilesChoice, FilesPlan } from '@tovlet/core/model_files/plan-files';
import { planFiles } from '@tovlet/core/model_files/plan-files';
import { readModelFiles, type ReadFiles } from '@tovlet/core/model_files/read-files';
import type { Database } from '../db/connect';
import { documentAt } from '../model/history';
import { digest, stateOfNow, type StateOfNow } from './state';

/** Files, and how they are to be brought in. */
export interface GivenFiles {
  readonly files: Readonly<Record<string, string>>;
  readonly isWhole: boolean;
  readonly prefer: Preference;
}

/** What bringing files in comes to, with all that it was found by. */
export interface Planned {
  readonly now: StateOfNow;
  readonly read: ReadFiles;
  readonly plan: FilesPlan;
  readonly base: number | null;
}

/** The model that files were written from: known where they come from this workspace, and it has not been set back since. */
async function baseOf(
  database: Database,
  { manifest }: ReadFiles,
  now: StateOfNow,
): Promise<ModelDocument | null> {
  const { workspace, revision } = manifest;
  if (workspace !== now.workspace || revision < 1 || revision > now.revision) return null;
  return documentAt(database, revision);
}

/** Finds out what bringing files in comes to. Nothing is changed. */
export async function planned(database: Database, { files, ...choice }: GivenFiles): Promise<Planned> {
  const read = readModelFiles(new Map(Object.entries(files)));
  const now = await stateOfNow(database);
  const base = await baseOf(database, read, now);
  // A file that cannot be read is none that was taken away.
  const isWhole = choice.isWhole && read.problems.every(({ severity }) => severity !== 'error');
  const plan = planFiles(read, now.state, base, { ...choice, isWhole } satisfies FilesChoice, digest);
  return { now, read, plan, base: base && read.manifest.revision };
}

/** What is wrong with the model that the files make together. */
export const atLarge = (message: string): FileProblem => ({ severity: 'error', file: '', at: '', message });

/** Views of types that are not there, neither in the files nor in the workspace. */
function lostViews({ read, plan: { model, views } }: Planned): readonly FileProblem[] {
  const known = new Set(model.document.contentTypes.map(({ id }) => id));
  return [...views.made, ...views.changed]
    .filter(({ type }) => !known.has(type))
    .map(({ id, name }) => ({
      ...atLarge(`The type of the saved query “${name}” is not there.`),
      file: read.files.get(id) ?? '',
    }));
}

/** What the model would be refused for, and what is wrong with the files. */
function problemsOf(given: Planned): readonly FileProblem[] {
  const { now, read, plan } = given;
  const { model } = plan;
  const [before, after] = [compileModel(now.state.document), compileModel(model.document)];
  return [
    ...read.problems,
    ...lostViews(given),
    ...model.refused.map(atLarge),
    ...newErrors(before, after).map(({ message, target }) => ({
      ...atLarge(message),
      file: read.files.get(target.id) ?? '',
    })),
  ];
}

/** Templates and saved queries that are made, changed, or removed. */
export function besideOf({ plan: { model, templates, views } }: Planned): readonly BesideChange[] {
  const nameOf = (id: string): string => {
    const type = ownerOfTemplate(model.document, id);
    return type ? templateName(type, id) : id;
  };
  const whats = ['made', 'changed', 'removed'] as const;
  return [
    ...whats.flatMap((what) =>
      templates[what].map(({ id }): BesideChange => ({ kind: 'template', what, id, name: nameOf(id) })),
    ),
    ...whats.flatMap((what) =>
      views[what].map(({ id, name }): BesideChange => ({ kind: 'saved_query', what, id, name })),
    ),
  ];
}

/** A plan in words. Templates and saved queries that were saved since are told as conflicts as well. */
export function planAnswer(given: Planned): Omit<FilesPlanAnswer, 'rehearsals'> {
  const { now, plan, base } = given;
  const { model, templates, views } = plan;
  const savedSince = (id: string, name: string) => ({
    target: id,
    property: null,
    files: `Changed ${name}`,
    workspace: `Saved ${name} since`,
  });
  return {
    revision: now.revision,
    base,
    changes: model.words,
    beside: besideOf(given),
    conflicts: [
      ...model.conflicts,
      ...templates.conflicts.map(({ id }) => {
        const type = ownerOfTemplate(now.state.document, id);
        return savedSince(id, `the template ${type ? templateName(type, id) : id}`);
      }),
      ...views.conflicts.map(({ id, name }) => savedSince(id, `the saved query “${name}”`)),
    ],
    problems: problemsOf(given),
  };
}
