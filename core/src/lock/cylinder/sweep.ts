/** The cylinder with a key in it: how each wafer stands at every depth to which the key is pushed in. */
import type { DepthTable } from '../schema.js';

/** Key and wafers of one cylinder; heights in millimetres, from the shoulder on. */
export interface KeyedCylinder {
  readonly table: Pick<DepthTable, 'depths' | 'pitchMm' | 'firstMm' | 'toleranceMm'>;
  readonly cuts: readonly number[];
  readonly wafers: readonly string[];
}

export interface StandingWafer {
  readonly position: number;
  /** Above the shear line, or below it where negative; null where no key is under the wafer. */
  readonly proudMm: number | null;
}

/** Half the width of the flat floor of a cut, as a part of the pitch; from there its flanks rise to the blade’s edge. */
const floorPart = 0.25;

/**
 * The key’s height at a distance from its shoulder: the cut’s height on its floor, and on a flank what lies between
 * neighbouring cuts; null beyond its tip, which lies a pitch behind the last cut.
 */
export function keyHeightAt({ table, cuts }: KeyedCylinder, fromShoulderMm: number): number | null {
  const { pitchMm, firstMm, depths } = table;
  const blade = Math.max(...depths.map(({ mm }) => mm));
  const along = (fromShoulderMm - firstMm) / pitchMm;
  if (along > cuts.length) return null;
  const near = Math.min(Math.max(Math.round(along), 0), cuts.length - 1);
  const off = Math.abs(along - near);
  if (off <= floorPart) return cuts[near]!;
  const next = cuts[near + Math.sign(along - near)] ?? blade;
  const part = Math.min(1, (off - floorPart) / (1 - 2 * floorPart));
  return cuts[near]! + (next - cuts[near]!) * part;
}

/**
 * How each wafer stands while the key lacks `outMm` of being fully in; negative: it went in too far, as a key does whose
 * shoulder is worn or missing.
 */
export function wafersAt(cylinder: KeyedCylinder, outMm: number): readonly StandingWafer[] {
  const { table, wafers } = cylinder;
  return wafers.map((code, n) => {
    const height = keyHeightAt(cylinder, table.firstMm + n * table.pitchMm + outMm);
    const own = table.depths.find((depth) => depth.code === code)!.mm;
    return { position: n + 1, proudMm: height === null ? null : Math.round((height - own) * 1000) / 1000 };
  });
}

/** Turns the cylinder at this depth? */
export const turnsAt = (cylinder: KeyedCylinder, outMm: number): boolean =>
  wafersAt(cylinder, outMm).every(
    ({ proudMm }) => proudMm !== null && Math.abs(proudMm) <= cylinder.table.toleranceMm + 1e-9,
  );

/**
 * How far the key may lack of being in, and go in too far, with the cylinder still turning; null where it does not turn
 * even fully in. A key that turns only a little too far in tells a worn shoulder.
 */
export function turningRange(
  cylinder: KeyedCylinder,
  stepMm = 0.05,
): { readonly outMm: number; readonly inMm: number } | null {
  if (!turnsAt(cylinder, 0)) return null;
  const reach = (direction: 1 | -1) => {
    let steps = 0;
    while (steps * stepMm < cylinder.table.pitchMm && turnsAt(cylinder, direction * (steps + 1) * stepMm))
      steps += 1;
    return Math.round(steps * stepMm * 1000) / 1000;
  };
  return { outMm: reach(1), inMm: reach(-1) };
}
