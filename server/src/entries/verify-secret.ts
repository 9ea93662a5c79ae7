import { maySee, personWith } from '@tovlet/core/access/audience';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { rowsOf } from '@tovlet/core/fields/repeater/row';
import { isHashed } from '@tovlet/core/fields/secret/secret';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '@tovlet/core/json';
import { passwordMatches } from '../access/passwords';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { entryById } from './queries';

/**
 * Tells whether a text is the secret of an entry. Every try counts against the person and against the secret.
 * @param path the steps to the field: its id, or the ids and row ids that lead to it
 * @throws ProblemException when there is no such secret for this person, or after too many tries
 */
export async function verifySecret(
  { database, models, throttle }: Services,
  person: PersonSummary,
  id: string,
  path: readonly string[],
  text: string,
): Promise<boolean> {
  const { model } = await models.current();
  const found = await entryById(database, id);
  const audience = personWith(person.role);
  const known = path.flatMap((step) => model.fields.get(step) ?? []);
  const last = model.fields.get(path.at(-1) ?? '');
  const seen = last?.type.confidential === true && known.every((field) => maySee(audience, field));
  if (!found || !seen) throw new ProblemException('not_found', 'There is no such secret.');
  await throttle.spend('secret_by_person', person.id);
  await throttle.spend('secret', `${id} ${path.join(' ')}`);
  const stored = valueAt(found.values, path);
  return passwordMatches(stored !== undefined && isHashed(stored) ? stored.hash : null, text);
}

/** Goes into stored values by field ids and row ids. */
const valueAt = (values: JsonObject, path: readonly string[]): JsonValue | undefined =>
  path.reduce<JsonValue | undefined>(
    (value, step) =>
      isJsonList(value ?? null)
        ? rowsOf(value).find((row) => row.id === step)?.values
        : isJsonObject(value)
          ? value[step]
          : undefined,
    values,
  );
