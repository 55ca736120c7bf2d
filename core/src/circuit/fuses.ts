/** Cold resistances of fuses by style and rating, in ohms: shop data, typical of blade fuses. */
import type * as z from 'zod';
import type { fuseStyle } from './schema.js';

type Style = z.infer<typeof fuseStyle>;

export const fuseOhms: Readonly<Record<Style, readonly (readonly [amps: number, ohms: number])[]>> = {
  mini: [
    [2, 0.054],
    [3, 0.031],
    [4, 0.022],
    [5, 0.0171],
    [7.5, 0.0106],
    [10, 0.0075],
    [15, 0.0046],
    [20, 0.0032],
    [25, 0.0024],
    [30, 0.0019],
  ],
  regular: [
    [1, 0.123],
    [2, 0.0535],
    [3, 0.0312],
    [4, 0.0223],
    [5, 0.0178],
    [7.5, 0.0109],
    [10, 0.0077],
    [15, 0.0048],
    [20, 0.0034],
    [25, 0.0025],
    [30, 0.002],
    [40, 0.0014],
  ],
  maxi: [
    [20, 0.0035],
    [30, 0.0022],
    [40, 0.0014],
    [50, 0.0011],
    [60, 0.0009],
    [70, 0.0008],
    [80, 0.0007],
    [100, 0.0005],
  ],
};

/** A steady current above the rating times this opens a fuse. */
export const blowsAt = 1.35;

/**
 * Cold ohms of a fuse: from the table, between two ratings by a power law, beyond its ends by the nearest
 * rating's product of amps and ohms.
 */
export function coldFuseOhms(amps: number, style: Style = 'mini'): number {
  const table = fuseOhms[style];
  const above = table.findIndex(([rating]) => rating >= amps);
  if (above === 0 || above === -1) {
    const [rating, ohms] = table.at(above)!;
    return (rating * ohms) / amps;
  }
  const [high, highOhms] = table[above]!;
  if (high === amps) return highOhms;
  const [low, lowOhms] = table[above - 1]!;
  const share = Math.log(amps / low) / Math.log(high / low);
  return lowOhms * (highOhms / lowOhms) ** share;
}
