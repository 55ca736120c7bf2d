/** The shop's people. Until accounts exist anyone at this machine may add one; nobody is signed in. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { json, Router } from 'express';
import type { Knex } from 'knex';

export function peopleRoutes(db: Knex): Router {
  const router = Router();
  router.get('/api/people', async (_request, response) => {
    response.json({
      people: (await db('people').orderBy('name').select('id', 'name', 'initials', 'role')) as unknown[],
    });
  });
  router.post('/api/people', json({ limit: endpoints.addPerson.bodyLimit }), async (request, response) => {
    const person = check(endpoints.addPerson.body, request.body);
    await db('people').insert(person).onConflict('id').ignore();
    response.status(201).json(person);
  });
  return router;
}
