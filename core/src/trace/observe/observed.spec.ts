import { check } from '../../refusal/index.js';
import { tailLamp } from '../../testing/tail-lamp.js';
import { nextTests } from '../plan/next-tests.js';
import { traceCase } from '../model/schema.js';

/** With a plain resistor in the place of the lamp, so that all is a divider; what adds ohms is sound: 0.068 Ω in all. */
const tail = tailLamp.map((element) =>
  element.id === 'LP' ? { id: 'LP', kind: 'resistor', pins: element.pins, ohms: 7 } : element,
);
const suspects = [
  { id: 'fuse', element: 'F7', mode: 'open', weight: 4 },
  { id: 'plug', element: 'C2', mode: 'resistive', weight: 3 },
  { id: 'lamp', element: 'LP', mode: 'open', weight: 8 },
  { id: 'chafe', element: 'W1', mode: 'shortToGround', weight: 2 },
];
const tests = [
  { id: 'v', kind: 'volts', from: 'lp', to: 'gnd', minutes: 3 },
  { id: 'b', kind: 'volts', from: 'b+', to: 'gnd', minutes: 1 },
  { id: 'i', kind: 'amps', through: 'F7', minutes: 4 },
  { id: 'o', kind: 'ohms', from: 'lp', to: 'g3', minutes: 4 },
  { id: 'look', kind: 'inspect', element: 'F7', minutes: 1, finds: 0.95, falseAlarm: 0.01 },
];
const repairs = suspects.map(({ element }) => ({ element, minutes: 5, priceCents: 100 }));
const run = (more: object) =>
  nextTests(check(traceCase, { circuit: { elements: tail }, suspects, tests, repairs, ...more }));
const shareOf = (result: ReturnType<typeof run>, id: string) =>
  result.suspects.find((suspect) => suspect.id === id)!.probability;

describe('what is observed', () => {
  it('takes a running engine for a supply, not for a fault elsewhere', () => {
    const running = run({ readings: [{ test: 'v', value: 14.1 }] });
    expect(running.suspects[0]!.id).toBe('lamp');
    expect(shareOf(running, 'lamp')).toBeGreaterThan(0.8);
    expect(running.contradiction).toBeFalse();
  });

  it('shares the supply between readings: what the battery shows tells what the lamp should have', () => {
    // 12.1 V at the lamp are all that there is where the battery stands at 12.1; of 14.2 they lack 2.1.
    const low = run({
      readings: [
        { test: 'b', value: 12.1 },
        { test: 'v', value: 12.1 },
      ],
    });
    const lacking = run({
      readings: [
        { test: 'b', value: 14.2 },
        { test: 'v', value: 12.1 },
      ],
    });
    expect(low.suspects[0]!.id).toBe('lamp');
    expect(lacking.suspects[0]!.id).toBe('plug');
    expect(shareOf(lacking, 'plug')).toBeGreaterThan(0.5);
  });

  it('takes the supply that was measured with a reading for that reading', () => {
    const sound = run({ readings: [{ test: 'v', value: 11.9, supplyVolts: 11.9 }] });
    const lacking = run({ readings: [{ test: 'v', value: 11.9, supplyVolts: 14.2 }] });
    expect(sound.suspects[0]!.id).toBe('lamp');
    expect(lacking.suspects[0]!.id).toBe('plug');
  });

  it('finds a bad joint of any size', () => {
    for (const ohms of [0.5, 1.1, 3.3, 13, 60]) {
      // A divider: 7 Ω of 7.06 and the joint.
      const value = (12.6 * 7) / (7.0695 + ohms);
      const { suspects: ranked } = run({ readings: [{ test: 'v', value, supplyVolts: 12.6 }] });
      expect(ranked[0]!.id).withContext(`${ohms} Ω`).toBe('plug');
    }
  });

  it('is the formula by hand where supply and ohms are known', () => {
    const known = suspects.map((suspect) => (suspect.id === 'plug' ? { ...suspect, ohms: 2 } : suspect));
    const result = run({
      suspects: known,
      supply: { low: 12.6, volts: 12.6, high: 12.6 },
      readings: [{ test: 'v', value: 9.7 }],
    });
    // Behind 2.0675 Ω in line: 12.6 · 7.01/9.0775 = 9.7303 V; σ = √((0.1173/2)² + 0.1946²), w = 0.117.
    const mean = (12.6 * 7.01) / (0.015 + 0.0075 + 0.03 + 2.005 + 7.01);
    const sigma = Math.hypot((0.01 * mean + 0.02) / 2, 0.02 * mean);
    const density = Math.exp(-((9.7 - mean) ** 2) / (2 * sigma * sigma)) / (Math.sqrt(2 * Math.PI) * sigma);
    const plug = 3 * (1e-4 + 0.9999 * 0.117 * density);
    const others = (4 + 8 + 2) * 1e-4;
    const outside = 0.5 * 1e-4 + 0.01;
    expect(shareOf(result, 'plug')).toBeCloseTo(plug / (plug + others + outside), 3);
  });

  it('takes some tenths of an ohm for the leads, and a bad joint of any ohms for what it is', () => {
    const across = {
      id: 'across',
      kind: 'ohms',
      from: 'c2',
      to: 'lp',
      minutes: 3,
      state: { pulled: ['F7'] },
    };
    const read = (value: number) => run({ tests: [across], readings: [{ test: 'across', value }] });
    for (const value of [0.04, 0.12, 0.26, 0.41]) {
      const sound = read(value);
      expect(sound.contradiction).withContext(`${value} Ω`).toBeFalse();
      expect(shareOf(sound, 'lamp')).withContext(`${value} Ω`).toBeGreaterThan(0.3);
    }
    for (const value of [3, 20, 70])
      expect(read(value).suspects[0]!.id).withContext(`${value} Ω`).toBe('plug');
  });

  it('sees a blown fuse whatever blew it', () => {
    const result = run({ readings: [{ test: 'look', found: true }] });
    // Weights 4, 3, 8, 2 and 1 outside: found 0.95 where the fuse has blown, else 0.01.
    const total = 0.95 * (4 + 2) + 0.01 * (3 + 8 + 1);
    expect(shareOf(result, 'fuse')).toBeCloseTo((0.95 * 4) / total, 9);
    expect(shareOf(result, 'chafe')).toBeCloseTo((0.95 * 2) / total, 9);
  });

  it('hears nothing of a motor without current, whatever keeps it from it', () => {
    const line = (id: string, pins: [string, string]) => ({ id, kind: 'contact' as const, pins, ohms: 0.01 });
    const result = nextTests(
      check(traceCase, {
        circuit: {
          elements: [
            { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.02 },
            line('C', ['b+', 'm']),
            { id: 'M', kind: 'motor', pins: ['m', 'g'], runningOhms: 4, stallOhms: 1 },
            line('RUB', ['m', 'x']),
            line('G', ['g', 'gnd']),
          ],
        },
        suspects: [
          { id: 'motor', element: 'M', mode: 'open', weight: 2 },
          { id: 'feed', element: 'C', mode: 'open', weight: 1 },
          { id: 'elsewhere', element: 'RUB', mode: 'open', weight: 1 },
        ],
        outsideWeight: 0,
        tests: [{ id: 'hear', kind: 'listen', element: 'M', minutes: 1, finds: 0.9, falseAlarm: 0.1 }],
        repairs: [],
        readings: [{ test: 'hear', found: true }],
      }),
    );
    // 0.9 · 2, 0.9 · 1 and 0.1 · 1: the silence accuses feed and motor alike.
    expect(shareOf(result, 'motor')).toBeCloseTo(1.8 / 2.8, 9);
    expect(shareOf(result, 'feed')).toBeCloseTo(0.9 / 2.8, 9);
  });

  describe('a beat that anybody sees', () => {
    const lamp = { id: 'LP', kind: 'lamp', pins: ['lp', 'g'], volts: 12, watts: 21 };
    const at = (shows: string, state: object = {}) => ({
      id: shows,
      kind: 'function',
      element: 'LP',
      shows,
      minutes: 1,
      finds: 0.9,
      falseAlarm: 0.1,
      state,
    });
    const seen = (readings: object[], more: object = {}) =>
      nextTests(
        check(traceCase, {
          circuit: {
            elements: [
              { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
              { id: 'SW', kind: 'switch', pins: ['b+', 'lp'], closed: true },
              lamp,
              { id: 'G', kind: 'ground', pins: ['g', 'gnd'], ohms: 0.01 },
            ],
          },
          supply: { low: 12, volts: 12, high: 12 },
          suspects: [
            { id: 'burnt', element: 'LP', mode: 'open', weight: 1 },
            { id: 'ground', element: 'G', mode: 'resistive', ohms: 6, weight: 1 },
            { id: 'welded', element: 'SW', mode: 'stuckClosed', weight: 1 },
          ],
          outsideWeight: 0,
          tests: [at('off'), at('weak'), at('on', { open: ['SW'] })],
          repairs: [],
          readings,
          ...more,
        }),
      );

    it('is dark, weak, or on where it should be off, by the power that reaches it', () => {
      // 6 Ω before a lamp of 21 W leave it about 5 V: a fifth of its power. Burnt, it has none; welded, all of it.
      const share = (test: string, id: string) => shareOf(seen([{ test, found: true }]), id);
      expect(share('off', 'burnt')).toBeCloseTo(0.9 / 1.1, 9);
      expect(share('weak', 'ground')).toBeCloseTo(0.9 / 1.1, 9);
      expect(share('on', 'welded')).toBeCloseTo(0.9 / 1.1, 9);
    });

    it('is foreseen of an element of the circuit alone', () => {
      const tests = [{ ...at('off'), element: 'NOBODY' }];
      expect(() => seen([], { tests })).toThrowError(/tests\[0\]\.element: no element "NOBODY"/);
    });

    it('accuses no part for being named: a burnt lamp is no weak one', () => {
      expect(shareOf(seen([{ test: 'weak', found: true }]), 'burnt')).toBeCloseTo(0.1 / 1.1, 9);
    });

    it('of a motor that is jammed is that it stands still, whatever it draws', () => {
      const motor = { id: 'LP', kind: 'motor', pins: ['lp', 'g'], runningOhms: 4, stallOhms: 1 };
      const jammed = seen([{ test: 'off', found: true }], {
        circuit: {
          elements: [
            { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
            { id: 'SW', kind: 'switch', pins: ['b+', 'lp'], closed: true },
            motor,
            { id: 'G', kind: 'ground', pins: ['g', 'gnd'], ohms: 0.01 },
          ],
        },
        suspects: [
          { id: 'jammed', element: 'LP', mode: 'binding', weight: 1 },
          { id: 'welded', element: 'SW', mode: 'stuckClosed', weight: 1 },
        ],
      });
      expect(shareOf(jammed, 'jammed')).toBeCloseTo(0.9, 9);
    });
  });

  it('reads amps as an amount, whichever way round the element is drawn', () => {
    const across = (pins: [string, string]) =>
      run({
        circuit: {
          elements: [
            { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
            { id: 'R', kind: 'resistor', pins, ohms: 6 },
          ],
        },
        suspects: [{ id: 'open', element: 'R', mode: 'open', weight: 1 }],
        outsideWeight: 1,
        tests: [{ id: 'i', kind: 'amps', through: 'R', minutes: 1 }],
        repairs: [],
        readings: [{ test: 'i', value: 2 }],
      });
    const share = shareOf(across(['b+', 'gnd']), 'outside');
    expect(share).toBeGreaterThan(0.99);
    expect(shareOf(across(['gnd', 'b+']), 'outside')).toBeCloseTo(share, 9);
  });

  it('asks for what no meter can show again, before it counts', () => {
    const refused = (reading: object) => () => run({ readings: [reading] });
    expect(refused({ test: 'v', value: 999 })).toThrowError(/^readings\[0\]\.value: 999 V cannot stand/);
    expect(refused({ test: 'o', value: -3 })).toThrowError(/^readings\[0\]\.value: ohms are not negative/);
    expect(refused({ test: 'i', value: -0.5 })).toThrowError(/^readings\[0\]\.value: amps are not negative/);
    // Slightly negative volts are what a meter shows of nothing.
    expect(run({ readings: [{ test: 'v', value: -0.02 }] }).suspects[0]!.id).toBe('fuse');
    expect(() => run({ supply: { low: 13, volts: 12.6, high: 14 } })).toThrowError(/supply\.volts/);
  });

  it('takes an intermittent fault for another turn with each reading', () => {
    const result = run({
      suspects: [...suspects, { id: 'loose', element: 'C2', mode: 'intermittent', weight: 1 }],
      supply: { low: 12.6, volts: 12.6, high: 12.6 },
      tests: [...tests, { ...tests[0]!, id: 'again' }],
      readings: [
        { test: 'v', value: 12.45 },
        { test: 'again', value: 0 },
      ],
    });
    // Half and half each time: no fault that stays as it is gives both but by a slip, nor does what lies outside.
    expect(result.suspects[0]!.id).toBe('loose');
    expect(shareOf(result, 'loose')).toBeGreaterThan(0.8);
    expect(result.contradiction).toBeFalse();
  });

  it('offers what is left, whatever was read and done', () => {
    const done = repairs.slice(0, 3).map(({ element }) => ({ element, cured: false }));
    const { next } = run({
      readings: tests.map(({ id, kind }) =>
        kind === 'inspect' ? { test: id, found: false } : { test: id, value: 0 },
      ),
      done,
    });
    expect(next.map((action) => action.action)).toEqual(['repair']);
  });
});
