/** How the parts of one model are reached: steps, what holds, what has to come off first. The one definition of its data. */
import * as z from 'zod';
import { cavityClass } from '../trace/index.js';
import { accessAreas, clipDirections, plugLocks, stepActs } from './acts.js';
import { accessStep, fastener } from './schema.js';

const id = z
  .string()
  .trim()
  .min(1)
  .max(40)
  .regex(/^[a-z0-9][a-z0-9.-]*$/, 'expected small letters, figures, dots and hyphens');
const line = z.string().trim().min(1).max(200);
const short = z.string().trim().min(1).max(80);
const lines = z.array(line).max(20).nullish();

export const mapFastener = z.strictObject({
  ...fastener.shape,
  count: z.int().min(1).max(500),
  thread: short.nullish(),
  /** What makes it another than its neighbours: `left-hand`, `hollow`, `longest at the rear`. */
  mark: short.nullish(),
});
export type MapFastener = z.infer<typeof mapFastener>;

export const material = z.strictObject({
  name: short,
  /** Where it goes and where it does not. */
  rule: line,
  /** Time to cure or dry before anything is closed over it. */
  waitMinutes: z
    .number()
    .gt(0)
    .max(7 * 24 * 60)
    .nullish(),
});
export type Material = z.infer<typeof material>;

export const mapPlug = z.strictObject({
  name: short,
  locks: z.array(z.enum(plugLocks)).max(4).nullish(),
  /** Of the most dangerous of its cavities. */
  cavity: cavityClass.nullish(),
});
export type MapPlug = z.infer<typeof mapPlug>;

/** How the car has to stand for it. */
export const precondition = z.strictObject({ what: line, needsPower: z.boolean().nullish() });

const way = { needs: accessStep.shape.needs };
const told = {
  hazards: lines,
  materials: z.array(material).max(10).nullish(),
  /** Restraint and high-voltage are guarded whatever their words say; nothing here takes a guard away. */
  danger: z.enum(['restraint', 'high-voltage']).nullish(),
};

export const mapStep = z.strictObject({
  id,
  label: line,
  act: z.enum(stepActs),
  area: z.enum(accessAreas),
  /** Where the hand goes. */
  place: line,
  /** Whose small parts go into one bag. */
  zone: short,
  minutes: z.number().min(0).max(600),
  ...way,
  fasteners: z.array(mapFastener).max(30).nullish(),
  clips: z
    .array(z.strictObject({ what: short, count: z.int().min(1).max(200), direction: z.enum(clipDirections) }))
    .max(10)
    .nullish(),
  plugs: z.array(mapPlug).max(20).nullish(),
  /** Cables and hoses, with the way that they run. */
  cables: lines,
  preconditions: z.array(precondition).max(10).nullish(),
  /** In which state of the supply it is done; left out, either will do. */
  power: z.enum(['on', 'dead']).nullish(),
  ...told,
  /** Order or routing can be mistaken: a photo is taken first. */
  photo: z.boolean().nullish(),
  /** Functions to try once all is closed; left out, what hangs on its plugs. */
  tries: z.array(short).max(20).nullish(),
  /** How it goes back, where that is more than the same in reverse. */
  back: line.nullish(),
});
export type MapStep = z.infer<typeof mapStep>;

export const mapPart = z.strictObject({
  id,
  label: line,
  /** What it is, such as `wiper motor`: decides its function sheet and the rules by which it is fitted. */
  kind: short,
  /** Whose small parts go into one bag. */
  zone: short,
  minutes: z.number().min(0).max(600),
  ...way,
  /** Steps that have to be back before its function can be tried. */
  tryNeeds: z.array(id).max(60).nullish(),
  /** Modes to try beside those that parts of its kind have. */
  modes: z.array(short).max(20).nullish(),
  fasteners: z.array(mapFastener).max(30).nullish(),
  plugs: z.array(mapPlug).max(20).nullish(),
  ...told,
});
export type MapPart = z.infer<typeof mapPart>;

export const mostMapSteps = 300;
export const accessMap = z.strictObject({
  make: line,
  model: line,
  title: line,
  /** Where it is from: service data with its page, or the shop’s own hands. */
  source: line,
  steps: z.array(mapStep).max(mostMapSteps),
  parts: z.array(mapPart).max(100),
  /** What is lost when the power goes, and how it comes back. */
  lostWithPower: z
    .array(z.strictObject({ what: line, back: line }))
    .max(30)
    .nullish(),
});
export type AccessMap = z.infer<typeof accessMap>;

export const accessMapFormat = 'dormant-beacon/access-map';
/** A map as a file, to be given away. */
export const accessMapFile = z.strictObject({
  format: z.literal(accessMapFormat),
  version: z.literal(1),
  ...accessMap.shape,
});
export type AccessMapFile = z.infer<typeof accessMapFile>;
