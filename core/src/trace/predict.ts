/** What each suspect predicts for each metered test: solved once for a case, used in every step. */
import { type Fault, type MeterBench, meterBench, type MeterReading, type State } from '../circuit/index.js';
import type { Work } from '../progress/index.js';
import { isRefusal } from '../refusal/index.js';
import type { Second } from './pairs.js';
import type { ReadyCase, ReadySuspect } from './prepare.js';
import { type LookedTest, type MeteredTest, outside, type TraceTest } from './schema.js';
import { addedOhms, interpolated, knotsOf, onSquibLoop, supplyOf } from './unknowns.js';

/**
 * A suspect leaves open what the supply was and how many ohms its fault adds: every pairing of these is a world, the
 * same for all readings. The worlds of a suspect are laid out size by size, within one size supply by supply. Whether an
 * intermittent fault shows is another turn with each reading.
 */
export interface Predictions {
  readonly supply: Float64Array;
  /** The share of each world before any reading, in the suspects' order; each sums to 1. */
  readonly shares: readonly Float64Array[];
  /** The share of each turn, in the suspects' order: one alone where the fault is there or not. */
  readonly turns: readonly Float64Array[];
  /** By test: in the suspects' order, what is read in each world, turn after turn; NaN where it is over the limit. */
  readonly tests: ReadonlyMap<string, readonly Float64Array[]>;
  /** By test of a look at a fuse: the suspects in whose circuit that fuse has blown. */
  readonly blown: ReadonlyMap<string, readonly boolean[]>;
}

export function isMetered(test: TraceTest): test is MeteredTest {
  return !('element' in test);
}

/** Sizes of a fault and volts of a supply for which the circuit is solved; between them it is interpolated. */
const sizeKnots = 10;
/** Lamps and diodes bend so little between the two that a straight line serves; a relay may let go. */
const supplyKnots = { usual: 2, relays: 3 } as const;

/**
 * Solves the circuit under every suspect for every metered test; `outside` predicts the sound circuit.
 * @throws Refusal at `tests[n]` where a test names a point or state that the circuit does not have
 */
export function* predictions(ready: ReadyCase): Work<Predictions> {
  const supply = supplyOf(ready.source);
  const relays = ready.source.circuit.elements.some(({ kind }) => kind === 'relay');
  const volts = knotsOf(supply.values, relays ? supplyKnots.relays : supplyKnots.usual);
  const tests = ready.source.tests.flatMap((test, index) => (isMetered(test) ? [{ test, index }] : []));
  const looks = ready.source.tests.filter((test) => isFuseLook(ready, test)) as LookedTest[];
  const table = new Map<string, Float64Array[]>(tests.map(({ test }) => [test.id, []]));
  const blown = new Map<string, boolean[]>(looks.map(({ id }) => [id, []]));
  const shares: Float64Array[] = [];
  const turnShares: Float64Array[] = [];
  for (const [done, suspect] of ready.suspects.entries()) {
    const turns = turnsOf(ready, suspect);
    shares.push(worldShares(turns[0]!.sizes, supply.shares));
    turnShares.push(Float64Array.from(turns, ({ share }) => share));
    const solved = turns.flatMap(({ sizes }) =>
      sizes.map((size) => ({
        size,
        benches: size.knots.map((faults) =>
          volts.map((at) => benchesUnder(ready, faults, supply.values[at]!)),
        ),
      })),
    );
    for (const { test, index } of tests) {
      const read = (benchFor: (state: State) => MeterBench) =>
        valueOf(benchFor(test.state ?? ready.source.state ?? {}).read(asMeter(test), `tests[${index}]`));
      // An ohmmeter sees the dead car: whatever its supply.
      const overSupply = readsOhms(test)
        ? (benches: readonly Bench[]) => new Float64Array(supply.values.length).fill(read(benches[0]!))
        : (benches: readonly Bench[]) => interpolated(volts, benches.map(read), supply.values.length);
      table
        .get(test.id)!
        .push(
          joined(
            solved.flatMap(({ size, benches }) =>
              sizesBetween(size.places, benches.map(overSupply), size.shares.length),
            ),
          ),
        );
    }
    for (const look of looks)
      blown.get(look.id)!.push(blows(ready, turns[0]!.sizes[0]!.knots[0]!, look.element));
    yield { done: done + 1, total: ready.suspects.length };
  }
  return { supply: supply.values, shares, turns: turnShares, tests: table, blown };
}

type Bench = (state: State) => MeterBench;

/** What is read in a world at a supply that was measured: the same size of fault, at those volts. */
export function atSupply(values: Float64Array, supply: Float64Array, world: number, volts: number): number {
  const steps = supply.length;
  if (steps === 1) return values[world]!;
  const first = world - (world % steps);
  const place = ((volts - supply[0]!) / (supply[steps - 1]! - supply[0]!)) * (steps - 1);
  const at = Math.max(0, Math.min(steps - 2, Math.floor(place)));
  const [from, to] = [values[first + at]!, values[first + at + 1]!];
  return Number.isNaN(from) || Number.isNaN(to)
    ? place - at < 0.5
      ? from
      : to
    : from + (to - from) * (place - at);
}

/** A fault over its sizes: at the knots what is wrong, and the shares of all. */
interface Sizes {
  readonly knots: readonly (readonly Fault[])[];
  /** Where the knots stand among the sizes. */
  readonly places: readonly number[];
  readonly shares: Float64Array;
}

const one = (faults: readonly Fault[]): Sizes => ({
  knots: [faults],
  places: [0],
  shares: Float64Array.of(1),
});

/** A fault as it may be in one reading: the same sizes in every turn. */
interface Turn {
  readonly share: number;
  readonly sizes: readonly Sizes[];
}

/** The turns of a suspect; of a pair every combination of its two. */
function turnsOf(ready: ReadyCase, suspect: ReadySuspect): Turn[] {
  const first = singleTurns(ready, suspect);
  if (!suspect.second || suspect.id === outside) return first;
  const second = singleTurns(ready, suspect.second);
  return first.flatMap((a) =>
    second.map((b) => ({
      share: a.share * b.share,
      sizes: a.sizes.flatMap((one) => b.sizes.flatMap((other) => combined(one, other))),
    })),
  );
}

/** Two faults: where both are of unknown size, the second is taken at its knots. */
function combined(a: Sizes, b: Sizes): Sizes[] {
  if (a.knots.length === 1) return [{ ...b, knots: b.knots.map((faults) => [...a.knots[0]!, ...faults]) }];
  return b.knots.map((faults) => ({
    ...a,
    knots: a.knots.map((own) => [...own, ...faults]),
    shares: a.shares.map((own) => own / b.knots.length),
  }));
}

/** One fault: an intermittent one shows in this turn or not. */
function singleTurns(ready: ReadyCase, fault: Second): Turn[] {
  const { element, mode, positions, chance } = fault;
  if (mode !== 'intermittent' || positions?.length || !ready.elements.has(element))
    return [{ share: 1, sizes: [singleSizes(ready, fault)] }];
  const shows = chance ?? 0.5;
  return [
    { share: shows, sizes: [one([{ element, mode: 'open' }])] },
    { share: 1 - shows, sizes: [one([])] },
  ];
}

/** A resistive fault of unknown size is spread over its sizes. */
function singleSizes(ready: ReadyCase, { element, mode, ohms, to, positions }: Second): Sizes {
  const known = ready.elements.get(element);
  if (!known) return one([]);
  if (mode === 'intermittent') return one([{ element, mode, positions }]);
  if (mode !== 'resistive' || ohms != null) return one([{ element, mode, ohms, to }]);
  const { values, shares } = addedOhms(onSquibLoop(ready, known.pins));
  const places = knotsOf(values, sizeKnots);
  return { knots: places.map((at) => [{ element, mode, ohms: values[at]! }]), places, shares };
}

/** From the readings at the knots, supply by supply, those of every size. */
function sizesBetween(
  places: readonly number[],
  atKnots: readonly Float64Array[],
  sizes: number,
): Float64Array[] {
  if (places.length === 1) return [atKnots[0]!];
  const steps = atKnots[0]!.length;
  const whole = Array.from({ length: sizes }, () => new Float64Array(steps));
  for (let k = 0; k < steps; k++) {
    const column = interpolated(
      places,
      atKnots.map((knot) => knot[k]!),
      sizes,
    );
    for (let n = 0; n < sizes; n++) whole[n]![k] = column[n]!;
  }
  return whole;
}

function worldShares(sizes: readonly Sizes[], supply: Float64Array): Float64Array {
  return joined(
    sizes.flatMap(({ shares }) => [...shares].map((share) => supply.map((volts) => share * volts))),
  );
}

function joined(parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

const valueOf = ({ value, overload }: MeterReading): number => (overload ? NaN : value!);

const readsOhms = (test: MeteredTest): boolean =>
  test.kind === 'ohms' || test.kind === 'continuity' || (test.kind === 'live' && test.reads === 'ohms');

/** Whether a look is at a fuse that can be seen to have blown, whatever blew it. */
function isFuseLook(ready: ReadyCase, test: TraceTest): boolean {
  return (
    test.kind === 'inspect' &&
    (test.mode == null || test.mode === 'open') &&
    ready.elements.get(test.element)?.kind === 'fuse'
  );
}

/** Whether faults have blown a fuse where the car is used as it usually is. A circuit that cannot be solved blows none. */
function blows(ready: ReadyCase, faults: readonly Fault[], fuse: string): boolean {
  if (faults.length === 0) return false;
  const { circuit, state } = ready.source;
  try {
    const usual = state ?? {};
    return meterBench(
      circuit,
      { ...usual, faults: [...(usual.faults ?? []), ...faults] },
      usual,
    ).blown.includes(fuse);
  } catch (error) {
    if (isRefusal(error)) return false;
    throw error;
  }
}

function benchesUnder(ready: ReadyCase, own: readonly Fault[], volts: number): Bench {
  const made = new Map<string, MeterBench>();
  const { circuit } = ready.source;
  const first = circuit.elements.find((element) => element.kind === 'battery');
  const elements = circuit.elements.map((element) =>
    element.kind === 'battery' && first?.kind === 'battery' && element.volts === first.volts
      ? { ...element, volts }
      : element,
  );
  return (state) => {
    const key = JSON.stringify(state);
    let bench = made.get(key);
    if (!bench) {
      const faults = [...(state.faults ?? []), ...own];
      bench = meterBench({ elements }, { ...state, faults }, ready.source.state ?? {});
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
