/** Accounts: added and changed by the lead, passwords and PINs by their owners. */
import type { Account, Session } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { patiently } from '../database/patiently.js';
import { conflict, HttpProblem, invalid, notFound } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { refuseWeak } from './strength.js';
import { fits, hashSecret } from './secrets.js';
import { enterShopLog } from '../shop/log.js';
import { endSessions, type SignedIn } from './sessions.js';
import { pinDays } from './sign-in.js';
import { failedPins, liftLocks, lockedUntil, pinTries } from './tries.js';

interface AccountRow extends Person {
  readonly active: boolean;
  readonly password_hash: string | null;
}

const personOf = ({ id, name, initials, role }: Person): Person => ({ id, name, initials, role });

export async function listAccounts(db: Knex, now: Date): Promise<Account[]> {
  const rows = (await db('people')
    .leftJoin('accounts', 'accounts.person_id', 'people.id')
    .orderBy('name')
    .select('id', 'name', 'initials', 'role', 'active', 'password_hash')) as AccountRow[];
  return Promise.all(rows.map((row) => accountOf(db, row, now)));
}

async function accountOf(db: Knex, row: AccountRow, now: Date): Promise<Account> {
  const [{ seen }] = (await db('sessions').where({ person_id: row.id }).max({ seen: 'seen_at' })) as [
    { seen: string | null },
  ];
  const until = await lockedUntil(db, row.id, null, now);
  return {
    person: personOf(row),
    active: row.active === true,
    hasPassword: row.password_hash != null,
    lockedUntil: until?.toISOString() ?? null,
    lastSeenAt: seen === null ? null : isoOf(seen),
  };
}

async function oneAccount(db: Knex, personId: string, now: Date): Promise<Account> {
  const account = (await listAccounts(db, now)).find(({ person }) => person.id === personId);
  if (!account) throw notFound('person');
  return account;
}

async function refuseSameName(trx: Knex.Transaction, name: string, besides: string): Promise<void> {
  const other: unknown = await trx('people')
    .join('accounts', 'accounts.person_id', 'people.id')
    .where({ name, active: true })
    .whereNot({ id: besides })
    .first('id');
  if (other !== undefined)
    throw invalid('name', 'someone of this name signs in here already; add a letter that tells them apart');
}

/**
 * Changes of accounts are made one after the other, whichever server they come by: what holds for all of them together
 * (a lead who can sign in, one account of a name) is judged on the others’ changes too. All of them write one row, so
 * that of two on different nodes the second is turned down and tried again.
 */
async function inTurn(trx: Knex.Transaction): Promise<void> {
  await trx('counters').where({ name: 'accounts' }).increment('value');
}

/** Who writes, and under which key. */
export interface Author {
  readonly session: SignedIn;
  readonly write: Write;
}

interface Added {
  readonly person: Person;
  readonly password: string;
  readonly pin?: string;
}

/**
 * Adds a person with a password.
 * @param by the lead who adds them, for the shop's log; null where the shop is being set up. A password that
 *   somebody else has chosen is changed by its owner at once: `mustChange`
 */
export async function addAccount(
  db: Knex,
  { person, password, pin }: Added,
  { mustChange, by = null, now }: { mustChange: boolean; by?: Author | null; now: Date },
): Promise<Account> {
  if (by) await refuseWeak(password, [person.name]);
  const [passwordHash, pinHash] = await Promise.all([hashSecret(password), pin ? hashSecret(pin) : null]);
  const add = async (trx: Knex.Transaction) => {
    await inTurn(trx);
    await refuseSameName(trx, person.name, person.id);
    const there: unknown = await trx('people').where({ id: person.id }).first('id');
    if (there !== undefined) throw conflict('A person with this id is there already.');
    await trx('people').insert(personOf(person));
    await trx('accounts').insert({
      person_id: person.id,
      password_hash: passwordHash,
      pin_hash: pinHash,
      must_change: mustChange,
      active: true,
    });
    if (by) await enterShopLog(trx, by.session, `${person.name} added as ${person.role}`, { person });
    return oneAccount(trx, person.id, now);
  };
  return by ? writeOnce(db, by.write, add) : patiently(db, add);
}

export interface AccountChange {
  readonly name: string;
  readonly initials: string;
  readonly role: Person['role'];
  readonly active: boolean;
  readonly password?: string | null | undefined;
}

/**
 * Changes a person. A new password is a first one and ends every session and lock; so does taking the account away.
 * @throws HttpProblem where it would leave the shop without a lead who can sign in
 */
export async function changeAccount(
  db: Knex,
  personId: string,
  { name, initials, role, active, password }: AccountChange,
  by: Author,
  now: Date,
): Promise<Account> {
  if (password) await refuseWeak(password, [name]);
  const passwordHash = password ? await hashSecret(password) : null;
  return writeOnce(db, by.write, async (trx) => {
    await inTurn(trx);
    const before = await oneAccount(trx, personId, now);
    await refuseSameName(trx, name, personId);
    await trx('people').where({ id: personId }).update({ name, initials, role });
    await trx('accounts')
      .insert({ person_id: personId, must_change: false, active })
      .onConflict('person_id')
      .merge(['active']);
    if (passwordHash !== null) {
      await trx('accounts')
        .where({ person_id: personId })
        .update({ password_hash: passwordHash, pin_hash: null, must_change: true });
      await liftLocks(trx, personId, now);
    }
    if (!active || passwordHash !== null || role !== before.person.role)
      await endSessions(trx, { person_id: personId }, now);
    const lead: unknown = await trx('people')
      .join('accounts', 'accounts.person_id', 'people.id')
      .where({ role: 'lead', active: true })
      .whereNotNull('password_hash')
      .first('id');
    if (lead === undefined)
      throw conflict('The shop would have no lead who can sign in. Make someone else lead first.');
    const changes = [
      ...(before.person.name === name ? [] : [`now ${name}`]),
      ...(before.person.role === role ? [] : [`${before.person.role} → ${role}`]),
      ...(before.active === active ? [] : [active ? 'may sign in' : 'may not sign in any more']),
      ...(password ? ['new first password'] : []),
    ];
    await enterShopLog(trx, by.session, `${before.person.name}: ${changes.join(', ') || 'no change'}`, {
      before: { ...before.person, active: before.active },
      after: { id: personId, name, initials, role, active },
    });
    return oneAccount(trx, personId, now);
  });
}

async function ownPassword(db: Knex, personId: string, current: string): Promise<void> {
  const row = (await db('accounts').where({ person_id: personId }).first('password_hash')) as {
    password_hash: string | null;
  };
  if (!(await fits(row.password_hash, current)))
    throw new HttpProblem(422, 'Not valid', 'The present password is wrong.', { path: 'current' });
}

/** Changes the own password; every other session of this person ends, and the PIN with the password it stood on. */
export async function newPassword(
  db: Knex,
  { session, write }: Author,
  { current, password }: { current: string; password: string },
  now: Date,
): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    await ownPassword(trx, session.person.id, current);
    if (current === password) throw invalid('password', 'choose another one than the present');
    await refuseWeak(password, [session.person.name]);
    const passwordHash = await hashSecret(password);
    await trx('accounts')
      .where({ person_id: session.person.id })
      .update({ password_hash: passwordHash, pin_hash: null, must_change: false });
    await trx('sessions')
      .where({ person_id: session.person.id })
      .whereNot({ token_hash: session.tokenHash })
      .whereNull('ended_at')
      .update({ ended_at: storedOf(now) });
    return null;
  });
}

/** Sets the own PIN, or takes it away. */
export async function newPin(
  db: Knex,
  { session, write }: Author,
  { current, pin }: { current: string; pin: string | null },
): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    await ownPassword(trx, session.person.id, current);
    if (pin !== null && (/^(\d)\1+$/.test(pin) || '0123456789876543210'.includes(pin)))
      throw invalid('pin', 'that one is guessed first; choose another');
    const pinHash = pin === null ? null : await hashSecret(pin);
    await trx('accounts').where({ person_id: session.person.id }).update({ pin_hash: pinHash });
    return null;
  });
}

/** Ends every session of a person, and their PIN on every device until they sign in there again. */
export async function signOutEverywhere(db: Knex, personId: string, now: Date): Promise<void> {
  await patiently(db, async (trx) => {
    await endSessions(trx, { person_id: personId }, now);
    await trx('device_people').where({ person_id: personId }).update({ signed_in_at: null });
  });
}

/** People who may switch to this device with their PIN now. */
export async function peopleHere(db: Knex, deviceId: string | null, now: Date): Promise<Session['here']> {
  if (deviceId === null) return [];
  const since = storedOf(new Date(now.getTime() - pinDays * 24 * 3_600_000));
  const rows = (await db('device_people')
    .join('accounts', 'accounts.person_id', 'device_people.person_id')
    .join('people', 'people.id', 'device_people.person_id')
    .where({ device_id: deviceId, active: true })
    .where('signed_in_at', '>', since)
    .whereNotNull('pin_hash')
    .orderBy('name')
    .select('id', 'name', 'initials', 'role')) as Person[];
  const failed = await Promise.all(rows.map(({ id }) => failedPins(db, id, deviceId)));
  return rows.filter((_, n) => failed[n]! < pinTries).map(personOf);
}
