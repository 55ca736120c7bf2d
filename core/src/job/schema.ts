/** A job's record: its head and the facts entered about it. The one definition of their data. */
import * as z from 'zod';
import { scan } from '../scans/index.js';
import { repairMethod, traceCase, traceReading } from '../trace/index.js';

export const stageIds = [
  'take-in',
  'baseline',
  'basics',
  'make-safe',
  'trace',
  'route',
  'match',
  'strip',
  'code',
  'clear',
  'prove',
  'hand-back',
] as const;
export const stageId = z.enum(stageIds);
export type StageId = z.infer<typeof stageId>;

export const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const longText = z.string().trim().max(4000);
const instant = z.iso.datetime({ offset: true });

export const role = z.enum(['lead', 'technician', 'desk', 'learner']);
export const person = z.strictObject({ id, name: line, initials: z.string().min(1).max(3), role });
export type Person = z.infer<typeof person>;

export const eventKind = z.enum([
  'collision',
  'module-failure',
  'battery',
  'water',
  'earlier-repair',
  'wear',
]);

export const vehicleData = z.strictObject({
  make: line,
  model: line,
  year: z.int().min(1950).max(2100).nullish(),
  plate: z.string().trim().max(20).nullish(),
  vin: z.string().trim().max(17).nullish(),
  odometerKm: z.int().min(0).max(5_000_000).nullish(),
  highVoltage: z.boolean().nullish(),
});
export type VehicleData = z.infer<typeof vehicleData>;

export const jobHead = z.strictObject({
  customer: z.string().trim().max(120).nullish(),
  customerWords: longText.nullish(),
  event: eventKind,
  eventNote: z.string().trim().max(200).nullish(),
  promisedAt: instant.nullish(),
});
export type JobHead = z.infer<typeof jobHead>;

export const beaconSeen = z.enum(['lit', 'flashing', 'comes-and-goes', 'present', 'dark']);
export const condition = z.string().trim().min(1).max(40);

export const beaconData = z
  .strictObject({
    kind: z.enum(['beacon', 'complaint']),
    name: line,
    seen: beaconSeen,
    thereBefore: z.enum(['yes', 'no', 'unknown']),
    /** In which it shows; empty where it always does. */
    conditions: z.array(condition).max(8),
    /** It showed `shown` times in the last `exposures` starts. */
    shown: z.int().min(0).max(100_000),
    exposures: z.int().min(0).max(100_000),
    restraint: z.boolean().nullish(),
  })
  .refine((data) => data.shown <= data.exposures, {
    path: ['shown'],
    error: 'it cannot have shown more often than the car was started',
  });
export type BeaconData = z.infer<typeof beaconData>;

export const scanKind = z.enum(['baseline', 'interim', 'final', 'after-road']);
/** Most characters of a report that is entered. */
export const mostReportCharacters = 1_000_000;
export const scanData = z.strictObject({
  kind: scanKind,
  reader: z.string().trim().max(120).nullish(),
  text: z.string().min(1).max(mostReportCharacters),
});
export const waiverData = z.strictObject({ reason: z.string().trim().min(8).max(500) });
export const traceData = z.strictObject({
  title: line,
  beaconIds: z.array(id).min(1).max(20),
  case: traceCase,
});
export const readingData = z.strictObject({
  traceId: id,
  ...traceReading.shape,
  overload: z.literal(true).nullish(),
  gone: z.literal(true).nullish(),
});
export const rootState = z.enum(['found-and-removed', 'found-and-left', 'unknown']);
export const repairData = z.strictObject({
  traceId: id.nullish(),
  element: z.string().max(80).nullish(),
  beaconIds: z.array(id).min(1).max(20),
  label: line,
  method: repairMethod,
  part: z.string().trim().max(120).nullish(),
  root: rootState,
  rootNote: z.string().trim().max(300).nullish(),
  /** Tried before closing: does it work now? */
  cured: z.boolean(),
});
export const clearingData = z.strictObject({ reader: z.string().trim().max(120).nullish() });
export const exposureData = z.strictObject({
  beaconId: id,
  shown: z.boolean(),
  coldStart: z.boolean(),
  conditions: z.array(condition).max(8),
  bulbCheck: z.enum(['passed', 'failed', 'not-seen']),
  monitorRan: z.boolean(),
  reportedBy: z.enum(['technician', 'customer']),
});
export const codeEndData = z.strictObject({
  module: line,
  code: line,
  failureType: z.string().max(4).nullish(),
  end: z.enum(['out-of-scope', 'explained']),
  note: line,
});
export const noteData = z.strictObject({ stage: stageId, text: z.string().trim().min(1).max(1000) });
export const handBackData = z.strictObject({ note: longText.nullish() });

/** What every fact carries: who, when, in which order, and what it corrects. */
const stamp = {
  id,
  seq: z.int().min(1),
  personId: id,
  observedAt: instant,
  recordedAt: instant,
  corrects: id.nullable(),
  withdrawn: z.boolean(),
};
const fact = <S extends z.ZodRawShape>(data: z.ZodObject<S>) => z.strictObject({ ...stamp, ...data.shape });

export const jobRecord = z.strictObject({
  id,
  number: z.string(),
  seq: z.int().min(0),
  revision: z.int().min(1),
  openedAt: instant,
  head: jobHead,
  vehicle: vehicleData,
  beacons: z.array(fact(beaconData)),
  /** The text of a report stays on the server; `scan` is what was read from it. */
  scans: z.array(fact(z.strictObject({ kind: scanKind, reader: z.string().nullish(), scan }))),
  waivers: z.array(fact(waiverData)),
  traces: z.array(fact(traceData)),
  readings: z.array(fact(readingData)),
  /** `chance`: probability of the repaired part when the repair was entered, from its trace. */
  repairs: z.array(
    fact(z.strictObject({ ...repairData.shape, chance: z.number().min(0).max(1).nullable() })),
  ),
  clearings: z.array(fact(clearingData)),
  exposures: z.array(fact(exposureData)),
  codeEnds: z.array(fact(codeEndData)),
  notes: z.array(fact(noteData)),
  handBacks: z.array(fact(handBackData)),
});
export type JobRecord = z.infer<typeof jobRecord>;
export type Beacon = JobRecord['beacons'][number];
export type ScanFact = JobRecord['scans'][number];
export type Trace = JobRecord['traces'][number];
export type Repair = JobRecord['repairs'][number];
export type Exposure = JobRecord['exposures'][number];

export const lensState = z.enum(['lit', 'flashing', 'comes-and-goes', 'dark', 'dormant', 'returned']);
export type LensState = z.infer<typeof lensState>;
