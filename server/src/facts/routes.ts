/** POST /api/jobs/{jobId}/{kind} for every kind of fact, and withdrawals. */
import { endpoints, factEndpoints, type FactEntry, factKinds } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { json, Router } from 'express';
import type { Knex } from 'knex';
import { idParam, writeOf } from '../http/writing.js';
import type { Feed } from '../events/feed.js';
import { enterFact, withdrawFact } from './enter.js';

export function factRoutes(db: Knex, feed: Feed): Router {
  const router = Router();
  for (const { kind, bodyLimit } of factEndpoints)
    router.post(`/api/jobs/:jobId/${kind}`, json({ limit: bodyLimit! }), async (request, response) => {
      const write = { ...writeOf(request), jobId: idParam(request, 'jobId') };
      const entry = check(factKinds[kind].entry, request.body) as FactEntry;
      response.status(201).json(await enterFact(db, kind, write, entry));
      feed.wake();
    });
  router.post(
    '/api/jobs/:jobId/withdrawals',
    json({ limit: endpoints.withdraw.bodyLimit }),
    async (request, response) => {
      const write = { ...writeOf(request), jobId: idParam(request, 'jobId') };
      response.status(201).json(await withdrawFact(db, write, check(endpoints.withdraw.body, request.body)));
      feed.wake();
    },
  );
  return router;
}
