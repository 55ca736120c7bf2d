/** Ohms of a wire from what is printed on its reel. */
import type { Element } from './schema.js';

type Wire = Extract<Element, { kind: 'wire' }>;

/** Ohms of a wire one metre long and one square millimetre thick, at 20 °C. */
const resistivity = { copper: 0.0172, aluminium: 0.0283 } as const;

/** Square millimetres of an American wire gauge: its diameter is 0.127 mm times 92 to the (36 − gauge)/39. */
export function gaugeArea(gauge: number): number {
  return (Math.PI / 4) * (0.127 * 92 ** ((36 - gauge) / 39)) ** 2;
}

/** Its own ohms where they are given, else from length, cross-section or gauge, and material (copper). */
export function wireOhms({ ohms, metres, squareMillimetres, gauge, material }: Wire): number {
  if (ohms != null) return ohms;
  return (resistivity[material ?? 'copper'] * metres!) / (squareMillimetres ?? gaugeArea(gauge!));
}
