/** Opens jobs and changes their heads. */
import type { ChangeHead, CurrentHead, OpenJob } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { chainStart } from '../database/chain.js';
import { storedOf } from '../database/connect.js';
import { type JobRow, type JobWrite, writeJob, writeNewJob } from '../database/transaction.js';
import { conflict } from '../http/problem.js';
import { jobNumber, loadRecord } from './record.js';
import { headSays } from './head-says.js';
import { findJob, headRow, vehicleRow } from './repository.js';
import { writeSummary } from './summary.js';

export async function openJob(db: Knex, write: JobWrite, { jobId, vehicleId, head, vehicle }: OpenJob) {
  return writeNewJob(db, write, async (trx, number, recordedAt) => {
    await trx('vehicles').insert({ id: vehicleId, ...vehicleRow(vehicle) });
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
export async function changeHead(db: Knex, write: JobWrite, seen: number, { head, vehicle }: ChangeHead) {
  return writeJob(db, write, async (trx, job, recordedAt) => {
    const before = await loadRecord(trx, job);
    if (job.revision !== seen)
      throw conflict('Someone else has changed this job meanwhile. Both are shown: choose.', {
        current: { head: before.head, vehicle: before.vehicle, revision: job.revision } satisfies CurrentHead,
      });
    const revision = job.revision + 1;
    await trx('jobs')
      .where({ id: job.id })
      .update({ ...headRow(head), revision });
    if (vehicle)
      await trx('vehicles')
        .where({ id: job.vehicle_id })
        .update({ ...vehicleRow(vehicle) });
    const after = { ...before, head, vehicle: vehicle ?? before.vehicle, revision };
    await writeSummary(trx, after);
    return {
      answer: { revision, seq: job.seq },
      log: {
        kind: 'head',
        stage: 'take-in' as const,
        says: headSays(before, after),
        factId: null,
        corrects: null,
        withdrawn: false,
        observedAt: recordedAt,
        content: {
          before: { head: before.head, vehicle: before.vehicle },
          after: { head: after.head, vehicle: after.vehicle },
        },
      },
    };
  });
}
