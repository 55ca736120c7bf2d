/** What eyes and ears find at a car: what stands there and what its circuits do, with a chance to miss it. */
import type { Element } from '@dormant-beacon/core/circuit';
import type { RandomNumbers } from '@dormant-beacon/core/random';
import type { LookedTest } from '@dormant-beacon/core/trace';
import type { Car, CarFault } from '../vehicle/index.js';
import { caughtChance, heardChance, offBelow, seenChance, weakBelow } from './world.js';

const usualVolts = 12;

/** @returns whether it is found, as the test asks */
export function senses(car: Car, test: LookedTest, random: RandomNumbers): boolean {
  const element = car.file.circuit.elements.find(({ id }) => id === test.element);
  if (!element) return false;
  const fault = car.standing.faults.find(
    (own) => own.element === test.element && (test.mode == null || test.mode === own.mode),
  );
  return random.uniform() < chanceOf(car, test, element, fault);
}

function chanceOf(car: Car, test: LookedTest, element: Element, fault: CarFault | undefined): number {
  switch (test.kind) {
    case 'listen':
      // What makes no sound of its own is pulled at, and gives or does not.
      return element.kind === 'motor' || element.kind === 'relay'
        ? heardChance(shareOf(car, element) < weakBelow)
        : caughtChance(fault !== undefined);
    case 'function': {
      const share = shareOf(car, element);
      const is = share < offBelow ? 'off' : share < weakBelow ? 'weak' : 'on';
      if (test.shows == null) return caughtChance(fault !== undefined);
      return caughtChance(test.shows === is || (test.shows === 'on' && is === 'weak'));
    }
    case 'wiggle':
      return caughtChance(fault?.mode === 'intermittent' || fault?.when === 'rough road');
    case 'provoke':
      return caughtChance(fault?.mode === 'intermittent' || fault?.when != null);
    case 'inspect': {
      const blown = element.kind === 'fuse' && car.blown.includes(element.id);
      return seenChance(car, fault ?? (blown ? { element: element.id, mode: 'open' } : undefined));
    }
  }
}

/** Of the power that it takes in a sound car. */
function shareOf(car: Car, element: Element): number {
  const usual = usualWatts(element);
  return usual === 0 ? 1 : car.wattsOf(element.id) / usual;
}

function usualWatts(element: Element): number {
  if (element.kind === 'lamp') return element.watts;
  if (element.kind === 'motor') return usualVolts ** 2 / element.runningOhms;
  return element.kind === 'relay' ? usualVolts ** 2 / element.coilOhms : 0;
}
