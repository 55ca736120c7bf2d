/** Sessions are rows: found by the hash of their token, ended by a moment, good for half a day without use. */
import type { Person } from '@dormant-beacon/core/record';
import type { Request } from 'express';
import type { Knex } from 'knex';
import { isoOf, storedOf } from '../database/connect.js';
import { tokensOf } from './cookies.js';
import { newToken, tokenHash } from './secrets.js';

/** Unused for so long, a session is over; and so long after it began, whatever happens. */
export const idleHours = 14;
export const longestDays = 30;
const hour = 3_600_000;

export interface SignedIn {
  readonly tokenHash: string;
  readonly person: Person;
  readonly deviceId: string;
  readonly mustChange: boolean;
  readonly hasPin: boolean;
}

interface SessionRow {
  readonly token_hash: string;
  readonly person_id: string;
  readonly device_id: string;
  readonly seen_at: string;
  readonly name: string;
  readonly initials: string;
  readonly role: Person['role'];
  readonly must_change: boolean;
  readonly pin_hash: string | null;
}

/** Who is signed in by this request, or null. Only an active account and this session's own device count. */
export async function sessionOf(db: Knex, request: Request): Promise<SignedIn | null> {
  const tokens = tokensOf(request);
  if (tokens.session === null || tokens.device === null) return null;
  const now = Date.now();
  const row = (await db('sessions')
    .join('people', 'people.id', 'sessions.person_id')
    .join('accounts', 'accounts.person_id', 'sessions.person_id')
    .join('devices', 'devices.id', 'sessions.device_id')
    .where({
      'sessions.token_hash': tokenHash(tokens.session),
      'devices.token_hash': tokenHash(tokens.device),
      'accounts.active': true,
    })
    .whereNull('sessions.ended_at')
    .where('sessions.seen_at', '>', storedOf(new Date(now - idleHours * hour)))
    .where('sessions.began_at', '>', storedOf(new Date(now - longestDays * 24 * hour)))
    .first(
      'sessions.token_hash',
      'sessions.person_id',
      'sessions.device_id',
      'sessions.seen_at',
      'people.name',
      'people.initials',
      'people.role',
      'accounts.must_change',
      'accounts.pin_hash',
    )) as SessionRow | undefined;
  if (!row) return null;
  if (now - Date.parse(isoOf(row.seen_at)) > 5 * 60_000)
    await db('sessions')
      .where({ token_hash: row.token_hash })
      .update({ seen_at: storedOf(new Date(now)) });
  return {
    tokenHash: row.token_hash,
    person: { id: row.person_id, name: row.name, initials: row.initials, role: row.role },
    deviceId: row.device_id,
    mustChange: row.must_change,
    hasPin: row.pin_hash !== null,
  };
}

/** Begins a session on a device and returns its token, which is kept nowhere but in the browser. */
export async function beginSession(db: Knex, personId: string, deviceId: string, now: Date): Promise<string> {
  const token = newToken();
  await db('sessions').insert({
    token_hash: tokenHash(token),
    person_id: personId,
    device_id: deviceId,
    began_at: storedOf(now),
    seen_at: storedOf(now),
  });
  return token;
}

/** Ends the sessions that match. */
export async function endSessions(db: Knex, which: Record<string, string>, now: Date): Promise<void> {
  await db('sessions')
    .where(which)
    .whereNull('ended_at')
    .update({ ended_at: storedOf(now) });
}

/** Which of these sessions hold still. */
export async function standingSessions(db: Knex, hashes: readonly string[]): Promise<Set<string>> {
  const now = Date.now();
  const rows = (await db('sessions')
    .join('accounts', 'accounts.person_id', 'sessions.person_id')
    .whereIn('token_hash', [...new Set(hashes)])
    .where({ active: true })
    .whereNull('ended_at')
    .where('seen_at', '>', storedOf(new Date(now - idleHours * hour)))
    .where('began_at', '>', storedOf(new Date(now - longestDays * 24 * hour)))
    .select('token_hash')) as { token_hash: string }[];
  return new Set(rows.map((row) => row.token_hash));
}
