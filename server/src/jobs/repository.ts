/** Jobs, their vehicles, and their rows in the bays. */
import type { Bay, Bays } from '@dormant-beacon/contract';
import type { JobHead, VehicleData } from '@dormant-beacon/core/job';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import type { JobRow } from '../database/transaction.js';

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

/** A page of jobs, by promised time or the newest first, only open ones unless `all` is asked for. `after` is the last row's place, as the page before gave it. */
export async function listBays(
  db: Knex,
  {
    after,
    limit,
    text,
    all,
    order,
  }: { after: string | null; limit: number; text: string; all: boolean; order: BayOrder },
): Promise<Bays> {
  const query = db('job_summaries')
    .limit(limit + 1)
    .select('bay', 'due', 'number');
  void (order === 'newest'
    ? query.orderBy('number', 'desc')
    : query.orderBy([{ column: 'due' }, { column: 'number' }]));
  if (!all) void query.where({ done: false });
  for (const word of text.split(/\s+/).filter(Boolean).slice(0, 6))
    void query.where('search', 'like', `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  const place = after === null ? null : /^(.{19,23})_(\d+)$/.exec(after);
  if (place && order === 'newest') void query.where('number', '<', Number(place[2]));
  else if (place) void query.whereRaw('(due, number) > (?, ?)', [place[1]!, Number(place[2])]);
  const rows = (await query) as { bay: string; due: string; number: number }[];
  const page = rows.slice(0, limit);
  const last = page.at(-1);
  return {
    bays: page.map((row) => JSON.parse(row.bay) as Bay),
    after: rows.length > limit && last ? `${last.due}_${last.number}` : null,
  };
}
