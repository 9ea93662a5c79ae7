import type { JsonValue } from '../json';
import { isJsonObject } from '../json';
import { fileKinds } from './kinds';
import { lean, steady } from './lean';
import { MANIFEST, manifestSchema, MODEL_FILES_FORMAT } from './manifest';
import type { ModelState } from './model-state';
import { fileSchemas, SCHEMAS } from './schemas';

/** Texts by the paths of their files, with `/` between folders. */
export type ModelFiles = ReadonlyMap<string, string>;

const asText = (value: JsonValue): string => `${JSON.stringify(value, null, 2)}\n`;

const withSchema = (schema: string, content: JsonValue): JsonValue =>
  isJsonObject(content) ? { $schema: schema, ...content } : content;

/** Where files come from. */
export interface FilesOrigin {
  /** As the workspace is known again. */
  readonly workspace: string;
  readonly revision: number;
}

/** Makes a short text that is the same for the same text, and for no other. */
export type Digest = (text: string) => string;

/** The digest of something that stands beside the model. */
export const digestOf = (thing: object, digest: Digest): string =>
  digest(JSON.stringify(steady(JSON.parse(JSON.stringify(thing)))));

/**
 * Writes all that is designed in a workspace as files, one for each thing: in a steady order and without what goes without saying, so that
 * the same model is the same texts, to the byte.
 * @example modelFiles(state, origin).get('content-types/hut.json')
 */
export function modelFiles(
  state: ModelState,
  { workspace, revision }: FilesOrigin,
  digest: Digest,
): ModelFiles {
  const keysOf = (things: readonly { readonly key: string }[]): readonly string[] =>
    things.map(({ key }) => key);
  const { contentTypes, taxonomies, groups } = state.document;
  const manifest = {
    format: MODEL_FILES_FORMAT,
    version: 1,
    workspace,
    revision,
    order: {
      contentTypes: keysOf(contentTypes),
      taxonomies: keysOf(taxonomies),
      groups: keysOf(groups),
    },
    saved: Object.fromEntries(
      [...state.templates, ...state.views].map((thing) => [thing.id, digestOf(thing, digest)]),
    ),
  };
  const things = Object.values(fileKinds).flatMap((kind) =>
    kind
      .write(state)
      .map(({ stem, content }): [string, string] => [
        `${kind.folder}/${stem}.json`,
        asText(withSchema(`../${SCHEMAS}/${kind.folder}.schema.json`, content)),
      ]),
  );
  const schemas = [...fileSchemas()].map(([name, schema]): [string, string] => [
    `${SCHEMAS}/${name}`,
    asText(schema),
  ]);
  return new Map([
    [MANIFEST, asText(withSchema(`${SCHEMAS}/tovlet.schema.json`, lean(manifestSchema, manifest)))],
    ...things,
    ...schemas,
  ]);
}
