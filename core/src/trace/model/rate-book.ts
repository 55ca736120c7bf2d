/** The shop's table of base rates: how often each kind of element fails in each mode, and what proven closures add. */
import * as z from 'zod';
import { element, type ElementKind, faultMode, type FaultMode } from '../../circuit/index.js';
import { baseRates } from './base-rates.js';

const kinds = element.options.map((option) => option.shape.kind.value) as [ElementKind, ...ElementKind[]];
export const elementKind = z.enum(kinds);

export const baseRate = z.strictObject({
  kind: elementKind,
  mode: faultMode,
  weight: z.number().min(0).max(1000),
});
export type BaseRate = z.infer<typeof baseRate>;

/**
 * Closures that were proven dormant, by what had failed, and how many were to be expected by the supplied weights in
 * the circuits that were traced. A comeback takes its own away; the years before count less and less.
 */
export const learnedRate = z.strictObject({
  kind: elementKind,
  mode: faultMode,
  closures: z.number().min(0),
  expected: z.number().min(0),
});
export type LearnedRate = z.infer<typeof learnedRate>;

/** Version 0 is the table that comes with the product. */
export const rateBook = z.strictObject({
  version: z.int().min(0),
  rates: z.array(baseRate).max(500),
  learned: z.array(learnedRate).max(500),
});
export type RateBook = z.infer<typeof rateBook>;

/** The table that comes with the product. */
export const suppliedRates: readonly BaseRate[] = Object.entries(baseRates).flatMap(([kind, modes]) =>
  Object.entries(modes).map(([mode, weight]) => ({
    kind: kind as ElementKind,
    mode: mode as FaultMode,
    weight,
  })),
);

/** A kind and mode that no table names has the weight of one case. */
const unnamed = 1;

/** After so many years a closure counts half: cars and parts change. Judgement. */
export const yearsToHalf = 3;

/** What a closure of `year` still counts in `now`. */
export const remembered = (year: number, now: number): number =>
  0.5 ** (Math.max(0, now - year) / yearsToHalf);

/**
 * The weight now. The shop's own stands for as many cases as it says; what was found is held against what was to be
 * expected where such an element stood in a circuit, so that a kind of which every circuit has many gains nothing by it.
 *
 * @example learnedWeight(2, { closures: 3, expected: 1 }) // 2 · (2 + 3) / (2 + 1) = 3.33
 */
export function learnedWeight(
  weight: number,
  { closures, expected }: Pick<LearnedRate, 'closures' | 'expected'>,
): number {
  return weight > 0 ? (weight * (weight + closures)) / (weight + expected) : closures / (1 + expected);
}

/** The weight of a kind and mode now, with the closures that are in it. */
export function rateOf(
  book: RateBook,
  kind: ElementKind,
  mode: FaultMode,
): { weight: number; closures: number } {
  const own = ({ kind: k, mode: m }: { kind: ElementKind; mode: FaultMode }) => k === kind && m === mode;
  const learned = book.learned.find(own) ?? { closures: 0, expected: 0 };
  const weight = book.rates.find(own)?.weight ?? unnamed;
  return { weight: learnedWeight(weight, learned), closures: learned.closures };
}

/** The weight in the table that comes with the product. */
export function suppliedRate(kind: ElementKind, mode: FaultMode): number {
  return baseRates[kind][mode] ?? unnamed;
}
