/** The shop's base rates: versions that stay, and what proven closures add. */
import type { KeepRates, Rates } from '@dormant-beacon/contract';
import { Refusal } from '@dormant-beacon/core/refusal';
import { type BaseRate, type LearnedRate, remembered, suppliedRates } from '@dormant-beacon/core/trace';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict } from '../http/problem.js';
import { enterShopLog } from '../shop/log.js';

/** The newest table, or the one that comes with the product, with what was learned. */
export async function ratesOf(db: Knex): Promise<Rates> {
  const row = (await db('base_rates').orderBy('version', 'desc').first()) as
    { version: number; rates: string; note: string | null } | undefined;
  return {
    version: row?.version ?? 0,
    rates: row ? (JSON.parse(row.rates) as BaseRate[]) : [...suppliedRates],
    note: row?.note ?? null,
    learned: await learnedRates(db),
  };
}

/**
 * Closures by what had failed: repairs that ended a job which is done, every beacon of it dormant. A comeback
 * opens its job again and so takes them away.
 */
async function learnedRates(db: Knex): Promise<LearnedRate[]> {
  const rows = (await db('rate_learned')
    .orderBy(['kind', 'mode', 'year'])
    .select('kind', 'mode', 'year', 'closures', 'expected')) as (LearnedRate & { year: number })[];
  const now = new Date().getUTCFullYear();
  const sums = new Map<string, LearnedRate>();
  for (const { kind, mode, year, closures, expected } of rows) {
    const before = sums.get(`${kind} ${mode}`) ?? { closures: 0, expected: 0 };
    const counts = remembered(year, now);
    sums.set(`${kind} ${mode}`, {
      kind,
      mode,
      closures: before.closures + counts * closures,
      expected: before.expected + counts * expected,
    });
  }
  return [...sums.values()].filter(({ closures, expected }) => closures > 0 || expected > 1e-9);
}

/**
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 * @throws Refusal where a kind and mode stands twice
 */
export async function keepRates(
  db: Knex,
  { session, write }: Author,
  { basedOn, rates, note }: KeepRates,
): Promise<number> {
  const seen = new Set<string>();
  for (const [index, { kind, mode }] of rates.entries()) {
    if (seen.has(`${kind} ${mode}`)) throw new Refusal(`rates[${index}]`, `${kind} ${mode} stands twice`);
    seen.add(`${kind} ${mode}`);
  }
  return writeOnce(db, write, async (trx) => {
    const last = (await trx('base_rates').orderBy('version', 'desc').forUpdate().first()) as
      { version: number; rates: string; note: string | null } | undefined;
    const now = last?.version ?? 0;
    const text = JSON.stringify(rates);
    // Sent twice by a device that did not hear the answer.
    if (now === basedOn + 1 && last?.rates === text && last.note === (note ?? null)) return now;
    if (now !== basedOn)
      throw conflict('Someone else has kept another table of base rates meanwhile. Look at theirs first.', {
        current: { version: now },
      });
    const before = last ? (JSON.parse(last.rates) as BaseRate[]) : suppliedRates;
    await trx('base_rates').insert({
      version: now + 1,
      rates: text,
      note: note ?? null,
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    });
    await enterShopLog(trx, session, `Base rates: ${changesBetween(before, rates)}`, {
      version: now + 1,
      note: note ?? null,
    });
    return now + 1;
  });
}

function changesBetween(before: readonly BaseRate[], after: readonly BaseRate[]): string {
  const known = new Map(before.map(({ kind, mode, weight }) => [`${kind} ${mode}`, weight]));
  const changed = after
    .filter(({ kind, mode, weight }) => known.get(`${kind} ${mode}`) !== weight)
    .map(({ kind, mode, weight }) => `${kind} ${mode} ${known.get(`${kind} ${mode}`) ?? '–'} → ${weight}`);
  if (changed.length === 0) return 'saved without a change';
  return changed.length > 6 ? `${changed.length} weights changed` : changed.join(', ');
}
