/**
 * What no reading says of itself: the volts of the supply in that moment, and how many ohms a bad joint adds. Both are
 * spread over grids, so densely that neighbours cannot be told apart by a meter. Source: the computation page, section 4.
 */
import type { ReadyCase } from './prepare.js';
import type { TraceCase } from './schema.js';

/** A grid with the share of each of its values; the shares sum to 1. */
export interface Grid {
  readonly values: Float64Array;
  readonly shares: Float64Array;
}

/** Volts of a supply of which nothing is known but that a car runs on it. */
const usual = { low: 11.5, rest: 12.6, high: 14.8 } as const;
const supplySteps = 15;

/**
 * The supply of a case: between its least and its most volts, likeliest at its own; evenly less likely towards either
 * end. One value where nothing is left open, or no battery stands in the circuit.
 */
export function supplyOf({ circuit, supply }: Pick<TraceCase, 'circuit' | 'supply'>): Grid {
  const battery = circuit.elements.find((element) => element.kind === 'battery');
  const own = supply?.volts ?? (battery?.kind === 'battery' ? battery.volts : usual.rest);
  // A supply of another kind of car, such as 24 V, is as uncertain in proportion.
  const scale = own / usual.rest;
  const near = own >= usual.low && own <= usual.high;
  const low = supply?.low ?? (near ? usual.low : usual.low * scale);
  const high = supply?.high ?? (near ? usual.high : usual.high * scale);
  if (!battery || !(high > low)) return { values: Float64Array.of(own), shares: Float64Array.of(1) };
  const values = spaced(low, high, supplySteps);
  const middle = Math.min(high, Math.max(low, own));
  return {
    values,
    shares: shared(
      values.map((volts) => {
        const side = volts < middle ? middle - low : high - middle;
        // A step's own width, so that the ends are possible too.
        const width = side + (high - low) / supplySteps;
        return 1 - Math.abs(volts - middle) / width;
      }),
    ),
  };
}

const ohmSteps = 128;
const usualOhms = { low: 0.3, high: 200 } as const;
/** A loop of a restraint with more than that is open to its module. */
const loopOhms = { low: 0.3, high: 8 } as const;

/** Ohms that a bad joint adds where they are not known: even in their logarithm. */
export function addedOhms(onLoop: boolean): Grid {
  const { low, high } = onLoop ? loopOhms : usualOhms;
  const values = spaced(Math.log(low), Math.log(high), ohmSteps).map(Math.exp);
  return { values, shares: shared(values.map(() => 1)) };
}

/** Whether an element lies on a squib loop. */
export const onSquibLoop = (ready: ReadyCase, pins: readonly string[]): boolean =>
  pins.some((pin) => ready.cavities.get(pin)?.class === 'squib');

function spaced(from: number, to: number, steps: number): Float64Array {
  return Float64Array.from({ length: steps }, (_, n) => from + ((to - from) * n) / (steps - 1));
}

function shared(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}

/** Every so many-th value of a grid, its ends included: where the circuit is solved; between them it is interpolated. */
export function knotsOf(values: Float64Array, wanted: number): number[] {
  if (values.length <= wanted) return [...values.keys()];
  return Array.from({ length: wanted }, (_, n) => Math.round((n * (values.length - 1)) / (wanted - 1)));
}

/**
 * Values over a whole grid from those at its knots: a monotone cubic, which makes no wave where there is none.
 * NaN (over the meter's limit) reaches half the way to the next knot. Source: Fritsch and Carlson, 1980.
 */
export function interpolated(knots: readonly number[], at: readonly number[], steps: number): Float64Array {
  const whole = new Float64Array(steps);
  const slopes = slopesOf(knots, at);
  for (let n = 0; n + 1 < knots.length; n++) {
    const [a, b] = [knots[n]!, knots[n + 1]!];
    const [from, to] = [at[n]!, at[n + 1]!];
    for (let k = a; k <= b; k++) {
      const t = (k - a) / (b - a);
      if (Number.isNaN(from) || Number.isNaN(to)) whole[k] = t < 0.5 ? from : to;
      else {
        const [m, q] = [slopes[n]! * (b - a), slopes[n + 1]! * (b - a)];
        whole[k] =
          from * (1 + 2 * t) * (1 - t) ** 2 +
          m * t * (1 - t) ** 2 +
          to * t * t * (3 - 2 * t) +
          q * t * t * (t - 1);
      }
    }
  }
  if (knots.length === 1) whole.fill(at[0]!);
  return whole;
}

/** The slope of the parabola through three knots, held to three times the flatter side: no wave, little error. */
function slopesOf(knots: readonly number[], at: readonly number[]): number[] {
  const rise = knots.slice(1).map((knot, n) => (at[n + 1]! - at[n]!) / (knot - knots[n]!));
  const held = (slope: number, ...sides: number[]) => {
    const least = Math.min(...sides.map(Math.abs));
    const one = Math.sign(sides[0]!);
    if (sides.some((side) => Math.sign(side) !== one) || Math.sign(slope) !== one) return 0;
    return one * Math.min(Math.abs(slope), 3 * least);
  };
  return at.map((_, n) => {
    const [before, after] = [rise[n - 1], rise[n]];
    if (before !== undefined && after !== undefined) return held((before + after) / 2, before, after);
    const [near, next] = before === undefined ? [after, rise[n + 1]] : [before, rise[n - 2]];
    if (near === undefined) return 0;
    return next === undefined ? near : held((3 * near - next) / 2, near);
  });
}
