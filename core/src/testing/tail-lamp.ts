/** A tail lamp with its fuse, plug and ground: the smallest circuit that a trace is worth. */
import type { Element } from '../circuit/index.js';

export const tailLamp: Element[] = [
  { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
  { id: 'F7', kind: 'fuse', pins: ['b+', 'f7'], amps: 10 },
  { id: 'W1', kind: 'wire', pins: ['f7', 'c2'], ohms: 0.03 },
  { id: 'C2', kind: 'contact', pins: ['c2', 'lp'], ohms: 0.005 },
  { id: 'LP', kind: 'lamp', pins: ['lp', 'g3'], volts: 12, watts: 21 },
  { id: 'G3', kind: 'ground', pins: ['g3', 'gnd'], ohms: 0.01 },
];
