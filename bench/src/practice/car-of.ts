/** A car as it comes in, before anything is done to it here. */
import { Car, carFile, type CarIdentity, type ModuleMemory } from '../vehicle/index.js';
import type { HiddenCase } from './hidden.js';

/** Seconds that somebody looked for it with a plug open. */
const lookedSeconds = 20;

export interface Known {
  readonly identity?: CarIdentity;
  readonly memories?: ReadonlyMap<string, ModuleMemory>;
}

export function carOf({ car, seed, faults, wasOpen, foreign }: HiddenCase, known: Known = {}): Car {
  const made = new Car(carFile(car)!, { seed, faults, foreign: foreign ?? null, ...known });
  if (wasOpen) {
    made.set({ unplugged: [wasOpen] });
    made.run(lookedSeconds);
    made.set({ ignition: 'off' });
    made.set({ ignition: 'on' });
  }
  return made;
}
