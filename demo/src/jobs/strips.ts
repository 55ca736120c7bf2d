/** Cars of the demo that are taken apart: one done, one interrupted, two planned. */
import type { AccessMap, StripPlanData } from '@dormant-beacon/core/ledger';
import { modesOf, wayOf } from '@dormant-beacon/core/ledger';
import type { Person } from '@dormant-beacon/core/record';
import { droverMap, lumenMap, quillMap } from '../access/index.js';
import { droverFile } from '../restraints.js';
import { type JobStory, tomas, yuki } from '../world.js';

type Targets = StripPlanData['targets'];
const exchanged = (...parts: string[]): Targets => parts.map((part) => ({ part, work: 'exchange' }));

const planned = (map: AccessMap, targets: Targets, more: Partial<StripPlanData> = {}): StripPlanData => ({
  map,
  targets,
  ...more,
  way: wayOf(map, { targets, ...more }),
});

const modes = (map: AccessMap, part: string, fails: readonly string[] = []) =>
  modesOf(map.parts.find(({ id }) => id === part)!).map((mode) => ({
    mode,
    result: fails.includes(mode) ? ('fails' as const) : ('works' as const),
  }));

/** J-0145: the end switch of the charge flap, from outside; off, in, tried, closed, and counted even. */
export function flapOpened(job: JobStory): void {
  const at = (minute: number) => [-2, `10:${minute}`] as const;
  const planId = job.enter('strip-plans', yuki, at(20), planned(lumenMap, exchanged('flap-switch')));
  const tried = (moment: 'as-it-came' | 'before-closing' | 'closed', minute: number, fails: string[] = []) =>
    job.enter('function-tries', yuki, at(minute), {
      planId,
      part: 'flap-switch',
      moment,
      modes: modes(lumenMap, 'flap-switch', fails),
    });
  tried('as-it-came', 22, ['end position is told open and shut']);
  const off = (minute: number, step: string, more: object = {}) =>
    job.enter('ledger-entries', yuki, at(minute), { planId, step, as: 'off', bag: 1, ...more });
  const on = (minute: number, step: string, more: object = {}) =>
    job.enter('ledger-entries', yuki, at(minute), { planId, step, as: 'on', ...more });
  const tight = [{ kind: 'screw', drive: 'T15', nm: 1.2 }];
  off(24, 'lead-out', { bag: null, lies: 'on its hook' });
  off(28, 'flap-bowl', { lies: 'tray 3', mark: 'the screw at the hinge is the shorter one' });
  off(33, 'flap-switch');
  on(41, 'flap-switch', { torques: tight });
  tried('before-closing', 45);
  on(48, 'flap-bowl', { torques: tight });
  on(52, 'lead-out');
  tried('closed', 55);
}

/** J-0131: the guide track is open, and somebody else goes on. */
export function trackOpened(job: JobStory, traceId: string, by: Person): void {
  const at = (minute: string) => [-1, minute] as const;
  job.enter('inventories', by, at('10:12'), { file: droverFile });
  const targets: Targets = [
    { part: 'door-harness', work: 'in-place' },
    { part: 'door-module', work: 'in-place' },
  ];
  const planId = job.enter(
    'strip-plans',
    by,
    at('10:15'),
    planned(droverMap, targets, { reaches: [{ traceId, access: 'module', part: 'door-module' }] }),
  );
  job.enter('function-tries', by, at('10:18'), {
    planId,
    part: 'door-harness',
    moment: 'as-it-came',
    modes: modes(droverMap, 'door-harness', ['works while it is moved']),
  });
  for (const [minute, step, more] of [
    ['10:24', 'door-half', { note: 'wedged with the oak block' }],
    ['10:31', 'sill-step', { bag: 1, lies: 'bench 2' }],
    ['10:40', 'track-cover', { bag: 1, lies: 'bench 2', mark: 'the two longest screws were at the rear' }],
  ] as const)
    job.enter('ledger-entries', by, at(minute), { planId, step, as: 'off', ...more });
  job.enter('notes', by, at('10:44'), {
    stage: 'strip',
    text: 'Left off here for the tow truck. Next is the cable chain; look at it before it is unclipped.',
  });
}

/** J-0116: the cylinder, the window and the mirror of the door that was replaced, in one way. */
export function doorPlanned(job: JobStory): void {
  const targets = exchanged('lock-cylinder', 'window-module', 'mirror');
  const planId = job.enter('strip-plans', tomas, [-5, '10:20'], planned(lumenMap, targets));
  job.enter('function-tries', tomas, [-5, '10:24'], {
    planId,
    part: 'window-module',
    moment: 'as-it-came',
    modes: modes(lumenMap, 'window-module', ['down', 'one touch']),
  });
}

/** J-0142: everything that fired or broke, reached in one power-down. */
export function collisionPlanned(job: JobStory): void {
  job.enter(
    'strip-plans',
    yuki,
    [0, '10:20'],
    planned(
      quillMap,
      exchanged(
        'driver-bag',
        'clock-spring',
        'knee-bag',
        'passenger-bag',
        'module',
        'belt-front-left',
        'belt-front-right',
        'sensor-front-right',
        'fog-right',
      ),
    ),
  );
}
