/** What was changed in the shop itself: never edited, newest first. */
import type { ShopLogEntry } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import type { SignedIn } from '../accounts/sessions.js';
import { isoOf, storedOf } from '../database/connect.js';

export async function enterShopLog(
  db: Knex,
  { person, deviceId }: Pick<SignedIn, 'person' | 'deviceId'>,
  says: string,
  content: unknown,
): Promise<void> {
  await db('shop_log').insert({
    person_id: person.id,
    device_id: deviceId,
    says: says.slice(0, 400),
    content: JSON.stringify(content),
    recorded_at: storedOf(new Date()),
  });
}

interface LogRow {
  readonly id: number;
  readonly person_id: string;
  readonly number: number | null;
  readonly says: string;
  readonly recorded_at: string;
}

export async function listShopLog(db: Knex): Promise<ShopLogEntry[]> {
  const rows = (await db('shop_log')
    .leftJoin('devices', 'devices.id', 'shop_log.device_id')
    .orderBy([
      { column: 'shop_log.recorded_at', order: 'desc' },
      { column: 'shop_log.id', order: 'desc' },
    ])
    .limit(200)
    .select('shop_log.id', 'person_id', 'number', 'says', 'recorded_at')) as LogRow[];
  return rows.map((row) => ({
    id: Number(row.id),
    personId: row.person_id,
    deviceNumber: row.number,
    says: row.says,
    recordedAt: isoOf(row.recorded_at),
  }));
}
