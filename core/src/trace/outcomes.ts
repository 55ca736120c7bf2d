/** The outcomes that a test may have, and how likely each is under every suspect. */
import { accuracyOf, findsChances, movesChance } from './evidence.js';
import { type Accuracy, epsilon, outsideShare, resolution, spread } from './likelihood.js';
import type { Predictions } from './predict.js';
import { isMetered } from './predict.js';
import type { ReadyCase } from './prepare.js';
import { type MeteredTest, outside, type TraceReading, type TraceTest } from './schema.js';

export interface Outcome {
  readonly reading: Omit<TraceReading, 'test'>;
  /** P(outcome | suspect), in the suspects' order; over all outcomes of a test they sum to 1. */
  readonly chances: Float64Array;
}

/** What is believed of each suspect's worlds, thinned for planning; left out, what was before any reading. */
export const thinnedWorlds = (predicted: Predictions, worlds = predicted.shares): Thinned[] =>
  worlds.map((shares) => thinned(shares, predicted.supply.length));

/**
 * @param worlds what is believed of each suspect's worlds now
 * @param weights of the suspects: what the weighty ones foresee is told apart the finest
 */
export function outcomesOf(
  ready: ReadyCase,
  predicted: Predictions,
  test: TraceTest,
  worlds: readonly Thinned[] = thinnedWorlds(predicted),
  weights: ArrayLike<number> = ready.suspects.map(({ prior }) => prior),
): Outcome[] {
  if (isMetered(test)) return meteredOutcomes(ready, predicted, test, worlds, weights);
  const chances = Float64Array.from(
    test.kind === 'swap'
      ? ready.suspects.map((suspect) => movesChance(test, suspect))
      : findsChances(ready, predicted, test),
  );
  const field = test.kind === 'swap' ? 'moved' : 'found';
  return [
    { reading: { [field]: true }, chances },
    { reading: { [field]: false }, chances: chances.map((chance) => 1 - chance) },
  ];
}

/** Readings nearer than so many standard deviations are foreseen as one. */
const mergeSpreads = 1.5;
/** No more outcomes of one test are told apart, for the sake of the time that a plan takes. */
const mostOutcomes = 24;

/** A world that stands for its neighbours, and their share together. */
export interface Thinned {
  readonly world: Int32Array;
  readonly share: Float64Array;
}

/** Sizes and supplies that stand together. */
const block = { sizes: 2, supplies: 3 } as const;
/** A world of less weight changes no plan. */
const leastShare = 1e-4;

/** Few worlds for many: of each block the weightiest, with the share of all in it. For planning, not for evidence. */
export function thinned(shares: Float64Array, steps: number): Thinned {
  const sizes = shares.length / steps;
  const world: number[] = [];
  const share: number[] = [];
  for (let n = 0; n < sizes; n += block.sizes)
    for (let k = 0; k < steps; k += block.supplies) {
      let [sum, most, at] = [0, -1, 0];
      for (let size = n; size < Math.min(sizes, n + block.sizes); size++)
        for (let supply = k; supply < Math.min(steps, k + block.supplies); supply++) {
          const own = shares[size * steps + supply]!;
          sum += own;
          if (own > most) [most, at] = [own, size * steps + supply];
        }
      if (sum < leastShare) continue;
      world.push(at);
      share.push(sum);
    }
  const total = share.reduce((sum, own) => sum + own, 0);
  return { world: Int32Array.from(world), share: Float64Array.from(share, (own) => own / total) };
}

/** The suspects' predictions, merged where they cannot be told apart, and over-limit if any predicts it. */
function meteredOutcomes(
  ready: ReadyCase,
  predicted: Predictions,
  test: MeteredTest,
  worlds: readonly Thinned[],
  weights: ArrayLike<number>,
): Outcome[] {
  const accuracy = accuracyOf(test);
  const table = predicted.tests.get(test.id)!;
  const foreseen = worlds.map((own, s) =>
    foreseenBy(table[s]!, predicted.turns[s]!, predicted.shares[s]!.length, own),
  );
  const { values, over } = stretches(foreseen, weights, accuracy);
  const count = values.length + (over ? 1 : 0);
  const edges = values.slice(1).map((value, n) => (value + values[n]!) / 2);
  const chances = Array.from({ length: count }, () => new Float64Array(ready.suspects.length));
  for (const [s, suspect] of ready.suspects.entries()) {
    const own = new Float64Array(count);
    for (const { value, share } of foreseen[s]!) {
      if (Number.isNaN(value)) own[count - 1]! += share;
      else spreadOver(own, edges, value, spread(accuracy, value), share);
    }
    // A slip of hand or eye may show anything; so may what lies outside the circuit.
    const slips = suspect.id === outside ? outsideShare : epsilon;
    for (let o = 0; o < count; o++) chances[o]![s] = (1 - slips) * own[o]! + slips / count;
  }
  return chances.map((own, o) => ({
    reading: o < values.length ? { value: values[o]! } : { overload: true as const },
    chances: own,
  }));
}

/** What one suspect foresees, and how likely; NaN over the limit. */
interface Foreseen {
  readonly value: number;
  readonly share: number;
}

function foreseenBy(
  values: Float64Array,
  turns: Float64Array,
  worlds: number,
  { world, share }: Thinned,
): Foreseen[] {
  return [...turns].flatMap((turn, t) =>
    [...world].map((at, n) => ({ value: values[t * worlds + at]!, share: turn * share[n]! })),
  );
}

/** The values that a test is foreseen to show, each for a stretch of them, and whether it may be over the limit. */
function stretches(
  foreseen: readonly (readonly Foreseen[])[],
  weights: ArrayLike<number>,
  accuracy: Accuracy,
): { values: number[]; over: boolean } {
  const steps: [value: number, weight: number][] = [];
  let over = false;
  for (const [s, own] of foreseen.entries())
    for (const { value, share } of own) {
      if (Number.isNaN(value)) over = true;
      else steps.push([value, share * weights[s]!]);
    }
  steps.sort((a, b) => a[0] - b[0]);
  const merged: { from: number; sum: number; weight: number }[] = [];
  for (const [value, weight] of steps) {
    const last = merged.at(-1);
    const width = last
      ? Math.max(resolution(accuracy, last.from), mergeSpreads * spread(accuracy, last.from))
      : 0;
    if (last && (value === last.from || value - last.from < width)) {
      last.sum += value * weight;
      last.weight += weight;
    } else merged.push({ from: value, sum: value * weight, weight });
  }
  // The lightest goes to its lighter neighbour until few enough are left.
  while (merged.length > mostOutcomes) {
    const least = merged.reduce((best, one, n) => (one.weight < merged[best]!.weight ? n : best), 0);
    const [before, after] = [merged[least - 1], merged[least + 1]];
    const into = !before || (after && after.weight < before.weight) ? after! : before;
    into.sum += merged[least]!.sum;
    into.weight += merged[least]!.weight;
    merged.splice(least, 1);
  }
  return { values: merged.map(({ from, sum, weight }) => (weight > 0 ? sum / weight : from)), over };
}

/** Lays the share of a prediction over the stretches between `edges`, as readings scatter around it. */
function spreadOver(
  into: Float64Array,
  edges: readonly number[],
  value: number,
  sigma: number,
  share: number,
): void {
  let o = 0;
  if (sigma === 0) {
    while (o < edges.length && value > edges[o]!) o++;
    into[o]! += share;
    return;
  }
  while (o < edges.length && edges[o]! < value - farSpreads * sigma) o++;
  let below = 0;
  for (; o < edges.length; o++) {
    const now = edges[o]! > value + farSpreads * sigma ? 1 : normalBelow((edges[o]! - value) / sigma);
    into[o]! += share * (now - below);
    below = now;
    if (now === 1) return;
  }
  into[edges.length]! += share * (1 - below);
}

/** Beyond so many standard deviations nothing is read. */
const farSpreads = 4;

/** Share of a normal distribution below z. Source: Abramowitz and Stegun, 7.1.26; within 1.5e-7. */
function normalBelow(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return z < 0 ? tail / 2 : 1 - tail / 2;
}
