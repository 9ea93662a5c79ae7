import type * as z from 'zod';
import type { JsonObject, JsonValue } from '../../json';
import { lean } from '../lean';
import type { ModelState } from '../model-state';

/** How a kind of thing is written down. */
interface FileForm<Thing extends { readonly id: string }, Filed> {
  /** The folder that its files stand in. */
  readonly folder: string;
  /** What one of them is called in sentences. */
  readonly noun: string;
  /** What a file holds. */
  readonly schema: z.ZodType<Filed>;
  /** The things of a workspace. */
  of(state: ModelState): readonly Thing[];
  /** What the file of one is called, without its ending. */
  stem(thing: Thing, state: ModelState): string;
  toFile(thing: Thing): object;
  fromFile(filed: Filed): Thing;
}

/** What is wrong in a file, and where: members and places in lists, from the outermost. */
export interface FileIssue {
  readonly at: readonly PropertyKey[];
  readonly message: string;
}

/** One kind of thing that has files of its own. */
export interface FileKind<Thing extends { readonly id: string }> {
  readonly folder: string;
  readonly noun: string;
  readonly schema: z.ZodType;
  of(state: ModelState): readonly Thing[];
  /** The file of each thing: its name without an ending, and what it holds. */
  write(state: ModelState): readonly { readonly stem: string; readonly content: JsonValue }[];
  read(content: JsonValue): { readonly thing: Thing } | { readonly issues: readonly FileIssue[] };
}

const plain = (value: object): JsonObject => JSON.parse(JSON.stringify(value));

/** Declares a kind of thing that has files of its own. */
export function fileKind<Thing extends { readonly id: string }, Filed = Thing>(
  form: FileForm<Thing, Filed>,
): FileKind<Thing> {
  const { folder, noun, schema } = form;
  return {
    folder,
    noun,
    schema,
    of: (state) => form.of(state),
    write: (state) =>
      form.of(state).map((thing) => ({
        stem: form.stem(thing, state),
        content: lean(schema, plain(form.toFile(thing))),
      })),
    read: (content) => {
      const { data, error } = schema.safeParse(content);
      return error
        ? { issues: error.issues.map(({ path, message }) => ({ at: path, message })) }
        : { thing: form.fromFile(data) };
    },
  };
}
