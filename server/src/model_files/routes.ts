import { filesPlanSchema, filesTakeSchema } from '@tovlet/core/contracts/studio/model-files';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { planAnswer, planned } from './plan';
import { rehearseFiles } from './rehearse-files';
import { filesOfNow } from './state';
import { takeFiles } from './take';

/** The model as files: for developers. */
export function modelFileRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  const { database } = services;
  return new Resource<'/api/studio/model-files', Signed>()
    .on('GET', '/', { only }, async () => ({ files: Object.fromEntries(await filesOfNow(database)) }))
    .on('POST', '/plan', { only, body: filesPlanSchema }, async ({ context, body }) => {
      const found = await planned(database, body);
      const answer = planAnswer(found);
      const isSound = answer.problems.every(({ severity }) => severity !== 'error');
      const rehearsals =
        body.rehearse && isSound ? await rehearseFiles(services, found, context.req.raw.signal) : [];
      return { ...answer, rehearsals };
    })
    .on('POST', '/', { only, body: filesTakeSchema }, ({ context, body: { revision, ...given } }) =>
      takeFiles(services, context.get('person'), given, revision),
    ).routes;
}
