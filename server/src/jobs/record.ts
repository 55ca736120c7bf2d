/** A job's whole record out of the database. */
import type { EventDetails, JobHead, JobRecord, VehicleData } from '@dormant-beacon/core/record';
import type { FactKind } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { isoOf } from '../database/connect.js';
import type { JobRow } from '../database/transaction.js';
import { listFacts } from '../facts/repository.js';
import { tables } from '../facts/tables.js';

export interface VehicleRow {
  readonly make: string;
  readonly model: string;
  readonly year: number | null;
  readonly built: string | null;
  readonly plate: string | null;
  readonly vin: string | null;
  readonly odometer_km: number | null;
  readonly odometer_unit: VehicleData['odometerUnit'];
  readonly high_voltage: boolean | null;
  readonly options: string | null;
}

/** The record of a job that is there. Within a transaction it sees that transaction's state. */
export async function loadRecord(db: Knex, job: JobRow, seq = job.seq): Promise<JobRecord> {
  // Every fact has its row in the logbook: only the tables of kinds that are there are asked.
  const row = (await db('vehicles')
    .where({ id: job.vehicle_id })
    .first(
      'vehicles.*',
      db.raw('(SELECT GROUP_CONCAT(DISTINCT kind) FROM logbook WHERE job_id = ?) AS kinds', [job.id]),
      db.raw('(SELECT vehicle FROM practice_cars WHERE job_id = ?) AS simulated', [job.id]),
    )) as VehicleRow & { readonly kinds: string | null; readonly simulated: string | null };
  const there = new Set(row.kinds?.split(','));
  const record: Record<string, unknown> = {
    id: job.id,
    number: jobNumber(job.number),
    seq,
    revision: job.revision,
    openedAt: isoOf(job.opened_at),
    origin: job.origin === null ? null : (JSON.parse(job.origin) as unknown),
    simulated: row.simulated === null ? null : { vehicle: row.simulated },
    head: headOf(job),
    vehicle: vehicleOf(row),
  };
  for (const [kind, { list }] of Object.entries(tables))
    record[list] = there.has(kind) ? await listFacts(db, kind as FactKind, job.id) : [];
  return record as unknown as JobRecord;
}

export const jobNumber = (number: number) => `J-${String(number).padStart(4, '0')}`;

function headOf(job: JobRow): JobHead {
  return {
    customer: job.customer,
    customerWords: job.customer_words,
    event: job.event as JobHead['event'],
    eventNote: job.event_note,
    eventDetails: job.event_details === null ? null : (JSON.parse(job.event_details) as EventDetails),
    promisedAt: job.promised_at === null ? null : isoOf(job.promised_at),
  };
}

export function vehicleOf(row: VehicleRow): VehicleData {
  return {
    make: row.make,
    model: row.model,
    year: row.year,
    built: row.built,
    plate: row.plate,
    vin: row.vin,
    odometerKm: row.odometer_km,
    odometerUnit: row.odometer_unit,
    highVoltage: row.high_voltage,
    options: row.options === null ? null : (JSON.parse(row.options) as string[]),
  };
}
