/** A job's record: its head and the facts entered about it. The one definition of their data. */
import * as z from 'zod';
import { codingEntryData, codingImageData, codingPlanData, lockSetData } from '../coding/index.js';
import { eventKind } from '../event/index.js';
import { partData, partOrderData } from '../fit/index.js';
import { ledgerEntryData, stripPlanData, tryData, waitData } from '../ledger/index.js';
import { batteryReading, sheet } from '../readings/index.js';
import {
  donorData,
  inventoryData,
  loopReadingData,
  offerData,
  parcelData,
  safetyStep,
  seatReadingData,
  signData,
  temporaryData,
} from '../restraints/index.js';
import {
  benchWorkData,
  consignmentData,
  coverageData,
  routeChoiceData,
  routeOutcomeData,
  routePlanData,
} from '../route/index.js';
import { lineMark, scan } from '../scans/index.js';
import { distanceUnit } from '../units/index.js';
import { repairMethod, traceCase, traceReading } from '../trace/index.js';
import { condition } from './condition.js';
import { customerLinkData, customerReportData } from './customer.js';

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
/** A moment as people enter it, within the years that a shop's records can hold. */
export const instant = z.iso.datetime({ offset: true }).refine((text) => {
  const year = new Date(text).getUTCFullYear();
  return year >= 1970 && year <= 2199;
}, 'expected a moment between the years 1970 and 2199');

export const role = z.enum(['lead', 'technician', 'desk', 'learner']);
export type Role = z.infer<typeof role>;
export const person = z.strictObject({ id, name: line, initials: z.string().min(1).max(3), role });
export type Person = z.infer<typeof person>;

export const vehicleData = z.strictObject({
  make: line,
  model: line,
  year: z.int().min(1950).max(2100).nullish(),
  /** Month in which it was built, as `2019-04`. */
  built: z
    .string()
    .regex(/^(?:19[5-9]|20\d)\d-(?:0[1-9]|1[0-2])$/, 'expected a year and a month such as 2019-04')
    .nullish(),
  plate: z.string().trim().max(20).nullish(),
  vin: z
    .string()
    .trim()
    .max(17)
    .regex(/^[A-Za-z0-9 -]*$/, 'a VIN has letters from A to Z and figures')
    .nullish(),
  odometerKm: z.int().min(0).max(5_000_000).nullish(),
  /** The unit that this car's odometer shows; the distance itself is kept in kilometres. */
  odometerUnit: distanceUnit.nullish(),
  highVoltage: z.boolean().nullish(),
  options: z.array(line).max(60).nullish(),
});
export type VehicleData = z.infer<typeof vehicleData>;

export const severity = z.enum(['light', 'moderate', 'severe', 'unknown']);
export const usualSeats = ['front-left', 'front-right', 'rear-left', 'rear-centre', 'rear-right'] as const;

/** What belongs to one kind of event: a collision's zones by the clock and who sat where; what the battery did; where the water was. */
export const eventDetails = z.strictObject({
  zones: z.array(z.int().min(1).max(12)).max(12).nullish(),
  severity: severity.nullish(),
  occupants: z
    .array(z.strictObject({ seat: line, belted: z.enum(['yes', 'no', 'unknown']) }))
    .max(9)
    .nullish(),
  battery: z.enum(['flat', 'disconnected', 'jumped', 'jumped-reversed']).nullish(),
  waterPlace: line.nullish(),
});
export type EventDetails = z.infer<typeof eventDetails>;

export const jobHead = z.strictObject({
  customer: z.string().trim().max(120).nullish(),
  customerWords: longText.nullish(),
  event: eventKind,
  eventNote: z.string().trim().max(200).nullish(),
  eventDetails: eventDetails.nullish(),
  promisedAt: instant.nullish(),
});
export type JobHead = z.infer<typeof jobHead>;

export const beaconSeen = z.enum(['lit', 'flashing', 'comes-and-goes', 'present', 'dark']);

export const often = z.enum([
  'every-time',
  'most-times',
  'half',
  'now-and-then',
  'daily',
  'twice-a-week',
  'weekly',
  'monthly',
  'once',
]);
/** Over what somebody counted. */
const ratePer = z.enum(['starts', 'hours', 'km']);
const isPerDriven = (per: z.infer<typeof ratePer> | null | undefined): boolean =>
  per === 'hours' || per === 'km';
export const beaconData = z
  .strictObject({
    kind: z.enum(['beacon', 'complaint']),
    name: line,
    seen: beaconSeen,
    thereBefore: z.enum(['yes', 'no', 'unknown']),
    /** In which it shows; empty where it always does. */
    conditions: z.array(condition).max(8),
    /** It showed `shown` times in the last `exposures` starts, or hours or kilometres driven where `per` says so. */
    shown: z.int().min(0).max(100_000),
    exposures: z.int().min(0).max(100_000),
    per: ratePer.nullish(),
    /** In the customer's words, where nobody counted: both counts are 0 then. */
    often: often.nullish(),
    restraint: z.boolean().nullish(),
    /** The drawing by which it was picked, where it is a lamp. */
    lamp: z.string().trim().max(40).nullish(),
    /** What the lamp did at ignition on: one that never lights is a fault too. */
    bulbCheck: z.enum(['lit-and-went-out', 'stayed-lit', 'never-lit', 'not-seen']).nullish(),
  })
  .refine(({ per, shown, exposures }) => isPerDriven(per) || shown <= exposures, {
    path: ['shown'],
    error: 'it cannot have shown more often than the car was started',
  })
  .refine(({ per, exposures }) => !isPerDriven(per) || exposures > 0, {
    path: ['exposures'],
    error: 'over how many hours or kilometres it was counted is needed',
  });
export type BeaconData = z.infer<typeof beaconData>;

export const scanKind = z.enum(['baseline', 'interim', 'final', 'after-road']);
/** Most characters of a report that is entered. */
export const mostReportCharacters = 1_000_000;
export const scanData = z.strictObject({
  kind: scanKind,
  reader: z.string().trim().max(120).nullish(),
  text: z.string().min(1).max(mostReportCharacters),
  /** What was said by hand of lines that no rule understands. */
  marks: z.array(lineMark).max(2000).nullish(),
  /** Said of a report that is entered while the car is made safe: it was printed before the power went off. */
  printed: z.literal('before-power-off').nullish(),
});
export const waiverData = z.strictObject({ reason: z.string().trim().min(8).max(500) });
export const traceData = z.strictObject({
  title: line,
  beaconIds: z.array(id).min(1).max(20),
  case: traceCase,
  /** The versions that it was begun with: of the shop's base rates, and of the library's circuit. */
  ratesVersion: z.int().min(0).nullish(),
  circuit: z.strictObject({ id, version: z.int().min(1) }).nullish(),
});
export const readingData = z.strictObject({
  traceId: id,
  ...traceReading.shape,
  overload: z.literal(true).nullish(),
  gone: z.literal(true).nullish(),
});
/** Does the fault still show: after a disturbing test, or seen by itself where no test is named? */
export const epochData = z.strictObject({
  traceId: id,
  after: z.string().min(1).max(80).nullish(),
  shows: z.boolean(),
});
/** What the technician says of a suspect; the last word counts. `open` takes an earlier one back. */
export const suspectWordData = z.strictObject({
  traceId: id,
  suspect: z.string().min(1).max(80),
  as: z.enum(['pinned', 'ruled-out', 'open']),
  note: z.string().trim().max(200).nullish(),
});
/** Readings that belong together, at a trace or at the car. */
export const sheetData = z.strictObject({ traceId: id.nullish(), data: sheet });
export const rootState = z.enum(['found-and-removed', 'found-and-left', 'unknown']);
export const repairData = z.strictObject({
  traceId: id.nullish(),
  element: z.string().max(80).nullish(),
  beaconIds: z.array(id).min(1).max(20),
  label: line,
  method: repairMethod,
  part: z.string().trim().max(120).nullish(),
  /** Of a restraint unit that was fitted: what stands on it, and what shows that it is good. */
  identity: z.string().trim().max(120).nullish(),
  proof: z.string().trim().max(300).nullish(),
  /** Signed by the lead where the car was not made safe for it: why. */
  notMadeSafe: z.string().trim().max(500).nullish(),
  root: rootState,
  rootNote: z.string().trim().max(300).nullish(),
  /** Tried before closing: does it work now? */
  cured: z.boolean(),
});
/** Before any clean exposure; with the shop's outcomes of such repairs that it rests on, and how many of them held. */
export const cureChance = z.strictObject({
  chance: z.number().gt(0).lt(1),
  /** Kind of part that had failed, and whether two means agreed on it. */
  part: z.enum(['connection', 'consumable', 'switching', 'drive', 'module', 'restraint', 'none']),
  confirmed: z.boolean(),
  like: z.number().min(0),
  held: z.number().min(0),
  outcomes: z.number().min(0),
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
  /** Of a customer's report: over how many drives; left out, one. */
  drives: z.int().min(1).max(500).nullish(),
  /** What was measured or seen of the conditions; what is here counts more than a word that was ticked. */
  circumstances: z
    .strictObject({
      celsius: z.number().min(-60).max(80).nullish(),
      /** Off since, before the start. */
      soakHours: z.number().min(0).max(10_000).nullish(),
      wet: z.enum(['dry', 'damp', 'rain', 'standing']).nullish(),
      road: z.enum(['smooth', 'mixed', 'rough']).nullish(),
      load: z.enum(['none', 'some', 'full']).nullish(),
      minutes: z.number().min(0).max(1440).nullish(),
      km: z.number().min(0).max(2000).nullish(),
    })
    .nullish(),
  /** A trial by hand that stands for a condition. */
  provoked: z.enum(['hose', 'heat', 'freeze', 'wiggle', 'load']).nullish(),
  /** The customer's own report that it accepts. */
  reportId: id.nullish(),
});
export type ExposureData = z.infer<typeof exposureData>;
const codeEndWord = z.enum(['out-of-scope', 'explained']);
/** What the customer was told that it costs to put right, in cents. */
const toldPrice = z.int().min(0).max(100_000_000).nullish();
export const codeEndData = z.strictObject({
  module: line,
  code: line,
  failureType: z.string().max(4).nullish(),
  end: codeEndWord,
  note: line,
  priceCents: toldPrice,
});
/** Why a module that does not answer may stay so. */
export const moduleEndData = z.strictObject({
  module: line,
  end: codeEndWord,
  note: line,
  priceCents: toldPrice,
});
/** The five looks before the ignition goes on after a collision or water. */
export const powerLooks = ['smell', 'harness', 'hanging', 'wet', 'cabin'] as const;
const looked = z.enum(['clear', 'found']);
export const poweringData = z.strictObject({
  smell: looked,
  harness: looked,
  hanging: looked,
  wet: looked,
  cabin: looked,
  note: z.string().trim().max(500).nullish(),
});
export const batteryData = batteryReading;
export const approvalData = z.strictObject({
  item: line,
  answer: z.enum(['asked', 'yes', 'no']),
  /** The customer's limit for it, in integer cents of the shop's currency. */
  ceilingCents: z.int().min(0).max(100_000_000).nullish(),
  origin: z.enum(['maker-new', 'equivalent', 'used', 'any', 'no-part']),
  how: z.enum(['here', 'telephone', 'message', 'letter']),
  /** Who answered, or who was asked. */
  by: line,
  /** The unit that it is about, where its routes were weighed. */
  planId: id.nullish(),
  /** Said at take-in: fuses, bulbs and clips up to the limit need no second call. */
  smallParts: z.literal(true).nullish(),
});
/** Bytes are saved first, under `attachmentId`; this says what they show. */
export const photoData = z.strictObject({
  attachmentId: id,
  stage: stageId,
  caption: z.string().trim().max(200).nullish(),
  beaconId: id.nullish(),
  /** The step of the ledger that it was taken at. */
  step: z.string().min(1).max(40).nullish(),
});
/** One of the basics looked at: supply, ground, network, water, what was unplugged, which reader was used. */
export const basicsItem = z.enum(['charging', 'links', 'grounds', 'water', 'unplugged', 'reader']);
export type BasicsItem = z.infer<typeof basicsItem>;
export const basicsData = z.strictObject({
  item: basicsItem,
  /** Of a reading it follows; of a look it is what was seen. */
  result: z.enum(['good', 'bad']),
  note: z.string().trim().max(300).nullish(),
  /** Charging: volts at the battery, engine running, loads on. Links and grounds: volts lost under load. */
  volts: z.number().min(-60).max(60).nullish(),
});
/** What the technician says of a cause; the last word on it counts. `open` takes an earlier word back. */
export const judgementData = z.strictObject({
  causeId: line,
  decision: z.enum(['pin', 'reject', 'add', 'open']),
  /** Of a cause that was added: what it is, and the observations that it explains. */
  title: line.nullish(),
  explains: z.array(line).max(500).nullish(),
  note: z.string().trim().max(300).nullish(),
});
/** A function that was seen working: what hangs on the same supply or ground cannot be lost. */
export const workingData = z.strictObject({ module: line, function: line });
export const safetyData = safetyStep;
export {
  benchWorkData,
  consignmentData,
  coverageData,
  partData,
  partOrderData,
  routeChoiceData,
  routeOutcomeData,
  routePlanData,
};
export { codingEntryData, codingImageData, codingPlanData, lockSetData };
export { ledgerEntryData, stripPlanData, tryData, waitData };
export { donorData, inventoryData, loopReadingData, offerData, parcelData, signData, temporaryData };
export const noteData = z.strictObject({ stage: stageId, text: z.string().trim().min(1).max(1000) });
export const handBackData = z.strictObject({
  note: longText.nullish(),
  /** Who took the car over, and how they signed: the outline of what a finger drew, in a box of 600 by 200. */
  acceptedBy: z.string().trim().max(120).nullish(),
  signature: z
    .string()
    .regex(/^(?:[ML]-?\d{1,4} -?\d{1,4})+$/, 'expected the outline of a signature')
    .max(40_000)
    .nullish(),
});

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

/** The facts of a job, each kind in a list of its own. */
const lists = {
  beacons: z.array(fact(beaconData)),
  /** The text of a report stays on the server; `scan` is what was read from it. */
  scans: z.array(
    fact(
      z.strictObject({
        kind: scanKind,
        reader: z.string().nullish(),
        scan,
        marks: scanData.shape.marks,
        printed: scanData.shape.printed,
      }),
    ),
  ),
  waivers: z.array(fact(waiverData)),
  traces: z.array(fact(traceData)),
  readings: z.array(fact(readingData)),
  /**
   * `chance`: probability of the repaired part when the repair was entered, from its trace. `cure`: probability that it
   * cured, from what repairs like it had achieved by then; none of those from before it was worked out.
   */
  repairs: z.array(
    fact(
      z.strictObject({
        ...repairData.shape,
        chance: z.number().min(0).max(1).nullable(),
        cure: cureChance.nullish(),
      }),
    ),
  ),
  clearings: z.array(fact(clearingData)),
  exposures: z.array(fact(exposureData)),
  codeEnds: z.array(fact(codeEndData)),
  moduleEnds: z.array(fact(moduleEndData)).default([]),
  notes: z.array(fact(noteData)),
  powerings: z.array(fact(poweringData)),
  batteries: z.array(fact(batteryData)),
  approvals: z.array(fact(approvalData)),
  photos: z.array(fact(photoData)),
  basics: z.array(fact(basicsData)),
  // Stories from before these kinds were there have none.
  judgements: z.array(fact(judgementData)).default([]),
  workings: z.array(fact(workingData)).default([]),
  epochs: z.array(fact(epochData)).default([]),
  suspectWords: z.array(fact(suspectWordData)).default([]),
  sheets: z.array(fact(sheetData)).default([]),
  safeties: z.array(fact(safetyData)).default([]),
  temporaries: z.array(fact(temporaryData)).default([]),
  inventories: z.array(fact(inventoryData)).default([]),
  signs: z.array(fact(signData)).default([]),
  loopReadings: z.array(fact(loopReadingData)).default([]),
  seatReadings: z.array(fact(seatReadingData)).default([]),
  offers: z.array(fact(offerData)).default([]),
  donors: z.array(fact(donorData)).default([]),
  parcels: z.array(fact(parcelData)).default([]),
  routePlans: z.array(fact(routePlanData)).default([]),
  routeChoices: z.array(fact(routeChoiceData)).default([]),
  routeOutcomes: z.array(fact(routeOutcomeData)).default([]),
  coverages: z.array(fact(coverageData)).default([]),
  parts: z.array(fact(partData)).default([]),
  partOrders: z.array(fact(partOrderData)).default([]),
  consignments: z.array(fact(consignmentData)).default([]),
  benchWorks: z.array(fact(benchWorkData)).default([]),
  stripPlans: z.array(fact(stripPlanData)).default([]),
  ledgerEntries: z.array(fact(ledgerEntryData)).default([]),
  cureWaits: z.array(fact(waitData)).default([]),
  functionTries: z.array(fact(tryData)).default([]),
  codingPlans: z.array(fact(codingPlanData)).default([]),
  codingImages: z.array(fact(codingImageData)).default([]),
  codingEntries: z.array(fact(codingEntryData)).default([]),
  lockSets: z.array(fact(lockSetData)).default([]),
  customerLinks: z.array(fact(customerLinkData)).default([]),
  customerReports: z.array(fact(customerReportData)).default([]),
  handBacks: z.array(fact(handBackData)),
};
export type FactList = keyof typeof lists;
export const factLists = Object.keys(lists) as readonly FactList[];

export const jobRecord = z.strictObject({
  id,
  number: z.string(),
  seq: z.int().min(0),
  revision: z.int().min(1),
  openedAt: instant,
  /** Of a job that was imported: where it came from. */
  origin: z
    .strictObject({
      number: z.string(),
      exportedAt: instant,
      importedAt: instant,
      /** Whose it was, by their own word, and the key that signed it; none of a story that was not signed. */
      shop: z.string().nullish(),
      key: z.string().nullish(),
    })
    .nullish(),
  /** A simulated car, on which somebody practises; null where the car is real. */
  simulated: z.strictObject({ vehicle: z.string() }).nullish(),
  head: jobHead,
  vehicle: vehicleData,
  ...lists,
});
export type JobRecord = z.infer<typeof jobRecord>;
export type Beacon = JobRecord['beacons'][number];
export type ScanFact = JobRecord['scans'][number];
export type Trace = JobRecord['traces'][number];
export type Repair = JobRecord['repairs'][number];
export type Exposure = JobRecord['exposures'][number];
export type CustomerLink = JobRecord['customerLinks'][number];
export type CustomerReport = JobRecord['customerReports'][number];
export type Powering = JobRecord['powerings'][number];
export type BatteryFact = JobRecord['batteries'][number];
export type Approval = JobRecord['approvals'][number];
export type Judgement = JobRecord['judgements'][number];
export type SafetyFact = JobRecord['safeties'][number];
export type Temporary = JobRecord['temporaries'][number];
export type RoutePlanFact = JobRecord['routePlans'][number];
export type PartFact = JobRecord['parts'][number];
export type StripPlanFact = JobRecord['stripPlans'][number];
export type SheetFact = JobRecord['sheets'][number];

export const lensState = z.enum(['lit', 'flashing', 'comes-and-goes', 'dark', 'dormant', 'returned']);
export type LensState = z.infer<typeof lensState>;
