/** How often each kind of element fails in each mode, as relative weights: shop data. */
import type { ElementKind, FaultMode } from '../circuit/index.js';

export const baseRates: Readonly<Record<ElementKind, Partial<Record<FaultMode, number>>>> = {
  battery: { resistive: 2, open: 0.5 },
  wire: { open: 1, resistive: 0.5, shortToGround: 0.5 },
  contact: { resistive: 3, open: 2 },
  resistor: { open: 1 },
  fuse: { open: 4 },
  switch: { stuckOpen: 2, stuckClosed: 1, resistive: 1 },
  relay: { open: 1, stuckOpen: 2, stuckClosed: 0.5 },
  lamp: { open: 8 },
  diode: { open: 0.5 },
  led: { open: 2 },
  motor: { open: 2, binding: 2 },
  squib: { open: 0.5 },
  shortingBar: { stuckClosed: 0.5 },
  sensor: { open: 1 },
  moduleInput: { open: 0.3 },
  moduleOutput: { stuckOpen: 0.5 },
  ground: { resistive: 2, open: 1 },
};

type AddedOhms = readonly (readonly [ohms: number, weight: number])[];

const joint: AddedOhms = [
  [0.5, 2],
  [2, 3],
  [8, 2],
  [40, 2],
  [400, 1],
];
const power: AddedOhms = [
  [0.02, 2],
  [0.05, 3],
  [0.15, 2],
  [0.5, 2],
  [2, 1],
];

/** Sizes of added ohms on a squib loop: even in their logarithm from 0.3 to 8. Source: general practice. */
const loopSizes = 40;
const onLoop: AddedOhms = Array.from({ length: loopSizes }, (_, n) => [
  0.3 * (8 / 0.3) ** (n / (loopSizes - 1)),
  1,
]);

/**
 * Added ohms of a resistive fault whose size is not known, with weights, by the element's kind.
 * @param squib where it lies on a squib loop
 */
export function addedOhms(kind: ElementKind, squib = false): AddedOhms {
  if (squib) return onLoop;
  return kind === 'battery' ? power : joint;
}
