/** What became of this shop's repairs: kept as each becomes known, and read as what the next chance is learned from. */
import type { Cures } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { type ProofPolicy, repairOutcomes } from '@dormant-beacon/core/proof';
import { type CureOutcome, type Forecast, quietMiss, reliabilityOf } from '@dormant-beacon/core/proof/cure';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';

interface OutcomeRow extends Omit<CureOutcome, 'comesAndGoes' | 'count'> {
  readonly repair_id: string;
  readonly beacon_id: string;
  readonly comes_and_goes: boolean;
  readonly stated: number;
  readonly worked: boolean;
  readonly known_on: string;
}

/** Most outcomes that are looked at: those of the last years. */
const most = 20_000;
const dayMilliseconds = 86_400_000;

/** Brings what is kept of a job to what its record says now. A day on which it was proven stays while it holds. */
export async function keepOutcomes(
  trx: Knex.Transaction,
  record: JobRecord,
  done: boolean,
  policy: ProofPolicy,
): Promise<void> {
  // A simulated car teaches the shop nothing.
  if (record.simulated) return;
  const before = (await trx('cure_outcomes').where({ job_id: record.id }).select('*')) as OutcomeRow[];
  const now = repairOutcomes(record, done, policy);
  if (before.length === 0 && now.length === 0) return;
  const today = storedOf(new Date()).slice(0, 10);
  const known = new Map(before.map((row) => [`${row.repair_id} ${row.beacon_id}`, row]));
  const rows = now.map((outcome) => {
    const old = known.get(`${outcome.repairId} ${outcome.beaconId}`);
    const same = old && (old.miss === null) === (outcome.miss === null);
    return {
      repair_id: outcome.repairId,
      beacon_id: outcome.beaconId,
      job_id: record.id,
      method: outcome.method,
      part: outcome.part,
      root: outcome.root,
      confirmed: outcome.confirmed,
      comes_and_goes: outcome.comesAndGoes,
      called: outcome.called,
      stated: outcome.stated,
      worked: outcome.worked,
      miss: outcome.miss,
      known_on: same ? String(old.known_on).slice(0, 10) : today,
    };
  });
  await trx('cure_outcomes').where({ job_id: record.id }).delete();
  if (rows.length > 0) await trx('cure_outcomes').insert(rows);
}

async function rowsOf(db: Knex): Promise<OutcomeRow[]> {
  return (await db('cure_outcomes').orderBy('known_on', 'desc').limit(most).select('*')) as OutcomeRow[];
}

/** Where a repair has not shown again, so many days without a word speak for it as well. */
const missNow = ({ miss, known_on }: OutcomeRow, now: Date): number | null =>
  miss === null ? null : miss * quietMiss((now.getTime() - Date.parse(known_on)) / dayMilliseconds);

/** Those that worked when they were tried: the others never reach a proof. Alike ones are counted together. */
export async function cureOutcomes(db: Knex, now: Date): Promise<CureOutcome[]> {
  const counted = new Map<string, CureOutcome>();
  for (const row of await rowsOf(db)) {
    if (!row.worked) continue;
    const miss = missNow(row, now);
    const facts = {
      method: row.method,
      part: row.part,
      root: row.root,
      confirmed: Boolean(row.confirmed),
      comesAndGoes: Boolean(row.comes_and_goes),
      // Near enough for a chance, and few enough to be weighed at once.
      called: row.called === null ? null : Math.round(20 * row.called) / 20,
      miss: miss === null ? null : 10 ** (Math.round(4 * Math.log10(Math.max(1e-6, miss))) / 4),
    };
    const key = JSON.stringify(facts);
    counted.set(key, { ...facts, count: (counted.get(key)?.count ?? 0) + 1 });
  }
  return [...counted.values()];
}

/** How far what was called and what was stated was kept. */
export async function curesOf(db: Knex, now: Date): Promise<Cures> {
  const rows = await rowsOf(db);
  const heldOf = (row: OutcomeRow): number => {
    const miss = missNow(row, now);
    return miss === null ? 0 : row.stated / (row.stated + (1 - row.stated) * miss);
  };
  const forecasts = (stated: (row: OutcomeRow) => number | null): Forecast[] =>
    rows.flatMap((row) => {
      const own = stated(row);
      return own === null ? [] : [{ stated: own, held: heldOf(row), count: 1 }];
    });
  return {
    called: reliabilityOf(forecasts(({ called }) => called)),
    stated: reliabilityOf(forecasts(({ stated, worked }) => (worked ? stated : null))),
  };
}
