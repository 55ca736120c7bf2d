/**
 * What a closed job teaches: which fault its repair mended, and which repair its codes led to. Counted when the job is
 * done, taken away when it comes back; what was counted is kept beside the job, so that a count never drifts.
 */
import { createHash } from 'node:crypto';
import { baselineOf, type JobRecord, standing } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';

/** Different codes of a baseline that are counted at most. */
const mostCodes = 400;

interface Rate {
  readonly kind: string;
  readonly mode: string;
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
  const before = row ? (JSON.parse(row.learned) as Learned) : nothing;
  const after = done ? await learnedFrom(trx, record) : nothing;
  const text = JSON.stringify(after);
  if (text === (row?.learned ?? JSON.stringify(nothing))) return;
  await trx('job_learned').insert({ job_id: record.id, learned: text }).onConflict('job_id').merge();
  // Always in the same order, so that two closures at once do not wait for each other.
  for (const [{ kind, mode }, times] of changes(before.rates, after.rates))
    await trx.raw(
      'INSERT INTO rate_counts (kind, mode, closures) VALUES (?, ?, GREATEST(0, ?)) ON DUPLICATE KEY UPDATE closures = GREATEST(0, CAST(closures AS SIGNED) + ?)',
      [kind, mode, times, times],
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

async function learnedFrom(trx: Knex.Transaction, record: JobRecord): Promise<Learned> {
  const cured = standing(record.repairs).filter((repair) => repair.cured);
  if (cured.length === 0) return nothing;
  const faults = (await trx('repairs')
    .whereIn(
      'id',
      cured.map(({ id }) => id),
    )
    .whereNotNull('fault_kind')
    .whereNotNull('fault_mode')
    .select({ kind: 'fault_kind', mode: 'fault_mode' })) as Rate[];
  return { rates: distinct(faults.map(({ kind, mode }) => ({ kind, mode }))), found: foundIn(record, cured) };
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
