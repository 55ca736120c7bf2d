/** The bays, a job's record, its reports and its head; vehicles that were here before. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { countQuery, idParam, seenRevision, textQuery, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import { bayOrders, findJob, listBays } from './repository.js';
import { changeHead, openJob } from './service.js';
import { findVehicles } from './vehicles.js';

export function jobRoutes(door: Door, services: Services): void {
  const { pools, feed, records } = services;
  const db = pools.read;
  door.on(endpoints.bays, async (request, response) => {
    const { all, order } = request.query;
    response.json(
      await listBays(db, {
        after: textQuery(request, 'after'),
        limit: Math.min(200, Math.max(1, countQuery(request, 'limit') ?? 100)),
        text: textQuery(request, 'text') ?? '',
        all: all === '1',
        order: bayOrders.find((known) => known === order) ?? 'promised',
      }),
    );
  });

  door.on(endpoints.vehiclesKnown, async (request, response) => {
    response.json({ vehicles: await findVehicles(db, textQuery(request, 'text') ?? '') });
  });

  door.on(endpoints.openJob, async (request, response, session) => {
    const body = check(endpoints.openJob.body, request.body);
    response
      .status(201)
      .json(await openJob(services, { ...writeOf(request, session), jobId: body.jobId.toLowerCase() }, body));
    feed.wake();
  });

  door.on(endpoints.job, async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const record = await db.transaction(
      async (trx) => {
        const job = await findJob(trx, jobId);
        if (!job) throw notFound('job');
        return records.recordAt(trx, job, job.seq);
      },
      { readOnly: true },
    );
    response.set('ETag', `"${record.revision}"`).json(record);
  });

  door.on(endpoints.changeHead, async (request, response, session) => {
    const body = check(endpoints.changeHead.body, request.body);
    const write = { ...writeOf(request, session), jobId: idParam(request, 'jobId') };
    response.json(await changeHead(services, write, seenRevision(request), body));
    feed.wake();
  });

  door.on(endpoints.report, async (request, response) => {
    const row = (await db('scans')
      .where({ id: idParam(request, 'scanId'), job_id: idParam(request, 'jobId') })
      .first('text')) as { text: string } | undefined;
    if (!row) throw notFound('scan');
    response.json({ text: row.text });
  });
}
