/** Hidden faults, drawn by seed: an element of a car fails in a way that the world has, so that some module says so. */
import type { Circuit, Fault, FaultMode } from '@dormant-beacon/core/circuit';
import type { Difficulty } from '@dormant-beacon/core/practice';
import { trialFor } from '@dormant-beacon/core/proof';
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import { type Car, carFile, carIds, conditions } from '../vehicle/index.js';
import { carOf } from './car-of.js';
import type { HiddenCase } from './hidden.js';
import { partOf, plainParts } from './part.js';
import { surroundingsOf } from './provoke.js';
import { failures } from './world.js';

/** Draws until a fault shows itself. */
const mostDraws = 200;
/** Seconds in which it shows. */
const showsSeconds = 20;

/** @example drawCase(7).car // one of `carIds` */
export function drawCase(seed: number, difficulty: Difficulty = 'single'): HiddenCase {
  const random = randomNumbers(seed);
  for (let n = 0; n < mostDraws; n++) {
    const drawn = drawnOf(random, seed, difficulty);
    if (drawn && shows(drawn)) return drawn;
  }
  throw new Error(`no fault of seed ${seed} shows itself`);
}

/** Null where what was drawn is not of that difficulty. */
function drawnOf(random: RandomNumbers, seed: number, difficulty: Difficulty): HiddenCase | null {
  const car = carIds[Math.floor(carIds.length * random.uniform())]!;
  const parts = plainParts(carFile(car)!);
  const fault = () => {
    const { target } = parts[Math.floor(parts.length * random.uniform())]!;
    const drawn = drawFailure(partOf(carFile(car)!, target), random.uniform());
    return faultOf(drawn.element, drawn.mode, random.uniform());
  };
  const first = fault();
  switch (difficulty) {
    case 'single':
      return { car, seed, faults: [first] };
    case 'intermittent':
      return first.mode === 'intermittent' ? { car, seed, faults: [first] } : null;
    case 'in-condition': {
      const when = provocable[Math.floor(provocable.length * random.uniform())]!;
      return first.mode === 'intermittent' || !moodyKinds.has(kindOf(car, first.element))
        ? null
        : { car, seed, faults: [{ ...first, when }], before: [{ around: surroundingsOf(when) }] };
    }
    case 'wrong-donor': {
      const { modules } = carFile(car)!;
      // A restraint module from another car is not put in by anybody who lives by this work.
      const fitted = modules.filter(({ name }) => name !== 'restraint');
      const foreign = fitted[Math.floor(fitted.length * random.uniform())]!.name;
      return { car, seed, faults: [], foreign };
    }
    case 'two-faults': {
      const second = fault();
      return second.element === first.element ? null : { car, seed, faults: [first, second] };
    }
    case 'induced': {
      // Somebody looked for it before, with the ignition on.
      const plugs = connectorsOf(carFile(car)!.circuit);
      const plug = plugs[Math.floor(plugs.length * random.uniform())]!;
      return { car, seed, faults: [first], before: [{ unplugged: [plug] }] };
    }
    case 'lying-reader':
      return { car, seed, faults: [first], reader: 'lies' };
  }
}

/** Conditions that a trial by hand can bring. */
const provocable = conditions.filter((condition) => trialFor(condition) !== null);
/** What minds the weather and the road. */
const moodyKinds: ReadonlySet<string> = new Set(['contact', 'wire', 'ground', 'switch', 'sensor', 'relay']);

const kindOf = (car: string, element: string): string =>
  carFile(car)!.circuit.elements.find(({ id }) => id === element)?.kind ?? '';

/** Plugs that may be parted without a thought: none of a squib, none of a module. */
function connectorsOf({ elements }: Circuit): string[] {
  const own = new Map<string, boolean>();
  for (const element of elements) {
    if (element.kind !== 'contact' || !element.connector) continue;
    const plain = /-(?:PIN|BACK)$/.test(element.id) && !/^(?:DRIVER|PASSENGER|SENSOR)-/.test(element.id);
    own.set(element.connector, (own.get(element.connector) ?? true) && plain);
  }
  return [...own].flatMap(([plug, plain]) => (plain ? [plug] : []));
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

/** Each fault by itself makes some module keep a code of it: none hides behind another. */
function shows(hidden: HiddenCase): boolean {
  const alone =
    hidden.faults.length > 1 ? hidden.faults.map((fault) => ({ ...hidden, faults: [fault] })) : [hidden];
  return alone.every((own) =>
    // What shows in a condition alone shows on its way here.
    tells(carOf({ ...own, before: own.faults.some(({ when }) => when != null) ? own.before! : null })),
  );
}

function tells(car: Car): boolean {
  car.run(showsSeconds);
  return car.file.modules.some(({ name }) => {
    const answer = car.ask(name, Uint8Array.of(0x19, 0x01, 0x08));
    return answer !== null && (answer[4]! << 8) + answer[5]! > 0;
  });
}
