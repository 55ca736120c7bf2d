/** Readings of the basics: what was measured at the battery, and under which conditions. */
import * as z from 'zod';

export const batteryType = z.enum(['flooded', 'efb', 'agm', 'gel', 'lithium', 'unknown']);
export type BatteryType = z.infer<typeof batteryType>;
/** A rating and a tester's figure can be compared in the same standard only. */
export const ratingStandard = z.enum(['EN', 'SAE', 'DIN', 'IEC', 'JIS']);

export const batteryReading = z.strictObject({
  type: batteryType,
  restingVolts: z.number().min(0).max(60),
  /** Hours since it was last charged or driven; left out where nobody knows. */
  restHours: z.number().min(0).max(10_000).nullish(),
  /** Lamps on for two minutes, then off, or the like: the surface charge is gone. */
  surfaceChargeRemoved: z.boolean().nullish(),
  celsius: z.number().min(-50).max(90).nullish(),
  ratedAmps: z.int().min(50).max(3000).nullish(),
  ratedStandard: ratingStandard.nullish(),
  /** The tester's figure, in the standard that it was set to. */
  measuredAmps: z.int().min(0).max(3000).nullish(),
  measuredStandard: ratingStandard.nullish(),
  /** Other figures that testers print: health as a share of new, and the ohms inside. */
  healthPercent: z.number().min(0).max(150).nullish(),
  milliohms: z.number().gt(0).max(1000).nullish(),
  /** It was charged fully for this reading: the retest. */
  charged: z.boolean().nullish(),
  /** Where the volts were taken: at the clamps of the vehicle, or at a battery that is disconnected from it. */
  where: z.enum(['clamps', 'disconnected']).nullish(),
});
export type BatteryReading = z.infer<typeof batteryReading>;
