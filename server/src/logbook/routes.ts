/** A job's logbook, with the proof that its chain is whole. */
import type { LogEntry } from '@dormant-beacon/contract';
import { Router } from 'express';
import type { Knex } from 'knex';
import { isWhole } from '../database/chain.js';
import { isoOf } from '../database/connect.js';
import { notFound } from '../http/problem.js';
import { idParam } from '../http/writing.js';
import { storyOf, tableOf } from './story.js';

interface LogRow {
  readonly seq: number;
  readonly person_id: string;
  readonly kind: string;
  readonly stage: LogEntry['stage'];
  readonly says: string;
  readonly fact_id: string | null;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
  readonly observed_at: string;
  readonly recorded_at: string;
  readonly entry: string;
  readonly hash: string;
}

export function logbookRoutes(db: Knex): Router {
  const router = Router();
  router.get('/api/jobs/:jobId/logbook', async (request, response) => {
    const rows = (await db('logbook')
      .where({ job_id: idParam(request, 'jobId') })
      .orderBy('seq')) as LogRow[];
    if (rows.length === 0) throw notFound('job');
    const after = Number(request.query['after']) || 0;
    response.json({ entries: rows.filter((row) => row.seq > after).map(entryOf), whole: isWhole(rows) });
  });

  router.get('/api/jobs/:jobId/story.json', async (request, response) => {
    const story = await storyOf(db, idParam(request, 'jobId'), new Date());
    response.attachment(`${story.record.number}.json`).json(story);
  });

  router.get('/api/jobs/:jobId/story.csv', async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const table = await tableOf(db, jobId);
    response.attachment(`${jobId}.csv`).type('text/csv; charset=utf-8').send(table);
  });
  return router;
}

function entryOf(row: LogRow): LogEntry {
  return {
    seq: row.seq,
    personId: row.person_id,
    kind: row.kind,
    stage: row.stage,
    says: row.says,
    factId: row.fact_id,
    corrects: row.corrects,
    withdrawn: row.withdrawn,
    observedAt: isoOf(row.observed_at),
    recordedAt: isoOf(row.recorded_at),
    hash: row.hash,
  };
}
