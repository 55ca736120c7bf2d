/** What each suspect predicts for each metered test: solved once for a case, used in every step. */
import { type Fault, type MeterBench, meterBench, type MeterReading, type State } from '../circuit/index.js';
import type { Work } from '../progress/index.js';
import { addedOhms } from './base-rates.js';
import type { Second } from './pairs.js';
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
    const benches = variants.map(({ faults, share }) => ({ share, benchFor: benchesUnder(ready, faults) }));
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

type Variant = { readonly faults: readonly Fault[]; readonly share: number };

/** A suspect as one or more sets of faults with shares; a pair as every combination of its two. */
function faultVariants(ready: ReadyCase, suspect: ReadySuspect): Variant[] {
  const first = variantsOf(ready, suspect);
  if (!suspect.second || suspect.id === outside) return first;
  const second = variantsOf(ready, suspect.second);
  return first.flatMap((a) =>
    second.map((b) => ({ faults: [...a.faults, ...b.faults], share: a.share * b.share })),
  );
}

/** One fault with its shares: a resistive one of unknown size is five (forty on a squib loop), an intermittent one two. */
function variantsOf(ready: ReadyCase, { element, mode, ohms, to, positions, chance }: Second): Variant[] {
  const known = ready.elements.get(element);
  if (!known) return [{ faults: [], share: 1 }];
  if (mode === 'intermittent' && positions?.length)
    return [{ faults: [{ element, mode, positions }], share: 1 }];
  if (mode === 'intermittent')
    return [
      { faults: [{ element, mode: 'open' }], share: chance ?? 0.5 },
      { faults: [], share: 1 - (chance ?? 0.5) },
    ];
  if (mode === 'resistive' && ohms == null) {
    const squib = known.pins.some((pin) => ready.cavities.get(pin)?.class === 'squib');
    const sizes = addedOhms(known.kind, squib);
    const total = sizes.reduce((sum, [, weight]) => sum + weight, 0);
    return sizes.map(([added, weight]) => ({
      faults: [{ element, mode, ohms: added }],
      share: weight / total,
    }));
  }
  return [{ faults: [{ element, mode, ohms, to }], share: 1 }];
}

function benchesUnder(ready: ReadyCase, own: readonly Fault[]): (state: State) => MeterBench {
  const made = new Map<string, MeterBench>();
  return (state) => {
    const key = JSON.stringify(state);
    let bench = made.get(key);
    if (!bench) {
      const faults = [...(state.faults ?? []), ...own];
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
