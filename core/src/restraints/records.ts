/** What a job records of its restraint system: units and what was seen of them, loops, offers, donors, parcels. */
import * as z from 'zod';
import { inventoryItem, restraintPolicy, restraintSign, temporaryKind } from './schema.js';

const id = z.string().trim().min(1).max(80);
const line = z.string().trim().min(1).max(200);
const cents = z.int().min(0).max(100_000_000);
const day = z.iso.date();

/** What a restraint item sits in: whoever takes that off, fits it or buys it has the item in hand too. */
export const assembly = z.enum([
  'seat',
  'door',
  'column',
  'dash',
  'headliner',
  'pillar',
  'bumper',
  'console',
  'floor',
  'bonnet',
]);
export type Assembly = z.infer<typeof assembly>;

/** What a unit is known to be, whatever happened in this event. */
export const unitState = z.enum(['as-built', 'replaced-earlier', 'unknown']);

export const fittedItem = z.strictObject({
  ...inventoryItem.shape,
  label: line,
  inside: assembly.nullish(),
  state: unitState.nullish(),
  /** Which half of its connector carries the shorting bar. */
  bar: z.enum(['unit', 'harness', 'both', 'unknown']).nullish(),
});
export type FittedItem = z.infer<typeof fittedItem>;

export const loopLimit = z.strictObject({
  loop: id,
  lowOhms: z.number().min(0).max(1000),
  highOhms: z.number().min(0).max(1000),
  source: line,
});
export type LoopLimit = z.infer<typeof loopLimit>;

/** How high something lies: beneath the cushions, up to the window line, above it. */
export const level = z.enum(['low', 'middle', 'high']);
export type Level = z.infer<typeof level>;
/** Of the car’s width from left to right, of its length from the front: both in percent. */
const percent = z.number().min(0).max(100);
const corner = z.tuple([percent, percent]);

/** What is near a pyrotechnic unit or an impact sensor, as an outline seen from above. */
export const zoneOutline = z.strictObject({
  id,
  label: line,
  corners: z.array(corner).min(3).max(24),
  /** Left out, it reaches from the floor to the roof. */
  levels: z.array(level).min(1).max(3).nullish(),
});
export type ZoneOutline = z.infer<typeof zoneOutline>;

/** Where a connector, a module or a cover lies; steps find it by its name. */
export const carPlace = z.strictObject({
  /** As it is named in circuits and steps: `C44`, `rear lamp left`. */
  name: z.string().trim().min(2).max(80),
  at: corner,
  /** Left out, it may lie at any height. */
  level: level.nullish(),
  /** Opened by hand, as the owner’s handbook shows: looking in there without a tool reaches into no zone. */
  byHand: z.literal(true).nullish(),
});
export type CarPlace = z.infer<typeof carPlace>;

/** The restraint file of a model, or of the car on the bench: its items, its loops, its wait. */
export const restraintFile = z.strictObject({
  items: z.array(fittedItem).max(400),
  limits: z.array(loopLimit).max(100).nullish(),
  /** Minutes of the service data; without them the shop’s own wait holds. */
  wait: z.strictObject({ minutes: z.int().min(1).max(1440), source: line }).nullish(),
  /** Fuses that service data names, with the carrier or lid that each sits in. */
  fuses: z
    .array(z.strictObject({ fuse: line, where: line, source: line }))
    .max(20)
    .nullish(),
  /** Left out, they are drawn around the items as such cars usually have them. */
  zones: z.array(zoneOutline).max(60).nullish(),
  places: z.array(carPlace).max(300).nullish(),
  /** Of the car on the bench: what it is worth, for the watch on a total loss. */
  vehicleValueCents: cents.nullish(),
});
export type RestraintFile = z.infer<typeof restraintFile>;

/** The inventory of the car on the bench; the last one counts. */
export const inventoryData = z.strictObject({ file: restraintFile });

export const signData = z.strictObject({
  item: id,
  sign: restraintSign,
  /** Of a unit with several stages: the one that was seen. */
  stage: z.int().min(1).max(4).nullish(),
  note: z.string().trim().max(300).nullish(),
  /** The photo that shows it, among the job’s own. */
  attachmentId: z.uuid().nullish(),
});

/** At which moment a loop was read: what was moved, or done, just before. */
export const loopMoment = z.enum([
  'as-found',
  'seat-forward',
  'seat-back',
  'seat-middle',
  'harness-moved',
  'wheel-turned',
  'power-cycled',
  'after-reseat',
  'after-repair',
]);
export type LoopMoment = z.infer<typeof loopMoment>;

export const loopReadingData = z.strictObject({
  loop: id,
  moment: loopMoment,
  ohms: z.number().min(0).max(1000).nullish(),
  overload: z.literal(true).nullish(),
  note: z.string().trim().max(200).nullish(),
});
export type LoopReading = z.infer<typeof loopReadingData>;

export const seatMoment = z.enum(['unbelted', 'belted', 'empty', 'occupied']);
export type SeatMoment = z.infer<typeof seatMoment>;
/** A buckle or mat as its module shows it: a state, ohms or milliamps, as the vehicle codes it. */
export const seatReadingData = z.strictObject({
  seat: line,
  moment: seatMoment,
  shows: z.string().trim().max(40).nullish(),
  ohms: z.number().min(0).max(1_000_000).nullish(),
  milliamps: z.number().min(0).max(1000).nullish(),
});
export type SeatReading = z.infer<typeof seatReadingData>;

export const temporaryData = z.strictObject({
  kind: temporaryKind,
  where: line,
  traceId: z.uuid().nullish(),
  /** The temporary state that was taken out; left out, this one was put in. */
  removes: z.uuid().nullish(),
});

/** What a route to put one item right costs and takes; several for an item stand beside each other. */
export const offerData = z.strictObject({
  item: id,
  kind: restraintPolicy,
  from: line,
  priceCents: cents,
  /** Bolts, clips and trim that are bought with it. */
  smallPartsCents: cents.nullish(),
  postageCents: cents.nullish(),
  minutes: z.number().min(0).max(10_000),
  days: z.number().min(0).max(400),
  /** Of a salvage unit: the donor that it comes from, as recorded in this job. */
  donorId: z.uuid().nullish(),
});
export type Offer = z.infer<typeof offerData>;

export const donorSign = z.enum([
  'deployed',
  'locked',
  'stalk-short',
  'cable-out',
  'webbing-marked',
  'loop-open',
  'loop-high',
  'loop-normal',
  'no-sign',
]);
/** One salvage unit on offer, and what is shown of it. */
export const donorData = z.strictObject({
  item: id,
  seller: line,
  donorVin: z.string().trim().max(17).nullish(),
  event: z.enum(['none', 'side', 'rear', 'front', 'rollover', 'water', 'unknown']),
  /** Photos of this very unit: of all sides, of its label, of its plug. */
  photos: z.int().min(0).max(50),
  signs: z.array(donorSign).max(9),
  stalkMillimetres: z.number().min(0).max(1000).nullish(),
  /** The same part on the car on the bench, or as built. */
  stalkAsBuiltMillimetres: z.number().min(0).max(1000).nullish(),
  built: z
    .string()
    .regex(/^\d{4}-(?:0[1-9]|1[0-2])$/, 'expected a year and a month such as 2019-04')
    .nullish(),
  /** The window in which its unit has to be built, where the maker gives one. */
  builtFrom: z
    .string()
    .regex(/^\d{4}-(?:0[1-9]|1[0-2])$/)
    .nullish(),
  builtTo: z
    .string()
    .regex(/^\d{4}-(?:0[1-9]|1[0-2])$/)
    .nullish(),
  storage: z.enum(['dry', 'outside', 'unknown']),
  /** What the seller says, without anything that shows it. */
  claim: z.string().trim().max(300).nullish(),
});
export type Donor = z.infer<typeof donorData>;

/** A unit posted to a service and back. */
export const parcelData = z.strictObject({
  item: id,
  service: line,
  sentOn: day,
  dueOn: day,
  /** Each stage is recorded as spent or live. */
  stages: z.enum(['all-spent', 'some-live', 'no-charge']),
  /** The carrier’s acceptance of it, by number or name. */
  accepted: line,
  /** Of a control module: its crash data is saved first. */
  crashDataSaved: z.boolean().nullish(),
  /** Set when it is back: whether its check lamp went out. */
  back: z.strictObject({ on: day, lamp: z.enum(['went-out', 'lit-again', 'not-tried']) }).nullish(),
});
export type Parcel = z.infer<typeof parcelData>;
