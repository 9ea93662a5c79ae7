import { depthOfJson, JSON_DEPTH_LIMIT, unstorableJson } from '@tovlet/core/json';
import type { Context } from 'hono';
import type * as z from 'zod';
import { ProblemException } from './problem';

/** Turns Zod's path into a JSON Pointer (RFC 6901). */
export function pointerFrom(path: readonly PropertyKey[]): string {
  return path.map((step) => `/${String(step).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');
}

/**
 * Checks something against a schema.
 * @throws ProblemException with a place and a message for each thing that does not fit
 */
export function parse<Schema extends z.ZodType>(
  schema: Schema,
  input: unknown,
  kind: 'invalid' | 'invalid_query' = 'invalid',
): z.output<Schema> {
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  const errors = parsed.error.issues
    .slice(0, 50)
    .map(({ path, message }) => ({ path: pointerFrom(path), message }));
  throw new ProblemException(kind, errors[0]?.message ?? 'The request does not fit.', errors);
}

async function textOf(context: Context): Promise<string> {
  try {
    return await context.req.text();
  } catch (error) {
    // The size limit speaks through its own exception; whatever else breaks a body off is the client's going away.
    if (error instanceof ProblemException) throw error;
    throw new ProblemException('malformed', 'The body could not be read to its end.');
  }
}

/**
 * Reads the text of a JSON body, refusing what would take a parser seconds.
 * @throws ProblemException when it is not said to be JSON, cannot be read, or nests without end
 */
export async function readJsonText(context: Context): Promise<string> {
  const type = context.req.header('content-type') ?? '';
  if (!/^application\/(?:[\w.+-]+\+)?json\b/i.test(type)) {
    throw new ProblemException('not_json', 'Send the body with the content type application/json.');
  }
  const text = await textOf(context);
  // Deeper than any shape goes; where a shape is known, the exact limit is told in its own words.
  if (depthOfJson(text) > 10 * JSON_DEPTH_LIMIT)
    throw new ProblemException('invalid', `The request nests deeper than ${JSON_DEPTH_LIMIT} levels.`);
  return text;
}

/**
 * Reads the JSON body of a request and checks it against a schema.
 * @throws ProblemException when it is not JSON, cannot be stored, or does not fit
 */
export async function readBody<Schema extends z.ZodType>(
  context: Context,
  schema: Schema,
): Promise<z.output<Schema>> {
  const text = await readJsonText(context);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch (error) {
    throw new ProblemException('malformed', error instanceof Error ? error.message : 'The body is not JSON.');
  }
  const unstorable = unstorableJson(body);
  if (unstorable)
    throw new ProblemException('invalid', `The request holds ${unstorable}, which cannot be stored.`);
  return parse(schema, body);
}
