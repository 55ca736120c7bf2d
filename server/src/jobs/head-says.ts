/** How a change of a job's head reads in the logbook: each field before → after. */
import type { JobRecord } from '@dormant-beacon/core/record';

type Heads = Pick<JobRecord, 'head' | 'vehicle'>;

const words: Readonly<Record<string, string>> = {
  customer: 'customer',
  customerWords: 'customer’s words',
  event: 'event',
  eventNote: 'note',
  eventDetails: 'details of the event',
  promisedAt: 'promised',
  make: 'make',
  model: 'model',
  year: 'year',
  built: 'built',
  plate: 'plate',
  vin: 'VIN',
  odometerKm: 'odometer km',
  odometerUnit: 'odometer unit',
  highVoltage: 'high voltage',
  options: 'options',
};

export function headSays(before: Heads, after: Heads): string {
  const changes = [
    ...changed(before.head as Record<string, unknown>, after.head as Record<string, unknown>),
    ...changed(before.vehicle as Record<string, unknown>, after.vehicle as Record<string, unknown>),
  ];
  return changes.length === 0 ? 'Job saved without a change' : `Changed ${changes.join('; ')}`;
}

function changed(before: Record<string, unknown>, after: Record<string, unknown>): string[] {
  return Object.keys(words)
    .filter((field) => field in before || field in after)
    .filter((field) => show(before[field]) !== show(after[field]))
    .map((field) => `${words[field]}: ${show(before[field])} → ${show(after[field])}`);
}

function show(value: unknown): string {
  if (value == null || value === '') return 'none';
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value as string | number | boolean);
  return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}
