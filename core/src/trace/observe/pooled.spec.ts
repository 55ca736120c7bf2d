import { check } from '../../refusal/index.js';
import { traceCase } from '../model/schema.js';
import { nextTests } from '../plan/next-tests.js';

const look = (id: string, element: string) => ({
  id,
  kind: 'inspect',
  element,
  minutes: 1,
  finds: 0.8,
  falseAlarm: 0.1,
});
const plan = (readings: object[]) =>
  nextTests(
    check(traceCase, {
      circuit: {
        elements: [
          { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
          { id: 'R', kind: 'resistor', pins: ['b+', 'x'], ohms: 10 },
          { id: 'S', kind: 'resistor', pins: ['x', 'gnd'], ohms: 10 },
        ],
      },
      suspects: [
        { id: 'r', element: 'R', mode: 'open', weight: 1 },
        { id: 's', element: 'S', mode: 'open', weight: 1 },
      ],
      outsideWeight: 0,
      tests: [
        look('at-r', 'R'),
        { id: 'move', kind: 'wiggle', element: 'S', minutes: 1, finds: 0.5, falseAlarm: 0.5 },
        { id: 'x', kind: 'volts', from: 'x', to: 'gnd', minutes: 2 },
      ],
      repairs: [],
      readings,
    }),
  );
const r = (readings: object[]) => plan(readings).suspects.find(({ id }) => id === 'r')!.probability;

describe('readings of one test', () => {
  it('count once where a look was made again', () => {
    const once = r([{ test: 'at-r', found: false }]);
    expect(once).toBeCloseTo(0.2 / 1.1, 9);
    expect(r([1, 2, 3].map(() => ({ test: 'at-r', found: false })))).toBeCloseTo(once, 12);
  });

  it('are asked which holds where they were answered both ways, and neither counts', () => {
    const both = plan([
      { test: 'at-r', found: false },
      { test: 'at-r', found: true },
    ]);
    expect([both.again, both.contradiction]).toEqual(['at-r', true]);
    expect(both.suspects[0]!.probability).toBeCloseTo(0.5, 9);
  });

  it('are of two cars where something was moved between them', () => {
    const apart = r([
      { test: 'at-r', found: false },
      { test: 'move', found: false },
      { test: 'at-r', found: false },
    ]);
    expect(apart).toBeCloseTo(0.04 / 0.85, 9);
  });

  it('both count where a meter tells them apart: a loose joint gives just these', () => {
    const { suspects, again } = nextTests(
      check(traceCase, {
        circuit: {
          elements: [
            { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
            { id: 'C', kind: 'contact', pins: ['b+', 'x'], ohms: 0.01 },
            { id: 'S', kind: 'resistor', pins: ['x', 'gnd'], ohms: 10 },
          ],
        },
        suspects: [
          { id: 'loose', element: 'C', mode: 'intermittent', weight: 1 },
          { id: 'corroded', element: 'C', mode: 'resistive', weight: 5 },
        ],
        outsideWeight: 0,
        tests: [{ id: 'x', kind: 'volts', from: 'x', to: 'gnd', minutes: 2 }],
        repairs: [],
        readings: [
          { test: 'x', value: 11.95 },
          { test: 'x', value: 0.01 },
        ],
      }),
    );
    expect(suspects[0]!.id).toBe('loose');
    expect(suspects[0]!.probability).toBeGreaterThan(0.9);
    expect(again).toBeNull();
  });

  it('are their mean where they are values', () => {
    const twice = [11.9, 12.1].map((value) => ({ test: 'x', value, supplyVolts: 12 }));
    expect(r(twice)).toBeCloseTo(r([{ test: 'x', value: 12, supplyVolts: 12 }]), 12);
  });
});
