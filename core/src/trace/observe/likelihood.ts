/** How well a reading fits what a suspect predicts. Source: the product's computation page, section 4. */
import type { MeterReading } from '../../circuit/index.js';

/** The share of readings that no model explains: slips of hand, eye and lead. */
export const epsilon = 1e-4;

export interface Accuracy {
  readonly percent: number;
  readonly digits: number;
}

/** The half width within which a meter of that accuracy cannot tell two readings apart. */
export function resolution({ percent, digits }: Accuracy, value: number): number {
  return (percent / 100) * Math.abs(value) + digits;
}

/** Standard deviation of readings around a predicted value: half the meter's width, and 2 % of the car. */
export function spread(accuracy: Accuracy, predicted: number): number {
  const [meter, car] = [resolution(accuracy, predicted) / 2, 0.02 * predicted];
  return Math.sqrt(meter * meter + car * car);
}

/**
 * L = ε + (1−ε) · min(1, w(x) · φ((x−μ)/σ)/σ); overload against overload 1−ε, against a number ε.
 * @param added spread of what lies between the two beside the meter, such as its leads
 */
export function readingLikelihood(
  read: MeterReading,
  predicted: MeterReading,
  accuracy: Accuracy,
  added = 0,
): number {
  if (read.overload || predicted.overload) return read.overload && predicted.overload ? 1 - epsilon : epsilon;
  const x = read.value!;
  const mean = predicted.value!;
  const own = spread(accuracy, mean);
  const sigma = added > 0 ? Math.sqrt(own * own + added * added) : own;
  if (sigma === 0) return x === mean ? 1 : epsilon;
  const z = (x - mean) / sigma;
  const density = Math.exp((-z * z) / 2) / (Math.sqrt(2 * Math.PI) * sigma);
  return epsilon + (1 - epsilon) * Math.min(1, resolution(accuracy, x) * density);
}

/** How much of what lies outside the circuit reads as nothing in it would. */
export const outsideShare = 0.5;

/** A little of everything: how likely any one reading is where nothing is known of what makes it. */
const ofEverything = 0.01;
/** Ohms lie anywhere between these, even in their logarithm. */
const anyOhms = { low: 0.1, high: 1e5 } as const;

/**
 * Outside the circuit anything may be: half as the sound circuit, and a little of everything. Of ohms, which reach over
 * so many decades, one reading has its width's share of them alone: more would call every bad joint something else.
 */
export function outsideLikelihood(sound: number, anything = ofEverything): number {
  return (1 - outsideShare) * sound + anything;
}

/** The little of everything that a reading in ohms has. */
export function anyOhmsLikelihood(ohms: number, accuracy: Accuracy): number {
  const at = Math.max(anyOhms.low, ohms);
  const share = resolution(accuracy, at) / (at * Math.log(anyOhms.high / anyOhms.low));
  return Math.min(ofEverything, share);
}

/** P(the fault moves with the part) of a swap under a suspect of that part, and under any other. */
export const swapMoves = { suspected: 0.98, other: 0.02 } as const;
