/** Hidden faults, drawn by seed: an element of a car fails in a way that the world has, so that some module says so. */
import type { Circuit, Fault, FaultMode } from '@dormant-beacon/core/circuit';
import { randomNumbers } from '@dormant-beacon/core/random';
import { Car, carFile, carIds } from '../vehicle/index.js';
import { partOf, plainParts } from './part.js';
import { failures } from './world.js';

export interface HiddenCase {
  readonly car: string;
  readonly seed: number;
  readonly fault: Fault;
}

/** Draws until a fault shows itself. */
const mostDraws = 200;
/** Seconds in which it shows. */
const showsSeconds = 20;

/** @example drawCase(7).car // one of `carIds` */
export function drawCase(seed: number): HiddenCase {
  const random = randomNumbers(seed);
  for (let n = 0; n < mostDraws; n++) {
    const car = carIds[Math.floor(carIds.length * random.uniform())]!;
    const parts = plainParts(carFile(car)!);
    const { target } = parts[Math.floor(parts.length * random.uniform())]!;
    const drawn = drawFailure(partOf(carFile(car)!, target), random.uniform());
    const fault = faultOf(drawn.element, drawn.mode, random.uniform());
    const hidden = { car, seed, fault };
    if (shows(hidden)) return hidden;
  }
  throw new Error(`no fault of seed ${seed} shows itself`);
}

/** By how often such a part fails so. */
function drawFailure({ elements }: Circuit, drawn: number): { element: string; mode: FaultMode } {
  const ways = elements.flatMap(({ id, kind }) =>
    Object.entries(failures[kind] ?? {}).map(([mode, weight]) => ({
      element: id,
      mode: mode as FaultMode,
      weight,
    })),
  );
  let left = drawn * ways.reduce((sum, { weight }) => sum + weight, 0);
  return ways.find(({ weight }) => (left -= weight) <= 0) ?? ways.at(-1)!;
}

function faultOf(element: string, mode: FaultMode, drawn: number): Fault {
  // Between 0.3 and 200 Ω, each decade as often as another.
  if (mode === 'resistive') return { element, mode, ohms: 0.3 * (200 / 0.3) ** drawn };
  if (mode === 'intermittent') return { element, mode, chance: 0.6 + 0.3 * drawn };
  return { element, mode };
}

/** Some module has kept a code of it. */
function shows({ car, seed, fault }: HiddenCase): boolean {
  const there = new Car(carFile(car)!, { seed, faults: [fault] });
  there.run(showsSeconds);
  return there.file.modules.some(({ name }) => {
    const answer = there.ask(name, Uint8Array.of(0x19, 0x01, 0x08));
    return answer !== null && (answer[4]! << 8) + answer[5]! > 0;
  });
}
