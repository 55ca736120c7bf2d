/** The job's row in the bays: computed from the record and written in the same transaction, with the words it is found by. */
import type { Bay } from '@dormant-beacon/contract';
import { assessJob, type JobRecord, type ProofPolicy } from '@dormant-beacon/core/job';
import { proofPolicyOf } from '@dormant-beacon/core/shop';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import type { Services } from '../services.js';
import { learn } from './learned.js';
import type { Plans } from './plans.js';
import { searchText, wordsOf, writeWords } from './words.js';

const events: Readonly<Record<string, string>> = {
  collision: 'Collision',
  'module-failure': 'Module failure',
  battery: 'Battery',
  water: 'Water',
  'earlier-repair': 'After earlier work',
  wear: 'Wear',
};

export function bayOf(record: JobRecord, plans: Plans, policy: ProofPolicy): Bay {
  const { lenses, next, stages } = assessJob(record, plans, policy);
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

export interface Change {
  /** Null where the job is new. */
  readonly before: JobRecord | null;
  readonly after: JobRecord;
  readonly job: { readonly changeNo: number; readonly shopRevision: number };
}

/**
 * Writes the row with the plans that are known. What has to be planned first is planned after the commit.
 * @returns true where the row has to be looked at again for that
 */
export async function writeSummary(
  trx: Knex.Transaction,
  { settings, plans }: Pick<Services, 'settings' | 'plans'>,
  { before, after, job }: Change,
): Promise<boolean> {
  const policy = proofPolicyOf((await settings.at(trx, job.shopRevision)).settings);
  const { plans: known, complete } = plans.known(after);
  const bay = bayOf(after, known, policy);
  const row = {
    ...columnsOf(after, bay),
    // A mark that is there stays until the row was looked at.
    ...(complete ? {} : { review: true }),
    change_no: job.changeNo,
    ...(before !== null && sameWords(before, after) ? {} : { search: searchText(after) }),
  };
  if (before === null) await trx('job_summaries').insert({ job_id: after.id, ...row });
  else await trx('job_summaries').where({ job_id: after.id }).update(row);
  if (before === null || !sameWords(before, after))
    await writeWords(trx, numberOf(after), before === null ? new Set() : wordsOf(before), wordsOf(after));
  if (before === null ? bay.done : bay.done || couldBeDone(before)) await learn(trx, after, bay.done);
  return !complete;
}

/** What the bays list and sort by. */
export function columnsOf(record: JobRecord, bay: Bay) {
  return {
    number: numberOf(record),
    seq: record.seq,
    done: bay.done,
    due: bay.promisedAt === null ? '9999-12-31' : storedOf(bay.promisedAt),
    plate: bay.plate,
    bay: JSON.stringify(bay),
  };
}

export const numberOf = (record: JobRecord): number => Number(record.number.slice(2));

/** Only a job that was handed back can have been done. */
const couldBeDone = (record: JobRecord): boolean => record.handBacks.length > 0;

const sameWords = (before: JobRecord, after: JobRecord): boolean =>
  before.head === after.head &&
  before.vehicle === after.vehicle &&
  before.beacons === after.beacons &&
  before.scans === after.scans;
