/** The battery by what it has left, the alternator beside it, and water between the pins of a plug. */
import type { Circuit, Element } from '@dormant-beacon/core/circuit';
import { randomNumbers } from '@dormant-beacon/core/random';
import { bayCelsius, type Surroundings } from './surroundings.js';

/** Ampere hours of a full battery; what sleeping modules draw. */
const capacity = 60;
export const sleepingAmps = 0.03;
/** Volts at rest of a full battery and of one that is nearly flat; below that share they fall to nothing. */
const fullVolts = 12.6;
const lowVolts = 11.6;
const flatShare = 0.08;
/** Ohms inside, full; an empty one has three times as many, and the cold adds a half. */
const fullOhms = 0.015;
const coldCelsius = 0;
/** What an alternator holds, and its own ohms. */
const alternator = { volts: 14.3, ohms: 0.02 };
/** Ohms from a pin to ground in a plug that stands in water: between these, each decade as often as another. */
const leak = { least: 30, most: 3000 };

/** @param charge from 0, empty, to 1, full */
export function batteryOf(charge: number, { celsius }: Surroundings): { volts: number; ohms: number } {
  const held = lowVolts + (fullVolts - lowVolts) * charge;
  return {
    volts: charge >= flatShare ? held : (held * charge) / flatShare,
    ohms: fullOhms * (3 - 2 * charge) * ((celsius ?? bayCelsius) <= coldCelsius ? 1.5 : 1),
  };
}

/** What is left after so many seconds at so many amperes out of it. @example chargeAfter(1, 60, 3600) // 0 */
export const chargeAfter = (charge: number, amps: number, seconds: number): number =>
  Math.min(1, Math.max(0, charge - (amps * seconds) / 3600 / capacity));

export interface Feeding extends Surroundings {
  /** Left out, by the charge. */
  readonly volts?: number | null | undefined;
  readonly charge: number;
  readonly seed: number;
}

/** The wiring as it is fed and as wet as it is. */
export function fed({ elements }: Circuit, at: Feeding): Circuit {
  const battery = { ...batteryOf(at.charge, at), ...(at.volts == null ? {} : { volts: at.volts }) };
  return {
    elements: [
      ...elements.map((element): Element =>
        element.kind === 'battery' && element.id === 'BAT' ? { ...element, ...battery } : element,
      ),
      ...(at.running === true && at.volts == null
        ? [{ id: 'ALTERNATOR', kind: 'battery', pins: ['b+', 'gnd'], ...alternator } satisfies Element]
        : []),
      ...leaks(elements, at),
    ],
  };
}

/** The same for the same name, whatever stands before it. */
const numberOf = (id: string): number =>
  [...id].reduce((sum, letter) => (31 * sum + letter.charCodeAt(0)) % 1_000_003, 7);

function leaks(elements: readonly Element[], { soaked, seed }: Feeding): Element[] {
  const wet = new Set(soaked);
  if (wet.size === 0) return [];
  return elements.flatMap((element): Element[] => {
    if (element.kind !== 'contact' || !element.connector || !wet.has(element.connector)) return [];
    const drawn = randomNumbers(seed + numberOf(element.id)).uniform();
    const ohms = leak.least * (leak.most / leak.least) ** drawn;
    return [{ id: `WATER-${element.id}`, kind: 'resistor', pins: [element.pins[0], 'gnd'], ohms }];
  });
}
