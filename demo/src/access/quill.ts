/** The Quill: column, dash, pillars and the right front corner, as a collision asks for them. */
import type { AccessMap, MapPart, MapStep } from '@dormant-beacon/core/ledger';
import { bolts, partOf, screws, stepsOf } from './step.js';

const column = stepsOf('column', 'Column');
const dash = stepsOf('dash', 'Dash');
const left = stepsOf('seat', 'Left pillar');
const right = stepsOf('seat', 'Right pillar');
const corner = stepsOf('bumper', 'Right front corner');

const steps: MapStep[] = [
  column(['wheel-straight', 'the wheels to straight ahead', 'column', 1], {
    act: 'move',
    power: 'on',
    back: 'left as it is until the wheel is back on its mark',
  }),
  column(['column-covers', 'the column covers', 'steering column', 4], {
    needs: [['wheel-straight']],
    fasteners: [screws(3, 'T20', 2)],
    clips: [{ what: 'cover clip', count: 2, direction: 'upwards' }],
  }),
  column(['wheel', 'the steering wheel', 'steering column', 5], {
    needs: [['driver-bag', 'wheel-straight']],
    fasteners: [bolts(1, 'M16', 50, { oneTime: true, mark: 'spline marked before it comes off' })],
    danger: 'restraint',
    photo: true,
    preconditions: [{ what: 'wheels straight ahead, column lock let go', needsPower: true }],
  }),
  dash(['knee-cover', 'the driver’s lower panel', 'dash left, below the column', 5], {
    fasteners: [screws(2, 'T20', 2)],
    clips: [{ what: 'panel clip', count: 6, direction: 'rearwards' }],
  }),
  dash(['glovebox', 'the glovebox', 'dash right', 8], {
    fasteners: [screws(6, 'T20', 2)],
    plugs: [{ name: 'X71', locks: ['latch'], cavity: 'power' }],
    tries: ['light of the glovebox'],
  }),
  dash(['dash-top', 'the top of the dash', 'dash, below the windscreen', 25], {
    fasteners: [screws(4, 'T25', 3)],
    clips: [{ what: 'panel clip', count: 9, direction: 'upwards' }],
  }),
  dash(['console-sides', 'the sides of the console', 'console', 4], {
    clips: [{ what: 'panel clip', count: 8, direction: 'outwards' }],
  }),
  dash(['console', 'the console', 'console', 14], {
    needs: [['console-sides']],
    fasteners: [screws(6, 'T25', 3)],
    plugs: [{ name: 'X62', locks: ['latch'], cavity: 'power' }],
    tries: ['switches of the console', 'socket of the console'],
    cables: ['selector cable unhooked, laid to the left'],
    photo: true,
  }),
  dash(['carpet-flap', 'the flap in the carpet', 'console, right footwell', 5], {
    act: 'open',
    needs: [['console-sides']],
  }),
  ...(['left', 'right'] as const).flatMap((side) => {
    const own = side === 'left' ? left : right;
    return [
      own([`sill-${side}`, `the ${side} sill trim`, `${side} sill`, 3], {
        clips: [{ what: 'trim clip', count: 5, direction: 'upwards' }],
      }),
      own([`pillar-lower-${side}`, `the lower ${side} pillar trim`, `${side} pillar`, 4], {
        needs: [[`sill-${side}`]],
        fasteners: [screws(1, 'T20', 2)],
        clips: [{ what: 'trim clip', count: 4, direction: 'inwards' }],
        preconditions: [{ what: `${side} seat right forward`, needsPower: true }],
      }),
      own([`pillar-upper-${side}`, `the upper ${side} pillar trim`, `${side} pillar, headliner edge`, 4], {
        needs: [[`pillar-lower-${side}`]],
        clips: [{ what: 'trim clip', count: 3, direction: 'inwards' }],
        danger: 'restraint',
      }),
    ];
  }),
  corner(['liner-right', 'the right front wheel liner', 'right front wheel arch', 7], {
    fasteners: [screws(7, 'T25', 2)],
    clips: [{ what: 'liner clip', count: 4, direction: 'a quarter turn' }],
    preconditions: [{ what: 'wheels turned full right', needsPower: true }],
  }),
  corner(['bumper', 'the front bumper', 'front bumper', 22], {
    fasteners: [screws(8, 'T30', 4), bolts(4, '10', 9)],
    clips: [{ what: 'bumper clip', count: 6, direction: 'forwards' }],
    plugs: [{ name: 'X11', locks: ['latch'], cavity: 'power' }],
    tries: ['parking sensors', 'both fog lamps'],
    hazards: ['two hands: it drops at the corners'],
  }),
];

const squib = (name: string) => [
  { name, locks: ['bar' as const, 'latch' as const], cavity: 'squib' as const },
];

const parts: MapPart[] = [
  partOf(['driver-bag', 'the driver bag', 'airbag', 6], 'Column', [['column-covers']], {
    plugs: squib('X50'),
    fasteners: [{ kind: 'spring pin', count: 2 }],
  }),
  partOf(['clock-spring', 'the clock spring', 'clock spring', 8], 'Column', [['wheel', 'column-covers']], {
    plugs: [...squib('X52'), { name: 'X53', locks: ['latch'], cavity: 'switch' }],
    fasteners: [screws(4, 'T20', 1.5)],
    tryNeeds: ['wheel', 'driver-bag'],
  }),
  partOf(['knee-bag', 'the driver’s knee bag', 'airbag', 8], 'Dash', [['knee-cover']], {
    plugs: squib('X54'),
    fasteners: [bolts(4, '10', 9, { oneTime: true })],
  }),
  partOf(['passenger-bag', 'the passenger bag', 'airbag', 15], 'Dash', [['glovebox'], ['dash-top']], {
    plugs: squib('X55'),
    fasteners: [bolts(4, '10', 9, { oneTime: true })],
  }),
  partOf(['module', 'the restraint module', 'restraint module', 9], 'Dash', [['console'], ['carpet-flap']], {
    plugs: [{ name: 'X60', locks: ['secondary lock', 'hinge lever'], cavity: 'sensor' }],
    fasteners: [{ kind: 'nut', drive: '10', count: 3, torqueNm: 8, mark: 'ground strap under the rear one' }],
    hazards: ['never moved or knocked while it is powered'],
  }),
  ...(['left', 'right'] as const).map((side) =>
    partOf(
      [`belt-front-${side}`, `the ${side} front belt`, 'belt', 12],
      side === 'left' ? 'Left pillar' : 'Right pillar',
      [[`pillar-upper-${side}`, `pillar-lower-${side}`]],
      {
        plugs: squib(side === 'left' ? 'X31' : 'X32'),
        fasteners: [bolts(3, 'T50', 40, { oneTime: true })],
      },
    ),
  ),
  partOf(
    ['sensor-front-right', 'the right front impact sensor', 'impact sensor', 5],
    'Right front corner',
    [['liner-right'], ['bumper']],
    {
      plugs: [{ name: 'X14', locks: ['secondary lock', 'latch'], cavity: 'sensor' }],
      fasteners: [bolts(1, '10', 9, { oneTime: true })],
    },
  ),
  partOf(
    ['fog-right', 'the right fog lamp', 'fog lamp', 5],
    'Right front corner',
    [['liner-right'], ['bumper']],
    {
      plugs: [{ name: 'X16', locks: ['latch'], cavity: 'power' }],
      fasteners: [screws(3, 'T25', 2)],
    },
  ),
];

export const quillMap: AccessMap = {
  make: 'Velanta',
  model: 'Quill',
  title: 'Column, dash, belts, right front corner',
  source: 'Quill service text, chapters 66 and 88',
  steps,
  parts,
  lostWithPower: [
    { what: 'one touch of the windows', back: 'each run to its end twice' },
    { what: 'steering angle', back: 'taught lock to lock, engine running' },
    { what: 'clock and radio', back: 'set by hand' },
  ],
};
