/** What a practice job begins with: a car, its hidden fault, and what its driver says. */
import type { Difficulty } from '@dormant-beacon/core/practice';
import { Refusal } from '@dormant-beacon/core/refusal';
import type { Car, Condition } from '../vehicle/index.js';
import { carOf } from './car-of.js';
import { drawCase } from './draw.js';
import type { HiddenCase } from './hidden.js';
import { writtenCase, writtenCases } from './written.js';

/** By which the chances of written cases are drawn. */
const writtenSeed = 1;
/** Seconds of driving before it is brought. */
const drivenSeconds = 25;

export interface Opening {
  readonly hidden: HiddenCase;
  readonly make: string;
  readonly model: string;
  /** As its papers and its cluster show. */
  readonly vin: string;
  readonly km: number;
  /** The driver sees lamps, and no codes. */
  readonly words: string;
}

/** @example openingOf(3).words // 'This is on: Lamp failure.' */
export function openingOf(seed: number, difficulty: Difficulty = 'single'): Opening {
  return openingWith(drawCase(seed, difficulty));
}

/** @throws Refusal where there is no such case */
export function openingOfWritten(id: string): Opening {
  const written = writtenCase(id);
  if (!written)
    throw new Refusal(
      'case',
      `there is no "${id}"; there is ${writtenCases.map((own) => own.id).join(', ')}`,
    );
  return { ...openingWith({ ...written.hidden, seed: writtenSeed, written: id }), words: written.words };
}

const whenWords: Readonly<Record<Condition, string>> = {
  cold: 'It only happens on cold mornings.',
  hot: 'It only happens in the heat.',
  rain: 'It only happens in the rain.',
  'rough road': 'It only happens on bad roads.',
  'long drive': 'It only happens after an hour of driving.',
  'under load': 'It only happens with a full load.',
};

/** Of what moves, what a driver notices without a lamp; null where nothing of it fails. */
function complaintOf(car: Car): string | null {
  const told = car.storedMonitors.find(({ watches, lamp }) => watches !== undefined && lamp === null);
  return told ? `The ${told.text.toLowerCase()} does not work as it should.` : null;
}

function openingWith(hidden: HiddenCase): Opening {
  const car = carOf(hidden);
  car.run(drivenSeconds);
  const [make = '', ...model] = car.file.name.split(' ');
  const lit = car.beacons().flatMap(({ name, state }) => (state === 'lit' ? [name] : []));
  const words =
    lit.length === 0
      ? (complaintOf(car) ?? 'Something does not work as it should; no lamp is on.')
      : `${lit.length === 1 ? 'This is' : 'These are'} on: ${lit.join(', ')}.`;
  const when = hidden.faults.find((fault) => fault.when != null)?.when;
  return {
    hidden,
    make,
    model: model.join(' '),
    ...car.identity,
    words: when == null ? words : `${words} ${whenWords[when]}`,
  };
}
