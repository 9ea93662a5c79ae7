import type { FileKind } from './file-kind';
import { contentTypes } from './content-types';
import { fieldGroups } from './field-groups';
import { savedQueries } from './saved-queries';
import { sharedSets } from './shared-sets';
import { taxonomies } from './taxonomies';
import { templates } from './templates';

/** Every kind of thing that has files of its own, in the order in which a reader meets them. */
export const fileKinds = {
  contentTypes,
  taxonomies,
  fieldGroups,
  sharedSets,
  templates,
  savedQueries,
};

export type FileKindName = keyof typeof fileKinds;

type ThingOf<Kind> = Kind extends FileKind<infer Thing> ? Thing : never;

/** The things that files hold, by their kinds. */
export type FiledParts = {
  readonly [Name in FileKindName]: readonly ThingOf<(typeof fileKinds)[Name]>[];
};
