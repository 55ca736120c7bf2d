/** What each suspect predicts for each metered test: solved once for a case, used in every step. */
import { benchesOf, type Circuit, type Fault, type Probe, probeOf, type State } from '../../circuit/index.js';
import type { Work } from '../../progress/index.js';
import type { Second } from '../model/pairs.js';
import type { ReadyCase, ReadySuspect } from '../model/prepare.js';
import { type MeteredTest, outside, type TraceTest } from '../model/schema.js';
import { showsOf } from './shows.js';
import { Axis, Surface } from './surface.js';
import { addedOhms, knotsOf, onSquibLoop, supplyOf } from './unknowns.js';

/** What one suspect foresees for one test: in each of its turns, over its worlds, which lie in blocks. */
export class Prediction {
  /** @param blocks turn after turn, as many in each */
  constructor(
    private readonly blocks: readonly Surface[],
    private readonly perTurn: number,
  ) {}

  /** What is read in one world of one turn; NaN where it is over the limit. */
  at(turn: number, world: number): number {
    let n = turn * this.perTurn;
    for (; world >= this.blocks[n]!.worlds; n++) world -= this.blocks[n]!.worlds;
    return this.blocks[n]!.at(world);
  }

  /** What is read in every world of a turn; `place` is where a measured supply stands among the supply's steps. */
  all(turn: number, place: number | null = null): Float64Array {
    const blocks = this.blocks.slice(turn * this.perTurn, (turn + 1) * this.perTurn);
    const whole = new Float64Array(blocks.reduce((sum, { worlds }) => sum + worlds, 0));
    let from = 0;
    for (const block of blocks) {
      if (place === null) block.fill(whole, from);
      else block.fillAt(place, whole, from);
      from += block.worlds;
    }
    return whole;
  }
}

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
  /** By test, in the suspects' order. */
  readonly tests: ReadonlyMap<string, readonly Prediction[]>;
  /**
   * By look at a fuse, and by listening at a motor or relay: how likely it is, in the suspects' order, that the fuse has
   * blown or that nothing is heard, whatever keeps the current from it.
   */
  readonly shows: ReadonlyMap<string, Float64Array>;
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
  const { source } = ready;
  const supply = supplyOf(source);
  const relays = source.circuit.elements.some(({ kind }) => kind === 'relay');
  const volts = knotsOf(supply.values, relays ? supplyKnots.relays : supplyKnots.usual);
  const overVolts = new Axis(volts, supply.values.length);
  // An ohmmeter sees the dead car: whatever its supply.
  const overAny = new Axis([0], supply.values.length);
  const usual = source.state ?? {};
  const circuits = volts.map((at) => benchesOf(circuitAt(source.circuit, supply.values[at]!), usual));
  // Tests of the same state share one: a circuit is solved once for each.
  const states = new Map<string, State>([[JSON.stringify(usual), usual]]);
  const stateOf = (state: State) => {
    const key = JSON.stringify(state);
    return states.get(key) ?? (states.set(key, state), state);
  };
  const tests = source.tests.flatMap((test, index) => {
    if (!isMetered(test)) return [];
    const probe = probeOf(source.circuit, asMeter(test), `tests[${index}]`);
    const foreseen: Prediction[] = [];
    return [{ id: test.id, probe, ohms: readsOhms(test), state: stateOf(test.state ?? usual), foreseen }];
  });
  const looks = source.tests.flatMap((test) => {
    const shows = isMetered(test) || test.kind === 'swap' ? null : showsOf(ready, test);
    const chance = new Float64Array(ready.suspects.length);
    return shows ? [{ id: test.id, state: stateOf(test.state ?? usual), shows, chance }] : [];
  });
  const sound = circuits.map((benches) => benches([]));
  // Solved first in every state: the searches under the suspects begin where it rests.
  for (const { state } of tests) for (const bench of sound) bench(state);
  const shares: Float64Array[] = [];
  const turnShares: Float64Array[] = [];
  for (const [done, suspect] of ready.suspects.entries()) {
    const turns = turnsOf(ready, suspect);
    shares.push(worldShares(turns[0]!.sizes, supply.shares));
    turnShares.push(Float64Array.from(turns, ({ share }) => share));
    const blocks = turns.flatMap(({ sizes }) =>
      sizes.map(({ knots, axis }) => ({
        axis,
        benches: knots.map((faults) => circuits.map((benches) => benches(faults))),
      })),
    );
    const knots = blocks.reduce((sum, { benches }) => sum + benches.length, 0);
    const read = new Float64Array(tests.length * knots * circuits.length);
    let at = 0;
    for (const { probe, ohms, state, foreseen } of tests) {
      const supplies = ohms ? 1 : circuits.length;
      const surfaces: Surface[] = [];
      for (const { axis, benches } of blocks) {
        surfaces.push(new Surface(axis, ohms ? overAny : overVolts, read, at));
        for (const own of benches)
          for (let v = 0; v < supplies; v++) read[at++] = typed(own[v]!(state).value(probe), probe);
      }
      foreseen.push(new Prediction(surfaces, surfaces.length / turns.length));
    }
    for (const { state, shows: seen, chance } of looks)
      chance[done] = turns.reduce((sum, { share }, t) => {
        const own = blocks.slice(
          (t * blocks.length) / turns.length,
          ((t + 1) * blocks.length) / turns.length,
        );
        const all = own.flatMap(({ benches }) =>
          benches.flatMap((one) => one.map((bench, v) => seen(bench, sound[v]!, state))),
        );
        return sum + share * meanOf(all);
      }, 0);
    yield { done: done + 1, total: ready.suspects.length };
  }
  return {
    supply: supply.values,
    shares,
    turns: turnShares,
    tests: new Map(tests.map(({ id, foreseen }) => [id, foreseen])),
    shows: new Map(looks.map(({ id, chance }) => [id, chance])),
  };
}

/** Where measured volts stand among the steps of a supply; null where none were measured. */
export function placeOf(supply: Float64Array, volts: number | null): number | null {
  if (volts === null || supply.length === 1) return null;
  const [low, high] = [supply[0]!, supply[supply.length - 1]!];
  return ((volts - low) / (high - low)) * (supply.length - 1);
}

/** The circuit at other volts: those of its battery, and of every other battery that is alike. */
function circuitAt(circuit: Circuit, volts: number): Circuit {
  const first = circuit.elements.find((element) => element.kind === 'battery');
  return {
    elements: circuit.elements.map((element) =>
      element.kind === 'battery' && first?.kind === 'battery' && element.volts === first.volts
        ? { ...element, volts }
        : element,
    ),
  };
}

/** A fault over its sizes: at the knots what is wrong, and the shares of all. */
interface Sizes {
  readonly knots: readonly (readonly Fault[])[];
  /** Where the knots stand among the sizes. */
  readonly axis: Axis;
  readonly shares: Float64Array;
}

const alone = { axis: new Axis([0], 1), shares: Float64Array.of(1) };
const one = (faults: readonly Fault[]): Sizes => ({ knots: [faults], ...alone });

const overSizes = (onLoop: boolean): Axis => {
  const { values } = addedOhms(onLoop);
  return new Axis(knotsOf(values, sizeKnots), values.length);
};
const sizeAxis = { onLoop: overSizes(true), elsewhere: overSizes(false) };

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
  const onLoop = onSquibLoop(ready, known.pins);
  const { values, shares } = addedOhms(onLoop);
  const axis = onLoop ? sizeAxis.onLoop : sizeAxis.elsewhere;
  return { knots: axis.knots.map((at) => [{ element, mode, ohms: values[at]! }]), axis, shares };
}

function worldShares(sizes: readonly Sizes[], supply: Float64Array): Float64Array {
  const worlds = new Float64Array(sizes.reduce((sum, { shares }) => sum + shares.length, 0) * supply.length);
  let at = 0;
  for (const { shares } of sizes)
    for (const share of shares) for (const volts of supply) worlds[at++] = share * volts;
  return worlds;
}

/** Amps are typed as an amount, whichever way they flow through the element as it is drawn. */
const typed = (value: number, { kind }: Probe): number => (kind === 'amps' ? Math.abs(value) : value);

/** Whether a test is read in ohms: by a meter or, of a loop, by a module. */
export const readsOhms = (test: MeteredTest): boolean =>
  test.kind === 'ohms' || test.kind === 'continuity' || (test.kind === 'live' && test.reads === 'ohms');

const meanOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

function asMeter(test: MeteredTest) {
  if (test.kind === 'amps') return { id: test.id, kind: test.kind, through: test.through };
  const kind = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
  return { id: test.id, kind, from: test.from, to: test.to };
}
