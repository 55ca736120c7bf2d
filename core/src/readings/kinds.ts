/** Kinds of reading, and how far each can be trusted with what a shop usually has: judgement, not a data sheet. */
import type { Accuracy } from './accuracy.js';

export interface ReadingKind extends Accuracy {
  readonly unit: string;
  readonly name: string;
  readonly percent: number;
  /** In the kind's unit. */
  readonly digits: number;
}

export const readingKinds: readonly ReadingKind[] = [
  { unit: 'V', name: 'volts', percent: 1, digits: 0.02 },
  { unit: 'mV', name: 'millivolts', percent: 1, digits: 0.5 },
  { unit: 'Ω', name: 'ohms', percent: 1, digits: 0.2 },
  { unit: 'A', name: 'amps', percent: 2, digits: 0.05 },
  // By hand and eye.
  { unit: 's', name: 'seconds', percent: 0, digits: 0.3 },
  { unit: '/min', name: 'flashes per minute', percent: 0, digits: 3 },
  { unit: '°C', name: 'temperature', percent: 1, digits: 2 },
  { unit: '°F', name: 'temperature', percent: 1, digits: 4 },
  { unit: 'bar', name: 'pressure', percent: 1, digits: 0.05 },
  { unit: 'kPa', name: 'pressure', percent: 1, digits: 5 },
  { unit: 'psi', name: 'pressure', percent: 1, digits: 0.7 },
  { unit: 'mm', name: 'millimetres', percent: 0, digits: 0.2 },
];

/** What is usual for a unit; of an unknown one nothing is said, and it counts as volts do. */
export function usualAccuracy(unit: string): Accuracy {
  const kind = readingKinds.find((one) => one.unit === unit);
  return kind ? { percent: kind.percent, digits: kind.digits } : {};
}
