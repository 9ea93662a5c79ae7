import * as z from 'zod';
import { KEY_PATTERN } from '../model/keys';

export const MODEL_FILES_FORMAT = 'tovlet-model-files';

/** The file that stands beside the folders. */
export const MANIFEST = 'tovlet.json';

const keys = z.array(z.string().regex(KEY_PATTERN)).max(5000).default([]);

/** What is said of the files as a whole. */
export const manifestSchema = z.strictObject({
  format: z.literal(MODEL_FILES_FORMAT),
  version: z.literal(1),
  /** The workspace that they were written from, as it is known again; empty where it is not known. */
  workspace: z.string().max(100).default(''),
  /** The revision of its model at that time: what both sides changed since is told apart by it. */
  revision: z.int().min(0).default(0),
  /** The order in which things are listed, by their keys. */
  order: z
    .strictObject({ contentTypes: keys, taxonomies: keys, groups: keys })
    .default({ contentTypes: [], taxonomies: [], groups: [] }),
  /** Digests of what stands beside the model, as it was written, by id: what was changed since is told apart by them. */
  saved: z.record(z.string().max(120), z.string().max(64)).default({}),
  /**
   * What a thing is called in the workspace that files are brought into, where keys differ: `content-types/hut` to `cabin`,
   * `field-groups/facts/beds` to `places`.
   */
  matches: z.record(z.string().max(500), z.string().max(63)).default({}),
});
export type Manifest = Readonly<z.output<typeof manifestSchema>>;

/** What holds of files without a manifest. */
export const plainManifest: Manifest = manifestSchema.parse({ format: MODEL_FILES_FORMAT, version: 1 });
