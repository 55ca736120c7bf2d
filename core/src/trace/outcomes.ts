/** The outcomes that a test may have, and how likely each is under every suspect. */
import type { MeterReading } from '../circuit/index.js';
import { accuracyOf, findsChance, meteredLikelihood, movesChance } from './evidence.js';
import { resolution } from './likelihood.js';
import type { Predictions } from './predict.js';
import { isMetered } from './predict.js';
import type { ReadyCase } from './prepare.js';
import type { MeteredTest, TraceReading, TraceTest } from './schema.js';

export interface Outcome {
  readonly reading: Omit<TraceReading, 'test'>;
  /** P(outcome | suspect), in the suspects' order; over all outcomes of a test they sum to 1. */
  readonly chances: Float64Array;
}

export function outcomesOf(ready: ReadyCase, predicted: Predictions, test: TraceTest): Outcome[] {
  if (isMetered(test)) return meteredOutcomes(ready, predicted, test);
  const chances = Float64Array.from(ready.suspects, (suspect) =>
    test.kind === 'swap' ? movesChance(test, suspect) : findsChance(test, suspect),
  );
  const field = test.kind === 'swap' ? 'moved' : 'found';
  return [
    { reading: { [field]: true }, chances },
    { reading: { [field]: false }, chances: chances.map((chance) => 1 - chance) },
  ];
}

/** The suspects' predictions, merged where the meter cannot tell them apart, and over-limit if any predicts it. */
function meteredOutcomes(ready: ReadyCase, predicted: Predictions, test: MeteredTest): Outcome[] {
  const accuracy = accuracyOf(test);
  const table = predicted.get(test.id)!;
  const readings = table.flat().map(({ reading }) => reading);
  const values = readings
    .flatMap((reading) => (reading.overload ? [] : [reading.value!]))
    .sort((a, b) => a - b);
  const merged: MeterReading[] = [];
  for (const value of values) {
    const last = merged.at(-1)?.value;
    if (last == null || (value !== last && value - last >= resolution(accuracy, last)))
      merged.push({ value, overload: false });
  }
  if (readings.some((reading) => reading.overload)) merged.push({ value: null, overload: true });

  const raw = merged.map((read) =>
    Float64Array.from(ready.suspects, (suspect, s) => meteredLikelihood(read, table[s]!, suspect, accuracy)),
  );
  const totals = ready.suspects.map((_, s) => raw.reduce((sum, chances) => sum + chances[s]!, 0));
  return merged.map((read, o) => ({
    reading: read.overload ? { overload: true as const } : { value: read.value! },
    chances: raw[o]!.map((chance, s) => chance / totals[s]!),
  }));
}
