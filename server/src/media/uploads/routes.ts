import { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import type { Services } from '../../services';

/** Files that come in pieces. What is complete is taken by `POST /api/studio/media/taken`. */
export function uploadRoutes({ uploads }: Services): Hono<Signed> {
  return new Hono<Signed>()
    .use(requireRole('editor'))
    .on(['POST'], '/', (context) => uploads.answer(context.req.raw, context.get('person')))
    .on(['HEAD', 'PATCH', 'DELETE'], '/:id', (context) =>
      uploads.answer(context.req.raw, context.get('person')),
    );
}
