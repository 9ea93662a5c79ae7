import { maySeeAll, personWith } from '@tovlet/core/access/audience';
import { presenceNoteSchema } from '@tovlet/core/contracts/studio';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Hono } from 'hono';
import type { Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';

/** What is told of the field that somebody is in: nothing of one that editors do not see, for all are told the same. */
function toldField({ fields }: CompiledModel, path: readonly string[]): string | null {
  const isField = fields.has(path.at(-1) ?? '');
  const met = path.filter((step) => fields.has(step));
  return isField && maySeeAll(personWith('editor'), met, fields) ? path.join('/') : null;
}

/** Where windows of the workbench tell that they are somewhere, and hear who else is. */
export function presenceRoutes({ models, presence }: Services): Hono<Signed> {
  return new Resource<'/api/studio/presence', Signed>().on(
    'PUT',
    '/',
    { body: presenceNoteSchema },
    async ({ context, body: { window, place, field } }) => {
      const { model } = await models.current();
      const { id: person, name } = context.get('person');
      presence.note({ window, person, name, field: toldField(model, field) }, place);
      return { people: place === null ? [] : presence.at(place) };
    },
  ).routes;
}
