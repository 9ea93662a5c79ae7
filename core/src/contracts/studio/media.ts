import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import type { QueryInput } from './query';

/** What is most important on a picture, as shares of its width and height from the upper left corner. */
export interface FocusAnswer {
  readonly x: number;
  readonly y: number;
}

export interface MediumAnswer {
  readonly id: string;
  readonly filename: string;
  readonly mime: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  readonly url: string;
  readonly variants: readonly { readonly url: string; readonly width: number; readonly height: number }[];
  readonly createdAt: string;
  readonly version: number;
  readonly values: JsonObject;
  /** Null stands for the middle. */
  readonly focus: FocusAnswer | null;
  /** What stands for a picture until it is loaded, as a ThumbHash in base64. */
  readonly placeholder: string | null;
  /** The id of its folder; null where it lies in none. */
  readonly folder: string | null;
  /** How long a film or sound is. */
  readonly seconds: number | null;
  readonly pages: number | null;
  /** What a document or a recording says that it is called. */
  readonly title: string | null;
  /** The files it had before, the last first. */
  readonly earlier: readonly EarlierFileAnswer[];
}

/** A file that a medium had before. */
export interface EarlierFileAnswer {
  readonly revision: number;
  readonly filename: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly url: string;
  /** A small picture of it; null where it is none. */
  readonly thumbnail: string | null;
  readonly replacedAt: string;
  readonly replacedBy: string;
}

/** The kinds of media that lists tell apart. */
export const mediaKinds = ['image', 'video', 'audio', 'document', 'table', 'archive'] as const;
export type MediaKind = (typeof mediaKinds)[number];

/** How large files are, in a word: up to 200 kB, up to 2 MB, above. */
export const mediaSizes = ['small', 'middling', 'large'] as const;
export type MediaSize = (typeof mediaSizes)[number];

const mediaOrders = ['newest', 'oldest', 'name', 'largest'] as const;
export type MediaOrder = (typeof mediaOrders)[number];

const filters = {
  search: z.string().max(100).default(''),
  kind: z.enum(mediaKinds).optional(),
  size: z.enum(mediaSizes).optional(),
  /** Those without an alternative text. */
  alt: z.enum(['missing']).optional(),
  /** Those that nothing refers to. */
  used: z.enum(['no']).optional(),
  /** Those of a folder and of the folders in it; `none` for those that lie in none. */
  folder: z.string().max(70).optional(),
  /** Those whose fields hold values: `f_tags:n_snow`, several with commas between. */
  fields: z.string().max(500).optional(),
};

/** Asks for the numbers of media by kind, size and so on. */
export const mediaFacetsQuerySchema = z.object(filters);
export type MediaFacetsQuery = QueryInput<z.output<typeof mediaFacetsQuerySchema>>;

/** Asks for media. */
export const mediaQuerySchema = z.object({
  ...filters,
  order: z.enum(mediaOrders).default('newest'),
  limit: z.coerce.number().int().min(1).max(200).default(60),
  offset: z.coerce.number().int().min(0).default(0),
});
export type MediaQuery = QueryInput<z.output<typeof mediaQuerySchema>>;

/** How many of what is found there are of each kind, each counted as if it were not asked for itself. */
export interface MediaFacets {
  readonly kinds: Readonly<Partial<Record<MediaKind, number>>>;
  readonly sizes: Readonly<Partial<Record<MediaSize, number>>>;
  readonly missingAlt: number;
  readonly unused: number;
  /** By the terms that fields of media hold. */
  readonly fields: readonly {
    readonly field: string;
    readonly label: string;
    readonly values: readonly { readonly value: string; readonly label: string; readonly count: number }[];
  }[];
}

/** The version that somebody saw of what they delete. */
export const mediumVersionSchema = z.object({ version: z.coerce.number().int().min(1) });
export type MediumVersion = z.output<typeof mediumVersionSchema>;

const share = z.number().min(0).max(1);
const focusSchema = z.strictObject({ x: share, y: share }).nullable();
const folderSchema = z.string().max(70).nullable();

/** What is saved of a medium; what is left out stays as it is. */
export const mediumSaveSchema = z.strictObject({
  version: z.int().min(1),
  alt: z.string().max(500).optional(),
  focus: focusSchema.optional(),
  folder: folderSchema.optional(),
  values: jsonObjectShape.optional(),
});
export type MediumSave = z.infer<typeof mediumSaveSchema>;

/** How a picture is changed: turned to the right by so many degrees, then cut to a part of what is seen. */
export const pictureEditSchema = z.strictObject({
  version: z.int().min(1),
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]).default(0),
  cut: z
    .strictObject({ x: share, y: share, width: z.number().gt(0).max(1), height: z.number().gt(0).max(1) })
    .nullable()
    .default(null),
});
export type PictureEditSave = z.input<typeof pictureEditSchema>;
export type PictureEdit = Pick<z.output<typeof pictureEditSchema>, 'turn' | 'cut'>;

/** A folder of the media. */
export interface FolderAnswer {
  readonly id: string;
  readonly name: string;
  readonly parent: string | null;
  /** How many media lie in it, those of the folders in it left out. */
  readonly media: number;
}

export interface FoldersAnswer {
  readonly folders: readonly FolderAnswer[];
  /** How many media lie in none. */
  readonly none: number;
  readonly total: number;
}

export const folderSaveSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  parent: folderSchema.default(null),
});
export type FolderSave = z.input<typeof folderSaveSchema>;

/** What is done with several media at once. */
export const mediaChangeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('move'), folder: folderSchema }),
  z.strictObject({ kind: z.literal('delete') }),
  z.strictObject({
    kind: z.literal('term'),
    field: z.string().max(120),
    term: z.string().max(70),
    has: z.boolean(),
  }),
]);
export type MediaChange = z.infer<typeof mediaChangeSchema>;
export const manyMediaSchema = z.strictObject({
  ids: z.array(z.string().max(70)).min(1).max(500),
  change: mediaChangeSchema,
});
export type ManyMedia = z.infer<typeof manyMediaSchema>;

/** What came of a change of several media. */
export interface ManyMediaAnswer {
  readonly changed: number;
  /** What was left as it is, and why. */
  readonly left: readonly { readonly id: string; readonly name: string; readonly reason: string }[];
}

/** What refers to a medium. */
export interface MediumUse {
  readonly kind: 'entry' | 'term' | 'person' | 'medium' | 'template';
  readonly id: string;
  readonly name: string;
  /** Its content type or taxonomy; null for what has none. */
  readonly subject: string | null;
  /** The label of the field; null for a template. */
  readonly field: string | null;
}
export interface MediumUses {
  readonly uses: readonly MediumUse[];
  /** How many there are in all. */
  readonly total: number;
}

/** Where files come in pieces. @see https://tus.io/protocols/resumable-upload */
export const UPLOADS_PATH = '/api/studio/media-uploads';

/** The largest file that is taken, in bytes. */
export const UPLOAD_LIMIT = 2_000_000_000;

/** Takes a complete upload among the media, or in the place of the file of one. */
export const takenSchema = z.strictObject({
  /** The last part of the address of the upload. */
  upload: z.string().max(64),
  /** The id of the folder it comes into. */
  folder: folderSchema.default(null),
  replaces: z
    .strictObject({ id: z.string().max(70), version: z.int().min(1) })
    .nullable()
    .default(null),
});
export type Taken = z.input<typeof takenSchema>;

/** A medium that came of an upload. */
export interface TakenAnswer {
  readonly medium: MediumAnswer;
  /** Whether the very same file was among the media already, or in the bin. */
  readonly known: boolean;
}

/** Names an earlier file to be brought back or let go, and the version that somebody saw. */
export const earlierFileSchema = z.strictObject({ version: z.int().min(1) });
export type EarlierFileSave = z.infer<typeof earlierFileSchema>;
