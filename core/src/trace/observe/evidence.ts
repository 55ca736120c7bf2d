/** What readings and tried repairs do to the suspects: Bayes' rule in logarithms. */
import type { MeterReading } from '../../circuit/index.js';
import { usualAccuracy } from '../../readings/index.js';
import { epochLikelihoods } from './epochs.js';
import {
  type Accuracy,
  anyOhmsLikelihood,
  outsideLikelihood,
  readingLikelihood,
  swapMoves,
} from './likelihood.js';
import { hasLeads, leads } from './unknowns.js';
import { isMetered, placeOf, readsOhms, type Predictions } from './predict.js';
import type { ReadyCase, ReadySuspect } from '../model/prepare.js';
import { coversOf, keptAfter, optionsDone } from '../model/repair-options.js';
import {
  type LookedTest,
  type MeteredTest,
  outside,
  type TraceReading,
  type TraceTest,
} from '../model/schema.js';

/** How a test is read: as it says, else as is usual for its unit; a module reads finer than a meter in the hand. */
export function accuracyOf(test: TraceTest): Accuracy {
  const { percent, digits } = test as { percent?: number | null; digits?: number | null };
  const usual = usualAccuracy(test.kind === 'amps' ? 'A' : hasLeads(test) ? 'Ω' : 'V');
  return { percent: percent ?? usual.percent ?? 1, digits: digits ?? usual.digits ?? 0.02 };
}

/**
 * P(found) of a look under each suspect, in their order. A blown fuse looks blown whatever blew it; a motor without
 * current is silent whatever keeps it from it.
 */
export function findsChances(ready: ReadyCase, predicted: Predictions, test: LookedTest): number[] {
  const shows = predicted.shows.get(test.id);
  return ready.suspects.map((suspect, s) => {
    const aimed =
      test.shows == null &&
      [suspect, suspect.second].some(
        (fault) => fault?.element === test.element && (test.mode == null || test.mode === fault.mode),
      );
    const seen = aimed ? 1 : (shows?.[s] ?? 0);
    return seen * (test.finds ?? 0.95) + (1 - seen) * (test.falseAlarm ?? 0.01);
  });
}

/** P(moved) of a swap under a suspect: even, where a second fault stays behind. */
export function movesChance(test: Extract<TraceTest, { kind: 'swap' }>, suspect: ReadySuspect): number {
  if (suspect.second && [suspect.element, suspect.second.element].includes(test.element)) return 0.5;
  return suspect.element === test.element ? swapMoves.suspected : swapMoves.other;
}

/** Likelihood of a metered reading in every world of one suspect, whichever turn its fault has. */
function inWorlds(
  { suspects }: ReadyCase,
  predicted: Predictions,
  test: MeteredTest,
  reading: TraceReading,
  s: number,
): Float64Array {
  const prediction = predicted.tests.get(test.id)![s]!;
  const likelihood = likelihoodOf(reading, accuracyOf(test), hasLeads(test));
  const place = placeOf(predicted.supply, reading.supplyVolts ?? null);
  const mixed = new Float64Array(predicted.shares[s]!.length);
  predicted.turns[s]!.forEach((turn, n) => {
    const values = prediction.all(n, place);
    for (let world = 0; world < mixed.length; world++) mixed[world]! += turn * likelihood(values[world]!);
  });
  if (suspects[s]!.id !== outside) return mixed;
  const anything =
    readsOhms(test) && reading.value != null ? anyOhmsLikelihood(reading.value, accuracyOf(test)) : undefined;
  return mixed.map((sound) => outsideLikelihood(sound, anything));
}

/** The likelihood of one reading by what is predicted; NaN over the limit. */
function likelihoodOf(
  { value, overload }: TraceReading,
  accuracy: Accuracy,
  withLeads: boolean,
): (predicted: number) => number {
  const read: MeterReading = { value: value ?? null, overload: overload === true };
  const plain = (predicted: number, added = 0) =>
    readingLikelihood(read, meterShows(predicted), accuracy, added);
  const given = withLeads
    ? (predicted: number) =>
        leads.takenOff * plain(predicted) + (1 - leads.takenOff) * plain(predicted + leads.ohms, leads.spread)
    : plain;
  // Worlds of one size or supply often predict the very same.
  let [last, known] = [NaN, plain(NaN)];
  const over = known;
  return (predicted) => {
    if (predicted !== predicted) return over;
    if (predicted !== last) [last, known] = [predicted, given(predicted)];
    return known;
  };
}

export const meterShows = (value: number): MeterReading =>
  Number.isNaN(value) ? { value: null, overload: true } : { value, overload: false };

/**
 * What readings have said: how likely all of them are under each suspect, and what is believed of its worlds since.
 * Readings of a case share the volts of the supply and the ohms of the fault: neither error is counted twice.
 */
export interface Heard {
  readonly log: Float64Array;
  readonly worlds: readonly Float64Array[];
}

export const nothingHeard = (ready: ReadyCase, { shares }: Predictions): Heard => ({
  log: new Float64Array(ready.suspects.length),
  worlds: shares,
});

export function hear(ready: ReadyCase, predicted: Predictions, before: Heard, reading: TraceReading): Heard {
  const test = ready.tests.get(reading.test)!;
  if (!isMetered(test)) {
    const likelihood = likelihoods(ready, predicted, reading);
    return { ...before, log: before.log.map((log, s) => log + Math.log(likelihood[s]!)) };
  }
  const log = before.log.slice();
  const worlds = before.worlds.map((shares, s) => {
    const joint = inWorlds(ready, predicted, test, reading, s);
    let total = 0;
    for (let world = 0; world < joint.length; world++) total += joint[world]! *= shares[world]!;
    log[s]! += Math.log(total);
    if (total > 0) for (let world = 0; world < joint.length; world++) joint[world]! /= total;
    return total > 0 ? joint : shares;
  });
  return { log, worlds };
}

/** Likelihood of one reading under every suspect, in their order, by what is believed of its worlds. */
export function likelihoods(
  ready: ReadyCase,
  predicted: Predictions,
  reading: TraceReading,
  worlds: readonly Float64Array[] = predicted.shares,
): number[] {
  const test = ready.tests.get(reading.test)!;
  if (isMetered(test))
    return ready.suspects.map((_, s) => likelihoodUnder(s, ready, predicted, reading, worlds));
  if (test.kind === 'swap') {
    if (reading.gone === true) return ready.suspects.map(() => 1);
    return ready.suspects.map((suspect) => either(movesChance(test, suspect), reading.moved!));
  }
  return findsChances(ready, predicted, test).map((chance) => either(chance, reading.found!));
}

/** As `likelihoods`, under the suspect with the index `s` alone. */
export function likelihoodUnder(
  s: number,
  ready: ReadyCase,
  predicted: Predictions,
  reading: TraceReading,
  worlds: readonly Float64Array[],
): number {
  const test = ready.tests.get(reading.test)!;
  if (!isMetered(test)) return likelihoods(ready, predicted, reading)[s]!;
  const shares = worlds[s]!;
  let sum = 0;
  inWorlds(ready, predicted, test, reading, s).forEach((likelihood, world) => {
    sum += likelihood * shares[world]!;
  });
  return sum;
}

/** What cannot be has been seen all the same: so little is kept that no belief differs by more than 1e-9. */
const impossible = 1e-12;

const either = (chance: number, happened: boolean) => Math.max(impossible, happened ? chance : 1 - chance);

/** What is known before any reading, and after each of them. */
export function heardInTurn(
  ready: ReadyCase,
  predicted: Predictions,
  readings: readonly TraceReading[],
): readonly [Heard, ...Heard[]] {
  const steps: [Heard, ...Heard[]] = [nothingHeard(ready, predicted)];
  for (const reading of readings) steps.push(hear(ready, predicted, steps.at(-1)!, reading));
  return steps;
}

/** The probability of every suspect after all that was heard, the answers and the repairs of the case, in their order. */
export function posterior(ready: ReadyCase, heard: Heard): Float64Array {
  const log = Float64Array.from(ready.suspects, (suspect, s) => Math.log(suspect.prior) + heard.log[s]!);
  const add = (likelihood: readonly number[]) => likelihood.forEach((l, s) => (log[s]! += Math.log(l)));
  for (const likelihood of epochLikelihoods(ready)) add(likelihood);
  for (const likelihood of repairLikelihoods(ready)) add(likelihood);
  return normalised(log) ?? Float64Array.from(ready.suspects, (suspect) => suspect.prior);
}

/**
 * Likelihood, under every suspect, of what came of each repair that was done: one that did not cure leaves what its
 * chance to fail leaves of what it covers; one that did leaves little of all others. A pair is ended by both of its
 * repairs, not by one.
 */
function repairLikelihoods({ repairs, source, suspects }: ReadyCase): readonly (readonly number[])[] {
  const done = source.done ?? [];
  const options = optionsDone(repairs, done);
  const covered = done.map((own, n) => coversOf(repairs[options[n]!], own));
  return done.map(({ cured }, n) => {
    const kept = keptAfter(cured ? undefined : repairs[options[n]!]);
    const covers = (element: string) => covered[n]!.includes(element);
    return suspects.map(({ element, second }) => {
      if (!second) return covers(element) !== cured ? kept : 1;
      if (cured) return kept;
      const before = covered.slice(0, n + 1).flat();
      const both = before.includes(element) && before.includes(second.element);
      return both && (covers(element) || covers(second.element)) ? kept : 1;
    });
  });
}

/** From logarithms to shares of one; null where nothing is possible any more. */
export function normalised(log: Float64Array): Float64Array | null {
  const top = log.reduce((a, b) => Math.max(a, b), -Infinity);
  if (top === -Infinity) return null;
  const shares = log.map((value) => Math.exp(value - top));
  const total = shares.reduce((a, b) => a + b, 0);
  return shares.map((share) => share / total);
}

export interface Updated {
  readonly chance: number;
  readonly beliefs: Float64Array;
}

/**
 * Beliefs after evidence with these likelihoods, and how likely that evidence was.
 * @param next where they are written, as many as there are beliefs
 */
export function update(
  beliefs: Float64Array,
  likelihood: Float64Array,
  next: Float64Array = new Float64Array(beliefs.length),
): Updated {
  let chance = 0;
  for (let s = 0; s < next.length; s++) chance += next[s] = beliefs[s]! * likelihood[s]!;
  if (chance > 0) for (let s = 0; s < next.length; s++) next[s]! /= chance;
  return { chance, beliefs: next };
}
