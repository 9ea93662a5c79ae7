import {
  accountSaveSchema,
  invitationSchema,
  personRemovalSchema,
  valuesSaveSchema,
  type PersonSummary,
} from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { authoredBy, invitePerson, linkFor, removePerson, saveAccount } from './accounts';
import { listPeople } from './queries';
import { savePerson } from './values';

/** @throws ProblemException unless somebody is changed by a developer or by themselves */
function assertMayChange(who: PersonSummary, id: string): void {
  if (who.role === 'developer' || who.id === id) return;
  throw new ProblemException(
    'forbidden',
    'You may change what is your own, and developers what is anybody’s.',
  );
}

/** The people of the workspace: names and roles, how they come and go, and the values of groups that appear on people. */
export function peopleRoutes(services: Services): Hono<Signed> {
  const byDevelopers = requireRole('developer');
  return new Resource<'/api/studio/people', Signed>()
    .on('GET', '/', {}, ({ context }) => listPeople(services, context.get('person')))
    .on('POST', '/', { only: byDevelopers, body: invitationSchema, status: 201 }, ({ context, body }) =>
      invitePerson(services, context.get('person'), body),
    )
    .on(
      'PUT',
      '/:id',
      { only: requireRole('editor'), body: valuesSaveSchema },
      ({ context, parameters: { id }, body }) => {
        assertMayChange(context.get('person'), id);
        return savePerson(services, context.get('person'), id, body);
      },
    )
    .on('PUT', '/:id/account', { body: accountSaveSchema }, ({ context, parameters: { id }, body }) => {
      assertMayChange(context.get('person'), id);
      return saveAccount(services, context.get('person'), id, body);
    })
    .on('POST', '/:id/link', { only: byDevelopers }, ({ context, parameters: { id } }) =>
      linkFor(services, context.get('person'), id),
    )
    .on('GET', '/:id/authored', { only: byDevelopers }, ({ parameters: { id } }) => authoredBy(services, id))
    .on(
      'DELETE',
      '/:id',
      { only: byDevelopers, query: personRemovalSchema },
      async ({ context, parameters: { id }, query }) => {
        await removePerson(services, context.get('person'), id, query);
        return undefined;
      },
    ).routes;
}
