/** The job's row in the bays: computed from the record and written in the same transaction. */
import type { Bay } from '@dormant-beacon/contract';
import { assessJob, type JobRecord, type ProofPolicy } from '@dormant-beacon/core/job';
import { proofPolicyOf } from '@dormant-beacon/core/shop';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import type { JobRow } from '../database/transaction.js';
import { shopOf } from '../shop/settings.js';
import { plansFor } from './plans.js';
import { loadRecord } from './record.js';

const events: Readonly<Record<string, string>> = {
  collision: 'Collision',
  'module-failure': 'Module failure',
  battery: 'Battery',
  water: 'Water',
  'earlier-repair': 'After earlier work',
  wear: 'Wear',
};

export function bayOf(record: JobRecord, policy: ProofPolicy): Bay {
  const { lenses, next, stages } = assessJob(record, plansFor(record), policy);
  const isDone = (id: string) => stages.some((stage) => stage.id === id && stage.state === 'done');
  const { head, vehicle } = record;
  return {
    jobId: record.id,
    number: record.number,
    seq: record.seq,
    title: `${vehicle.make} ${vehicle.model}`,
    subtitle: head.eventNote || events[head.event]!,
    plate: vehicle.plate ?? null,
    rail: lenses.map(({ kind, name, state }) => ({ kind, name, state })),
    stage: next.stage,
    next: next.sentence,
    detail: next.detail,
    waitsFor: next.waitsFor,
    waitsUntil: next.waitsUntil,
    promisedAt: head.promisedAt ?? null,
    done: isDone('prove') && isDone('hand-back'),
  };
}

export async function writeSummary(trx: Knex.Transaction, record: JobRecord): Promise<Bay> {
  const { settings } = await shopOf(trx);
  const bay = bayOf(record, proofPolicyOf(settings));
  const row = {
    number: Number(record.number.slice(2)),
    seq: record.seq,
    done: bay.done,
    due: bay.promisedAt === null ? '9999-12-31' : storedOf(bay.promisedAt),
    plate: bay.plate,
    search: searchText(record, bay),
    bay: JSON.stringify(bay),
    changed_at: trx.fn.now(6),
  };
  await trx('job_summaries')
    .insert({ job_id: record.id, ...row })
    .onConflict('job_id')
    .merge();
  return bay;
}

/** After the shop has changed what it asks of a proof: jobs that are being proven may stand elsewhere now. */
export async function refreshProofs(db: Knex): Promise<void> {
  const rows = (await db('job_summaries')
    .where({ done: false })
    .whereRaw("JSON_VALUE(bay, '$.stage') = 'prove'")
    .select('job_id')) as { job_id: string }[];
  for (const { job_id: id } of rows)
    await db.transaction(async (trx) => {
      const job = (await trx('jobs').where({ id }).forUpdate().first()) as JobRow;
      await writeSummary(trx, await loadRecord(trx, job));
    });
}

function searchText(record: JobRecord, bay: Bay): string {
  const codes = record.scans.flatMap((scan) => scan.scan.codes.map(({ code }) => code));
  const words = [
    bay.number,
    bay.title,
    bay.subtitle,
    bay.plate,
    record.vehicle.vin?.slice(-6),
    record.head.customer,
    ...bay.rail.map(({ name }) => name),
    ...codes,
  ];
  return [...new Set(words.filter(Boolean))].join(' ').slice(0, 20_000);
}
