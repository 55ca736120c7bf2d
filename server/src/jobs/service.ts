/** Opens jobs and changes their heads. */
import type { OpenJob } from '@dormant-beacon/contract';
import type { JobHead } from '@dormant-beacon/core/job';
import type { Knex } from 'knex';
import { chainStart } from '../database/chain.js';
import { storedOf } from '../database/connect.js';
import { type JobRow, type JobWrite, writeJob, writeNewJob } from '../database/transaction.js';
import { conflict, invalid } from '../http/problem.js';
import { jobNumber, loadRecord } from './record.js';
import { findJob, headRow, insertVehicle } from './repository.js';
import { writeSummary } from './summary.js';

export async function openJob(db: Knex, write: JobWrite, { jobId, vehicleId, head, vehicle }: OpenJob) {
  return writeNewJob(db, write, async (trx, number, recordedAt) => {
    await insertVehicle(trx, vehicleId, vehicle);
    await trx('jobs').insert({
      id: jobId,
      number,
      seq: 1,
      vehicle_id: vehicleId,
      opened_at: storedOf(recordedAt),
      chain: chainStart,
      ...headRow(head),
    });
    await writeSummary(trx, await loadRecord(trx, (await findJob(trx, jobId)) as JobRow));
    return {
      answer: { jobId, number: jobNumber(number), seq: 1 },
      log: {
        kind: 'job',
        stage: 'take-in' as const,
        says: `Job opened: ${vehicle.make} ${vehicle.model}`,
        factId: null,
        corrects: null,
        withdrawn: false,
        observedAt: recordedAt,
        content: { head, vehicle },
      },
    };
  });
}

/** @param seen the revision that the writer saw; a stale one gets the current head back with the refusal */
export async function changeHead(db: Knex, write: JobWrite, seen: number, head: JobHead) {
  if (!Number.isInteger(seen)) throw invalid('If-Match', 'expected the revision that you saw, such as "3"');
  return writeJob(db, write, async (trx, job, recordedAt) => {
    const before = await loadRecord(trx, job);
    if (job.revision !== seen)
      throw conflict('Someone else has changed this job meanwhile. Both are shown: choose.', {
        current: { head: before.head, revision: job.revision },
      });
    const revision = job.revision + 1;
    await trx('jobs')
      .where({ id: job.id })
      .update({ ...headRow(head), revision });
    await writeSummary(trx, { ...before, head, revision });
    return {
      answer: { revision, seq: job.seq },
      log: {
        kind: 'head',
        stage: 'take-in' as const,
        says: 'Job’s head changed',
        factId: null,
        corrects: null,
        withdrawn: false,
        observedAt: recordedAt,
        content: { before: before.head, after: head },
      },
    };
  });
}
