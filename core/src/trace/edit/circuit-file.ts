/** A circuit of the library as a file, to be given to another shop and taken in again. */
import * as z from 'zod';
import { type Suspect, traceCase, type TraceCase } from '../model/schema.js';

const line = z.string().trim().min(1).max(200);

export const circuitFileFormat = 'dormant-beacon-circuit';

export const circuitFile = z.strictObject({
  format: z.literal(circuitFileFormat),
  version: z.literal(1),
  make: line,
  model: line.nullish(),
  title: line,
  case: traceCase,
});
export type CircuitFile = z.infer<typeof circuitFile>;

/** A case without what belongs to one car: its readings, answers, words, repairs, and what weighed its suspects. */
export function bareCase(source: TraceCase): TraceCase {
  const { readings, done, epochs, words, gained, ...bare } = source;
  void [readings, done, epochs, words, gained];
  return bare.suspects ? { ...bare, suspects: bare.suspects.map(unweighed) } : bare;
}

function unweighed(suspect: Suspect): Suspect {
  if (!suspect.because) return suspect;
  const { because, ...own } = suspect;
  return {
    ...own,
    weight: because.reduce((weight, { times }) => (times > 0 ? weight / times : weight), own.weight),
  };
}
