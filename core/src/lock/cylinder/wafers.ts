/** A key that was measured, and the wafers that let it turn the cylinder. */
import { Refusal } from '../../refusal/index.js';
import { cutLikelihood } from './likelihood.js';
import type { LockRequest } from '../schema.js';

export interface CutReading {
  readonly measured: number;
  readonly code: string;
  readonly probability: number;
  /** Every other code that has a chance of at least 1 in 20. */
  readonly ambiguousWith: readonly string[];
}

/** Neighbouring cuts further apart than the cylinder allows, or a cut that is no depth of the table. */
export type CutViolation =
  | { readonly kind: 'step'; readonly position: number; readonly step: number; readonly most: number }
  | { readonly kind: 'no-depth'; readonly position: number; readonly measured: number };

/** A wafer that keeps the cylinder from turning: above the shear line, or below it where `proudMm` is negative. */
export interface Blocking {
  readonly position: number;
  readonly proudMm: number;
}

export interface LockAnswer {
  readonly codes: readonly string[];
  readonly positions: readonly CutReading[];
  /** Wafers that the kit lacks, by code. */
  readonly short: Readonly<Record<string, number>>;
  readonly violations: readonly CutViolation[];
  readonly blocking: readonly Blocking[];
}

const ambiguousFrom = 0.05;
export const defaultToleranceMm = 0.1;

/**
 * The codes of a measured key, the wafers that the kit lacks for it, and which wafers of the cylinder as it is now
 * stand in the way, with the key fully in. Positions count from 1.
 * @throws Refusal on a code that the table does not have, or a cylinder of another length
 * @example setCylinder({ depths: [{ code: '1', mm: 8 }, { code: '2', mm: 7.5 }], measured: [7.98], accuracyMm: 0.05 })
 */
export function setCylinder(request: LockRequest): LockAnswer {
  const { measured, accuracyMm, maxStep, kit, cylinder } = request;
  const depths = checkedDepths(request);
  const wearMm = request.wearMm ?? 0;
  const sigma = accuracyMm / 2;
  const positions = measured.map((mm) => readCut(mm, depths, sigma, wearMm));
  const codes = positions.map(({ code }) => code);
  const rank = new Map([...depths].sort((a, b) => b.mm - a.mm).map(({ code }, n) => [code, n]));
  const violations: CutViolation[] = [];
  positions.forEach(({ code, measured: mm }, n) => {
    const own = depths.find((depth) => depth.code === code)!.mm;
    // Four standard deviations: a cut that is no depth at all, or the wrong table.
    if (mm > own + 4 * sigma || mm < own - wearMm - 4 * sigma)
      violations.push({ kind: 'no-depth', position: n + 1, measured: mm });
    const before = codes[n - 1];
    if (maxStep == null || before === undefined) return;
    const step = Math.abs(rank.get(code)! - rank.get(before)!);
    if (step > maxStep) violations.push({ kind: 'step', position: n + 1, step, most: maxStep });
  });
  return {
    codes,
    positions,
    short: kit ? kitShort(codes, kit) : {},
    violations,
    blocking: cylinder
      ? blockingWafers(measured, cylinder, depths, request.toleranceMm ?? defaultToleranceMm)
      : [],
  };
}

function checkedDepths({ depths, measured, cylinder }: LockRequest): LockRequest['depths'] {
  const codes = new Set<string>();
  depths.forEach(({ code, mm }, n) => {
    if (codes.has(code)) throw new Refusal(`depths[${n}].code`, `“${code}” is there twice`);
    if (depths.some((other, k) => k < n && other.mm === mm))
      throw new Refusal(`depths[${n}].mm`, `two codes have a height of ${mm} mm`);
    codes.add(code);
  });
  cylinder?.forEach((code, n) => {
    if (!codes.has(code)) throw new Refusal(`cylinder[${n}]`, `the table has no code “${code}”`);
  });
  if (cylinder && cylinder.length !== measured.length)
    throw new Refusal('cylinder', `expected ${measured.length} wafers, got ${cylinder.length}`);
  return depths;
}

function readCut(measured: number, depths: LockRequest['depths'], sigma: number, wearMm: number): CutReading {
  const likely = depths.map(({ mm }) => cutLikelihood(measured, mm, sigma, wearMm));
  const total = likely.reduce((sum, own) => sum + own, 0);
  // So far from every depth that no chance is left: the nearest, for what it is worth.
  const chances = total > 0 ? likely.map((own) => own / total) : nearest(measured, depths, wearMm);
  const best = chances.indexOf(Math.max(...chances));
  return {
    measured,
    code: depths[best]!.code,
    probability: chances[best]!,
    ambiguousWith: depths
      .map(({ code }, n) => ({ code, chance: chances[n]!, n }))
      .filter(({ chance, n }) => n !== best && chance >= ambiguousFrom)
      .sort((a, b) => b.chance - a.chance)
      .map(({ code }) => code),
  };
}

function nearest(measured: number, depths: LockRequest['depths'], wearMm: number): number[] {
  const off = depths.map(({ mm }) => Math.max(measured - mm, mm - wearMm - measured, 0));
  const best = off.indexOf(Math.min(...off));
  return off.map((_, n) => (n === best ? 1 : 0));
}

/** Wafers that a kit lacks for these codes, by code. */
export function kitShort(
  codes: readonly string[],
  kit: Readonly<Record<string, number>>,
): Record<string, number> {
  const short = new Map<string, number>();
  for (const code of new Set(codes)) {
    const needed = codes.filter((own) => own === code).length;
    const there = Object.hasOwn(kit, code) ? kit[code]! : 0;
    if (needed > there) short.set(code, needed - there);
  }
  return Object.fromEntries([...short].sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** A wafer rides as high as the cut under it; it is flush where the cut has the height that its code was made for. */
export function blockingWafers(
  cuts: readonly number[],
  cylinder: readonly string[],
  depths: LockRequest['depths'],
  toleranceMm: number,
): Blocking[] {
  return cylinder.flatMap((code, n) => {
    const proudMm = micrometres(cuts[n]! - depths.find((depth) => depth.code === code)!.mm);
    return Math.abs(proudMm) > toleranceMm + 1e-9 ? [{ position: n + 1, proudMm }] : [];
  });
}

/** Rounded to a micrometre: what is left of a difference of decimals. */
const micrometres = (mm: number) => Math.round(mm * 1000) / 1000;
