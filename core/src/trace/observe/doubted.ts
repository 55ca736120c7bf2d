/** Which reading to take again: where no suspect of the circuit explains them all. */
import { type Heard, likelihoodUnder } from './evidence.js';
import type { Predictions } from './predict.js';
import type { ReadyCase } from '../model/prepare.js';
import { outside, type TraceReading } from '../model/schema.js';

/** A reading that a suspect could give only by a slip of hand or eye. */
const slip = 1e-3;

/** That a look misses what is there is no contradiction: so many times worse it has to be. */
const farWorse = 10;

/**
 * The test whose reading fits worst, or null where the readings fit together: where the likeliest suspect can be it
 * only if one was a slip, or explains all of them far worse than a fault outside the circuit does.
 */
export function doubted(
  ready: ReadyCase,
  predicted: Predictions,
  beliefs: Float64Array,
  heard: readonly TraceReading[],
  { log, worlds }: Heard,
): string | null {
  const elsewhere = ready.suspects.findIndex(({ id }) => id === outside);
  let leader = -1;
  for (let s = 0; s < beliefs.length; s++)
    if (s !== elsewhere && (leader < 0 || beliefs[s]! > beliefs[leader]!)) leader = s;
  if (heard.length === 0 || leader < 0) return null;
  const under = (s: number, reading: TraceReading) => likelihoodUnder(s, ready, predicted, reading, worlds);
  const fits = heard.map((reading) => ({
    test: reading.test,
    own: under(leader, reading),
    other: elsewhere < 0 ? 1 : under(elsewhere, reading),
  }));
  const worse = elsewhere >= 0 && log[leader]! + Math.log(farWorse) < log[elsewhere]!;
  if (!worse && fits.every(({ own }) => own >= slip)) return null;
  return fits.reduce((worst, one) => (one.own / one.other < worst.own / worst.other ? one : worst)).test;
}
