import { mayChange, maySee, personWith } from '@tovlet/core/access/audience';
import type { ManyMedia, ManyMediaAnswer, MediaChange, PersonSummary } from '@tovlet/core/contracts/studio';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { MEDIA, subjectOf } from '@tovlet/core/model/subjects';
import { isJsonList, sameJson, type JsonValue } from '@tovlet/core/json';
import type { MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { describeMedium, mediaSeenBy } from './describe';
import { folderOrRefuse } from './folders/queries';
import { mediumById } from './queries';
import { removeMedium } from './removal';

/** Changes one medium; what is as it should be already is left alone. */
type ChangeOne = (record: MediumRecord) => Promise<void>;

/** @throws ProblemException where the field is not there for whoever asks, or holds no terms */
async function termField({ models }: Services, { role }: PersonSummary, id: string): Promise<CompiledField> {
  const { model } = await models.current();
  const field = subjectOf(model, MEDIA).fields.find((each) => each.id === id);
  if (!field || field.type.refersTo !== 'term' || !maySee(personWith(role), field))
    throw new ProblemException('invalid', 'Media have no such field of terms.');
  if (!mayChange(role, field))
    throw new ProblemException('forbidden', `“${field.field.label}” is changed by developers.`);
  return field;
}

/** What a field holds once it holds a term, or no longer does. */
function withTerm(field: CompiledField, value: JsonValue, term: string, has: boolean): JsonValue {
  if (field.field.many === null) return has ? term : value === term ? null : value;
  const held = isJsonList(value) ? value : [];
  if (held.includes(term) === has) return value;
  return has ? [...held, term] : held.filter((each) => each !== term);
}

type Changers = {
  readonly [Kind in MediaChange['kind']]: (
    services: Services,
    person: PersonSummary,
    change: Extract<MediaChange, { readonly kind: Kind }>,
  ) => Promise<ChangeOne>;
};

/** Every kind of change; what cannot be made at all is refused before the first medium. */
const changers: Changers = {
  delete: (services, person) =>
    Promise.resolve(({ id, version }) => removeMedium(services, person, id, version)),
  async move(services, person, change) {
    const folder = await folderOrRefuse(services.database, change.folder);
    return async ({ id, version, folderId }) => {
      if (folderId !== folder) await describeMedium(services, person, id, { version, folder });
    };
  },
  async term(services, person, change) {
    const field = await termField(services, person, change.field);
    const seen = await mediaSeenBy(services, person.role);
    return async ({ id, version, values }) => {
      const before = values[field.id] ?? null;
      const after = withTerm(field, before, change.term, change.has);
      if (sameJson(after, before)) return;
      await describeMedium(services, person, id, { version, values: { ...seen(values), [field.id]: after } });
    };
  },
};

const changeBy = <Kind extends MediaChange['kind']>(
  services: Services,
  person: PersonSummary,
  change: Extract<MediaChange, { readonly kind: Kind }>,
): Promise<ChangeOne> => changers[change.kind](services, person, change);

/**
 * Changes several media, one after the other: what cannot be changed is named and does not stop the rest.
 * @throws ProblemException when the change itself cannot be made
 */
export async function changeMedia(
  services: Services,
  person: PersonSummary,
  { ids, change }: ManyMedia,
): Promise<ManyMediaAnswer> {
  const changeOne = await changeBy(services, person, change);
  const left: ManyMediaAnswer['left'][number][] = [];
  let changed = 0;
  for (const id of new Set(ids)) {
    const record = await mediumById(services.database, id);
    try {
      if (!record) throw new ProblemException('not_found', 'It is no longer there.');
      await changeOne(record);
      changed += 1;
    } catch (error) {
      if (!(error instanceof ProblemException)) throw error;
      left.push({ id, name: record?.filename ?? id, reason: error.detail });
    }
  }
  return { changed, left };
}
