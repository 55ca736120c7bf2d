/** Lock cylinders: the table of depths, a key that was measured, the wafers at hand. The one definition of their data. */
import * as z from 'zod';

const code = z.string().trim().min(1).max(8);
const millimetres = z.number().gt(0).max(100);
const perPosition = <T extends z.ZodType>(own: T) => z.array(own).min(1).max(30);

/** Cut heights by code, in any order. */
export const depths = z
  .array(z.strictObject({ code, mm: millimetres }))
  .min(1)
  .max(40);

export const lockRequest = z.strictObject({
  depths,
  /** Cut heights of the key, from its shoulder to its tip. */
  measured: perPosition(millimetres),
  /** Two standard deviations of the measure. */
  accuracyMm: z.number().gt(0).max(5),
  /** Most that a cut can have worn; as likely to be any less. */
  wearMm: z.number().min(0).max(5).nullish(),
  /** Most codes between neighbouring cuts. */
  maxStep: z.int().min(1).max(40).nullish(),
  /** Wafers at hand by code. */
  kit: z.record(code, z.int().min(0).max(10_000)).nullish(),
  /** Codes of the wafers that are in the cylinder now. */
  cylinder: perPosition(code).nullish(),
  /** How far a wafer may stand off the shear line and still let the cylinder turn; left out, 0.1. */
  toleranceMm: z.number().gt(0).max(5).nullish(),
});
export type LockRequest = z.infer<typeof lockRequest>;

export const waferHands = ['left', 'right'] as const;
export type WaferHand = (typeof waferHands)[number];

/** One model of cylinder, as the library keeps it. */
export const depthTable = z.strictObject({
  name: z.string().trim().min(1).max(80),
  depths,
  /** The side from which each wafer is pushed in, from the shoulder on; its length is the number of positions. */
  hands: perPosition(z.enum(waferHands)),
  /** From one cut to the next, and from the shoulder to the first. */
  pitchMm: millimetres,
  firstMm: millimetres,
  maxStep: z.int().min(1).max(40).nullish(),
  toleranceMm: z.number().gt(0).max(5),
  wearMm: z.number().min(0).max(5),
  /** Where these figures are from. */
  source: z.string().trim().min(1).max(200),
});
export type DepthTable = z.infer<typeof depthTable>;
