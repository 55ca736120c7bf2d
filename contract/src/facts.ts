/** The facts that can be entered in a job, by the segment of their address. */
import {
  approvalData,
  basicsData,
  batteryData,
  beaconData,
  clearingData,
  customerLinkData,
  customerReportData,
  codeEndData,
  epochData,
  exposureData,
  handBackData,
  instant,
  judgementData,
  moduleEndData,
  noteData,
  photoData,
  poweringData,
  readingData,
  repairData,
  scanData,
  sheetData,
  suspectWordData,
  traceData,
  waiverData,
  workingData,
  safetyData,
} from '@dormant-beacon/core/record';
import { codingEntryData, codingImageData, codingPlanData, lockSetData } from '@dormant-beacon/core/coding';
import { ledgerEntryData, stripPlanData, tryData, waitData } from '@dormant-beacon/core/ledger';
import { partData, partOrderData } from '@dormant-beacon/core/fit';
import {
  benchWorkData,
  consignmentData,
  coverageData,
  routeChoiceData,
  routeOutcomeData,
  routePlanData,
} from '@dormant-beacon/core/route';
import {
  donorData,
  inventoryData,
  loopReadingData,
  offerData,
  parcelData,
  seatReadingData,
  signData,
  temporaryData,
} from '@dormant-beacon/core/restraints';
import * as z from 'zod';
import { atTheCar, everyone, leadOnly, withCustomer, type Who } from './who.js';

const id = z.uuid();

/** What comes before the data of every fact: its id, made by the client, and when it was seen. */
const envelope = {
  id,
  observedAt: instant,
  /** The fact that this one takes the place of. */
  corrects: id.nullish(),
};

const entry = <S extends z.ZodRawShape>(data: z.ZodObject<S>) => z.strictObject({ ...envelope, data });

export interface FactKindRow {
  readonly entry: z.ZodType;
  /** Whether a later entry may correct or withdraw it: everything but the baseline's kind of facts. */
  readonly correctable: boolean;
  readonly who: Who;
  readonly says: string;
  /** Entered through a door of its own alone; who takes it back is said by `who`. */
  readonly ownDoor?: true;
}

export const factKinds = {
  beacons: {
    entry: entry(beaconData),
    correctable: true,
    who: withCustomer,
    says: 'a beacon or complaint as seen',
  },
  powerings: {
    entry: entry(poweringData),
    correctable: true,
    who: atTheCar,
    says: 'the looks before the car is powered',
  },
  batteries: {
    entry: entry(batteryData),
    correctable: true,
    who: atTheCar,
    says: 'the battery’s readings',
  },
  photos: { entry: entry(photoData), correctable: true, who: withCustomer, says: 'what a photo shows' },
  approvals: {
    entry: entry(approvalData),
    correctable: true,
    who: withCustomer,
    says: 'what the customer was asked, and answered',
  },
  scans: {
    entry: entry(scanData),
    correctable: false,
    who: atTheCar,
    says: 'a report, kept as pasted and read',
  },
  waivers: {
    entry: entry(waiverData),
    correctable: false,
    who: leadOnly,
    says: 'why no baseline can be had, signed by the lead',
  },
  basics: {
    entry: entry(basicsData),
    correctable: true,
    who: atTheCar,
    says: 'one of the basics, looked at',
  },
  judgements: {
    entry: entry(judgementData),
    correctable: true,
    who: atTheCar,
    says: 'what the technician says of a cause: kept, ruled out, or added',
  },
  workings: {
    entry: entry(workingData),
    correctable: true,
    who: atTheCar,
    says: 'a function that was seen working',
  },
  traces: {
    entry: entry(traceData),
    correctable: true,
    who: atTheCar,
    says: 'a circuit chosen to be traced',
  },
  readings: { entry: entry(readingData), correctable: true, who: atTheCar, says: 'what a test gave' },
  epochs: {
    entry: entry(epochData),
    correctable: true,
    who: atTheCar,
    says: 'whether the fault still shows, at any moment or after a test that moved something',
  },
  'suspect-words': {
    entry: entry(suspectWordData),
    correctable: true,
    who: atTheCar,
    says: 'what the technician says of a suspect: pinned or ruled out',
  },
  sheets: {
    entry: entry(sheetData),
    correctable: true,
    who: atTheCar,
    says: 'readings that belong together: drops, side to side, a relay, a wiggle recording',
  },
  /** Nothing here is taken back: what revokes it is entered beside it. */
  safeties: {
    entry: entry(safetyData),
    correctable: false,
    who: atTheCar,
    says: 'what was confirmed while the car was made safe, or that it had power',
  },
  temporaries: {
    entry: entry(temporaryData),
    correctable: false,
    who: atTheCar,
    says: 'a jumper, load, pulled fuse or open plug, put in or taken out',
  },
  inventories: {
    entry: entry(inventoryData),
    correctable: true,
    who: atTheCar,
    says: 'the restraint items of this car',
  },
  signs: {
    entry: entry(signData),
    correctable: true,
    who: atTheCar,
    says: 'what was seen of a restraint item',
  },
  'loop-readings': {
    entry: entry(loopReadingData),
    correctable: true,
    who: atTheCar,
    says: 'a loop as its module showed it',
  },
  'seat-readings': {
    entry: entry(seatReadingData),
    correctable: true,
    who: atTheCar,
    says: 'a buckle or mat as its module showed it',
  },
  offers: {
    entry: entry(offerData),
    correctable: true,
    who: withCustomer,
    says: 'what a way to put a restraint item right costs',
  },
  donors: {
    entry: entry(donorData),
    correctable: true,
    who: atTheCar,
    says: 'a salvage unit on offer, and what is shown of it',
  },
  parcels: {
    entry: entry(parcelData),
    correctable: true,
    who: withCustomer,
    says: 'a unit posted to a service and back',
  },
  'route-plans': {
    entry: entry(routePlanData),
    correctable: true,
    who: withCustomer,
    says: 'a unit to be put right, with the routes that are weighed',
  },
  'route-choices': {
    entry: entry(routeChoiceData),
    correctable: true,
    who: atTheCar,
    says: 'the route that is taken, and why where it is not the one recommended',
  },
  'route-outcomes': {
    entry: entry(routeOutcomeData),
    correctable: true,
    who: atTheCar,
    says: 'what came of a route',
  },
  coverages: {
    entry: entry(coverageData),
    correctable: true,
    who: withCustomer,
    says: 'warranties and campaigns that may cover the car',
  },
  parts: {
    entry: entry(partData),
    correctable: true,
    who: withCustomer,
    says: 'the unit that came out, one on offer, or the one in the opened box',
  },
  'part-orders': {
    entry: entry(partOrderData),
    correctable: true,
    who: withCustomer,
    says: 'a part on offer reserved, ordered, arrived or sent back',
  },
  consignments: {
    entry: entry(consignmentData),
    correctable: true,
    who: withCustomer,
    says: 'a unit sent in for repair, with what is in the box, and back',
  },
  'bench-works': {
    entry: entry(benchWorkData),
    correctable: true,
    who: atTheCar,
    says: 'a repair at the bench: what was found, done and tried',
  },
  'strip-plans': {
    entry: entry(stripPlanData),
    correctable: true,
    who: atTheCar,
    says: 'the parts that a job has to reach, and the way to them',
  },
  'ledger-entries': {
    entry: entry(ledgerEntryData),
    correctable: true,
    who: atTheCar,
    says: 'a step taken off, or put back',
  },
  /** A time that runs is ended before it is up by an entry with a reason, never by taking it back. */
  'cure-waits': {
    entry: entry(waitData),
    correctable: false,
    who: atTheCar,
    says: 'something that cures or dries before anything is closed over it',
  },
  'function-tries': {
    entry: entry(tryData),
    correctable: true,
    who: atTheCar,
    says: 'the function sheet of a part, before closing or after',
  },
  'coding-plans': {
    entry: entry(codingPlanData),
    correctable: true,
    who: atTheCar,
    says: 'a unit that is coded, with what it carries; or why nothing has to be coded',
  },
  /** Evidence of what a unit held: it stays as it was read. */
  'coding-images': {
    entry: entry(codingImageData),
    correctable: false,
    who: atTheCar,
    says: 'the memory of a unit as a file, whose pieces were kept before; or one that was merged here',
  },
  'coding-entries': {
    entry: entry(codingEntryData),
    correctable: true,
    who: atTheCar,
    says: 'a line of the coding sheet, a step with its time, a distance, a trim code, options, keys',
  },
  'lock-sets': {
    entry: entry(lockSetData),
    correctable: true,
    who: atTheCar,
    says: 'a cylinder that is set to a key, and how it turns',
  },
  repairs: { entry: entry(repairData), correctable: true, who: atTheCar, says: 'a repair with its root' },
  clearings: { entry: entry(clearingData), correctable: true, who: atTheCar, says: 'codes were cleared' },
  /** The desk may enter what a customer reports, nothing else: see the server's gates. */
  exposures: {
    entry: entry(exposureData),
    correctable: true,
    who: withCustomer,
    says: 'a drive or start after the repair, or what the customer reports of several',
  },
  'code-ends': { entry: entry(codeEndData), correctable: true, who: atTheCar, says: 'why a code stays' },
  'module-ends': {
    entry: entry(moduleEndData),
    correctable: true,
    who: atTheCar,
    says: 'why a module stays silent',
  },
  notes: { entry: entry(noteData), correctable: true, who: everyone, says: 'a note' },
  'customer-links': {
    entry: entry(customerLinkData),
    correctable: true,
    who: withCustomer,
    says: 'a link by which the customer tells of the car',
  },
  'customer-reports': {
    entry: entry(customerReportData),
    correctable: true,
    who: withCustomer,
    says: 'what the customer told by their link',
    ownDoor: true,
  },
  'hand-backs': {
    entry: entry(handBackData),
    correctable: true,
    who: atTheCar,
    says: 'the car was given back',
  },
} as const satisfies Record<string, FactKindRow>;

export type FactKind = keyof typeof factKinds;
export const factKind = z.enum(Object.keys(factKinds) as [FactKind, ...FactKind[]]);

export type FactData<K extends FactKind> = z.input<(typeof factKinds)[K]['entry']>['data'];
export type FactEntry<K extends FactKind = FactKind> = z.input<(typeof factKinds)[K]['entry']>;

/** Takes a fact back by an entry that corrects it and puts nothing in its place. */
export const withdrawal = z.strictObject({ id, observedAt: instant, withdraws: id });
export type Withdrawal = z.infer<typeof withdrawal>;
