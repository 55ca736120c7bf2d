/** What a practice job begins with: a car, its hidden fault, and what its driver says. */
import { noFacts } from '@dormant-beacon/core/record';
import { drawCase, type HiddenCase } from './draw.js';
import { carOfRecord } from './from-record.js';

export interface Opening {
  readonly hidden: HiddenCase;
  readonly make: string;
  readonly model: string;
  /** The driver sees lamps, and no codes. */
  readonly words: string;
}

/** @example openingOf(3).words // 'This is on: Lamp failure.' */
export function openingOf(seed: number): Opening {
  const hidden = drawCase(seed);
  const car = carOfRecord(noFacts(), hidden);
  const [make = '', ...model] = car.file.name.split(' ');
  const lit = car.beacons().flatMap(({ name, state }) => (state === 'lit' ? [name] : []));
  const words =
    lit.length === 0
      ? 'Something does not work as it should; no lamp is on.'
      : `${lit.length === 1 ? 'This is' : 'These are'} on: ${lit.join(', ')}.`;
  return { hidden, make, model: model.join(' '), words };
}
