/** The job's row in the bays: computed from the record and written in the same transaction, with the words it is found by. */
import type { Bay } from '@dormant-beacon/contract';
import { eventWords } from '@dormant-beacon/core/names';
import { assessJob, type SafetyPolicy } from '@dormant-beacon/core/stages';
import { type JobRecord } from '@dormant-beacon/core/record';
import { type ProofPolicy } from '@dormant-beacon/core/proof';
import { jobPolicyOf } from '@dormant-beacon/core/shop';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import { keepOutcomes } from '../library/cures.js';
import type { SettingsMemory } from '../shop/settings.js';
import { learn } from './learned.js';
import type { PlanMemory, Plans } from './plans.js';
import { searchText, wordsOf, writeWords } from './words.js';

export function bayOf(record: JobRecord, plans: Plans, policy: ProofPolicy & SafetyPolicy): Bay {
  const { lenses, next, done } = assessJob(record, plans, policy);
  const { head, vehicle } = record;
  return {
    jobId: record.id,
    number: record.number,
    seq: record.seq,
    title: `${vehicle.make} ${vehicle.model}`,
    subtitle: head.eventNote || eventWords[head.event],
    plate: vehicle.plate ?? null,
    rail: lenses.map(({ kind, name, state }) => ({ kind, name, state })),
    stage: next.stage,
    next: next.sentence,
    detail: next.detail,
    waitsFor: next.waitsFor,
    waitsUntil: next.waitsUntil,
    promisedAt: head.promisedAt ?? null,
    done,
  };
}

export interface Change {
  /** Null where the job is new. */
  readonly before: JobRecord | null;
  readonly after: JobRecord;
  readonly job: { readonly changeNo: number; readonly shopRevision: number };
}

/** The row of a job in the bays after a change, with the plans that are known. */
export interface Summary {
  readonly columns: Readonly<Record<string, unknown>>;
  /** What has to be planned first is planned after the commit, and the row looked at again. */
  readonly review: boolean;
}

/** What a row is worked out from, besides the record. */
interface Memories {
  readonly settings: SettingsMemory;
  readonly plans: PlanMemory;
}

/** Works out the row, and writes what changes seldom: the words a job is found by, and what it teaches. */
export async function summarise(
  trx: Knex.Transaction,
  { settings, plans }: Memories,
  { before, after, job }: Change,
): Promise<Summary> {
  const { settings: shop } = await settings.at(trx, job.shopRevision);
  const policy = jobPolicyOf(shop);
  const { plans: known, complete } = plans.known(after);
  const bay = bayOf(after, known, policy);
  const renamed = before === null || !sameWords(before, after);
  if (renamed)
    await writeWords(trx, numberOf(after), before === null ? new Set() : wordsOf(before), wordsOf(after));
  if (before === null ? bay.done : bay.done || couldBeDone(before)) await learn(trx, after, bay.done);
  if (mayTeach(before, after)) await keepOutcomes(trx, after, bay.done, policy);
  return {
    review: !complete,
    columns: {
      ...columnsOf(after, bay),
      change_no: job.changeNo,
      // A mark that is there stays until the row was looked at.
      ...(complete ? {} : { review: true }),
      ...(renamed ? { search: searchText(after) } : {}),
    },
  };
}

/** The first row of a job that is new here. @returns true where it has to be looked at again */
export async function insertSummary(
  trx: Knex.Transaction,
  services: Memories,
  record: JobRecord,
  job: Change['job'],
): Promise<boolean> {
  const { columns, review } = await summarise(trx, services, { before: null, after: record, job });
  await trx('job_summaries').insert({ job_id: record.id, ...columns });
  return review;
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

/** Of a job with a repair: how it ended, or whether it showed again, may have changed. */
const mayTeach = (before: JobRecord | null, after: JobRecord): boolean =>
  after.repairs.length > 0 &&
  (before === null ||
    before.repairs !== after.repairs ||
    before.exposures !== after.exposures ||
    before.beacons !== after.beacons ||
    couldBeDone(after));

/** Only a job that was handed back can have been done. */
const couldBeDone = (record: JobRecord): boolean => record.handBacks.length > 0;

const sameWords = (before: JobRecord, after: JobRecord): boolean =>
  before.head === after.head &&
  before.vehicle === after.vehicle &&
  before.beacons === after.beacons &&
  before.scans === after.scans;
