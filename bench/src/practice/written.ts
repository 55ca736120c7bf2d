/** Cases that were written, each for what it teaches. */
import type { HiddenCase } from './hidden.js';

export interface BestStep {
  readonly did: string;
  readonly came: string;
  readonly minutes: number;
  readonly cents?: number;
}

export interface WrittenCase {
  readonly id: string;
  /** What its driver says; it gives nothing away. */
  readonly words: string;
  readonly hidden: Omit<HiddenCase, 'seed' | 'written'>;
  /** What it was, in a sentence. */
  readonly was: string;
  /** The shortest way that is known, in place of the planner’s own; left out where the planner plays it. */
  readonly best?: readonly BestStep[];
  /** One after the other; each costs minutes. */
  readonly hints: readonly [string, string];
}

/** A module that came from another car, and says so. */
export const foreignBest = (label: string): BestStep[] => [
  { did: 'read every module', came: `B1F01-56 in the ${label}: it belongs to another car`, minutes: 4 },
  { did: `write this car’s VIN into the ${label}`, came: 'taken', minutes: 12 },
  { did: 'clear, and read again', came: 'no code is left', minutes: 7 },
];

export const writtenCases: readonly WrittenCase[] = [
  {
    id: 'fuse-and-chafe',
    words: 'The windows and both door mirrors died at once, over a bump.',
    hidden: {
      car: 'quill',
      faults: [
        { element: 'F31', mode: 'open' },
        { element: 'DRIVER-DOOR-FEED', mode: 'shortToGround' },
      ],
    },
    was: 'fuse F31 had blown, since the supply line of the driver door touches ground behind it',
    best: [
      { did: 'read every module', came: 'both doors are silent: what feeds both is fuse F31', minutes: 4 },
      { did: 'look at fuse F31', came: 'blown', minutes: 2 },
      {
        did: 'ohms from its cold side to ground',
        came: 'next to nothing: it was blown by a short',
        minutes: 4,
      },
      { did: 'plug of the driver door apart, the same ohms', came: 'still: it lies in the line', minutes: 6 },
      { did: 'mend the supply line of the driver door', came: 'the short is gone', minutes: 25, cents: 1500 },
      { did: 'a new fuse F31', came: 'holds', minutes: 2, cents: 150 },
      { did: 'clear, and read again', came: 'no code is left', minutes: 7 },
    ],
    hints: [
      'Two modules that fall silent together share something. What?',
      'A fuse does not blow by itself. Measure what hangs behind it before you put in a new one.',
    ],
  },
  {
    id: 'loop-and-seat',
    words: 'The restraint lamp comes on when I slide my seat back, and then stays.',
    hidden: {
      car: 'quill',
      faults: [
        { element: 'DRIVER-TENSIONER-PIN', mode: 'intermittent', positions: ['seat-back'], chance: 0.9 },
      ],
      before: [{ positions: ['seat-back'] }],
    },
    was: 'plug C103 of the driver belt tensioner opens when the seat is at the back',
    best: [
      { did: 'read every module', came: 'B1049-13, open loop, stored', minutes: 4 },
      {
        did: 'live value of the loop, seat forward and back',
        came: 'opens with the seat back alone',
        minutes: 4,
      },
      { did: 'battery off, wait', came: 'safe', minutes: 30 },
      { did: 'reseat plug C103 under the seat, tie its harness', came: 'locked', minutes: 12 },
      { did: 'battery on, live value, seat forward and back', came: 'stays at 2.4 Ω', minutes: 6 },
      { did: 'clear, and read again', came: 'no code is left', minutes: 7 },
    ],
    hints: [
      'The lamp is latched: the code is stored, and the loop may be sound now. When is it not?',
      'Watch the live value of the loop while the seat moves. A unit does not mind where it stands; a plug does.',
    ],
  },
  {
    id: 'fired-tensioner',
    words: 'We bought it with the restraint lamp on. The seat looks as new.',
    hidden: { car: 'marn-saloon', faults: [{ element: 'PASSENGER-TENSIONER', mode: 'open' }] },
    was: 'the passenger belt tensioner has fired: its loop is open in the unit itself',
    best: [
      { did: 'read every module', came: 'B1050-13, open loop, active', minutes: 4 },
      { did: 'live value of the loop, seat forward and back', came: 'open in every position', minutes: 4 },
      { did: 'battery off, wait', came: 'safe', minutes: 30 },
      {
        did: 'a load in the place of the tensioner, live value',
        came: '2 Ω: lines and plug are sound',
        minutes: 10,
      },
      { did: 'a new passenger belt tensioner', came: 'fitted', minutes: 25, cents: 24_000 },
      { did: 'battery on, live value', came: '2.4 Ω', minutes: 3 },
      { did: 'clear, and read again', came: 'no code is left', minutes: 7 },
    ],
    hints: [
      'Open in every position: a plug that moves is unlikely. Which parts are left?',
      'A unit that has fired is open, whatever its cover looks like. Prove the lines with a load in its place.',
    ],
  },
  {
    id: 'water',
    words: 'Every light on the dash since the flood.',
    hidden: {
      car: 'drover',
      faults: [
        { element: 'G3', mode: 'resistive', ohms: 2.2 },
        { element: 'C82-HIGH', mode: 'open' },
      ],
      // The water rose and fell: what stood in it spoke or fell silent, and is dry again.
      before: [
        { around: { soaked: ['C103', 'C104', 'C105', 'C106', 'C31', 'C71', 'C72'] } },
        { unplugged: ['C91', 'C93', 'C44'] },
        { unplugged: ['C95'] },
        { unplugged: ['C97', 'C98', 'C99'] },
        { unplugged: ['C11', 'C12', 'C82', 'C85'] },
      ],
    },
    was: 'the ground under the dash has rotted; and the network pin of the trailer module is eaten away',
    hints: [
      'Many codes of low supply and of modules that are missed: count what they share before you trace one.',
      'Measure the ground under the dash while everything is on. What is left after it is mended is a fault of its own.',
    ],
  },
  {
    id: 'other-cluster',
    words: 'My brother-in-law put in another cluster. Now the workshop lamp will not go out.',
    hidden: { car: 'marn-saloon', faults: [], foreign: 'cluster' },
    was: 'the cluster came from another car, and holds that car’s identity',
    best: foreignBest('cluster'),
    hints: [
      'Nothing is wrong with its wiring. What does the code say of the module itself?',
      'Put the cluster on the coding sheet, and write this car’s VIN over the link.',
    ],
  },
  {
    id: 'adapter-and-latch',
    words: 'The tailgate message stays on. The last shop said no module answers.',
    hidden: {
      car: 'quill-estate',
      faults: [{ element: 'LATCH', mode: 'stuckOpen' }],
      reader: 'bad-adapter',
    },
    was: 'the adapter was bad, not the car; and the switch in the tailgate latch does not close',
    hints: [
      'When no module answers at all, doubt what you read with before you doubt the car.',
      'Take the other adapter. Then look at the input of the latch while the tailgate is shut.',
    ],
  },
  {
    id: 'used-body-module',
    words:
      'Jumped it with the leads reversed. The left tail and brake lamps are dead, fuses and bulbs are good.',
    hidden: {
      car: 'marn-wagon',
      faults: [
        { element: 'TAIL-L-OUTPUT', mode: 'stuckOpen' },
        { element: 'BRAKE-L-OUTPUT', mode: 'stuckOpen' },
      ],
    },
    was: 'the output stage of the body module is burnt: another module goes in, with this car’s memory',
    best: [
      { did: 'read every module', came: 'B1C10-13 and B1C12-13: two lamps, one module', minutes: 4 },
      { did: 'volts at both lamps, driven by the reader', came: 'none on either line', minutes: 6 },
      { did: 'read out the body module’s memory', came: 'kept', minutes: 10 },
      {
        did: 'fit a used body module',
        came: 'B1F01-56: it belongs to another car',
        minutes: 40,
        cents: 21_500,
      },
      { did: 'merge the memories, and write them', came: 'read back, every byte the same', minutes: 15 },
      { did: 'code it, teach the end stops', came: 'taken', minutes: 15 },
      { did: 'clear, and read again', came: 'no code is left', minutes: 7 },
    ],
    hints: [
      'Two lamps on one side, fed by one fuse that is good and driven by one module.',
      'Before the old module leaves the car, read out its memory. A used one is refused until it holds this car’s.',
    ],
  },
];

export const writtenCase = (id: string): WrittenCase | undefined => writtenCases.find((own) => own.id === id);
