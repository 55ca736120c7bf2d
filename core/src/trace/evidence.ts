/** What readings and tried repairs do to the suspects: Bayes' rule in logarithms. */
import type { MeterReading } from '../circuit/index.js';
import { epochLikelihoods } from './epochs.js';
import { type Accuracy, outsideLikelihood, readingLikelihood, swapMoves } from './likelihood.js';
import type { Prediction, Predictions } from './predict.js';
import { isMetered } from './predict.js';
import type { ReadyCase, ReadySuspect } from './prepare.js';
import { type LookedTest, outside, type TraceReading, type TraceTest } from './schema.js';

/** The weight that a suspect keeps after its repair was done and the fault still shows. */
export const keptAfterRepair = 0.02;

export function accuracyOf(test: TraceTest): Accuracy {
  const { percent, digits } = test as { percent?: number | null; digits?: number | null };
  return { percent: percent ?? 1, digits: digits ?? 0.02 };
}

/** P(found) of a look under a suspect. */
export function findsChance(test: LookedTest, suspect: ReadySuspect): number {
  const aimed = [suspect, suspect.second].some(
    (fault) => fault?.element === test.element && (test.mode == null || test.mode === fault.mode),
  );
  return aimed ? (test.finds ?? 0.95) : (test.falseAlarm ?? 0.01);
}

/** P(moved) of a swap under a suspect: even, where a second fault stays behind. */
export function movesChance(test: Extract<TraceTest, { kind: 'swap' }>, suspect: ReadySuspect): number {
  if (suspect.second && [suspect.element, suspect.second.element].includes(test.element)) return 0.5;
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

/** The probability of every suspect after all readings, answers and repairs of the case, in their order. */
export function posterior(
  ready: ReadyCase,
  predicted: Predictions,
  heard: readonly TraceReading[] = ready.source.readings ?? [],
): Float64Array {
  const log = Float64Array.from(ready.suspects, (suspect) => Math.log(suspect.prior));
  const add = (likelihood: readonly number[]) => likelihood.forEach((l, s) => (log[s]! += Math.log(l)));
  for (const reading of heard) add(likelihoods(ready, predicted, reading));
  for (const likelihood of epochLikelihoods(ready)) add(likelihood);
  for (const repair of ready.source.done ?? []) add(afterRepair(ready, repair));
  return normalised(log) ?? Float64Array.from(ready.suspects, (suspect) => suspect.prior);
}

/** A repair that did not cure leaves little of its element's suspects; one that did leaves little of all others. */
function afterRepair(ready: ReadyCase, { element, cured }: { element: string; cured: boolean }): number[] {
  const done = new Set((ready.source.done ?? []).map((repair) => repair.element));
  return ready.suspects.map((suspect) => {
    const { second } = suspect;
    if (!second) return (suspect.element === element) !== cured ? keptAfterRepair : 1;
    if (cured) return keptAfterRepair;
    // A pair is ended by both of its repairs, not by one.
    const both = done.has(suspect.element) && done.has(second.element);
    return both && second.element === element ? keptAfterRepair : 1;
  });
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
