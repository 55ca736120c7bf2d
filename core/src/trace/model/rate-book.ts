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

/** Closures that were proven dormant, by what had failed. A comeback takes its own away. */
export const learnedRate = z.strictObject({ kind: elementKind, mode: faultMode, closures: z.int().min(0) });
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

/** The weight now: the shop's own, one more for every proven closure. */
export function rateOf(
  book: RateBook,
  kind: ElementKind,
  mode: FaultMode,
): { weight: number; closures: number } {
  const own = ({ kind: k, mode: m }: { kind: ElementKind; mode: FaultMode }) => k === kind && m === mode;
  const closures = book.learned.find(own)?.closures ?? 0;
  return { weight: (book.rates.find(own)?.weight ?? unnamed) + closures, closures };
}

/** The weight in the table that comes with the product. */
export function suppliedRate(kind: ElementKind, mode: FaultMode): number {
  return baseRates[kind][mode] ?? unnamed;
}
