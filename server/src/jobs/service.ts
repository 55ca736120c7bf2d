/** Opens jobs and changes their heads. */
import type { ChangeHead, CurrentHead, OpenJob } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { chainStart } from '../database/chain.js';
import { storedOf } from '../database/connect.js';
import { type JobRow, type JobWrite, writeJob, writeNewJob } from '../database/transaction.js';
import { conflict } from '../http/problem.js';
import type { Services } from '../services.js';
import { headSays } from './head-says.js';
import { jobNumber, loadRecord } from './record.js';
import { findJob, headRow, vehicleRow } from './repository.js';
import { insertSummary, summarise } from './summary.js';

export async function openJob(
  { pools, settings, plans }: Services,
  write: JobWrite,
  { jobId, vehicleId, head, vehicle }: OpenJob,
  /** What else belongs to it, in the same transaction. */
  also: (trx: Knex.Transaction) => PromiseLike<unknown> = () => Promise.resolve(),
) {
  return writeNewJob(pools.write, write, async (trx, made, recordedAt) => {
    const number = jobNumber(made.number);
    await trx('vehicles').insert({ id: vehicleId, ...vehicleRow(vehicle) });
    await trx('jobs').insert({
      id: jobId,
      number: made.number,
      seq: 1,
      vehicle_id: vehicleId,
      opened_at: storedOf(recordedAt),
      chain: chainStart,
      ...headRow(head),
    });
    await also(trx);
    const record = await loadRecord(trx, (await findJob(trx, jobId)) as JobRow);
    await insertSummary(trx, { settings, plans }, record, made);
    return {
      answer: { jobId, number, seq: 1 },
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
export async function changeHead(
  { pools, records, lanes, settings, plans }: Services,
  write: JobWrite,
  seen: number,
  { head, vehicle }: ChangeHead,
) {
  const answer = await lanes.run(write.jobId, () =>
    writeJob(pools.write, write, async (trx, job, recordedAt) => {
      const before = await records.recordAt(trx, job, job.seq);
      if (job.revision !== seen)
        throw conflict('Someone else has changed this job meanwhile. Both are shown: choose.', {
          current: {
            head: before.head,
            vehicle: before.vehicle,
            revision: job.revision,
          } satisfies CurrentHead,
        });
      const revision = job.revision + 1;
      if (vehicle)
        await trx('vehicles')
          .where({ id: job.vehicle_id })
          .update({ ...vehicleRow(vehicle) });
      const after = { ...before, seq: job.next, head, vehicle: vehicle ?? before.vehicle, revision };
      const { columns } = await summarise(trx, { settings, plans }, { before, after, job });
      return {
        answer: { revision, seq: job.next },
        summary: columns,
        job: { ...headRow(head), revision },
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
    }),
  );
  // Heads are stored in a form of their own: the next reader takes it from there.
  records.forget(write.jobId);
  return answer;
}
