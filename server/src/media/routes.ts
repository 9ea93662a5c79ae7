import { mediaQuerySchema, mediumSaveSchema, mediumVersionSchema } from '@tovlet/core/contracts/studio';
import { Hono, type Context } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import { formatOf } from './formats';
import type { Services } from '../services';
import { isMedium, listMedia, mediumAnswer, mediumById } from './queries';
import { removeMedium } from './removal';
import { addMedium, describeMedium, mediaSeenBy } from './service';

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
  const only = requireRole('editor');
  const seenBy = (context: Context<Signed>) => mediaSeenBy(services, context.get('person').role);
  return new Resource<'/api/studio/media', Signed>()
    .on('GET', '/', { query: mediaQuerySchema }, async ({ context, query }) =>
      listMedia(services.database, query, await seenBy(context)),
    )
    .on('GET', '/:id', {}, async ({ context, parameters }) => {
      const found = await mediumById(services.database, parameters.id);
      if (!found) throw new ProblemException('not_found', 'This picture is no longer among the media.');
      return mediumAnswer(found, await seenBy(context));
    })
    .on('POST', '/', { only, status: 201 }, async ({ context }) => {
      const file = await uploadedFile(() => context.req.formData());
      const added = await addMedium(services, file.name, new Uint8Array(await file.arrayBuffer()));
      return mediumAnswer(added, await seenBy(context));
    })
    .on('DELETE', '/:id', { only, query: mediumVersionSchema }, async ({ context, parameters, query }) => {
      await removeMedium(services, context.get('person'), parameters.id, query.version);
      return undefined;
    })
    .on('PUT', '/:id', { only, body: mediumSaveSchema }, ({ context, parameters, body }) =>
      describeMedium(services, context.get('person'), parameters.id, body),
    ).routes;
}

/** The files themselves. Their names never change their content, so they may be kept for ever. */
export function mediaFileRoutes({ database, mediaStore }: Services): Hono {
  return new Hono().get('/:id{m_[a-z0-9]+}/:name{(?:original|\\d+)\\.[a-z0-9]+}', async (context) => {
    const { id, name } = context.req.param();
    const format = formatOf(name.split('.')[1] ?? '');
    // The files of what is in the bin lie where they lay, for nobody to see.
    const isThere = format !== undefined && (await isMedium(database, id));
    const bytes = isThere ? await mediaStore.read(`${id}/${name}`) : null;
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
