/** A job's logbook, with the proof that it is whole; its story as a file, and a story from elsewhere. */
import { endpoints, type LogEntry } from '@dormant-beacon/contract';
import { isoOf } from '../database/connect.js';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { countQuery, idParam, writeOf } from '../http/writing.js';
import { reportPatternsOf } from '../library/entries.js';
import type { Services } from '../services.js';
import { withArrived } from './archive.js';
import { importStory } from './import-story.js';
import { storyOf, tableOf, writeArchive } from './story.js';
import { flawOf, type LogRow } from './whole.js';

interface ListedRow extends LogRow {
  readonly number: number | null;
}

export function logbookRoutes(door: Door, services: Services): void {
  const { pools, workers, feed } = services;

  door.on(endpoints.logbook, async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const after = countQuery(request, 'after') ?? 0;
    const { rows, flaw } = await pools.read.transaction(
      async (trx) => {
        const all = (await trx('logbook')
          .leftJoin('devices', 'devices.id', 'logbook.device_id')
          .where({ job_id: jobId })
          .orderBy('seq')
          .select('logbook.*', 'devices.number')) as ListedRow[];
        if (all.length === 0) throw notFound('job');
        return { rows: all, flaw: await flawOf(trx, jobId, all) };
      },
      { readOnly: true },
    );
    response.json({
      entries: rows.filter((row) => row.seq > after).map(entryOf),
      whole: flaw === null,
      flaw,
    });
  });

  door.on(endpoints.story, async (request, response) => {
    const story = await storyOf(pools.read, idParam(request, 'jobId'), new Date());
    response.attachment(`${story.record.number}.zip`).type('application/zip');
    await writeArchive(pools.write, story, response);
  });

  door.on(endpoints.storyTable, async (request, response) => {
    const jobId = idParam(request, 'jobId');
    const table = await tableOf(pools.read, jobId);
    response.attachment(`${jobId}.csv`).type('text/csv; charset=utf-8').send(table);
  });

  door.on(endpoints.importStory, async (request, response, session) => {
    const { bodyLimit } = endpoints.importStory;
    const answer = await withArrived(request, bodyLimit, async ({ file, folder, sha256 }) => {
      request.body = { sha256 };
      const write = writeOf(request, session);
      const patterns = await reportPatternsOf(pools.read);
      const story = await workers.run('provenStory', { file, folder, patterns });
      return importStory(services, write, story);
    });
    response.status(201).json(answer);
    feed.wake();
  });
}

function entryOf(row: ListedRow): LogEntry {
  return {
    seq: row.seq,
    personId: row.person_id,
    kind: row.kind,
    stage: row.stage as LogEntry['stage'],
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
