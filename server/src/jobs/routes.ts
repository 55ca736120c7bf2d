/** The bays, a job's record, its reports and its head; vehicles that were here before. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Feed } from '../events/feed.js';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { idParam, seenRevision, writeOf } from '../http/writing.js';
import { loadRecord } from './record.js';
import { bayOrders, findJob, listBays } from './repository.js';
import { changeHead, openJob } from './service.js';
import { findVehicles } from './vehicles.js';

export function jobRoutes(door: Door, db: Knex, feed: Feed): void {
  door.on(endpoints.bays, async (request, response) => {
    const { after, limit, text, all, order } = request.query;
    const rows = Math.min(200, Math.max(1, Number(limit) || 100));
    response.json(
      await listBays(db, {
        after: typeof after === 'string' ? after : null,
        limit: rows,
        text: typeof text === 'string' ? text : '',
        all: all === '1',
        order: bayOrders.find((known) => known === order) ?? 'promised',
      }),
    );
  });

  door.on(endpoints.vehiclesKnown, async (request, response) => {
    const { text } = request.query;
    response.json({ vehicles: await findVehicles(db, typeof text === 'string' ? text : '') });
  });

  door.on(endpoints.openJob, async (request, response, session) => {
    const body = check(endpoints.openJob.body, request.body);
    response
      .status(201)
      .json(await openJob(db, { ...writeOf(request, session), jobId: body.jobId.toLowerCase() }, body));
    feed.wake();
  });

  door.on(endpoints.job, async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const record = await db.transaction(
      async (trx) => {
        const job = await findJob(trx, jobId);
        if (!job) throw notFound('job');
        return loadRecord(trx, job);
      },
      { readOnly: true },
    );
    response.set('ETag', `"${record.revision}"`).json(record);
  });

  door.on(endpoints.changeHead, async (request, response, session) => {
    const body = check(endpoints.changeHead.body, request.body);
    const write = { ...writeOf(request, session), jobId: idParam(request, 'jobId') };
    response.json(await changeHead(db, write, seenRevision(request), body));
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
