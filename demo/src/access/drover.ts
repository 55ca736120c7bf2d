/** The Drover: the guide track of the sliding door, and the trailer module behind the left rear lamp. */
import type { AccessMap } from '@dormant-beacon/core/ledger';
import { bolts, partOf, screws, stepsOf } from './step.js';

const track = stepsOf('door', 'Guide track');
const rear = stepsOf('boot', 'Left rear corner');

export const droverMap: AccessMap = {
  make: 'Hallmer',
  model: 'Drover',
  title: 'Sliding door and trailer module',
  source: 'our own hands, three vans since spring',
  steps: [
    track(['door-half', 'the sliding door to half open', 'guide track', 1], {
      act: 'move',
      preconditions: [{ what: 'on level ground, the door wedged' }],
    }),
    track(['sill-step', 'the tread', 'guide track', 4], {
      needs: [['door-half']],
      fasteners: [screws(5, 'T30', 4)],
    }),
    track(['track-cover', 'the cover of the guide track', 'guide track', 5], {
      needs: [['sill-step'], ['outer-rail']],
      fasteners: [{ kind: 'screw', drive: 'T25', count: 6, torqueNm: 3, mark: 'longest at the rear' }],
      clips: [{ what: 'cover clip', count: 3, direction: 'upwards' }],
      photo: true,
    }),
    track(['outer-rail', 'the outer rail', 'guide track', 18], {
      needs: [['door-half']],
      fasteners: [bolts(4, '10', 9)],
    }),
    track(['chain', 'the cable chain', 'guide track', 3], {
      act: 'unclip',
      needs: [['track-cover']],
      clips: [{ what: 'chain clip', count: 2, direction: 'upwards' }],
      cables: ['runs below the roller arm, never over it'],
      photo: true,
      back: 'the door is moved the whole way by hand before it is clipped in: nothing chafes',
    }),
    track(['plug-c44', 'plug C44', 'guide track', 1], {
      act: 'unplug',
      needs: [['track-cover']],
      plugs: [{ name: 'C44', locks: ['slide', 'latch'], cavity: 'switch' }],
    }),
    rear(['lamp-rear-left', 'the left rear lamp', 'left rear corner', 4], {
      fasteners: [{ kind: 'nut', drive: '10', count: 3, torqueNm: 4 }],
      materials: [{ name: 'lamp seal', rule: 'new, dry, its lip outwards' }],
    }),
    rear(['plug-lamp', 'the plug of the left rear lamp', 'left rear corner', 1], {
      act: 'unplug',
      needs: [['lamp-rear-left']],
      plugs: [{ name: 'X60', locks: ['latch'], cavity: 'power' }],
    }),
    rear(['side-trim', 'the left side trim', 'load floor, left', 6], {
      fasteners: [screws(6, 'T25', 2)],
      clips: [{ what: 'trim clip', count: 5, direction: 'inwards' }],
    }),
    rear(['jack-tray', 'the tray of the jack', 'load floor, left', 2], {
      needs: [['side-trim']],
      fasteners: [{ kind: 'wing nut', count: 1 }],
    }),
    rear(['module-cover', 'the cover of the trailer module', 'left rear corner', 2], {
      act: 'unclip',
      needs: [['jack-tray'], ['plug-lamp', 'lamp-rear-left', 'bumper-end']],
      clips: [{ what: 'cover clip', count: 4, direction: 'rearwards' }],
    }),
    rear(['bumper-end', 'the left end of the rear bumper', 'rear bumper, left', 9], {
      area: 'bumper',
      fasteners: [screws(3, 'T30', 4)],
    }),
    rear(['plug-x61', 'plug X61', 'left rear corner', 1], {
      act: 'unplug',
      needs: [['module-cover']],
      plugs: [{ name: 'X61', locks: ['secondary lock', 'hinge lever'], cavity: 'power' }],
      hazards: ['ignition off and the network asleep before it is opened'],
      photo: true,
    }),
  ],
  parts: [
    partOf(
      ['door-harness', 'the harness in the guide track', 'harness', 22],
      'Guide track',
      [['chain', 'plug-c44']],
      {
        tryNeeds: ['plug-c44', 'chain'],
        materials: [
          { name: 'fabric tape', rule: 'over the whole length that moves, wound against the chain' },
          { name: 'sealed crimps', rule: 'staggered, same gauge and colour, never in the bend' },
        ],
      },
    ),
    partOf(['door-contact', 'the door contact', 'latch switch', 5], 'Guide track', [['track-cover']], {
      plugs: [{ name: 'X21', locks: ['latch'], cavity: 'switch' }],
      fasteners: [screws(2, 'T20', 2)],
    }),
    partOf(['door-module', 'the door module', 'door module', 8], 'Guide track', [['track-cover']], {
      plugs: [{ name: 'X22', locks: ['secondary lock', 'latch'], cavity: 'network' }],
      fasteners: [screws(2, 'T20', 2)],
    }),
    partOf(
      ['trailer-module', 'the trailer module', 'trailer module', 5],
      'Left rear corner',
      [['plug-x61']],
      {
        tryNeeds: ['plug-x61'],
        fasteners: [{ kind: 'nut', drive: '10', count: 2, torqueNm: 5 }],
        modes: ['tail lamps of a trailer', 'brake lamps of a trailer', 'each turn signal of a trailer'],
        materials: [
          {
            name: 'body sealant',
            rule: 'round the vent seal only, on clean dry paint; the drain stays open',
            waitMinutes: 60,
          },
        ],
      },
    ),
  ],
  lostWithPower: [{ what: 'clock', back: 'set by hand' }],
};
