/** Vehicles that were here before, so that a known one is taken in without typing. */
import type { VehiclesKnown } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { isoOf } from '../database/connect.js';
import { jobNumber, vehicleOf, type VehicleRow } from './record.js';
import { findNumbers } from './search.js';

interface Row extends VehicleRow {
  readonly number: number;
  readonly opened_at: string;
  readonly customer: string | null;
}

const most = 8;
/** Visits that are looked at first, and where they are of too few vehicles, in all. */
const visits = [16, 60] as const;

/** The last visit of each vehicle that answers to every word by its beginning: plate, VIN, make, model, customer. */
export async function findVehicles(db: Knex, text: string): Promise<VehiclesKnown['vehicles'][number][]> {
  const words = text.trim().split(/\s+/).filter(Boolean).slice(0, 6);
  if (words.join('').length < 2) return [];
  let found: Row[] = [];
  for (const looked of visits) {
    const numbers = await findNumbers(db, words, looked, null);
    found = await lastVisits(db, numbers);
    if (found.length >= most || numbers.length < looked) break;
  }
  return found.slice(0, most).map((row) => ({
    vehicle: vehicleOf(row),
    lastJob: jobNumber(row.number),
    lastAt: isoOf(row.opened_at),
    customer: row.customer,
  }));
}

/** Of each vehicle its newest visit among these, newest first. */
async function lastVisits(db: Knex, numbers: readonly number[]): Promise<Row[]> {
  const rows = (await db('jobs')
    .join('vehicles', 'vehicles.id', 'jobs.vehicle_id')
    .whereIn('jobs.number', numbers)
    .orderBy('jobs.number', 'desc')
    .select('vehicles.*', 'jobs.number', 'jobs.opened_at', 'jobs.customer')) as Row[];
  const seen = new Set<string>();
  return rows.filter((row) => {
    const key = row.vin ?? row.plate ?? `${row.make} ${row.model} ${row.customer ?? ''}`;
    return seen.has(key) ? false : seen.add(key);
  });
}
