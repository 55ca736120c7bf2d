/** A front door of the Corvane Lumen: its modules coded, its end stops taught; and the cylinder of its lock. */
import type { CodingBook } from '@dormant-beacon/core/coding';
import type { DepthTable } from '@dormant-beacon/core/lock';

export const lumenDoor: CodingBook = {
  title: 'Front door of the Lumen: window and mirror',
  make: 'Corvane',
  model: 'Lumen',
  unit: 'front door',
  carries: [
    { id: 'coding', kind: 'options', how: 'save', does: 'Read the coding bytes of the old door’s module' },
    { id: 'code', kind: 'options', how: 'write', does: 'Write the coding bytes for this car’s options' },
    {
      id: 'mirror',
      kind: 'calibration',
      how: 'teach',
      does: 'Run the mirror to its four ends, and fold it twice',
    },
    {
      id: 'camera',
      kind: 'aim',
      how: 'teach',
      does: 'Calibrate the camera in the mirror, where this car has one',
    },
  ],
  options: {
    rules: [
      { option: 'folding mirror', byte: 0, mask: '01', value: '01', says: 'the mirror folds' },
      { option: 'heated mirror', byte: 0, mask: '02', value: '02', says: 'the mirror is heated' },
      { option: 'mirror camera', byte: 0, mask: '04', value: '04', says: 'a camera in the mirror' },
      { option: 'left door', byte: 1, mask: '03', value: '01' },
      { option: 'right door', byte: 1, mask: '03', value: '02' },
      { option: 'laminated glass', byte: 1, mask: '10', value: '10' },
    ],
  },
  trim: {
    scheme: {
      name: 'Window drive: six and two',
      alphabet: '0123456789ABCDEFGHJKLMNPQRSTUVW',
      length: 6,
      checks: [
        [1, 2, 3, 4, 5, 6],
        [1, 4, 16, 2, 8, 1],
      ],
      misread: { O: '0', I: '1' },
    },
    positions: ['left front', 'right front'],
  },
  procedures: [
    {
      id: 'stops',
      title: 'End stops of the window',
      source: 'service text of the Lumen, chapter 64',
      before: ['supply', 'ignition-on', 'doors-shut'],
      supply: { least: 12.6, most: 14.8 },
      caution: 'Hands and head out of the window: it has no guard against pinching until this is done.',
      abort: 'let go of the switch; the window stays where it is',
      steps: [
        {
          id: 'down',
          does: 'Hold the switch down until the glass stops',
          seconds: { least: 3 },
          sign: 'the glass is fully down',
        },
        {
          id: 'up',
          does: 'Hold it up until the glass stops, and go on holding',
          seconds: { least: 4 },
          sign: 'one click from the door',
        },
        {
          id: 'touch',
          does: 'Tap it down once',
          sign: 'the window goes down by itself',
          ifMissing: 'One touch was not learned: begin anew.',
        },
      ],
    },
  ],
};

export const lumenCylinder: DepthTable = {
  name: 'Door cylinder, eight wafers',
  depths: [
    { code: '1', mm: 7.1 },
    { code: '2', mm: 6.75 },
    { code: '3', mm: 6.4 },
    { code: '4', mm: 6.05 },
  ],
  hands: ['left', 'right', 'left', 'right', 'left', 'right', 'left', 'right'],
  pitchMm: 2.5,
  firstMm: 3.2,
  maxStep: 2,
  toleranceMm: 0.12,
  wearMm: 0.12,
  source: 'measured here on four new keys',
};
