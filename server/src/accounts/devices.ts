/** Devices on which someone has signed in: numbered in the order in which they came. */
import { randomUUID } from 'node:crypto';
import type { Device } from '@dormant-beacon/contract';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { isoOf, storedOf } from '../database/connect.js';
import { setDevice, tokensOf } from './cookies.js';
import { newToken, tokenHash } from './secrets.js';

/** The id of the device that asks, or null where it has no row yet. */
export async function deviceOf(db: Knex, request: Request): Promise<string | null> {
  const { device } = tokensOf(request);
  if (device === null) return null;
  const row = (await db('devices')
    .where({ token_hash: tokenHash(device) })
    .first('id')) as { id: string } | undefined;
  return row?.id ?? null;
}

/** Gives the device that asks a row and a cookie, where it has none. */
export async function takeInDevice(
  db: Knex,
  request: Request,
  response: Response,
  now: Date,
): Promise<string> {
  const known = await deviceOf(db, request);
  if (known !== null) {
    await db('devices')
      .where({ id: known })
      .update({ seen_at: storedOf(now) });
    return known;
  }
  const [id, token] = [randomUUID(), newToken()];
  await db('devices').insert({ id, token_hash: tokenHash(token), seen_at: storedOf(now) });
  setDevice(response, token);
  return id;
}

interface DeviceRow {
  readonly id: string;
  readonly number: number;
  readonly name: string | null;
  readonly seen_at: string;
}

export async function listDevices(db: Knex, own: string): Promise<Device[]> {
  const rows = (await db('devices')
    .orderBy('number')
    .select('id', 'number', 'name', 'seen_at')) as DeviceRow[];
  return rows.map(({ id, number, name, seen_at }) => ({
    id,
    number,
    name,
    seenAt: isoOf(seen_at),
    own: id === own,
  }));
}
