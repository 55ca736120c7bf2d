/** What usually makes an element of each kind fail, with the look that shows it: where a template names nothing of its own. */
import type { ElementKind } from '../../circuit/index.js';

export interface UsualRoot {
  readonly root: string;
  /** The look, with the element's name put in for `{}`. */
  readonly check: string;
}

const wear: UsualRoot = { root: 'wear', check: 'None of the others found: count its age and use' };
const overvoltage: UsualRoot = {
  root: 'overvoltage',
  check: 'Was it jumped or charged hard? Measure the charging volts at idle',
};
const water: UsualRoot = {
  root: 'water',
  check: 'Look for drops, rust, a torn seal or a blocked drain at {}',
};

export const usualRoots: Readonly<Record<ElementKind, readonly UsualRoot[]>> = {
  battery: [{ root: 'drained', check: 'Take the resting current after the network sleeps' }, wear],
  wire: [
    { root: 'chafed', check: 'Follow {}: where does it touch metal, an edge, a moving part?' },
    { root: 'bent too often or pulled', check: 'Look at the bend of {}: is it clipped as it was built?' },
  ],
  contact: [
    { root: 'water in the plug', check: 'Look for water, green pins and a torn seal at {}' },
    { root: 'not locked', check: 'Is {} seated and locked? Was it parted in earlier work?' },
  ],
  resistor: [{ root: 'heat', check: 'Look for browning at {} and what blows air over it' }, water, wear],
  fuse: [
    {
      root: 'short behind the fuse',
      check: '{} out, measure behind it to ground, also while the harness moves',
    },
    { root: 'a load that draws too much', check: 'Take the current of {} by its drop, everything on' },
  ],
  switch: [
    water,
    { root: 'misuse', check: 'Was {} forced past its end: bent bracket, witness marks?' },
    wear,
  ],
  relay: [
    { root: 'a load that draws too much', check: 'Take the current through the contact of {}' },
    { root: 'heat', check: 'Look for browning at the socket of {}' },
    wear,
  ],
  lamp: [water, overvoltage, wear],
  diode: [overvoltage, { root: 'heat', check: 'Look for browning at {}' }],
  led: [water, overvoltage, wear],
  motor: [
    { root: 'binding', check: 'Move by hand what {} moves: does it run free to both ends?' },
    water,
    wear,
  ],
  squib: [{ root: 'fired', check: 'By the scope of the restraint work: signs condemn, never clear' }],
  shortingBar: [{ root: 'plug half damaged', check: 'Look at the half that carries {}, while dead' }],
  sensor: [{ root: 'struck or loose', check: 'Look at the bracket and torque of {}' }, water],
  moduleInput: [
    {
      root: 'a short that killed it',
      check: 'Measure its line against the supply before the new unit is plugged',
    },
    overvoltage,
    water,
  ],
  moduleOutput: [
    { root: 'a short behind it', check: 'Measure what {} feeds to ground before the new unit is plugged' },
    overvoltage,
    water,
  ],
  ground: [
    { root: 'water or salt', check: 'Look where water stands at {}, and seal it after cleaning' },
    { root: 'loose', check: 'Try the torque of {}: was it undone in earlier work?' },
  ],
};
