/** A car as it comes in, before anything is done to it here. */
import { Car, carFile, type CarIdentity, type ModuleMemory } from '../vehicle/index.js';
import type { HiddenCase } from './hidden.js';

/** Seconds that it stood so, each time. */
const beforeSeconds = 20;

export interface Known {
  readonly identity?: CarIdentity;
  readonly memories?: ReadonlyMap<string, ModuleMemory>;
}

export function carOf({ car, seed, faults, before, foreign }: HiddenCase, known: Known = {}): Car {
  const made = new Car(carFile(car)!, { seed, faults, foreign: foreign ?? null, ...known });
  for (const stood of before ?? []) {
    made.set(stood);
    made.run(beforeSeconds);
    made.set({ ignition: 'off' });
    made.set({ ignition: 'on' });
  }
  return made;
}
