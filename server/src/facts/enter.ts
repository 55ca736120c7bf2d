/** Enters a fact in a job, or takes one back. */
import {
  type Entered,
  type FactEntry,
  type FactKind,
  factKinds,
  may,
  type Withdrawal,
} from '@dormant-beacon/contract';
import {
  caseOf,
  factsOf as allFacts,
  type JobRecord,
  originOf,
  standing,
  standingFor,
  type Trace,
} from '@dormant-beacon/core/record';
import type { CodingImageData, CodingPlanData } from '@dormant-beacon/core/coding';
import type { LineMark } from '@dormant-beacon/core/scans';
import { type CureFacts, partGroupOf } from '@dormant-beacon/core/proof/cure';
import { jobPolicyOf } from '@dormant-beacon/core/shop';
import type { TraceCase, TraceRepair } from '@dormant-beacon/core/trace';
import type { Knex } from 'knex';
import { isReached } from '../customer/reach.js';
import { type JobWrite, type LockedJob, writeJob, type Written } from '../database/transaction.js';
import { conflict, HttpProblem, invalid, notFound } from '../http/problem.js';
import { readyImage } from '../images/ready.js';
import { keepFile } from '../images/store.js';
import { withFact } from '../jobs/with-fact.js';
import { planKey } from '../jobs/plans.js';
import { findJob } from '../jobs/repository.js';
import { summarise } from '../jobs/summary.js';
import { reportPatternsOf } from '../library/entries.js';
import { cureOutcomes } from '../library/cures.js';
import type { Services } from '../services.js';
import { fromLibrary } from '../library/coding-books.js';
import { namesCoding } from './coding-gates.js';
import { derivedOf } from './derived.js';
import { gates } from './gates.js';
import { askedTwice } from './questions.js';
import type { GateShop } from './safety-gates.js';
import { insertFact, type StoredFact } from './repository.js';
import { says } from './says.js';
import { stageOf, tables } from './tables.js';

/** Times that a repair's chance is worked out anew because its trace has moved on meanwhile. */
const mostTries = 5;

/** The trace on which a repair stands was written to while the repair's chance was worked out. */
class TraceMoved extends HttpProblem {
  constructor() {
    super(
      503,
      'Busy',
      'Others write to this trace right now. Nothing was saved; it is tried again in a moment.',
    );
  }
}

/** @throws HttpProblem where a gate is closed, Refusal where the data is not sound */
export async function enterFact(
  services: Services,
  kind: FactKind,
  write: JobWrite,
  entry: FactEntry,
): Promise<Entered> {
  const { data, made } = await readied(services, kind, write, entry);
  for (let tries = 1; ; tries++) {
    // Worked out before any lock is taken; under the lock it is only compared.
    const fault = kind === 'repairs' ? await repairedFault(services, write.jobId, data) : null;
    try {
      return await settled(services, write, async (trx, job, before, recordedAt) => {
        const shop = await gateShop(services, trx, job);
        const fact = prepared(kind, write, entry, data, { job, before, recordedAt, shop });
        if (fault !== null && !stillHolds(fault, before, fact)) throw new TraceMoved();
        const whole: StoredFact = fault === null ? fact : { ...fact, ...fault.learned };
        await insertFact(trx, kind, write.jobId, whole);
        // What was merged here is kept only now: every gate was passed.
        if (made !== null) await keepFile(trx, write, whole['imageId'] as string, made);
        const content =
          kind === 'photos'
            ? await withDigest(trx, write.jobId, entry.data)
            : kind === 'coding-images'
              ? data
              : entry.data;
        const after = withFact(before, kind, whole);
        return {
          after,
          answer: { id: fact.id, seq: fact.seq, recordedAt },
          log: {
            ...logged(kind, whole),
            says: says(kind, after, whole),
            content,
            derived: derivedOf(kind, whole),
          },
        };
      });
    } catch (error) {
      if (!(error instanceof TraceMoved) || tries >= mostTries) throw error;
    }
  }
}

/** Takes back the fact of an id, whatever its kind. */
export async function withdrawFact(
  services: Services,
  write: JobWrite,
  { id, observedAt, withdraws }: Withdrawal,
): Promise<Entered> {
  return settled(services, write, async (trx, job, before, recordedAt) => {
    const kind = (Object.keys(tables) as FactKind[]).find((other) =>
      factsOf(before, other).some((fact) => fact.id === withdraws),
    );
    if (!kind) throw notFound('entry');
    if (!factKinds[kind].correctable)
      throw conflict('Scans and signatures stay as they are. Enter what is right beside them.');
    // At a simulated car a learner is a technician.
    const role = before.simulated && write.role === 'learner' ? 'technician' : write.role;
    if (!may(factKinds[kind].who, role))
      throw new HttpProblem(
        403,
        'Not for this role',
        'Who may not enter such an entry may not take it back.',
      );
    checkCorrection(kind, before, withdraws, write);
    checkUnused(before, kind, withdraws);
    const old = factsOf(before, kind).find((fact) => fact.id === withdraws)!;
    const fact: StoredFact = {
      ...old,
      id,
      seq: job.next,
      personId: write.personId,
      observedAt,
      recordedAt,
      corrects: withdraws,
      withdrawn: true,
    };
    await insertFact(trx, kind, write.jobId, fact);
    return {
      after: withFact(before, kind, fact),
      answer: { id, seq: fact.seq, recordedAt },
      log: { ...logged(kind, fact), says: `Taken back: ${says(kind, before, old)}`, content: { withdraws } },
    };
  });
}

/**
 * One entry in a job: in the job's lane, under its lock, with the record as it stands there; its row in the bays in
 * the same transaction, and what takes longer to work out after it.
 */
async function settled<A>(
  services: Services,
  write: JobWrite,
  body: (
    trx: Knex.Transaction,
    job: LockedJob,
    before: JobRecord,
    recordedAt: string,
  ) => Promise<Written<A> & { readonly after: JobRecord }>,
): Promise<A> {
  const { pools, records, reviewer, lanes } = services;
  let left: { record: JobRecord; review: boolean } | null = null;
  const answer = await lanes.run(write.jobId, () =>
    writeJob(pools.write, write, async (trx, job, recordedAt) => {
      const before = await records.recordAt(trx, job, job.seq);
      const written = await body(trx, job, before, recordedAt);
      const { columns, review } = await summarise(trx, services, { before, after: written.after, job });
      left = { record: written.after, review };
      return { ...written, summary: columns };
    }),
  );
  // Null where the first answer was given again.
  const { record, review } = (left ?? {}) as Partial<NonNullable<typeof left>>;
  if (record) records.keep(record);
  if (review === true) reviewer.wake(write.jobId);
  return answer;
}

interface Moment {
  readonly job: LockedJob;
  readonly before: JobRecord;
  readonly recordedAt: string;
  readonly shop: GateShop;
}

async function gateShop(
  { settings, reach }: Services,
  trx: Knex.Transaction,
  job: LockedJob,
): Promise<GateShop> {
  const policy = jobPolicyOf((await settings.at(trx, job.shopRevision)).settings);
  return { safety: policy, route: policy, clockJumps: job.clockJumps, reached: isReached(reach) };
}

/** The fact as it will stand, after every gate. */
function prepared(
  kind: FactKind,
  write: JobWrite,
  entry: FactEntry,
  data: Record<string, unknown>,
  { job, before, recordedAt, shop }: Moment,
): StoredFact {
  const fact: StoredFact = {
    ...data,
    id: entry.id,
    seq: job.next,
    personId: write.personId,
    observedAt: entry.observedAt,
    recordedAt,
    corrects: entry.corrects ?? null,
    withdrawn: false,
  };
  if (allFacts(before).some(({ id }) => id === fact.id))
    throw conflict('An entry with this id is there already.');
  if (fact.corrects !== null) {
    if (!factKinds[kind].correctable)
      throw conflict('Scans and signatures stay as they are. Enter what is right beside them.');
    checkCorrection(kind, before, fact.corrects, write);
  }
  askedTwice(kind, before, fact, write.seen ?? null);
  gates[kind](before, fact, write.role, shop);
  return fact;
}

interface Readied {
  readonly data: Record<string, unknown>;
  /** The file of an image that was merged here. */
  readonly made: Uint8Array | null;
}

/** Data as it will be stored: a report read, a circuit proven sound, each on a thread of its own. */
async function readied(
  services: Services,
  kind: FactKind,
  { jobId }: JobWrite,
  entry: FactEntry,
): Promise<Readied> {
  const { pools, workers, records } = services;
  const data = entry.data as Record<string, unknown>;
  if (kind === 'scans') {
    const scan = await workers.run('readReport', {
      text: data['text'] as string,
      patterns: await reportPatternsOf(pools.read),
      marks: (data['marks'] as LineMark[] | null) ?? [],
    });
    return { data: { ...data, reader: data['reader'] || (scan.reader ?? null), scan }, made: null };
  }
  if (kind === 'traces')
    await workers.run('soundCase', { source: data['case'] as TraceCase, traceId: entry.id });
  if (kind === 'coding-plans') await fromLibrary(pools.read, data as unknown as CodingPlanData);
  if (kind === 'coding-images') {
    const job = await findJob(pools.read, jobId);
    if (!job) throw notFound('job');
    const record = await records.recordAt(pools.read, job, job.seq);
    const { sha256, made } = await readyImage(services, record, data as unknown as CodingImageData);
    return { data: { ...data, sha256 }, made };
  }
  return { data, made: null };
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

const logged = (kind: FactKind, fact: StoredFact) => ({
  kind,
  stage: stageOf(kind, fact),
  factId: fact.id,
  corrects: fact.corrects,
  withdrawn: fact.withdrawn,
  observedAt: fact.observedAt,
});

function checkCorrection(
  kind: FactKind,
  record: JobRecord,
  corrects: string,
  { personId, role }: Pick<JobWrite, 'personId' | 'role'>,
): void {
  const own = factsOf(record, kind);
  const target = own.find((fact) => fact.id === corrects);
  if (!target) throw invalid('corrects', 'no such entry of this kind in this job');
  // What a customer told is nobody's entry: whoever is at the desk accepts it or sets it aside.
  if (target.personId !== personId && role !== 'lead' && kind !== 'customer-reports')
    throw new HttpProblem(
      403,
      'Somebody else’s entry',
      'Only who made an entry, or the lead, corrects it or takes it back. Enter what you saw beside it.',
      { path: 'corrects' },
    );
  const next = own.find((fact) => fact.corrects === corrects);
  if (next)
    throw conflict('Someone has corrected this entry before you. Look at theirs first.', { current: next });
  if (target.withdrawn) throw conflict('This entry is taken back already.');
}

/** A beacon or trace on which other entries stand cannot vanish from under them. */
function checkUnused(record: JobRecord, kind: FactKind, id: string): void {
  if (kind === 'route-plans' || kind === 'parts') return checkUnusedUnit(record, kind, id);
  if (kind === 'strip-plans') return checkUnusedWay(record, id);
  if (kind === 'coding-plans' && namesCoding(record, id))
    throw conflict('Other entries stand on this one. Take those back first, or correct this one.');
  if (kind === 'coding-entries' && record.codingEntries.find((own) => own.id === id)?.entry.what === 'step')
    throw conflict('A step has its time by the server’s clock: it stays. Enter what came after it.');
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

/** A way by which something is off, or was tried, is not taken back under it. */
function checkUnusedWay(record: JobRecord, id: string): void {
  const plan = record.stripPlans.find((other) => other.id === id)!;
  const origin = originOf(record.stripPlans, plan);
  const { ledgerEntries, cureWaits, functionTries } = record;
  if (
    [...standing(ledgerEntries), ...standing(cureWaits), ...standing(functionTries)].some(
      ({ planId }) => planId === origin,
    )
  )
    throw conflict('Other entries stand on this one. Take those back first, or correct this one.');
}

/** A unit whose choice, parts or tries stand, and a part that was ordered, are not taken back under them. */
function checkUnusedUnit(record: JobRecord, kind: 'route-plans' | 'parts', id: string): void {
  const fact = factsOf(record, kind).find((other) => other.id === id)!;
  const origin = originOf(factsOf(record, kind), fact);
  const uses =
    kind === 'route-plans'
      ? [
          ...standing(record.routeChoices),
          ...standing(record.routeOutcomes),
          ...standing(record.parts),
          ...standing(record.consignments),
          ...standing(record.benchWorks),
          ...standing(record.approvals),
        ].some(({ planId }) => planId === origin)
      : [...standing(record.partOrders), ...standing(record.parts)].some(({ offerId }) => offerId === origin);
  if (uses) throw conflict('Other entries stand on this one. Take those back first, or correct this one.');
}

interface RepairedFault {
  /** What it was worked out from; null where the repair stands on no element of a trace. */
  readonly key: string | null;
  readonly learned: Readonly<Record<string, unknown>>;
}

/**
 * How probable what was repaired was when the repair was entered, what of it had failed, and how often repairs like it
 * cured; from its trace, and from what became of others.
 */
async function repairedFault(
  { pools, records, workers }: Services,
  jobId: string,
  data: Record<string, unknown>,
): Promise<RepairedFault> {
  const job = await findJob(pools.read, jobId);
  if (!job) throw notFound('job');
  const record = await records.recordAt(pools.read, job, job.seq);
  const trace = tracedElement(record, data);
  const source = trace && caseOf(record, trace);
  const element = data['element'] as string;
  const method = data['method'] as NonNullable<TraceRepair['method']>;
  const traced = source?.circuit.elements.some(({ id }) => id === element) === true;
  const judged = traced ? await workers.run('judgeRepair', { source: source!, element, method }) : null;
  const part = partGroupOf(judged?.kind);
  const confirmed = judged?.confirmed ?? false;
  const beaconIds = data['beaconIds'] as readonly string[];
  const cure = await workers.run('cureChance', {
    facts: {
      method,
      part,
      root: data['root'] as CureFacts['root'],
      confirmed,
      comesAndGoes: beaconIds.some((id) => standingFor(record.beacons, id)?.seen === 'comes-and-goes'),
      called: judged?.chance ?? null,
    },
    outcomes: await cureOutcomes(pools.read, new Date()),
  });
  return {
    key: trace ? planKey(record, trace) : null,
    learned: {
      chance: judged?.chance ?? null,
      faultKind: judged?.kind ?? null,
      faultMode: judged?.mode ?? null,
      cure: { ...cure, part, confirmed },
    },
  };
}

function tracedElement(record: JobRecord, data: Record<string, unknown>): Trace | undefined {
  if (data['traceId'] == null || data['element'] == null) return undefined;
  return standingFor(record.traces, data['traceId'] as string);
}

function stillHolds({ key }: RepairedFault, record: JobRecord, fact: StoredFact): boolean {
  const trace = tracedElement(record, fact);
  return key === (trace ? planKey(record, trace) : null);
}
