import { closedTests } from './closed.js';
import { nextTests } from './next-tests.js';
import type { TraceCase } from '../model/schema.js';
import { templates } from '../templates/index.js';

const built = (id: string) => templates.find((template) => template.id === id)!.build({});

describe('closedTests', () => {
  it('closes meters on squib, sensor and network lines, and says what to do instead', () => {
    expect(closedTests(built('squib-loop'))).toEqual([
      {
        test: 'meter',
        reason:
          'On a squib line no resistance meter, in any state. Loop resistance comes from live data, or with a substitute load fitted while dead.',
      },
    ]);
    expect(closedTests(built('impact-sensor')).map(({ test }) => test)).toEqual(['swap']);
    expect(closedTests(built('module-supply')).map(({ test }) => test)).toEqual(['pair']);
    expect(closedTests(built('fused-lamp'))).toEqual([]);
  });

  it('never offers them, and leaves looks and live values open', () => {
    const { next, closed } = nextTests(built('squib-loop'));
    const offered = next.flatMap((action) => (action.action === 'test' ? [action.test] : []));
    expect(closed.map(({ test }) => test)).toEqual(['meter']);
    expect(offered).not.toContain('meter');
    expect(offered).toContain('loop');
    expect(offered).toContain('lock');
  });

  it('looks at the points of a meter in line and of a swapped part', () => {
    const source: TraceCase = {
      circuit: { elements: [{ id: 'S', kind: 'squib', pins: ['a', 'b'], ohms: 2 }] },
      cavities: [{ point: 'b', class: 'squib' }],
      tests: [
        { id: 'amps', kind: 'amps', through: 'S', minutes: 1 },
        { id: 'swap', kind: 'swap', element: 'S', minutes: 1 },
        { id: 'lamp', kind: 'testLamp', from: 'a', to: 'b', minutes: 1 },
        { id: 'look', kind: 'inspect', element: 'S', minutes: 1 },
      ],
      repairs: [],
    };
    expect(closedTests(source).map(({ test }) => test)).toEqual(['amps', 'swap', 'lamp']);
  });
});

describe('a guarded circuit', () => {
  const loop = built('squib-loop');

  it('calls for no part before a test, however likely the part is', () => {
    const sure: TraceCase = { ...loop, suspects: [{ element: 'SQUIB', mode: 'open', weight: 1000 }] };
    expect(nextTests(sure).next[0]!.action).toBe('test');
    // What the circuit shows is guarded, whatever was ticked.
    expect(nextTests({ ...sure, guarded: false }).next[0]!.action).toBe('test');
  });

  it('calls for it once two readings by different means have confirmed it', () => {
    const sure: TraceCase = {
      ...loop,
      suspects: [{ element: 'SQUIB', mode: 'open', weight: 1000 }],
      readings: [{ test: 'loop', overload: true }],
    };
    expect(nextTests(sure).stop).toBeFalse();
    const again = {
      ...sure,
      readings: [
        { test: 'loop', overload: true },
        { test: 'load-mated', value: 2.4 },
      ],
    };
    const { next, stop } = nextTests(again);
    expect([next[0], stop]).toEqual([jasmine.objectContaining({ action: 'repair', element: 'SQUIB' }), true]);
  });
});
