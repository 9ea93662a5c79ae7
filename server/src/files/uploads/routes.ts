import { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { MethodNotAllowed } from '../../http/problem';
import type { Services } from '../../services';

/** Files that come in pieces. What is complete is taken by `POST /api/studio/media/taken`. */
export function uploadRoutes({ uploads }: Services): Hono<Signed> {
  return new Hono<Signed>()
    .use(requireRole('editor'))
    .on('POST', '/', (context) => uploads.answer(context.req.raw, context.get('person')))
    .on(['GET', 'PATCH', 'DELETE'], '/:id', (context) => {
      // What was uploaded is read through the medium it becomes; HEAD, which asks how far it came, comes here as GET.
      if (context.req.raw.method === 'GET') throw new MethodNotAllowed(['HEAD', 'PATCH', 'DELETE']);
      return uploads.answer(context.req.raw, context.get('person'));
    });
}
