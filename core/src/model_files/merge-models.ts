import type { FileConflict, Preference } from '../contracts/studio/model-files';
import { sameJson } from '../json';
import {
  applyChange,
  ChangeRefused,
  describeChange,
  modelChangeSchema,
  touchesOf,
  type ModelChange,
} from '../model/changes';
import { diffModels } from '../model/diff';
import type { ModelDocument } from '../model/document';
import { findConflicts } from '../model/merge';
import { findField } from '../model/tree';

/** A model into which files were brought. */
export interface MergedModel {
  readonly document: ModelDocument;
  /** What leads there from the model of the workspace. */
  readonly changes: readonly ModelChange[];
  /** Each change in words. */
  readonly words: readonly string[];
  readonly conflicts: readonly FileConflict[];
  /** Changes that the model does not allow, and why. */
  readonly refused: readonly string[];
}

const single = (patch: object): readonly object[] =>
  Object.entries(patch).map(([key, value]) => ({ [key]: value }));

/** Settings belong to a type: they go with it. */
function typeApart({ kind, settings, ...others }: Readonly<Record<string, unknown>>): readonly object[] {
  const typed = { ...(kind === undefined ? {} : { kind }), ...(settings === undefined ? {} : { settings }) };
  return [...(Object.keys(typed).length === 0 ? [] : [typed]), ...single(others)];
}

/** Changes of single properties, so that two people's changes meet only where they speak of the same. */
function apart(change: ModelChange): readonly ModelChange[] {
  if (!('patch' in change)) return [change];
  const patches = change.kind === 'set_field' ? typeApart(change.patch) : single(change.patch);
  return patches.map((patch) => modelChangeSchema.parse({ ...change, patch }));
}

interface Said {
  readonly change: ModelChange;
  readonly words: string;
}

/** Changes with what each does in words; each is told of the model that those before it lead to. */
function said(document: ModelDocument, changes: readonly ModelChange[]): readonly Said[] {
  let now = document;
  return changes.map((change) => {
    const words = describeChange(now, change);
    now = applyChange(now, change);
    return { change, words };
  });
}

const applied = (document: ModelDocument, change: ModelChange): ModelDocument | ChangeRefused => {
  try {
    return applyChange(document, change);
  } catch (error) {
    if (error instanceof ChangeRefused) return error;
    throw error;
  }
};

/** Whether a change does nothing to a model: both came to the same. */
const isDone = (document: ModelDocument, change: ModelChange): boolean => {
  const after = applied(document, change);
  return after instanceof ChangeRefused
    ? isGoneAlready(document, change)
    : sameJson(JSON.parse(JSON.stringify(after)), JSON.parse(JSON.stringify(document)));
};

/** What is to be removed and is not there was removed by both. */
const isGoneAlready = (document: ModelDocument, change: ModelChange): boolean =>
  change.kind.startsWith('remove_') &&
  touchesOf(change).every((id) => !JSON.stringify(document).includes(`"id":"${id}"`));

/** So much of a value is told beside what collides. */
const TOLD = 60;

/** What a change sets, beside its words; nothing where it sets no single property. */
function valueWords(change: ModelChange): string {
  const values = 'patch' in change ? Object.values(change.patch) : [];
  const [value] = values;
  if (values.length !== 1 || value === undefined) return '';
  const text = typeof value === 'string' ? `“${value}”` : JSON.stringify(value);
  return `: ${text.length > TOLD ? `${text.slice(0, TOLD)}…` : text}`;
}

const inWords = ({ change, words }: Said): string => `${words}${valueWords(change)}`;

/** What of one's own changes collides with those of others, unless both came to the same. */
function conflictsOf(
  now: ModelDocument,
  mine: readonly Said[],
  theirs: readonly Said[],
): ReadonlyMap<ModelChange, readonly FileConflict[]> {
  const wordsOf = new Map(theirs.map((each) => [each.change, inWords(each)]));
  const others = theirs.map(({ change }) => change);
  const colliding = mine.flatMap((each): [ModelChange, readonly FileConflict[]][] => {
    const found = findConflicts([each.change], others);
    const files = inWords(each);
    return found.length === 0 || isDone(now, each.change)
      ? []
      : [
          [
            each.change,
            found.map(({ target, property, theirs: other }) => ({
              target,
              property,
              files,
              workspace: wordsOf.get(other) ?? '',
            })),
          ],
        ];
  });
  return new Map(colliding);
}

/** What brings a thing back that was removed in the workspace and that the files go on with; null for what is no such thing. */
function bringingBack(now: ModelDocument, wanted: ModelDocument, change: ModelChange): ModelChange | null {
  if (change.kind === 'set_content_type') {
    if (now.contentTypes.some(({ id }) => id === change.contentType)) return null;
    const contentType = wanted.contentTypes.find(({ id }) => id === change.contentType);
    return contentType ? { kind: 'add_content_type', contentType } : null;
  }
  if (change.kind === 'set_group') {
    if (now.groups.some(({ id }) => id === change.group)) return null;
    const group = wanted.groups.find(({ id }) => id === change.group);
    return group ? { kind: 'add_group', group } : null;
  }
  if (change.kind !== 'set_field' && change.kind !== 'move_field') return null;
  const place = findField(now, change.field) ? null : findField(wanted, change.field);
  if (!place) return null;
  const { group, ancestors, index, field } = place;
  return { kind: 'add_field', group: group.id, parent: ancestors.at(-1)?.id ?? null, index, field };
}

/**
 * Brings what files changed since they were written into a model that was changed since as well.
 * @param base the model that the files were written from; that of now where it is not known, so that files are taken as they stand
 * @param wanted that model with what the files say
 * @param now the model of the workspace
 * @param prefer whose word holds where both changed the same; without one, what collides is left as it is in the workspace
 * @example mergeModels(base, withFiles(base, parts, manifest, false), now, null).conflicts // => []
 */
export function mergeModels(
  base: ModelDocument,
  wanted: ModelDocument,
  now: ModelDocument,
  prefer: Preference,
): MergedModel {
  const mine = said(base, diffModels(base, wanted).flatMap(apart));
  const theirs = said(base, diffModels(base, now).flatMap(apart));
  const conflicts = conflictsOf(now, mine, theirs);
  const refused: string[] = [];
  let document = now;
  for (const { change, words } of mine) {
    if (prefer !== 'files' && conflicts.has(change)) continue;
    const back = prefer === 'files' && conflicts.has(change) ? bringingBack(document, wanted, change) : null;
    const made = back && applied(document, back);
    const after = made && !(made instanceof ChangeRefused) ? made : applied(document, change);
    if (!(after instanceof ChangeRefused)) document = after;
    else if (!isGoneAlready(document, change)) refused.push(`${words}: ${after.message}`);
  }
  const changes = diffModels(now, document);
  const told = said(now, changes).map(({ words }) => words);
  return { document, changes, words: told, conflicts: [...conflicts.values()].flat(), refused };
}
