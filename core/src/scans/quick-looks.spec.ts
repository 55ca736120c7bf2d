import { moduleStates } from './module-states.js';
import { mayStateModule } from './quick-looks.js';

describe('a quick look at a line', () => {
  const said = [
    'Airbag: no codes',
    'Lamp control   2 faults',
    'Lamp control (2 active, 1 stored)',
    'Gauges   CUR: 0   HIST: 0',
    'Roof console|2C|-|-',
    'Cluster ........ 0',
    'BODY [ ]',
    'CLUSTER   000',
    '17;Cluster;0;',
    '✔ Engine',
    'Parkhilfe: keine Antw.',
    'Anhänger     nicht verbaut',
    'Units silent: Trailer, Roof',
    'Were faults found? No',
    'Tailgate unreachable',
  ];

  for (const line of said)
    it(`does not turn away “${line}”`, () => {
      expect(moduleStates(line).length).toBeGreaterThan(0);
      expect(mayStateModule(line)).toBe(true);
    });

  for (const line of [
    'Airbag',
    'Seat belt buckle left',
    'Module K1',
    'signal belt 14      3.01 V',
    'B1318-16   Supply',
  ])
    it(`turns away “${line}”, of which nothing is said`, () => {
      expect(mayStateModule(line)).toBe(false);
      expect(moduleStates(line, new Map([['§', 'read']]))).toEqual([]);
    });
});
