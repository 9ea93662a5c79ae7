import {
  earlierFileSchema,
  manyMediaSchema,
  mediaFacetsQuerySchema,
  mediaQuerySchema,
  mediumSaveSchema,
  mediumVersionSchema,
  pictureEditSchema,
  takenSchema,
  type MediumAnswer,
} from '@tovlet/core/contracts/studio';
import type { Context, Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import type { MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { addMedium } from './add';
import { describeMedium, mediaSeenBy, mediumOrRefuse } from './describe';
import { editPicture } from './edit';
import { listMedia, mediaFacets } from './list';
import { changeMedia } from './many';
import { setPoster } from './poster';
import { mediumAnswer } from './queries';
import { removeMedium } from './removal';
import { forgetEarlier, replaceFile, restoreEarlier } from './replace';
import { withTemporaryFile } from '../files/store/temporary-file';
import { usesOfMedium } from './uses';

async function uploadedFile(context: Context): Promise<File> {
  let data: FormData;
  try {
    data = await context.req.formData();
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
  const answered = async (
    context: Context<Signed>,
    record: MediumRecord | Promise<MediumRecord>,
  ): Promise<MediumAnswer> => mediumAnswer(await record, await seenBy(context));
  return new Resource<'/api/studio/media', Signed>()
    .on('GET', '/', { query: mediaQuerySchema }, async ({ context, query }) => {
      const { model } = await services.models.current();
      const { role } = context.get('person');
      return listMedia({ database: services.database, model, role }, query, await seenBy(context));
    })
    .on('GET', '/facets', { query: mediaFacetsQuerySchema }, async ({ context, query }) => {
      const { model } = await services.models.current();
      return mediaFacets(services.database, model, context.get('person').role, query);
    })
    .on('POST', '/', { only, status: 201 }, async ({ context }) => {
      const given = await uploadedFile(context);
      const added = await withTemporaryFile(given.stream(), (file) =>
        addMedium(services, { filename: given.name, file }),
      );
      return answered(context, added.medium);
    })
    .on('POST', '/taken', { only, status: 201, body: takenSchema }, async ({ context, body }) => {
      const person = context.get('person');
      const { upload, folder, replaces } = body;
      const { medium, known } = await services.uploads.take(person, upload, async (file, filename) =>
        replaces
          ? {
              medium: await replaceFile(services, person, replaces.id, { ...replaces, filename, file }),
              known: false,
            }
          : addMedium(services, { filename, file, folder }),
      );
      return { medium: await answered(context, medium), known };
    })
    .on('POST', '/many', { only, body: manyMediaSchema }, ({ context, body }) =>
      changeMedia(services, context.get('person'), body),
    )
    .on('GET', '/:id', {}, ({ context, parameters: { id } }) =>
      answered(context, mediumOrRefuse(services, id)),
    )
    .on('GET', '/:id/uses', {}, ({ context, parameters: { id } }) =>
      usesOfMedium(services, context.get('person'), id),
    )
    .on('PUT', '/:id', { only, body: mediumSaveSchema }, ({ context, parameters: { id }, body }) =>
      describeMedium(services, context.get('person'), id, body),
    )
    .on('DELETE', '/:id', { only, query: mediumVersionSchema }, async ({ context, parameters, query }) => {
      await removeMedium(services, context.get('person'), parameters.id, query.version);
      return undefined;
    })
    .on('POST', '/:id/edit', { only, body: pictureEditSchema }, ({ context, parameters: { id }, body }) =>
      answered(context, editPicture(services, context.get('person'), id, body)),
    )
    .on(
      'POST',
      '/:id/poster',
      { only, query: mediumVersionSchema },
      async ({ context, parameters: { id }, query }) => {
        const given = await uploadedFile(context);
        const person = context.get('person');
        return withTemporaryFile(given.stream(), (file) =>
          answered(context, setPoster(services, person, id, { version: query.version, file })),
        );
      },
    )
    .on(
      'POST',
      '/:id/earlier/:revision/restore',
      { only, body: earlierFileSchema },
      ({ context, parameters: { id, revision }, body: { version } }) =>
        answered(context, restoreEarlier(services, context.get('person'), id, { version, revision })),
    )
    .on(
      'DELETE',
      '/:id/earlier/:revision',
      { only, query: mediumVersionSchema },
      ({ context, parameters: { id, revision }, query: { version } }) =>
        answered(context, forgetEarlier(services, context.get('person'), id, { version, revision })),
    ).routes;
}
