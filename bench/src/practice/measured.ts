/** What a test of a trace shows at a simulated car: by its instruments, or by a look that may miss. */
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import type { TraceCase, TraceReading, TraceTest } from '@dormant-beacon/core/trace';
import { testName } from '@dormant-beacon/core/words';
import { fromHex } from '../frames/index.js';
import { Tray } from '../instruments/index.js';
import { Link } from '../link/index.js';
import type { Car } from '../vehicle/index.js';
import { carOfRecord, type PracticeJob } from './from-record.js';
import type { Overridden } from './hidden.js';
import { seenChance } from './world.js';

/** The output of a lamp is taken in hand, as its module allows: its circuit is measured at work. */
export function lightUp(car: Car, link: Link, { circuit }: TraceCase): void {
  const output = circuit.elements.find(({ kind }) => kind === 'moduleOutput')?.id;
  const handle = output === undefined ? null : car.handleOf(output);
  if (!handle) return;
  const { module, did } = handle;
  link.ask([
    { module, bytes: fromHex('1003') },
    { module, bytes: Uint8Array.of(0x2f, did >> 8, did & 0xff, 0x03, 0x01) },
  ]);
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
  if (test.kind === 'volts' || test.kind === 'ohms') {
    const shown = tray.between(test.kind, test.from, test.to);
    if (shown.kind === 'refused') return { ...shown.gate, refused: true };
    if (shown.kind === 'over-limit') return { test: test.id, overload: true };
    return shown.kind === 'value'
      ? { test: test.id, value: shown.value }
      : { why: 'The meter shows nothing.' };
  }
  if (test.kind !== 'inspect')
    return { why: 'This kind of test is not simulated: measure volts or ohms, or look.' };
  const fault = car.standing.faults.find(
    ({ element, mode }) => element === test.element && (test.mode == null || test.mode === mode),
  );
  return { test: test.id, found: random.uniform() < seenChance(car, fault) };
}

/** A test of a trace at the car of a practice job: the same look at the same state of the car sees the same. */
export function readingOf(
  { record, hidden, images }: PracticeJob,
  source: TraceCase,
  test: TraceTest,
): ReturnType<typeof measured> {
  const car = carOfRecord(record, hidden, images);
  lightUp(car, new Link(car), source);
  const seed = hidden.seed ^ record.seq;
  if (hidden.overridden?.meterFuse && test.kind === 'ohms')
    return { why: 'The meter shows no ohms: its fuse has blown.' };
  return measured(car, new Tray(car, seed), test, randomNumbers(seed));
}

/**
 * The same test, made although it is refused.
 * @returns null where nothing refuses it
 */
export function overriddenBy(
  { record, hidden, images }: PracticeJob,
  source: TraceCase,
  test: TraceTest,
): Overridden | null {
  if (test.kind !== 'volts' && test.kind !== 'ohms') return null;
  const car = carOfRecord(record, hidden, images);
  lightUp(car, new Link(car), source);
  const tray = new Tray(car, hidden.seed);
  tray.between(test.kind, test.from, test.to, true);
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
