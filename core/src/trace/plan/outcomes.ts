/** The outcomes that a test may have, and how likely each is under every suspect. */
import { accuracyOf, findsChances, movesChance } from '../observe/evidence.js';
import { type Accuracy, epsilon, outsideShare, resolution, spread } from '../observe/likelihood.js';
import { isMetered, type Prediction, type Predictions } from '../observe/predict.js';
import { hasLeads, leads } from '../observe/unknowns.js';
import type { ReadyCase } from '../model/prepare.js';
import { type MeteredTest, outside, type TraceReading, type TraceTest } from '../model/schema.js';

export interface Outcome {
  readonly reading: Omit<TraceReading, 'test'>;
  /** P(outcome | suspect), in the suspects' order; over all outcomes of a test they sum to 1. */
  readonly chances: Float64Array;
}

/** What is believed of each suspect's worlds, thinned for planning; left out, what was before any reading. */
export const thinnedWorlds = (predicted: Predictions, worlds = predicted.shares): Thinned[] =>
  worlds.map((shares, s) => thinned(shares, predicted.supply.length, predicted.turns[s]!));

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

/** Worlds that stand for their neighbours, and what is believed of each with its neighbours together. */
export interface Thinned {
  readonly world: Int32Array;
  /** Those that are likely enough to matter, turn after turn: their places among turns × worlds, and their shares. */
  readonly likely: Int32Array;
  readonly share: Float64Array;
}

/** Sizes and supplies that stand together: neighbours that a plan need not tell apart. */
const block = { sizes: 4, supplies: 5 } as const;

/** A world of less weight changes no plan. */
const leastShare = 1e-5;

/** Few worlds for many: the middle one of each block, with the share of all in it. For planning, not for evidence. */
function thinned(shares: Float64Array, steps: number, turns: Float64Array): Thinned {
  const sizes = shares.length / steps;
  const [across, down] = [Math.ceil(steps / block.supplies), Math.ceil(sizes / block.sizes)];
  const world = new Int32Array(across * down);
  const share = new Float64Array(across * down);
  const middle = (from: number, width: number, most: number) =>
    (from + Math.min(from + width, most) - 1) >> 1;
  for (let n = 0; n < world.length; n++) {
    const size = Math.floor(n / across) * block.sizes;
    const supply = (n % across) * block.supplies;
    world[n] = middle(size, block.sizes, sizes) * steps + middle(supply, block.supplies, steps);
    for (let k = size; k < Math.min(size + block.sizes, sizes); k++)
      for (let own = supply; own < Math.min(supply + block.supplies, steps); own++)
        share[n]! += shares[k * steps + own]!;
  }
  const likely: number[] = [];
  const shareOf: number[] = [];
  let total = 0;
  for (let turn = 0, at = 0; turn < turns.length; turn++)
    for (let n = 0; n < world.length; n++, at++) {
      const own = turns[turn]! * share[n]!;
      if (!(own > leastShare)) continue;
      likely.push(at);
      shareOf.push(own);
      total += own;
    }
  return { world, likely: Int32Array.from(likely), share: Float64Array.from(shareOf, (own) => own / total) };
}

/**
 * What the suspects foresee for one test, sorted into bins a quarter of the meter's width wide. It depends on the
 * predictions alone, so it is made once and serves every plan of the case.
 */
interface Binned {
  /** The bin of every thinned world, turn after turn, suspect after suspect; `over` where it is over the limit. */
  readonly bins: Int32Array;
  /** Where each suspect’s bins begin. */
  readonly from: Int32Array;
  /** By bin: the mean of what was sorted into it. */
  readonly value: Float64Array;
}

const over = -1;
const binsPerWidth = 4;
const kept = new WeakMap<readonly Prediction[], Binned>();

function binnedOf(
  predictions: readonly Prediction[],
  { turns }: Predictions,
  worlds: readonly Thinned[],
  accuracy: Accuracy,
): Binned {
  const known = kept.get(predictions);
  if (known) return known;
  const from = new Int32Array(predictions.length + 1);
  predictions.forEach((_, s) => (from[s + 1] = from[s]! + turns[s]!.length * worlds[s]!.world.length));
  const values = new Float64Array(from[predictions.length]!);
  predictions.forEach((prediction, s) => {
    const { world } = worlds[s]!;
    for (let turn = 0, at = from[s]!; turn < turns[s]!.length; turn++)
      for (const own of world) values[at++] = prediction.at(turn, own);
  });
  const number = new Map<number, number>();
  const place = (value: number) => Math.floor(binsPerWidth * widthsOf(value, accuracy));
  for (const value of values) if (value === value) number.set(place(value), 0);
  const places = [...number.keys()].sort((a, b) => a - b);
  places.forEach((one, n) => number.set(one, n));
  const [sum, count] = [new Float64Array(places.length), new Float64Array(places.length)];
  const bins = Int32Array.from(values, (value) => {
    if (value !== value) return over;
    const bin = number.get(place(value))!;
    sum[bin]! += value;
    count[bin]! += 1;
    return bin;
  });
  const made = { bins, from, value: sum.map((own, n) => own / count[n]!) };
  kept.set(predictions, made);
  return made;
}

/** How many widths of a meter lie between nothing and a value: even steps of it are told apart equally well. */
function widthsOf(value: number, { percent, digits }: Accuracy): number {
  const least = digits > 0 ? digits : 1e-3;
  const share = percent / 100;
  const widths = share > 0 ? Math.log1p((share * Math.abs(value)) / least) / share : Math.abs(value) / least;
  return value < 0 ? -widths : widths;
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
  const { bins, from, value } = binnedOf(predicted.tests.get(test.id)!, predicted, worlds, accuracy);
  const weight = new Float64Array(value.length);
  let hasOver = false;
  for (let s = 0; s < worlds.length; s++) {
    const { likely, share } = worlds[s]!;
    for (let n = 0; n < likely.length; n++) {
      const bin = bins[from[s]! + likely[n]!]!;
      if (bin === over) hasOver = true;
      else weight[bin]! += share[n]! * weights[s]!;
    }
  }
  const values = stretches(value, weight, accuracy);
  const count = values.length + (hasOver ? 1 : 0);
  const scattered = scatter(value, values, accuracy, hasLeads(test));
  const all = new Float64Array(count * worlds.length);
  const row = (o: number) => o * worlds.length;
  for (let s = 0; s < worlds.length; s++) {
    const { likely, share } = worlds[s]!;
    for (let n = 0; n < likely.length; n++) {
      const bin = bins[from[s]! + likely[n]!]!;
      if (bin === over) all[row(count - 1) + s]! += share[n]!;
      else {
        const { first, shares } = scattered(bin);
        for (let o = 0; o < shares.length; o++) all[row(first + o) + s]! += share[n]! * shares[o]!;
      }
    }
    // A slip of hand or eye may show anything; so may what lies outside the circuit.
    const slips = ready.suspects[s]!.id === outside ? outsideShare : epsilon;
    for (let o = 0; o < count; o++) all[row(o) + s] = (1 - slips) * all[row(o) + s]! + slips / count;
  }
  return Array.from({ length: count }, (_, o) => ({
    reading: o < values.length ? { value: values[o]! } : { overload: true as const },
    chances: all.subarray(row(o), row(o + 1)),
  }));
}

/** The values that a test is foreseen to show, each for a stretch of bins. */
function stretches(value: Float64Array, weights: Float64Array, accuracy: Accuracy): number[] {
  const merged: { from: number; sum: number; weight: number }[] = [];
  let last: (typeof merged)[number] | null = null;
  let until = -Infinity;
  for (let bin = 0; bin < value.length; bin++) {
    const [at, weight] = [value[bin]!, weights[bin]!];
    if (last && at < until) {
      last.sum += at * weight;
      last.weight += weight;
    } else {
      last = { from: at, sum: at * weight, weight };
      until = at + Math.max(resolution(accuracy, at), mergeSpreads * spread(accuracy, at));
      merged.push(last);
    }
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
  return merged.map(({ from, sum, weight }) => (weight > 0 ? sum / weight : from));
}

/** What a meter's leads add, as one number and its spread: some are taken off, some are not. */
const usualLeads = (() => {
  const share = 1 - leads.takenOff;
  const mean = share * leads.ohms;
  return { mean, spread: Math.sqrt(share * (leads.spread ** 2 + leads.ohms ** 2) - mean ** 2) };
})();

/** How a prediction's reading scatters over the outcomes, the first of them and the shares from there on. */
interface Scattered {
  readonly first: number;
  readonly shares: readonly number[];
}

/** By bin; each is worked out once. */
function scatter(
  value: Float64Array,
  outcomes: readonly number[],
  accuracy: Accuracy,
  withLeads: boolean,
): (bin: number) => Scattered {
  const edges = outcomes.slice(1).map((one, n) => (one + outcomes[n]!) / 2);
  const made: (Scattered | undefined)[] = [];
  const added = withLeads ? usualLeads : { mean: 0, spread: 0 };
  return (bin) =>
    (made[bin] ??= spreadOver(
      edges,
      value[bin]! + added.mean,
      Math.sqrt(spread(accuracy, value[bin]!) ** 2 + added.spread ** 2),
    ));
}

/** The shares of a prediction in the stretches between `edges`, as readings scatter around it. */
function spreadOver(edges: readonly number[], value: number, sigma: number): Scattered {
  let first = 0;
  if (sigma === 0) {
    while (first < edges.length && value > edges[first]!) first++;
    return { first, shares: [1] };
  }
  while (first < edges.length && edges[first]! < value - farSpreads * sigma) first++;
  const shares: number[] = [];
  let below = 0;
  for (let o = first; o < edges.length; o++) {
    const now = edges[o]! > value + farSpreads * sigma ? 1 : normalBelow((edges[o]! - value) / sigma);
    shares.push(now - below);
    below = now;
    if (now === 1) return { first, shares };
  }
  shares.push(1 - below);
  return { first, shares };
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
