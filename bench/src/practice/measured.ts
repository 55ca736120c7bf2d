/** What a test of a trace shows at a simulated car: by its instruments, by its module, or by eyes and ears. */
import type { State } from '@dormant-beacon/core/circuit';
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import { isRefusal } from '@dormant-beacon/core/refusal';
import type { TraceCase, TraceReading, TraceTest } from '@dormant-beacon/core/trace';
import { lampShows, testName } from '@dormant-beacon/core/words';
import { fromHex } from '../frames/index.js';
import { gateOfPlug, type Shown, Tray } from '../instruments/index.js';
import { Link } from '../link/index.js';
import type { Car } from '../vehicle/index.js';
import { carOfRecord, type PracticeJob } from './from-record.js';
import type { Overridden } from './hidden.js';
import { provoke, type Trial } from './provoke.js';
import { senses } from './senses.js';

/** Outputs are taken in hand, as their modules allow: a circuit is measured at work. */
export function lightUp(car: Car, link: Link, { circuit }: TraceCase): void {
  for (const { kind, id } of circuit.elements) {
    const handle = kind === 'moduleOutput' ? car.handleOf(id) : null;
    if (!handle) continue;
    const { module, did } = handle;
    link.ask([
      { module, bytes: fromHex('1003') },
      { module, bytes: Uint8Array.of(0x2f, did >> 8, did & 0xff, 0x03, 0x01) },
    ]);
  }
}

export interface NoReading {
  readonly why: string;
  /** It could be done all the same, and would cost. */
  readonly refused?: true;
}

/** @returns the reading, or why there is none */
export function measured(
  car: Car,
  tray: Tray,
  test: TraceTest,
  random: RandomNumbers,
): TraceReading | NoReading {
  const parted = (test.state?.unplugged ?? []).map((plug) => gateOfPlug(car, plug)).find((gate) => gate);
  if (parted) return { ...parted, refused: true };
  // Fitted while dead, read with the power back.
  const { state } = car.standing;
  if (test.power === 'dead-then-live' && state.deadSeconds != null) car.set({ ...state, deadSeconds: null });
  if (test.kind === 'live' && car.standing.state.deadSeconds != null)
    return { why: 'No module answers: the power is off.' };
  try {
    return putAs(car, test.state ?? {}, () => made(car, tray, test, random));
  } catch (error) {
    if (!isRefusal(error)) throw error;
    return { why: `The simulated car has no such place: ${error.reason}.` };
  }
}

/** Doors, plugs and loads as a test asks for them, and afterwards as before. */
function putAs<A>(car: Car, wanted: State, work: () => A): A {
  const { state } = car.standing;
  const both = <T>(own: readonly T[] | null | undefined, more: readonly T[] | null | undefined): T[] => [
    ...(own ?? []),
    ...(more ?? []),
  ];
  const { closed, open, stalled, unplugged, pulled, jumpers, substituteLoads, positions } = wanted;
  car.set({
    ...state,
    closed: both(state.closed, closed),
    open: both(state.open, open),
    stalled: both(state.stalled, stalled),
    unplugged: both(state.unplugged, unplugged),
    pulled: both(state.pulled, pulled),
    jumpers: both(state.jumpers, jumpers),
    substituteLoads: both(state.substituteLoads, substituteLoads),
    positions: both(state.positions, positions),
  });
  try {
    return work();
  } finally {
    car.set(state, car.standing.faults);
  }
}

function made(car: Car, tray: Tray, test: TraceTest, random: RandomNumbers): TraceReading | NoReading {
  switch (test.kind) {
    case 'volts':
    case 'ohms':
    case 'testLamp':
      return told(test.id, tray.between(test.kind, test.from, test.to));
    case 'continuity':
      // A meter that sounds shows its ohms too.
      return told(test.id, tray.between('ohms', test.from, test.to));
    case 'amps':
      return told(test.id, tray.clamp(test.through));
    case 'live':
      return liveReading(car, test);
    case 'swap':
      return { test: test.id, moved: car.standing.faults.some(({ element }) => element === test.element) };
    default:
      return { test: test.id, found: senses(car, test, random) };
  }
}

function told(test: string, shown: Shown): TraceReading | NoReading {
  switch (shown.kind) {
    case 'refused':
      return { ...shown.gate, refused: true };
    case 'over-limit':
      return { test, overload: true };
    case 'value':
      return { test, value: shown.value };
    case 'lamp':
      return { test, value: lampShows.find(({ says }) => says === shown.is)!.volts };
    default:
      return { why: 'The meter shows nothing.' };
  }
}

/** As the module shows it: no leads, and nothing that a loop could mind. */
function liveReading(car: Car, test: Extract<TraceTest, { kind: 'live' }>): TraceReading {
  const { from, to } = test;
  const read = car.readings([{ id: 'live', kind: test.reads ?? 'volts', from, to }]).get('live');
  return read?.value == null || read.overload
    ? { test: test.id, overload: true }
    : { test: test.id, value: Math.round(100 * read.value) / 100 };
}

/**
 * A test of a trace at the car of a practice job: the same look at the same state of the car sees the same.
 *
 * @param trial what is done to the car meanwhile; null: nothing
 */
export function readingOf(
  job: PracticeJob,
  source: TraceCase,
  test: TraceTest,
  trial: Trial | null = null,
): ReturnType<typeof measured> {
  const { record, hidden } = job;
  const car = carOfRecord(job);
  provoke(car, trial);
  lightUp(car, new Link(car), source);
  const seed = hidden.seed ^ record.seq;
  if (hidden.overridden?.meterFuse && fused.has(test.kind))
    return { why: 'The meter shows nothing: its fuse has blown.' };
  return measured(car, new Tray(car, seed), test, randomNumbers(seed));
}

/** What a meter measures through its fuse. */
const fused: ReadonlySet<TraceTest['kind']> = new Set(['ohms', 'continuity']);

/**
 * The same test, made although it is refused.
 * @returns null where nothing refuses it
 */
export function overriddenBy(job: PracticeJob, source: TraceCase, test: TraceTest): Overridden | null {
  const { record, hidden } = job;
  const car = carOfRecord(job);
  lightUp(car, new Link(car), source);
  const tray = new Tray(car, hidden.seed);
  for (const plug of test.state?.unplugged ?? []) tray.unplug(plug, true);
  if (test.kind === 'volts' || test.kind === 'ohms' || test.kind === 'testLamp')
    tray.between(test.kind, test.from, test.to, true);
  else if (test.kind === 'continuity') tray.between('ohms', test.from, test.to, true);
  const [done] = tray.consequences;
  return done
    ? {
        seq: record.seq,
        says: `${testName(test, test.id)}: ${done.says}`,
        fired: done.kind === 'fires' ? done.element : null,
        meterFuse: done.kind === 'meter-fuse',
      }
    : null;
}
