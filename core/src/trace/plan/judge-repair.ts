/** What a trace says of a repair before it is done: what it mends, how probable that is, and whether two means agree on it. */
import type { ElementKind } from '../../circuit/index.js';
import { finish } from '../../progress/index.js';
import { coveredBy } from '../model/repair-options.js';
import { prepare } from '../model/prepare.js';
import type { TraceCase, TraceRepair } from '../model/schema.js';
import { isConfirmed, takenOf } from '../observe/confirmed.js';
import { heardReadings } from '../observe/epochs.js';
import { pooled } from '../observe/pooled.js';
import { predictions } from '../observe/predict.js';
import { planning } from './next-tests.js';

export interface JudgedRepair {
  /** Probability that what the repair covers is at fault. */
  readonly chance: number;
  /** What of it most likely had failed, and how; null where it is no suspect. */
  readonly kind: ElementKind | null;
  readonly mode: string | null;
  /** Two readings by different means each speak for it. */
  readonly confirmed: boolean;
}

/**
 * From every reading and repair of the trace. Only the tests that were read are solved, so that the size of the trace
 * does not matter.
 * @throws Refusal where the case is not sound
 */
export function judgeRepair(
  source: TraceCase,
  { element, method }: Pick<TraceRepair, 'element' | 'method'>,
): JudgedRepair {
  const read = new Set(source.readings?.map(({ test }) => test));
  const own: TraceCase = { ...source, tests: source.tests.filter(({ id }) => read.has(id)) };
  const ready = prepare(own);
  const predicted = finish(predictions(ready));
  const { suspects } = finish(planning(own, predicted, { follow: false }));
  const covers = coveredBy(source, { element, method });
  const covered = suspects.filter((suspect) => covers.includes(suspect.element));
  const failed = covered[0]?.element ?? element;
  const beliefs = new Map(suspects.map(({ id, probability }) => [id, probability]));
  const { heard } = pooled(heardReadings(own, ready.tests).heard, ready.tests);
  return {
    chance: Math.min(
      1,
      covered.reduce((total, { probability }) => total + probability, 0),
    ),
    kind: source.circuit.elements.find(({ id }) => id === failed)?.kind ?? null,
    mode: covered[0]?.mode ?? null,
    confirmed: isConfirmed(
      ready,
      takenOf(ready, predicted, heard),
      { covers },
      ready.suspects.map(({ id }) => beliefs.get(id)!),
    ),
  };
}
