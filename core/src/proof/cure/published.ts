/**
 * What is thought of a repair before the shop has any history: first-time fixes are nearer 80 than 98 in 100, those of
 * faults that come and go lower. All of it is judgement, in log-odds, with how far shops may differ from it; a shop's own
 * outcomes move it.
 */
import type { CureFacts, PartGroup } from './facts.js';

/** A summand of the log-odds: what is thought of it, and its standard deviation between shops. */
export interface Weighed {
  readonly name: string;
  readonly value: number;
  readonly mean: number;
  readonly deviation: number;
}

/** Log-odds of nine in ten, for each of the two factors: eight in ten together. */
const usual = 2.2;

const methods: Readonly<Record<CureFacts['method'], number>> = {
  clean: -0.5,
  reseat: -0.5,
  retension: -0.2,
  repair: -0.2,
  replace: 0.15,
};
const parts: Readonly<Record<PartGroup, number>> = {
  connection: -0.2,
  consumable: 0.3,
  switching: 0.1,
  drive: 0,
  module: -0.1,
  restraint: 0,
  none: -0.3,
};
const roots: Readonly<Record<CureFacts['root'], number>> = {
  'found-and-removed': 0.3,
  'found-and-left': -0.6,
  unknown: -0.4,
};

/** What the right part is usually called before it is touched, in log-odds: 85 in 100. */
const usuallyCalled = 1.735;
const leastCalled = 0.03;
const mostCalled = 0.99;

/** The planner’s probability in log-odds from the usual. */
function calledOdds(called: number): number {
  const bounded = Math.min(mostCalled, Math.max(leastCalled, called));
  return Math.log(bounded / (1 - bounded)) - usuallyCalled;
}

/** The two factors of a cure: that it was the right part, and that the work on it holds. */
export interface Summands {
  readonly right: readonly Weighed[];
  readonly holds: readonly Weighed[];
}

const one = (name: string, mean: number, deviation: number, value = 1): Weighed => ({
  name,
  value,
  mean,
  deviation,
});

/** The summands of each factor’s log-odds. Those of the same name are shared by all repairs that have them. */
export function summandsOf({ called, method, part, root, confirmed, comesAndGoes }: CureFacts): Summands {
  return {
    right:
      called === null
        ? [one('not traced', usual - 0.7, 0.5)]
        : [one('traced', usual, 0.5), one('called', 0.6, 0.25, calledOdds(called))],
    holds: [
      one('shop', usual, 0.5),
      one(`method ${method}`, methods[method], 0.35),
      one(`part ${part}`, parts[part], 0.35),
      one(`root ${root}`, roots[root], 0.3),
      one('confirmed', 0.4, 0.3, confirmed ? 0.5 : -0.5),
      ...(comesAndGoes ? [one('comes and goes', -0.5, 0.3)] : []),
      one(`${method} ${part} ${root}`, 0, 0.35),
    ],
  };
}

/** Nothing is surer before its first clean exposure, and nothing is given up. */
const least = 0.05;
const most = 0.97;

export const bounded = (chance: number): number => Math.min(most, Math.max(least, chance));

export const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** Log-odds that are known as a normal is. */
interface Known {
  readonly mean: number;
  readonly variance: number;
}

/** The mean of a logistic over a normal, by the usual approximation. */
const meanLogistic = ({ mean, variance }: Known): number =>
  logistic(mean / Math.sqrt(1 + (Math.PI * Math.max(0, variance)) / 8));

/** Nodes and weights of Gauss and Hermite for a standard normal. Source: the public tables. */
const nodes = [
  [0, 16 / 35],
  [1.1544053947399682, 0.24012317860501272],
  [2.3667594107345416, 0.030757123967586492],
  [3.750439717725742, 0.0005482688559722183],
].flatMap(([x, weight]) =>
  x === 0
    ? [[x, weight!]]
    : [
        [x!, weight!],
        [-x!, weight!],
      ],
) as [number, number][];

/** The mean of the product of two logistics over two normals that share so much variance. */
export function meanProduct(one: Known, other: Known, shared: number): number {
  if (one.variance <= 0) return meanLogistic(one) * meanLogistic(other);
  const deviation = Math.sqrt(one.variance);
  const left = { variance: other.variance - shared ** 2 / one.variance };
  return nodes.reduce(
    (sum, [x, weight]) =>
      sum +
      weight *
        logistic(one.mean + deviation * x) *
        meanLogistic({ ...left, mean: other.mean + (shared * x) / deviation }),
    0,
  );
}

const known = (summands: readonly Weighed[]): Known => ({
  mean: summands.reduce((sum, { mean, value }) => sum + mean * value, 0),
  variance: summands.reduce((sum, { deviation, value }) => sum + (deviation * value) ** 2, 0),
});

/**
 * What is thought of a repair while nothing is known of the shop.
 *
 * @example publishedChance({ method: 'replace', part: 'switching', root: 'found-and-removed', confirmed: true,
 *   comesAndGoes: false, called: 0.9 }) // 0.85
 */
export function publishedChance(facts: CureFacts): number {
  const { right, holds } = summandsOf(facts);
  return bounded(meanProduct(known(right), known(holds), 0));
}
