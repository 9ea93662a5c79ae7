import type { ProfileAnswer } from '@tovlet/core/contracts/studio';
import { FieldProfiler, type FieldProfile } from '@tovlet/core/profile/profile';
import type { Database } from '../db/connect';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { namesOf } from '../values/names';
import { countOf, typesOf, walkEntries, walkOthers, type Walked } from './walk';

/** How long a profile looks at entries where nobody asks for all of them, in milliseconds. */
const PATIENCE = 1500;

async function* everything(
  ...walks: readonly AsyncGenerator<Walked, void, undefined>[]
): AsyncGenerator<Walked, void, undefined> {
  for (const walk of walks) yield* walk;
}

/** Puts names in the place of the ids that references are told by. */
async function withNames(database: Database, profile: FieldProfile): Promise<FieldProfile> {
  if (profile.measure !== 'references') return profile;
  const names = await namesOf(
    database,
    profile.words.map(({ word }) => word),
  );
  const words = profile.words.map(({ word, count }) => ({ word: names.get(word) ?? 'missing', count }));
  return { ...profile, words };
}

/**
 * Looks at what a field really holds, the newest entries first.
 * @param all whether to look at all of them, however long that takes
 * @throws ProblemException when there is no such field
 */
export async function profileField(
  { database, models }: Services,
  fieldId: string,
  all: boolean,
): Promise<ProfileAnswer> {
  const { model } = await models.current();
  const field = model.fields.get(fieldId);
  if (!field) throw new ProblemException('not_found', 'This field does not exist.');
  const profiler = new FieldProfiler(field);
  const end = performance.now() + PATIENCE;
  let of = await countOf(database, typesOf(model, field.groupId));
  let looked = 0;
  const walks = [walkOthers(database, model, field.groupId), walkEntries(database, model, field.groupId)];
  for await (const { type, appears, scope } of everything(...walks)) {
    const isEntry = model.typeById.has(type.contentType.id);
    if (!appears) {
      if (isEntry) of -= 1;
      continue;
    }
    if (!isEntry) of += 1;
    looked += 1;
    profiler.add(scope);
    if (!all && performance.now() > end) break;
  }
  return { profile: await withNames(database, profiler.profile()), looked, of };
}
