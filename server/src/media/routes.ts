import { mediumSaveSchema } from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { parse, readBody } from '../http/body';
import { ProblemException } from '../http/problem';
import { formatOf } from './formats';
import type { Services } from '../services';
import { listMedia, mediumAnswer, mediumById } from './queries';
import { addMedium, describeMedium, mediaSeenBy } from './service';

const listSchema = z.object({
  search: z.string().max(100).default(''),
  kind: z.enum(['image']).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
  offset: z.coerce.number().int().min(0).default(0),
});

async function uploadedFile(form: () => Promise<FormData>): Promise<File> {
  let data: FormData;
  try {
    data = await form();
  } catch (error) {
    if (error instanceof ProblemException) throw error;
    throw new ProblemException('malformed', 'Send the file as multipart/form-data under the name “file”.');
  }
  const file = data.get('file');
  if (!(file instanceof File)) throw new ProblemException('invalid', 'Send the file under the name “file”.');
  return file;
}

/** Media for the workbench. */
export function mediaRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => {
      const query = parse(listSchema, context.req.query(), 'invalid_query');
      const seen = await mediaSeenBy(services, context.get('person').role);
      return context.json(await listMedia(services.database, query, seen));
    })
    .get('/:id', async (context) => {
      const found = await mediumById(services.database, context.req.param('id'));
      if (!found) throw new ProblemException('not_found', 'This picture is no longer among the media.');
      return context.json(mediumAnswer(found, await mediaSeenBy(services, context.get('person').role)));
    })
    .post('/', requireRole('editor'), async (context) => {
      const file = await uploadedFile(() => context.req.formData());
      const bytes = new Uint8Array(await file.arrayBuffer());
      const added = await addMedium(services, file.name, bytes);
      const seen = await mediaSeenBy(services, context.get('person').role);
      return context.json(mediumAnswer(added, seen), 201);
    })
    .put('/:id', requireRole('editor'), async (context) => {
      const given = await readBody(context, mediumSaveSchema);
      const person = context.get('person');
      return context.json(await describeMedium(services, person, context.req.param('id'), given));
    });
}

/** The files themselves. Their names never change their content, so they may be kept for ever. */
export function mediaFileRoutes({ mediaStore }: Services): Hono {
  return new Hono().get('/:id{m_[a-z0-9]+}/:name{(?:original|\\d+)\\.[a-z0-9]+}', async (context) => {
    const { id, name } = context.req.param();
    const format = formatOf(name.split('.')[1] ?? '');
    const bytes = format ? await mediaStore.read(`${id}/${name}`) : null;
    if (!bytes || !format) throw new ProblemException('not_found', 'There is no such file.');
    return context.body(Uint8Array.from(bytes), 200, {
      'content-type': format.mime,
      'cache-control': 'public, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
      // What is not shown as a picture or played is saved, never opened in place.
      ...(format.inline ? {} : { 'content-disposition': 'attachment' }),
    });
  });
}
