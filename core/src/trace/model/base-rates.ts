/** How often each kind of element fails in each mode, as relative weights: shop data. */
import type { ElementKind, FaultMode } from '../../circuit/index.js';

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
