/** The Lumen: the charge flap from outside and from behind, and the front left door. */
import type { AccessMap } from '@dormant-beacon/core/ledger';
import { bolts, partOf, screws, stepsOf } from './step.js';

const flap = stepsOf('other', 'Charge flap');
const door = stepsOf('door', 'Front left door');

export const lumenMap: AccessMap = {
  make: 'Corvane',
  model: 'Lumen',
  title: 'Charge flap and front left door',
  source: 'Lumen service text, chapter 57',
  steps: [
    flap(['lead-out', 'the charge lead', 'from outside', 1], { act: 'unplug' }),
    flap(['flap-bowl', 'the rim of the flap bowl', 'charge flap, from outside', 4], {
      needs: [['lead-out']],
      fasteners: [screws(4, 'T15', 1.2)],
      clips: [{ what: 'rim clip', count: 2, direction: 'outwards' }],
      materials: [
        { name: 'new rim seal', rule: 'seated dry, its drain at the bottom; no grease' },
        { name: 'dielectric grease', rule: 'on the terminals of the switch only' },
      ],
      photo: true,
    }),
    flap(['wheel-rear-right', 'the right rear wheel', 'right rear wheel arch', 8], {
      needs: [['lead-out']],
      fasteners: [bolts(5, '21', 120)],
      hazards: ['lifted on the sill points that are marked: the battery lies between them'],
    }),
    flap(['liner-rear-right', 'the right rear wheel liner', 'right rear wheel arch', 6], {
      needs: [['wheel-rear-right']],
      fasteners: [screws(7, 'T25', 2)],
      clips: [{ what: 'liner clip', count: 3, direction: 'a quarter turn' }],
    }),
    flap(['boot-side-right', 'the right trim of the boot', 'boot, behind the inlet', 16], {
      needs: [['lead-out']],
      area: 'boot',
      clips: [{ what: 'trim clip', count: 7, direction: 'inwards' }],
      danger: 'high-voltage',
      hazards: ['orange cables behind it: for a qualified person alone'],
    }),
    door(['door-trim', 'the trim of the front left door', 'front left door', 9], {
      fasteners: [
        screws(2, 'T30', 4),
        { kind: 'screw', drive: 'T20', count: 1, mark: 'below the cap of the handle' },
      ],
      clips: [{ what: 'trim clip', count: 9, direction: 'inwards' }],
      plugs: [{ name: 'X81', locks: ['latch'], cavity: 'power' }],
      tries: ['window switch of the door', 'lock button of the door', 'courtesy light'],
      cables: ['release cable unhooked from its lever: the ball towards the front'],
      preconditions: [{ what: 'glass down by a hand’s breadth', needsPower: true }],
      photo: true,
    }),
    door(['door-film', 'the film of the front left door', 'front left door', 4], {
      act: 'unclip',
      needs: [['door-trim']],
      materials: [{ name: 'butyl', rule: 'new along the whole lower edge: water runs behind it' }],
    }),
    door(['door-cap', 'the cap in the edge of the door', 'front left door, edge', 2], {
      act: 'open',
      preconditions: [{ what: 'door open, a second way in known' }],
    }),
  ],
  parts: [
    partOf(
      ['flap-switch', 'the end switch of the charge flap', 'charge flap switch', 6],
      'Charge flap',
      [['flap-bowl']],
      {
        plugs: [{ name: 'X37', locks: ['secondary lock', 'latch'], cavity: 'switch' }],
        fasteners: [screws(2, 'T15', 1.2)],
      },
    ),
    partOf(
      ['flap-actuator', 'the actuator of the charge flap', 'charge flap actuator', 10],
      'Charge flap',
      [['liner-rear-right'], ['boot-side-right']],
      {
        plugs: [{ name: 'X38', locks: ['latch'], cavity: 'power' }],
        fasteners: [screws(3, 'T25', 3)],
        tryNeeds: ['flap-bowl'],
      },
    ),
    partOf(['lock-cylinder', 'the lock cylinder', 'lock cylinder', 6], 'Front left door', [['door-cap']], {
      fasteners: [screws(1, 'T20', 3)],
      hazards: ['the wafers stay in: key out, not turned'],
    }),
    partOf(
      ['window-module', 'the window module', 'window regulator', 18],
      'Front left door',
      [['door-film']],
      {
        plugs: [{ name: 'X83', locks: ['slide'], cavity: 'power' }],
        fasteners: [{ kind: 'nut', drive: '10', count: 6, torqueNm: 7 }],
        tryNeeds: ['door-film'],
      },
    ),
    partOf(['mirror', 'the left mirror', 'mirror', 6], 'Front left door', [['door-trim']], {
      plugs: [{ name: 'X82', locks: ['latch'], cavity: 'power' }],
      fasteners: [screws(3, 'T30', 6)],
    }),
  ],
  lostWithPower: [{ what: 'end stops of the windows', back: 'taught by running each to both ends' }],
};
