/**
 * The one way to write: a transaction that takes the job's next place in order under its row lock, enters the
 * logbook row and the idempotency key, and is replayed where the database chose it as a deadlock's victim.
 */
import type { StageId } from '@dormant-beacon/core/job';
import type { Knex } from 'knex';
import { conflict, HttpProblem, notFound } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { chainStart, link } from './chain.js';
import { storedOf } from './connect.js';

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
}

export interface Written<A> {
  readonly answer: A;
  readonly log: LogbookEntry;
}

/** Of a new job: where its chain goes on, if its entries were written elsewhere before. */
export interface NewlyWritten<A> extends Written<A> {
  readonly at?: Pick<JobRow, 'seq' | 'chain'>;
}

const mostTries = 6;
const deadlock = 1213;
const lockTimeout = 1205;
const duplicate = 1062;

/** The answer of an earlier, same request: ends the transaction without a trace. */
class Replay {
  constructor(readonly answer: unknown) {}
}

/**
 * Runs `body` under the lock of an existing job, whose `seq` is already the new one.
 * A repeated key with the same request gives the first answer again and enters nothing.
 * @throws HttpProblem where the job is unknown, or the key was used for another request
 */
export async function writeJob<A>(
  db: Knex,
  write: JobWrite,
  body: (trx: Knex.Transaction, job: JobRow, recordedAt: string) => Promise<Written<A>>,
): Promise<A> {
  return replayed(db, write, async (trx) => {
    const taken = await trx('jobs').where({ id: write.jobId }).increment('seq', 1);
    if (taken === 0) throw notFound('job');
    await refuseRepeated(trx, write);
    const job = (await trx('jobs').where({ id: write.jobId }).first()) as JobRow;
    const recordedAt = new Date().toISOString();
    const { answer, log } = await body(trx, job, recordedAt);
    await enterLog(trx, write, job, log, recordedAt);
    return answer;
  });
}

/** Runs `body`, which makes the job's rows itself, with seq 1 and the start of the chain. */
export async function writeNewJob<A>(
  db: Knex,
  write: JobWrite,
  body: (trx: Knex.Transaction, number: number, recordedAt: string) => Promise<NewlyWritten<A>>,
): Promise<A> {
  return replayed(db, write, async (trx) => {
    await trx('counters').where({ name: 'job' }).increment('value', 1);
    await refuseRepeated(trx, write);
    const { value } = (await trx('counters').where({ name: 'job' }).first('value')) as { value: number };
    const recordedAt = new Date().toISOString();
    const { answer, log, at } = await body(trx, value, recordedAt);
    await enterLog(trx, write, at ?? { seq: 1, chain: chainStart }, log, recordedAt);
    return answer;
  });
}

async function replayed<A>(db: Knex, write: Write, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  try {
    return await patiently(db, async (trx) => {
      const answer = await run(trx);
      await trx('idempotency').insert({
        idempotency_key: write.key,
        request_hash: write.requestHash,
        answer: JSON.stringify(answer),
      });
      return answer;
    });
  } catch (error) {
    if (error instanceof Replay) return error.answer as A;
    const { errno, sqlMessage } = error as { errno?: number; sqlMessage?: string };
    throw errno === duplicate ? duplicated(sqlMessage ?? '') : error;
  }
}

/**
 * A transaction that is run again where the database chose it as a deadlock's victim, and once where another
 * has written the same row meanwhile: then it finds that row and can say so.
 */
export async function patiently<A>(db: Knex, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction(run);
    } catch (error) {
      const { errno, sqlMessage } = error as { errno?: number; sqlMessage?: string };
      const sameKeyAtOnce = errno === duplicate && /idempotency/.test(sqlMessage ?? '');
      const again =
        errno === deadlock ||
        errno === lockTimeout ||
        sameKeyAtOnce ||
        (errno === duplicate && /PRIMARY/.test(sqlMessage ?? '') && tries === 1);
      if (!again || tries >= mostTries) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5 * tries + Math.random() * 20));
    }
  }
}

function duplicated(message: string): HttpProblem {
  if (/baseline_of/.test(message))
    return conflict('The baseline is saved already; it stays as it is. Save this report as an interim scan.');
  if (/corrects/.test(message))
    return conflict('Someone has corrected this entry before you. Look at theirs first.');
  return conflict('An entry with this id is there already.');
}

async function refuseRepeated(trx: Knex.Transaction, write: Write): Promise<void> {
  const known = (await trx('idempotency').where({ idempotency_key: write.key }).first()) as
    { request_hash: string; answer: string } | undefined;
  if (!known) return;
  if (known.request_hash !== write.requestHash)
    throw new HttpProblem(422, 'Key used before', 'This idempotency key was used for another request.');
  throw new Replay(JSON.parse(known.answer));
}

async function enterLog(
  trx: Knex.Transaction,
  write: JobWrite,
  job: Pick<JobRow, 'seq' | 'chain'>,
  log: LogbookEntry,
  recordedAt: string,
): Promise<void> {
  const { kind, stage, says, factId, corrects, withdrawn, observedAt, content } = log;
  const entry = JSON.stringify({
    jobId: write.jobId,
    seq: job.seq,
    personId: write.personId,
    kind,
    factId,
    corrects,
    withdrawn,
    observedAt,
    recordedAt,
    deviceId: write.deviceId,
    content,
  });
  const hash = link(job.chain, entry);
  await trx('logbook').insert({
    job_id: write.jobId,
    seq: job.seq,
    person_id: write.personId,
    device_id: write.deviceId,
    kind,
    stage,
    says: says.slice(0, 400),
    fact_id: factId,
    corrects,
    withdrawn,
    observed_at: storedOf(observedAt),
    recorded_at: storedOf(recordedAt),
    entry,
    hash,
  });
  await trx('jobs').where({ id: write.jobId }).update({ chain: hash });
}
