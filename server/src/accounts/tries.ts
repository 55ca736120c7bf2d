/**
 * What went wrong at the door. Every try is a row, so that a lock-out outlives a restart and holds for every
 * server behind one address.
 */
import type { Knex } from 'knex';
import { isoOf, storedOf } from '../database/connect.js';

export const pinTries = 5;
export const passwordTries = 8;
export const lockMinutes = 15;
/** More than any lock asks for. */
const triesLookedAt = 50;

interface Try {
  readonly id: number;
  readonly succeeded: boolean;
  readonly tried_at: string;
}

/** By their moment: the ids of two nodes tell no order. */
const lastFirst = (query: Knex.QueryBuilder): Knex.QueryBuilder =>
  query.orderBy([
    { column: 'tried_at', order: 'desc' },
    { column: 'id', order: 'desc' },
  ]);

/** Failed PINs of a person on a device since they last came in there, by password or PIN. */
export async function failedPins(db: Knex, personId: string, deviceId: string): Promise<number> {
  const tries = (await lastFirst(db('sign_in_tries').where({ person_id: personId, device_id: deviceId }))
    .limit(triesLookedAt)
    .select('how', 'succeeded')) as { how: string; succeeded: boolean }[];
  const since = tries.findIndex(({ succeeded }) => succeeded);
  return tries.slice(0, since < 0 ? undefined : since).filter(({ how }) => how === 'pin').length;
}

/**
 * Until when a person's password is locked, or null. A device on which the person has signed in before counts
 * its own failures: a stranger elsewhere cannot lock the owner out.
 */
export async function lockedUntil(
  db: Knex,
  personId: string,
  deviceId: string | null,
  now: Date,
): Promise<Date | null> {
  const since = new Date(now.getTime() - lockMinutes * 60_000);
  const query = lastFirst(db('sign_in_tries').where({ person_id: personId, how: 'password' }))
    .where('tried_at', '>', storedOf(since))
    .limit(passwordTries)
    .select('id', 'succeeded', 'tried_at');
  void (deviceId === null ? query.whereNull('device_id') : query.where({ device_id: deviceId }));
  const tries = (await query) as Try[];
  if (tries.length < passwordTries || tries.some(({ succeeded }) => succeeded)) return null;
  return new Date(Date.parse(isoOf(tries.at(-1)!.tried_at)) + lockMinutes * 60_000);
}

/** Enters a try as failed; the caller marks it as succeeded where it did. */
export async function enterTry(
  db: Knex,
  row: { personId: string; deviceId: string | null; how: 'password' | 'pin' },
  now: Date,
): Promise<number> {
  const [id] = (await db('sign_in_tries').insert({
    person_id: row.personId,
    device_id: row.deviceId,
    how: row.how,
    succeeded: false,
    tried_at: storedOf(now),
  })) as [number];
  return id;
}

export async function markSucceeded(db: Knex, id: number): Promise<void> {
  await db('sign_in_tries').where({ id }).update({ succeeded: true });
}

/** Lifts every lock of a person's password, on strangers' devices and on their own. */
export async function liftLocks(db: Knex, personId: string, now: Date): Promise<void> {
  const own = (await db('device_people').where({ person_id: personId }).select('device_id')) as {
    device_id: string;
  }[];
  for (const deviceId of [null, ...own.map((row) => row.device_id)])
    await markSucceeded(db, await enterTry(db, { personId, deviceId, how: 'password' }, now));
}
