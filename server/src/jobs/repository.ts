/** Jobs, their vehicles, and their rows in the bays. */
import type { Bay, Bays } from '@dormant-beacon/contract';
import type { JobHead, VehicleData } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import type { JobRow } from '../database/transaction.js';
import { invalid } from '../http/problem.js';
import { findNumbers } from './search.js';

export async function findJob(db: Knex, jobId: string): Promise<JobRow | undefined> {
  return (await db('jobs').where({ id: jobId }).first()) as JobRow | undefined;
}

export function vehicleRow(vehicle: VehicleData): Record<string, unknown> {
  const { make, model, year, built, plate, vin, odometerKm, odometerUnit, highVoltage, options } = vehicle;
  return {
    make,
    model,
    year: year ?? null,
    built: built ?? null,
    plate: plate || null,
    vin: vin || null,
    odometer_km: odometerKm ?? null,
    odometer_unit: odometerUnit ?? null,
    high_voltage: highVoltage ?? null,
    options: options ? JSON.stringify(options) : null,
  };
}

export function headRow(head: JobHead): Record<string, unknown> {
  return {
    customer: head.customer || null,
    customer_words: head.customerWords || null,
    event: head.event,
    event_note: head.eventNote || null,
    event_details: head.eventDetails ? JSON.stringify(head.eventDetails) : null,
    promised_at: head.promisedAt ? storedOf(head.promisedAt) : null,
  };
}

export const bayOrders = ['promised', 'newest'] as const;
export type BayOrder = (typeof bayOrders)[number];

export interface Asked {
  readonly after: string | null;
  readonly limit: number;
  readonly text: string;
  readonly all: boolean;
  readonly order: BayOrder;
}

/** The largest place in order: numbers are four bytes. */
const mostNumber = 4_294_967_295;

/**
 * A page of jobs, by promised time or the newest first. `after` is the last row's place, as the page before gave it.
 * Open jobs are narrowed by any part of their text; among all jobs, done ones included, words are looked up by their
 * beginnings, and what answers comes newest first.
 */
export async function listBays(db: Knex, asked: Asked): Promise<Bays> {
  const words = asked.text.split(/\s+/).filter(Boolean).slice(0, 6);
  const newest = asked.order === 'newest' || (asked.all && words.length > 0);
  const query = db('job_summaries')
    .limit(asked.limit + 1)
    .select('bay', 'due', 'number');
  void (newest ? query.orderBy('number', 'desc') : query.orderBy([{ column: 'due' }, { column: 'number' }]));
  const place = placeOf(asked.after);
  if (asked.all && words.length > 0) {
    const numbers = await findNumbers(db, words, asked.limit + 1, place?.number ?? null);
    void query.whereIn('number', numbers);
  } else {
    if (!asked.all) void query.where({ done: false });
    for (const word of words) void query.where('search', 'like', `%${word.replace(/[\\%_]/g, '\\$&')}%`);
    if (place && newest) void query.where('number', '<', place.number);
    // Two conditions, since MariaDB takes no index for a pair.
    else if (place)
      void query
        .where('due', '>=', place.due)
        .where((later) => later.where('due', '>', place.due).orWhere('number', '>', place.number));
  }
  const rows = (await query) as { bay: string; due: string; number: number }[];
  const page = rows.slice(0, asked.limit);
  const last = page.at(-1);
  return {
    bays: page.map((row) => JSON.parse(row.bay) as Bay),
    after: rows.length > asked.limit && last ? `${last.due}_${last.number}` : null,
  };
}

/** @throws HttpProblem 422 where it is no place that a page has given */
function placeOf(after: string | null): { due: string; number: number } | null {
  if (after === null) return null;
  const [, due, digits] = /^(\d{4}-\d\d-\d\d \d\d:\d\d:\d\d\.\d{3})_(\d{1,10})$/.exec(after) ?? [];
  const number = Number(digits);
  if (due === undefined || Number.isNaN(Date.parse(`${due.replace(' ', 'T')}Z`)) || number > mostNumber)
    throw invalid('after', 'expected the `after` of the page before');
  return { due, number };
}
