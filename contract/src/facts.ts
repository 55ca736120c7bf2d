/** The facts that can be entered in a job, by the segment of their address. */
import {
  beaconData,
  clearingData,
  codeEndData,
  exposureData,
  handBackData,
  noteData,
  readingData,
  repairData,
  scanData,
  traceData,
  waiverData,
} from '@dormant-beacon/core/job';
import * as z from 'zod';

const id = z.uuid();

/** What comes before the data of every fact: its id, made by the client, and when it was seen. */
const envelope = {
  id,
  observedAt: z.iso.datetime({ offset: true }),
  /** The fact that this one takes the place of. */
  corrects: id.nullish(),
};

const entry = <S extends z.ZodRawShape>(data: z.ZodObject<S>) => z.strictObject({ ...envelope, data });

/** Whether a later entry may correct or withdraw it: everything but the baseline's kind of facts. */
export const factKinds = {
  beacons: { entry: entry(beaconData), correctable: true, says: 'a beacon or complaint as seen' },
  scans: { entry: entry(scanData), correctable: false, says: 'a report, kept as pasted and read' },
  waivers: {
    entry: entry(waiverData),
    correctable: false,
    says: 'why no baseline can be had, signed by the lead',
  },
  traces: { entry: entry(traceData), correctable: true, says: 'a circuit chosen to be traced' },
  readings: { entry: entry(readingData), correctable: true, says: 'what a test gave' },
  repairs: { entry: entry(repairData), correctable: true, says: 'a repair with its root' },
  clearings: { entry: entry(clearingData), correctable: true, says: 'codes were cleared' },
  exposures: { entry: entry(exposureData), correctable: true, says: 'a drive or start after the repair' },
  'code-ends': { entry: entry(codeEndData), correctable: true, says: 'why a code stays' },
  notes: { entry: entry(noteData), correctable: true, says: 'a note' },
  'hand-backs': { entry: entry(handBackData), correctable: true, says: 'the car was given back' },
} as const;

export type FactKind = keyof typeof factKinds;
export const factKind = z.enum(Object.keys(factKinds) as [FactKind, ...FactKind[]]);

export type FactData<K extends FactKind> = z.input<(typeof factKinds)[K]['entry']>['data'];
export type FactEntry<K extends FactKind = FactKind> = z.input<(typeof factKinds)[K]['entry']>;

/** Takes a fact back by an entry that corrects it and puts nothing in its place. */
export const withdrawal = z.strictObject({ id, observedAt: z.iso.datetime({ offset: true }), withdraws: id });
export type Withdrawal = z.infer<typeof withdrawal>;
