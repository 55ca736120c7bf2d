/**
 * The one way to write: a transaction that takes the job's next place in order under its row lock, enters the
 * logbook row and the idempotency key, and is replayed where the database chose it as a deadlock's victim.
 */
import type { StageId } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { conflict, type HttpProblem, notFound } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { chainStart, link } from './chain.js';
import { changeOrder, lastChange, type LastChange } from './change-order.js';
import { serverClock } from './clock.js';
import { isoOf, storedOf } from './connect.js';
import { enterKey, refuseRepeated, Replay, type UsedKey } from './idempotency.js';
import { patiently } from './patiently.js';

export interface JobWrite extends Write {
  readonly jobId: string;
}

export interface JobRow {
  readonly id: string;
  readonly number: number;
  readonly seq: number;
  readonly revision: number;
  readonly vehicle_id: string;
  readonly customer: string | null;
  readonly customer_words: string | null;
  readonly event: string;
  readonly event_note: string | null;
  readonly event_details: string | null;
  readonly origin: string | null;
  readonly promised_at: string | null;
  readonly opened_at: string;
  readonly chain: string;
}

/** A job's row under its lock, with what else one question can bring along. */
export interface LockedJob extends JobRow {
  /** The place that this write takes; `seq` is the one before it. */
  readonly next: number;
  /** Grows with every change of any job: streams and other servers read by it. */
  readonly changeNo: number;
  readonly shopRevision: number;
  /** When the server’s clock was found to have jumped, the last hundred times. */
  readonly clockJumps: readonly string[];
}

/** What an entry tells the logbook. `entry` is kept and hashed as it stands. */
export interface LogbookEntry {
  readonly kind: string;
  readonly stage: StageId;
  readonly says: string;
  readonly factId: string | null;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
  readonly observedAt: string;
  readonly content: unknown;
  /** What the server worked out from the content and keeps beside it. */
  readonly derived?: unknown;
}

export interface Written<A> {
  readonly answer: A;
  readonly log: LogbookEntry;
  /** Columns of the job's own row that change with this write. */
  readonly job?: Readonly<Record<string, unknown>>;
  /** Columns of its row in the bays. */
  readonly summary?: Readonly<Record<string, unknown>>;
}

/** Of a new job: where its chain goes on, if its entries were written elsewhere before. */
export interface NewlyWritten<A> extends Written<A> {
  readonly at?: Pick<JobRow, 'seq' | 'chain'>;
}

const duplicate = 1062;

/** The last change, the settings' revision and the last jumps of the clock, as columns of a question that is asked anyway. */
const alongside = `${lastChange}, (SELECT revision FROM shop_settings WHERE id = 1) AS shop_revision, (SELECT GROUP_CONCAT(jumped_at ORDER BY jumped_at DESC LIMIT 100) FROM clock_jumps) AS clock_jumps`;

/**
 * Runs `body` under the lock of an existing job.
 * A repeated key with the same request gives the first answer again and enters nothing.
 * @throws HttpProblem where the job is unknown, or the key was used for another request
 */
export async function writeJob<A>(
  db: Knex,
  write: JobWrite,
  body: (trx: Knex.Transaction, job: LockedJob, recordedAt: string) => Promise<Written<A>>,
): Promise<A> {
  return replayed(db, write, async (trx) => {
    const [[row]] = (await trx.raw(
      `SELECT jobs.*, ${alongside}, request_hash, answer FROM jobs LEFT JOIN idempotency ON idempotency_key = ? WHERE jobs.id = ? FOR UPDATE`,
      [write.key, write.jobId],
    )) as [[(JobRow & Alongside & UsedKey) | undefined]];
    if (!row) throw notFound('job');
    refuseRepeated(row, write);
    const recordedAt = serverClock.now().toISOString();
    const job = {
      ...row,
      next: row.seq + 1,
      changeNo: changeOrder.after(row),
      shopRevision: row.shop_revision ?? 0,
      clockJumps: (row.clock_jumps ?? '').split(',').filter(Boolean).map(isoOf),
    };
    const { answer, log, job: changed, summary } = await body(trx, job, recordedAt);
    const chain = await enterLog(trx, write, { ...job, seq: job.next }, log, recordedAt);
    await updateJob(trx, write.jobId, { ...changed, seq: job.next, chain }, summary ?? {});
    return answer;
  });
}

/** The job's row and its row in the bays, in one statement. */
async function updateJob(
  trx: Knex.Transaction,
  jobId: string,
  job: Readonly<Record<string, unknown>>,
  summary: Readonly<Record<string, unknown>>,
): Promise<void> {
  const columns = [
    ...Object.entries(job).map(([name, value]) => [`jobs.${name}`, value]),
    ...Object.entries(summary).map(([name, value]) => [`job_summaries.${name}`, value]),
  ];
  await trx.raw(
    `UPDATE jobs JOIN job_summaries ON job_summaries.job_id = jobs.id SET ${columns.map(() => '?? = ?').join(', ')} WHERE jobs.id = ?`,
    [...columns.flat(), jobId] as Knex.Value[],
  );
}

interface Alongside extends LastChange {
  readonly shop_revision: number | null;
  readonly clock_jumps: string | null;
}

/** Runs `body`, which makes the job's rows itself, with seq 1 and the start of the chain. */
export async function writeNewJob<A>(
  db: Knex,
  write: JobWrite,
  body: (
    trx: Knex.Transaction,
    made: { readonly number: number; readonly changeNo: number; readonly shopRevision: number },
    recordedAt: string,
  ) => Promise<NewlyWritten<A>>,
): Promise<A> {
  return replayed(db, write, async (trx) => {
    const [[row]] = (await trx.raw(
      `SELECT value, ${alongside}, request_hash, answer FROM counters LEFT JOIN idempotency ON idempotency_key = ? WHERE name = 'job' FOR UPDATE`,
      [write.key],
    )) as [[{ value: number } & Alongside & UsedKey]];
    refuseRepeated(row, write);
    const made = {
      number: row.value + 1,
      changeNo: changeOrder.after(row),
      shopRevision: row.shop_revision ?? 0,
    };
    await trx('counters').where({ name: 'job' }).update({ value: made.number });
    const recordedAt = serverClock.now().toISOString();
    const { answer, log, at } = await body(trx, made, recordedAt);
    const place = { ...(at ?? { seq: 1, chain: chainStart }), changeNo: made.changeNo };
    const chain = await enterLog(trx, write, place, log, recordedAt);
    await trx('jobs').where({ id: write.jobId }).update({ chain });
    return answer;
  });
}

async function replayed<A>(db: Knex, write: Write, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  try {
    return await patiently(db, async (trx) => {
      const answer = await run(trx);
      await enterKey(trx, write, answer);
      return answer;
    });
  } catch (error) {
    if (error instanceof Replay) return error.answer as A;
    const { errno, sqlMessage } = error as { errno?: number; sqlMessage?: string };
    throw errno === duplicate ? duplicated(sqlMessage ?? '') : error;
  }
}

function duplicated(message: string): HttpProblem {
  if (/baseline_of/.test(message))
    return conflict('The baseline is saved already; it stays as it is. Save this report as an interim scan.');
  if (/corrects/.test(message))
    return conflict('Someone has corrected this entry before you. Look at theirs first.');
  return conflict('An entry with this id is there already.');
}

/** @returns the chain's new end */
async function enterLog(
  trx: Knex.Transaction,
  write: JobWrite,
  place: Pick<JobRow, 'seq' | 'chain'> & { readonly changeNo: number },
  log: LogbookEntry,
  recordedAt: string,
): Promise<string> {
  const { kind, stage, factId, corrects, withdrawn, observedAt, content, derived } = log;
  const says = cut(log.says, 400);
  const entry = JSON.stringify({
    jobId: write.jobId,
    seq: place.seq,
    personId: write.personId,
    kind,
    stage,
    says,
    factId,
    corrects,
    withdrawn,
    observedAt,
    recordedAt,
    deviceId: write.deviceId,
    content,
    ...(derived === undefined ? {} : { derived }),
  });
  const hash = link(place.chain, entry);
  await trx('logbook').insert({
    job_id: write.jobId,
    seq: place.seq,
    person_id: write.personId,
    device_id: write.deviceId,
    kind,
    stage,
    says,
    fact_id: factId,
    corrects,
    withdrawn,
    observed_at: storedOf(observedAt),
    recorded_at: storedOf(recordedAt),
    entry,
    hash,
    change_no: place.changeNo,
  });
  return hash;
}

/** At most so many characters, never half of one. */
export function cut(text: string, most: number): string {
  return text.length <= most
    ? text
    : text
        .slice(0, most)
        .toWellFormed()
        .replace(/\uFFFD$/, '');
}
