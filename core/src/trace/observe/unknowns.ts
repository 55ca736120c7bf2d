/**
 * What no reading says of itself: the volts of the supply in that moment, how many ohms a bad joint adds, and those of
 * the meter's leads. All are spread over grids, so densely that neighbours cannot be told apart by a meter. Source: the computation page, section 4.
 */
import type { ReadyCase } from '../model/prepare.js';
import type { TraceCase, TraceTest } from '../model/schema.js';

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
export const addedOhms = (onLoop: boolean): Grid => (onLoop ? onLoops : elsewhere);

function evenInLog({ low, high }: { readonly low: number; readonly high: number }): Grid {
  const values = spaced(Math.log(low), Math.log(high), ohmSteps).map(Math.exp);
  return { values, shares: shared(values.map(() => 1)) };
}
const [onLoops, elsewhere] = [evenInLog(loopOhms), evenInLog(usualOhms)];

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
 * Ohms of a meter's leads and tips in a reading: taken off in a share of them, in the others some tenths, with their
 * spread. Judgement.
 */
export const leads = { takenOff: 0.3, ohms: 0.2, spread: 0.12 } as const;

/** Whether a meter's leads are in what a test reads: a module measures without them, and volts do not feel them. */
export const hasLeads = ({ kind }: Pick<TraceTest, 'kind'>): boolean =>
  kind === 'ohms' || kind === 'continuity';
