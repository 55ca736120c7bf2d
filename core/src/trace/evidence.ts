/** What readings and tried repairs do to the suspects: Bayes' rule in logarithms. */
import type { MeterReading } from '../circuit/index.js';
import { type Accuracy, outsideLikelihood, readingLikelihood, swapMoves } from './likelihood.js';
import type { Prediction, Predictions } from './predict.js';
import { isMetered } from './predict.js';
import type { ReadyCase, ReadySuspect } from './prepare.js';
import { type LookedTest, outside, type TraceReading, type TraceTest } from './schema.js';

/** The weight that a suspect keeps after its repair was done and the fault still shows. */
const keptAfterRepair = 0.02;

export function accuracyOf(test: TraceTest): Accuracy {
  const { percent, digits } = test as { percent?: number | null; digits?: number | null };
  return { percent: percent ?? 1, digits: digits ?? 0.02 };
}

/** P(found) of a look under a suspect. */
export function findsChance(test: LookedTest, suspect: ReadySuspect): number {
  const aimed = suspect.element === test.element && (test.mode == null || test.mode === suspect.mode);
  return aimed ? (test.finds ?? 0.95) : (test.falseAlarm ?? 0.01);
}

/** P(moved) of a swap under a suspect. */
export function movesChance(test: Extract<TraceTest, { kind: 'swap' }>, suspect: ReadySuspect): number {
  return suspect.element === test.element ? swapMoves.suspected : swapMoves.other;
}

/** Likelihood of a metered reading under one suspect's predictions. */
export function meteredLikelihood(
  read: MeterReading,
  predicted: readonly Prediction[],
  suspect: ReadySuspect,
  accuracy: Accuracy,
): number {
  const mean = predicted.reduce(
    (sum, { reading, share }) => sum + share * readingLikelihood(read, reading, accuracy),
    0,
  );
  return suspect.id === outside ? outsideLikelihood(mean) : mean;
}

/** Likelihood of `reading` under every suspect, in their order. */
export function likelihoods(ready: ReadyCase, predicted: Predictions, reading: TraceReading): number[] {
  const test = ready.tests.get(reading.test)!;
  if (isMetered(test)) {
    const read: MeterReading = { value: reading.value ?? null, overload: reading.overload === true };
    const table = predicted.get(test.id)!;
    return ready.suspects.map((suspect, s) => meteredLikelihood(read, table[s]!, suspect, accuracyOf(test)));
  }
  if (test.kind === 'swap') {
    if (reading.gone === true) return ready.suspects.map(() => 1);
    return ready.suspects.map((suspect) => either(movesChance(test, suspect), reading.moved!));
  }
  return ready.suspects.map((suspect) => either(findsChance(test, suspect), reading.found!));
}

const either = (chance: number, happened: boolean) => (happened ? chance : 1 - chance);

/** The probability of every suspect after all readings and repairs of the case, in their order. */
export function posterior(ready: ReadyCase, predicted: Predictions): Float64Array {
  const log = Float64Array.from(ready.suspects, (suspect) => Math.log(suspect.prior));
  for (const reading of ready.source.readings ?? [])
    likelihoods(ready, predicted, reading).forEach((likelihood, s) => (log[s]! += Math.log(likelihood)));
  for (const { element, cured } of ready.source.done ?? [])
    ready.suspects.forEach((suspect, s) => {
      if ((suspect.element === element) !== cured) log[s]! += Math.log(keptAfterRepair);
    });
  return normalised(log) ?? Float64Array.from(ready.suspects, (suspect) => suspect.prior);
}

/** From logarithms to shares of one; null where nothing is possible any more. */
function normalised(log: Float64Array): Float64Array | null {
  const top = log.reduce((a, b) => Math.max(a, b), -Infinity);
  if (top === -Infinity) return null;
  const shares = log.map((value) => Math.exp(value - top));
  const total = shares.reduce((a, b) => a + b, 0);
  return shares.map((share) => share / total);
}

/** Beliefs after evidence with these likelihoods, and how likely that evidence was. */
export function update(
  beliefs: Float64Array,
  likelihood: ArrayLike<number>,
): { readonly chance: number; readonly beliefs: Float64Array } {
  const next = new Float64Array(beliefs.length);
  let chance = 0;
  for (let s = 0; s < next.length; s++) chance += next[s] = beliefs[s]! * likelihood[s]!;
  if (chance > 0) for (let s = 0; s < next.length; s++) next[s]! /= chance;
  return { chance, beliefs: next };
}
