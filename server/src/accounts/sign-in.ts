/** Signing in with a password, and changing the person at a device with a PIN. */
import type { PinSwitch, SignIn } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import { patiently } from '../database/patiently.js';
import { HttpProblem } from '../http/problem.js';
import { fits } from './secrets.js';
import { enterTry, failedPins, lockedUntil, markSucceeded, pinTries } from './tries.js';

interface AccountRow {
  readonly person_id: string;
  readonly password_hash: string | null;
  readonly pin_hash: string | null;
  readonly active: boolean;
}

/** A password given within so many days lets a PIN stand on that device. */
export const pinDays = 30;

/** As for a name that nobody has, so that a stranger does not learn who works here. */
const refused = () =>
  new HttpProblem(
    401,
    'Not signed in',
    'Name and password do not fit together. After many wrong tries a name is locked for a quarter of an hour; a lead can give a new password at once.',
  );
const needsPassword = (why: string) => new HttpProblem(401, 'Password needed', why);

/**
 * The id of the person whose name and password these are.
 * @param device the device that asks, or null where it is new
 * @throws HttpProblem 401 where they do not fit, 429 where too many tries went wrong
 */
export async function byPassword(
  db: Knex,
  { name, password }: SignIn,
  device: string | null,
  now: Date,
): Promise<string> {
  const account = (await db('accounts')
    .join('people', 'people.id', 'accounts.person_id')
    .where({ name })
    .orderBy('active', 'desc')
    .first('person_id', 'password_hash', 'pin_hash', 'active')) as AccountRow | undefined;
  if (!account) {
    await fits(null, password);
    throw refused();
  }
  const known = device === null ? null : await knownDevice(db, account.person_id, device);
  const tried = await underLock(db, account.person_id, async (trx) => {
    if ((await lockedUntil(trx, account.person_id, known, now)) !== null) return null;
    return enterTry(trx, { personId: account.person_id, deviceId: known, how: 'password' }, now);
  });
  // A locked name takes as long as any other.
  const right = await fits(tried === null ? null : account.password_hash, password);
  if (!right || tried === null || !account.active) throw refused();
  await markSucceeded(db, tried);
  return account.person_id;
}

/** The device where this person has signed in before, else null: strangers' devices share one count. */
async function knownDevice(db: Knex, personId: string, deviceId: string): Promise<string | null> {
  const row: unknown = await db('device_people')
    .where({ person_id: personId, device_id: deviceId })
    .first('person_id');
  return row === undefined ? null : deviceId;
}

/**
 * Tries of one person are counted one after the other, whichever server they come by, so that many at once do not slip
 * through: each of them writes the account’s row.
 */
function underLock<A>(db: Knex, personId: string, body: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  return patiently(db, async (trx) => {
    await trx('accounts').where({ person_id: personId }).increment('tries');
    return body(trx);
  });
}

/** Remembers that this person has given their password here, and lets a PIN stand again. */
export async function rememberPassword(
  db: Knex,
  personId: string,
  deviceId: string,
  now: Date,
): Promise<void> {
  await db('device_people')
    .insert({ device_id: deviceId, person_id: personId, signed_in_at: storedOf(now) })
    .onConflict(['device_id', 'person_id'])
    .merge();
  // A try on this device, so that failed PINs before it no longer count.
  await markSucceeded(db, await enterTry(db, { personId, deviceId, how: 'password' }, now));
}

/**
 * The id of the person whose PIN it is.
 * @throws HttpProblem 401 where the PIN is wrong, or a password is needed first
 */
export async function byPin(
  db: Knex,
  { personId, pin }: PinSwitch,
  device: string | null,
  now: Date,
): Promise<string> {
  const since = storedOf(new Date(now.getTime() - pinDays * 24 * 3_600_000));
  const account =
    device === null
      ? undefined
      : ((await db('accounts')
          .join('device_people', 'device_people.person_id', 'accounts.person_id')
          .where({ 'accounts.person_id': personId, 'accounts.active': true, device_id: device })
          .where('signed_in_at', '>', since)
          .whereNotNull('pin_hash')
          .first('accounts.person_id', 'password_hash', 'pin_hash', 'active')) as AccountRow | undefined);
  if (!account || device === null)
    throw needsPassword(
      `A PIN works only where you have set one and signed in with your password within ${pinDays} days. Sign in with the password here once.`,
    );
  const [tried, failed] = await underLock(db, personId, async (trx) => {
    const before = await failedPins(trx, personId, device);
    if (before >= pinTries)
      throw needsPassword(`The PIN was wrong ${pinTries} times. Sign in with the password.`);
    return [await enterTry(trx, { personId, deviceId: device, how: 'pin' }, now), before + 1];
  });
  if (!(await fits(account.pin_hash, pin))) {
    const left = pinTries - failed;
    throw left === 0
      ? needsPassword(`The PIN was wrong ${pinTries} times. Sign in with the password.`)
      : new HttpProblem(
          401,
          'Wrong PIN',
          `That PIN is wrong. ${left === 1 ? 'One try is' : `${left} tries are`} left, then the password is needed.`,
        );
  }
  await markSucceeded(db, tried);
  return personId;
}
