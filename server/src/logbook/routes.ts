/** A job's logbook, with the proof that its chain is whole. */
import { endpoints, type LogEntry } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import { isWhole } from '../database/chain.js';
import { isoOf } from '../database/connect.js';
import type { Feed } from '../events/feed.js';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { idParam, writeOf } from '../http/writing.js';
import { importStory } from './import-story.js';
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
  readonly number: number | null;
  readonly observed_at: string;
  readonly recorded_at: string;
  readonly entry: string;
  readonly hash: string;
}

export function logbookRoutes(door: Door, db: Knex, feed: Feed): void {
  door.on(endpoints.logbook, async (request, response) => {
    const rows = (await db('logbook')
      .leftJoin('devices', 'devices.id', 'logbook.device_id')
      .where({ job_id: idParam(request, 'jobId') })
      .orderBy('seq')
      .select('logbook.*', 'devices.number')) as LogRow[];
    if (rows.length === 0) throw notFound('job');
    const after = Number(request.query['after']) || 0;
    response.json({ entries: rows.filter((row) => row.seq > after).map(entryOf), whole: isWhole(rows) });
  });

  door.on(endpoints.story, async (request, response) => {
    const story = await storyOf(db, idParam(request, 'jobId'), new Date());
    response.attachment(`${story.record.number}.json`).json(story);
  });

  door.on(endpoints.storyTable, async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const table = await tableOf(db, jobId);
    response.attachment(`${jobId}.csv`).type('text/csv; charset=utf-8').send(table);
  });

  door.on(endpoints.importStory, async (request, response, session) => {
    const story = check(endpoints.importStory.body, request.body);
    response.status(201).json(await importStory(db, writeOf(request, session), story));
    feed.wake();
  });
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
    device: row.number,
    observedAt: isoOf(row.observed_at),
    recordedAt: isoOf(row.recorded_at),
    hash: row.hash,
    entry: row.entry,
  };
}
