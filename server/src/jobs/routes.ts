/** The bays, a job's record, its reports and its head. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { json, Router } from 'express';
import type { Knex } from 'knex';
import type { Feed } from '../events/feed.js';
import { notFound } from '../http/problem.js';
import { idParam, writeOf } from '../http/writing.js';
import { loadRecord } from './record.js';
import { findJob, listBays } from './repository.js';
import { changeHead, openJob } from './service.js';

export function jobRoutes(db: Knex, feed: Feed): Router {
  const router = Router();

  router.get('/api/bays', async (request, response) => {
    const { after, limit, text, all } = request.query;
    const rows = Math.min(200, Math.max(1, Number(limit) || 100));
    response.json(
      await listBays(db, {
        after: typeof after === 'string' ? after : null,
        limit: rows,
        text: typeof text === 'string' ? text : '',
        all: all === '1',
      }),
    );
  });

  router.post('/api/jobs', json({ limit: endpoints.openJob.bodyLimit }), async (request, response) => {
    const body = check(endpoints.openJob.body, request.body);
    response
      .status(201)
      .json(await openJob(db, { ...writeOf(request), jobId: body.jobId.toLowerCase() }, body));
    feed.wake();
  });

  router.get('/api/jobs/:jobId', async (request, response) => {
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

  router.put(
    '/api/jobs/:jobId/head',
    json({ limit: endpoints.changeHead.bodyLimit }),
    async (request, response) => {
      const { head } = check(endpoints.changeHead.body, request.body);
      const seen = Number((request.get('If-Match') ?? '').replaceAll('"', '') || NaN);
      response.json(
        await changeHead(db, { ...writeOf(request), jobId: idParam(request, 'jobId') }, seen, head),
      );
      feed.wake();
    },
  );

  router.get('/api/jobs/:jobId/scans/:scanId/text', async (request, response) => {
    const row = (await db('scans')
      .where({ id: idParam(request, 'scanId'), job_id: idParam(request, 'jobId') })
      .first('text')) as { text: string } | undefined;
    if (!row) throw notFound('scan');
    response.json({ text: row.text });
  });
  return router;
}
