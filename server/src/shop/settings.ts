/** The shop's settings: one row with a revision; the defaults until a lead changes them. */
import { defaultShopSettings, jobPolicyOf, type ShopSettings } from '@dormant-beacon/core/shop';
import { isDeepStrictEqual } from 'node:util';
import type { Knex } from 'knex';
import type { SignedIn } from '../accounts/sessions.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { enterShopLog } from './log.js';

interface SettingsRow {
  readonly revision: number;
  readonly settings: string;
}

/** The settings with their revision. */
export interface Settled {
  readonly revision: number;
  readonly settings: ShopSettings;
}

/** Where the server stands: a shop's zone until its lead chooses one. */
const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** A setting that came with a later version has its default until it is changed. */
export async function shopOf(db: Knex): Promise<Settled> {
  const row = (await db('shop_settings').where({ id: 1 }).first()) as SettingsRow | undefined;
  if (!row) return { revision: 0, settings: { ...defaultShopSettings, timeZone: ownZone } };
  return {
    revision: row.revision,
    settings: { ...defaultShopSettings, ...(JSON.parse(row.settings) as Partial<ShopSettings>) },
  };
}

/** The settings, kept for as long as the database says that their revision is the last. */
export class SettingsMemory {
  private kept: Settled | null = null;

  async at(db: Knex, revision: number): Promise<Settled> {
    if (this.kept?.revision !== revision) this.kept = await shopOf(db);
    return this.kept;
  }

  /** As they stand now, asked for. */
  async now(db: Knex): Promise<Settled> {
    return (this.kept = await shopOf(db));
  }
}

/**
 * Where the shop asks something else of a job, every job that is being proven is marked to be looked at again.
 * @throws HttpProblem 409 with the present settings where `seen` is stale
 */
export async function changeShop(
  db: Knex,
  session: SignedIn,
  write: Write,
  seen: number,
  settings: ShopSettings,
): Promise<Settled> {
  return writeOnce(db, write, async (trx) => {
    await trx('shop_settings')
      .insert({ id: 1, revision: 0, settings: JSON.stringify({ ...defaultShopSettings, timeZone: ownZone }) })
      .onConflict('id')
      .ignore();
    await trx('shop_settings').where({ id: 1 }).forUpdate().first('id');
    const before = await shopOf(trx);
    if (before.revision !== seen)
      throw conflict('Someone else has changed the shop’s settings meanwhile. Both are shown: choose.', {
        current: before,
      });
    const revision = seen + 1;
    await trx('shop_settings')
      .where({ id: 1 })
      .update({ revision, settings: JSON.stringify(settings) });
    if (!isDeepStrictEqual(jobPolicyOf(before.settings), jobPolicyOf(settings)))
      await trx('job_summaries')
        .where({ done: false, review: false })
        .whereRaw("JSON_VALUE(bay, '$.stage') = 'prove'")
        .update({ review: true });
    await enterShopLog(trx, session, `Settings: ${changesBetween(before.settings, settings)}`, {
      before: before.settings,
      after: settings,
    });
    return { revision, settings };
  });
}

/** A value as the log shows it: what is made of several as JSON. */
const written = (value: ShopSettings[keyof ShopSettings]): string =>
  typeof value === 'object' ? JSON.stringify(value) : String(value);

function changesBetween(before: ShopSettings, after: ShopSettings): string {
  const changed = (Object.keys(after) as (keyof ShopSettings)[])
    .filter((name) => written(before[name]) !== written(after[name]))
    .map((name) => `${name} ${written(before[name])} → ${written(after[name])}`);
  return changed.length > 0 ? changed.join(', ') : 'saved without a change';
}
