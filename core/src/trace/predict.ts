/** What each suspect predicts for each metered test: solved once for a case, used in every step. */
import { type Fault, type MeterBench, meterBench, type MeterReading, type State } from '../circuit/index.js';
import type { Work } from '../progress/index.js';
import { addedOhms } from './base-rates.js';
import type { ReadyCase, ReadySuspect } from './prepare.js';
import { type MeteredTest, outside, type TraceTest } from './schema.js';

/** One possible reading under a suspect, and its share. */
export interface Prediction {
  readonly reading: MeterReading;
  readonly share: number;
}

/** For each metered test, the predictions of every suspect in their order; `outside` predicts the sound circuit. */
export type Predictions = ReadonlyMap<string, readonly (readonly Prediction[])[]>;

export function isMetered(test: TraceTest): test is MeteredTest {
  return !('element' in test);
}

/**
 * Solves the circuit under every suspect for every metered test.
 * @throws Refusal at `tests[n]` where a test names a point or state that the circuit does not have
 */
export function* predictions(ready: ReadyCase): Work<Predictions> {
  const tests = ready.source.tests.flatMap((test, index) => (isMetered(test) ? [{ test, index }] : []));
  const table = new Map<string, Prediction[][]>(tests.map(({ test }) => [test.id, []]));
  for (const [done, suspect] of ready.suspects.entries()) {
    const variants = tests.length > 0 ? faultVariants(ready, suspect) : [];
    const benches = variants.map(({ fault, share }) => ({ share, benchFor: benchesUnder(ready, fault) }));
    for (const { test, index } of tests) {
      const state = test.state ?? ready.source.state ?? {};
      table.get(test.id)!.push(
        benches.map(({ share, benchFor }) => ({
          share,
          reading: benchFor(state).read(asMeter(test), `tests[${index}]`),
        })),
      );
    }
    yield { done: done + 1, total: ready.suspects.length };
  }
  return table;
}

type Variant = { readonly fault: Fault | null; readonly share: number };

/** A suspect as one or more faults with shares: a resistive one of unknown size is five, an intermittent one two. */
function faultVariants(ready: ReadyCase, suspect: ReadySuspect): Variant[] {
  const { element, mode } = suspect;
  const known = ready.elements.get(element);
  if (suspect.id === outside || !known) return [{ fault: null, share: 1 }];
  if (mode === 'intermittent')
    return [
      { fault: { element, mode: 'open' }, share: 0.5 },
      { fault: null, share: 0.5 },
    ];
  if (mode === 'resistive' && suspect.ohms == null) {
    const sizes = addedOhms(known.kind);
    const total = sizes.reduce((sum, [, weight]) => sum + weight, 0);
    return sizes.map(([ohms, weight]) => ({ fault: { element, mode, ohms }, share: weight / total }));
  }
  return [{ fault: { element, mode, ohms: suspect.ohms, to: suspect.to }, share: 1 }];
}

function benchesUnder(ready: ReadyCase, fault: Fault | null): (state: State) => MeterBench {
  const made = new Map<string, MeterBench>();
  return (state) => {
    const key = JSON.stringify(state);
    let bench = made.get(key);
    if (!bench) {
      const faults = [...(state.faults ?? []), ...(fault ? [fault] : [])];
      bench = meterBench(ready.source.circuit, { ...state, faults }, ready.source.state ?? {});
      made.set(key, bench);
    }
    return bench;
  };
}

function asMeter(test: MeteredTest) {
  if (test.kind === 'amps') return { id: test.id, kind: test.kind, through: test.through };
  const kind = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
  return { id: test.id, kind, from: test.from, to: test.to };
}
