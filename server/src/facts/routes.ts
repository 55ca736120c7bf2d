/** POST /api/jobs/{jobId}/{kind} for every kind of fact, and withdrawals. */
import { endpoints, factEndpoints, type FactEntry, factKinds } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Door } from '../http/door.js';
import { idParam, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import { enterFact, withdrawFact } from './enter.js';

export function factRoutes(door: Door, services: Services): void {
  const { feed } = services;
  for (const endpoint of factEndpoints)
    door.on(endpoint, async (request, response, session) => {
      const write = { ...writeOf(request, session), jobId: idParam(request, 'jobId') };
      const entry = check(factKinds[endpoint.kind].entry, request.body) as FactEntry;
      response.status(201).json(await enterFact(services, endpoint.kind, write, entry));
      feed.wake();
    });
  door.on(endpoints.withdraw, async (request, response, session) => {
    const write = { ...writeOf(request, session), jobId: idParam(request, 'jobId') };
    response
      .status(201)
      .json(await withdrawFact(services, write, check(endpoints.withdraw.body, request.body)));
    feed.wake();
  });
}
