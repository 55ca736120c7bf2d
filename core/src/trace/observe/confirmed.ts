/** When a guarded part is confirmed: two readings that speak for it, taken by different means. */
import { likelihoods } from './evidence.js';
import type { Predictions } from './predict.js';
import type { ReadyCase } from '../model/prepare.js';
import type { RepairOption } from '../model/repair-options.js';
import type { TraceReading, TraceTest } from '../model/schema.js';

/** How a test comes to know what it says: two of one means can share one mistake. */
export type Means = 'live' | 'load' | 'meter' | 'look' | 'hand' | 'swap' | 'function';

const meansByKind: Readonly<Record<TraceTest['kind'], Means>> = {
  volts: 'meter',
  ohms: 'meter',
  amps: 'meter',
  testLamp: 'meter',
  continuity: 'meter',
  live: 'live',
  inspect: 'look',
  listen: 'hand',
  wiggle: 'hand',
  provoke: 'hand',
  function: 'function',
  swap: 'swap',
};

export const meansOf = (test: TraceTest): Means =>
  test.kind === 'live' && (test.state?.substituteLoads?.length ?? 0) > 0 ? 'load' : meansByKind[test.kind];

/** Times likelier under the part than under all else before a reading speaks for it. */
export const speaks = 1.2;

/** A reading that was taken, or may be: by which means, and how likely it is under each suspect, in their order. */
export interface Taken {
  readonly means: Means;
  readonly likelihood: ArrayLike<number>;
}

/**
 * True where two readings by different means are each likelier if the part is at fault than if it is not.
 * @param beliefs the suspects’ probabilities, in their order
 */
export function isConfirmed(
  ready: ReadyCase,
  taken: readonly Taken[],
  repair: Pick<RepairOption, 'covers'>,
  beliefs: ArrayLike<number>,
): boolean {
  return spokenFor(ready, taken, repair, beliefs).size >= 2;
}

/** The means by which readings have spoken for a repair. */
export function spokenFor(
  ready: ReadyCase,
  taken: readonly Taken[],
  repair: Pick<RepairOption, 'covers'>,
  beliefs: ArrayLike<number>,
): ReadonlySet<Means> {
  return new Set(
    taken.filter(({ likelihood }) => speaksFor(ready, likelihood, repair, beliefs)).map(({ means }) => means),
  );
}

export const takenOf = (ready: ReadyCase, predicted: Predictions, heard: readonly TraceReading[]): Taken[] =>
  heard.map((reading) => ({
    means: meansOf(ready.tests.get(reading.test)!),
    likelihood: likelihoods(ready, predicted, reading),
  }));

/** True where a reading is likelier if the part is at fault than if it is not. */
export function speaksFor(
  { suspects }: ReadyCase,
  likelihood: ArrayLike<number>,
  { covers }: Pick<RepairOption, 'covers'>,
  beliefs: ArrayLike<number>,
): boolean {
  // The part by the mode that is believed now, all others by what was thought of them before any reading.
  const mean = (own: boolean) => {
    let [sum, total] = [0, 0];
    suspects.forEach((suspect, s) => {
      const fits = [suspect, suspect.second].some((fault) => fault && covers.includes(fault.element));
      if (fits !== own) return;
      const weight = own ? beliefs[s]! : suspect.prior;
      sum += weight * likelihood[s]!;
      total += weight;
    });
    return total > 0 ? sum / total : 0;
  };
  return mean(true) > speaks * mean(false);
}
