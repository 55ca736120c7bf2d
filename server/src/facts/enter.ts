/** Enters a fact in a job, or takes one back. */
import {
  type Entered,
  type FactEntry,
  type FactKind,
  factKinds,
  may,
  type Withdrawal,
} from '@dormant-beacon/contract';
import { type JobRecord, originOf, standing, standingFor } from '@dormant-beacon/core/job';
import { type LineMark, readReport } from '@dormant-beacon/core/scans';
import type { TraceCase } from '@dormant-beacon/core/trace';
import type { Knex } from 'knex';
import { type JobWrite, writeJob } from '../database/transaction.js';
import { conflict, HttpProblem, invalid, notFound } from '../http/problem.js';
import { elementFault, preparePlan } from '../jobs/plans.js';
import { loadRecord } from '../jobs/record.js';
import { reportPatternsOf } from '../library/entries.js';
import { writeSummary } from '../jobs/summary.js';
import { gates } from './gates.js';
import { insertFact, type StoredFact } from './repository.js';
import { says } from './says.js';
import { tables } from './tables.js';

/** @throws HttpProblem where a gate is closed, Refusal where the data is not sound */
export async function enterFact(
  db: Knex,
  kind: FactKind,
  write: JobWrite,
  entry: FactEntry,
): Promise<Entered> {
  const data = await readied(db, kind, entry);
  return writeJob(db, write, async (trx, job, recordedAt) => {
    const record = await loadRecord(trx, job);
    const fact: StoredFact = {
      ...data,
      id: entry.id,
      seq: job.seq,
      personId: write.personId,
      observedAt: entry.observedAt,
      recordedAt,
      corrects: entry.corrects ?? null,
      withdrawn: false,
    };
    if (fact.corrects !== null) checkCorrection(kind, record, fact.corrects);
    gates[kind](record, fact, write.role);
    const content = kind === 'photos' ? await withDigest(trx, write.jobId, entry.data) : entry.data;
    const whole = kind === 'repairs' ? { ...fact, ...repairedFault(record, fact) } : fact;
    await insertFact(trx, kind, write.jobId, whole);
    return settle(trx, record, kind, whole, content, says(kind, withFact(record, kind, whole), whole));
  });
}

/** Takes back the fact of an id, whatever its kind. */
export async function withdrawFact(
  db: Knex,
  write: JobWrite,
  { id, observedAt, withdraws }: Withdrawal,
): Promise<Entered> {
  return writeJob(db, write, async (trx, job, recordedAt) => {
    const record = await loadRecord(trx, job);
    const kind = (Object.keys(tables) as FactKind[]).find((other) =>
      factsOf(record, other).some((fact) => fact.id === withdraws),
    );
    if (!kind) throw notFound('entry');
    if (kind === 'scans' || kind === 'waivers')
      throw conflict('Scans and signatures stay as they are. Enter what is right beside them.');
    if (!may(factKinds[kind].who, write.role))
      throw new HttpProblem(
        403,
        'Not for this role',
        'Who may not enter such an entry may not take it back.',
      );
    checkCorrection(kind, record, withdraws);
    checkUnused(record, kind, withdraws);
    const old = factsOf(record, kind).find((fact) => fact.id === withdraws)!;
    const fact: StoredFact = {
      ...old,
      id,
      seq: job.seq,
      personId: write.personId,
      observedAt,
      recordedAt,
      corrects: withdraws,
      withdrawn: true,
    };
    await insertFact(trx, kind, write.jobId, fact);
    return settle(trx, record, kind, fact, { withdraws }, `Taken back: ${says(kind, record, old)}`);
  });
}

/** Data as it will be stored: a report read, a circuit proven sound before any lock is taken. */
async function readied(db: Knex, kind: FactKind, entry: FactEntry): Promise<Record<string, unknown>> {
  const data = entry.data as Record<string, unknown>;
  if (kind === 'scans') {
    const scan = readReport(data['text'] as string, {
      patterns: await reportPatternsOf(db),
      marks: (data['marks'] as LineMark[] | null) ?? [],
    });
    return { ...data, reader: data['reader'] || (scan.reader ?? null), scan };
  }
  if (kind === 'traces') preparePlan(entry.id, data['case'] as TraceCase);
  return data;
}

/** The photo's own digest goes into the logbook, so that its bytes are proven too. */
async function withDigest(trx: Knex.Transaction, jobId: string, data: unknown): Promise<unknown> {
  const { attachmentId } = data as { attachmentId: string };
  const kept = (await trx('attachments').where({ id: attachmentId, job_id: jobId }).first('sha256')) as
    { sha256: string } | undefined;
  if (!kept) throw invalid('data.attachmentId', 'this photo is not saved in this job yet');
  return { ...(data as object), sha256: kept.sha256 };
}

const factsOf = (record: JobRecord, kind: FactKind) => record[tables[kind].list] as unknown as StoredFact[];

function withFact(record: JobRecord, kind: FactKind, fact: StoredFact): JobRecord {
  return { ...record, [tables[kind].list]: [...factsOf(record, kind), fact] };
}

async function settle(
  trx: Knex.Transaction,
  before: JobRecord,
  kind: FactKind,
  fact: StoredFact,
  content: unknown,
  text: string,
) {
  await writeSummary(trx, { ...withFact(before, kind, fact), seq: fact.seq });
  const stage =
    kind === 'notes' || kind === 'photos'
      ? (fact['stage'] as 'trace')
      : kind === 'scans' && fact['kind'] !== 'baseline'
        ? 'clear'
        : tables[kind].stage;
  return {
    answer: { id: fact.id, seq: fact.seq, recordedAt: fact.recordedAt },
    log: {
      kind,
      stage,
      says: text,
      factId: fact.id,
      corrects: fact.corrects,
      withdrawn: fact.withdrawn,
      observedAt: fact.observedAt,
      content,
    },
  };
}

function checkCorrection(kind: FactKind, record: JobRecord, corrects: string): void {
  const own = factsOf(record, kind);
  const target = own.find((fact) => fact.id === corrects);
  if (!target) throw invalid('corrects', 'no such entry of this kind in this job');
  const next = own.find((fact) => fact.corrects === corrects);
  if (next)
    throw conflict('Someone has corrected this entry before you. Look at theirs first.', { current: next });
  if (target.withdrawn) throw conflict('This entry is taken back already.');
}

/** A beacon or trace on which other entries stand cannot vanish from under them. */
function checkUnused(record: JobRecord, kind: FactKind, id: string): void {
  if (kind !== 'beacons' && kind !== 'traces') return;
  const fact = factsOf(record, kind).find((other) => other.id === id)!;
  const origin = originOf(factsOf(record, kind), fact);
  const uses =
    kind === 'traces'
      ? [
          ...standing(record.readings),
          ...standing(record.repairs),
          ...standing(record.epochs),
          ...standing(record.suspectWords),
          ...standing(record.sheets),
        ].some((other) => other.traceId === origin)
      : standing(record.photos).some((other) => other.beaconId === origin) ||
        [...standing(record.traces), ...standing(record.repairs)].some((other) =>
          other.beaconIds.includes(origin),
        ) ||
        standing(record.exposures).some((other) => other.beaconId === origin);
  if (uses) throw conflict('Other entries stand on this one. Take those back first, or correct this one.');
}

/** How probable the repaired element was when the repair was entered, and what had failed; from its trace. */
function repairedFault(record: JobRecord, fact: StoredFact): Record<string, unknown> {
  const trace = fact['traceId'] == null ? undefined : standingFor(record.traces, fact['traceId'] as string);
  if (!trace || fact['element'] == null) return { chance: null };
  const { chance, kind, mode } = elementFault(record, trace, fact['element'] as string);
  return { chance, faultKind: kind, faultMode: mode };
}
