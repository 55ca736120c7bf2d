/**
 * What a closed job teaches: which fault its repair mended, and which repair its codes led to. Counted when the job is
 * done, taken away when it comes back; what was counted is kept beside the job, so that a count never drifts.
 */
import { createHash } from 'node:crypto';
import { baselineOf, type JobRecord, standing } from '@dormant-beacon/core/record';
import { expectedRates, type TraceCase } from '@dormant-beacon/core/trace';
import type { Knex } from 'knex';

/** Different codes of a baseline that are counted at most. */
const mostCodes = 400;

interface Fault {
  readonly kind: string;
  readonly mode: string;
}

/** What a job adds to the count of one kind and mode in the year in which it was closed. */
interface Rate extends Fault {
  readonly year: number;
  readonly closures: number;
  readonly expected: number;
}

interface Found {
  readonly make: string;
  readonly model: string;
  readonly module: string;
  readonly code: string;
  readonly label: string;
}

interface Learned {
  readonly rates: readonly Rate[];
  readonly found: readonly Found[];
}

const nothing: Learned = { rates: [], found: [] };

/** Brings the counts to what this job teaches now. */
export async function learn(trx: Knex.Transaction, record: JobRecord, done: boolean): Promise<void> {
  const row = (await trx('job_learned').where({ job_id: record.id }).first('learned')) as
    { learned: string } | undefined;
  const before = row ? storedLearned(row.learned) : nothing;
  // A simulated car teaches the shop nothing.
  const after = done && !record.simulated ? await learnedFrom(trx, record, before.rates[0]?.year) : nothing;
  const text = JSON.stringify(after);
  if (text === (row?.learned ?? JSON.stringify(nothing))) return;
  await trx('job_learned').insert({ job_id: record.id, learned: text }).onConflict('job_id').merge();
  // Always in the same order, so that two closures at once do not wait for each other.
  for (const { kind, mode, year, closures, expected } of rateChanges(before.rates, after.rates))
    await trx.raw(
      'INSERT INTO rate_learned (kind, mode, year, closures, expected) VALUES (?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE closures = GREATEST(0, closures + VALUES(closures)), expected = GREATEST(0, expected + VALUES(expected))',
      [kind, mode, year, closures, expected],
    );
  await countFound(trx, changes(before.found, after.found));
}

/** Many counts in a few statements: a job of hundreds of codes closes as quickly as one of three. */
async function countFound(trx: Knex.Transaction, all: readonly (readonly [Found, number])[]): Promise<void> {
  for (let from = 0; from < all.length; from += 200) {
    const rows = all.slice(from, from + 200);
    await trx.raw(
      `INSERT INTO found_counts (id, make, model, module, code, label, jobs) VALUES ${rows.map(() => '(?, ?, ?, ?, ?, ?, ?)').join(', ')}
       ON DUPLICATE KEY UPDATE jobs = GREATEST(0, CAST(jobs AS SIGNED) + IF(VALUES(jobs) = 0, -1, 1))`,
      rows.flatMap(([found, times]) => [
        createHash('sha256').update(JSON.stringify(found)).digest('hex'),
        found.make,
        found.model,
        found.module,
        found.code,
        found.label,
        times > 0 ? 1 : 0,
      ]),
    );
  }
}

/** Jobs that were counted before closures were held against what was expected count as they did. */
const countedBefore = { year: 2026, closures: 1, expected: 0 };

function storedLearned(text: string): Learned {
  const { rates, found } = JSON.parse(text) as { rates: (Fault & Partial<Rate>)[]; found: Found[] };
  return { rates: rates.map((rate) => ({ ...countedBefore, ...rate })), found };
}

/** What each count gains or loses, in the order of their keys. */
function rateChanges(before: readonly Rate[], after: readonly Rate[]): Rate[] {
  const sums = new Map<string, Rate>();
  const add = (rate: Rate, sign: number) => {
    const key = `${rate.kind} ${rate.mode} ${rate.year}`;
    const { closures, expected } = sums.get(key) ?? { closures: 0, expected: 0 };
    sums.set(key, {
      ...rate,
      closures: closures + sign * rate.closures,
      expected: expected + sign * rate.expected,
    });
  };
  for (const rate of before) add(rate, -1);
  for (const rate of after) add(rate, 1);
  return [...sums]
    .filter(([, { closures, expected }]) => closures !== 0 || expected !== 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, rate]) => rate);
}

/** What is counted once more (1) and once less (-1). */
function changes<T extends object>(before: readonly T[], after: readonly T[]): (readonly [T, number])[] {
  const keyed = (all: readonly T[]) => new Map(all.map((one) => [JSON.stringify(one), one]));
  const [old, now] = [keyed(before), keyed(after)];
  return [
    ...[...now].filter(([key]) => !old.has(key)).map(([key, one]) => [key, one, 1] as const),
    ...[...old].filter(([key]) => !now.has(key)).map(([key, one]) => [key, one, -1] as const),
  ]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, one, times]) => [one, times] as const);
}

async function learnedFrom(trx: Knex.Transaction, record: JobRecord, counted?: number): Promise<Learned> {
  const cured = standing(record.repairs).filter((repair) => repair.cured);
  if (cured.length === 0) return nothing;
  const faults = (await trx('repairs')
    .whereIn(
      'id',
      cured.map(({ id }) => id),
    )
    .whereNotNull('fault_kind')
    .whereNotNull('fault_mode')
    .select({ kind: 'fault_kind', mode: 'fault_mode' })) as Fault[];
  const year = counted ?? new Date().getUTCFullYear();
  const traced = new Set(cured.map(({ traceId }) => traceId));
  const cases = record.traces.filter(({ id }) => traced.has(id)).map((trace) => trace.case);
  return { rates: faults.length > 0 ? ratesFrom(faults, cases, year) : [], found: foundIn(record, cured) };
}

/** One row for each kind and mode that had failed or could have. */
function ratesFrom(faults: readonly Fault[], cases: readonly TraceCase[], year: number): Rate[] {
  const rates = new Map<string, Rate>();
  const add = ({ kind, mode }: Fault, closures: number, expected: number) => {
    const before = rates.get(`${kind} ${mode}`) ?? { kind, mode, year, closures: 0, expected: 0 };
    rates.set(`${kind} ${mode}`, {
      ...before,
      closures: Math.max(before.closures, closures),
      expected: before.expected + expected,
    });
  };
  for (const fault of faults) add(fault, 1, 0);
  for (const source of cases)
    for (const { kind, mode, share } of expectedRates(source)) add({ kind, mode }, 0, share);
  return [...rates.values()];
}

/** Each code of the baseline with each repair, for the model and once more for the whole make. */
function foundIn(record: JobRecord, cured: JobRecord['repairs']): Found[] {
  const { make, model } = record.vehicle;
  const codes = distinct(
    (baselineOf(record)?.scan.codes ?? []).map(({ module, code }) => ({ module, code })),
  ).slice(0, mostCodes);
  const labels = [...new Set(cured.map(({ label }) => label))];
  return distinct(
    codes.flatMap(({ module, code }) =>
      labels.flatMap((label) => [
        { make, model, module, code, label },
        { make, model: '', module, code, label },
      ]),
    ),
  );
}

function distinct<T extends object>(all: readonly T[]): T[] {
  return [...new Map(all.map((one) => [JSON.stringify(one), one])).values()];
}
