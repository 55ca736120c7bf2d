import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { nextTests } from '../plan/next-tests.js';
import { pairsOf, singlesOf } from './pairs.js';
import { traceCase } from './schema.js';

const line = {
  elements: [
    { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
    { id: 'F', kind: 'fuse', pins: ['b+', 'f'], amps: 10 },
    { id: 'C', kind: 'contact', pins: ['f', 'lp'], ohms: 0.005, connector: 'X1' },
    { id: 'LP', kind: 'lamp', pins: ['lp', 'g'], volts: 12, watts: 21 },
    { id: 'G', kind: 'ground', pins: ['g', 'gnd'], ohms: 0.01 },
  ],
};
const plan = (more: object = {}) =>
  nextTests(
    check(traceCase, {
      circuit: line,
      suspects: [
        { id: 'lamp', element: 'LP', mode: 'open', weight: 6 },
        { id: 'ground', element: 'G', mode: 'open', weight: 2 },
        { id: 'plug', element: 'C', mode: 'open', weight: 2 },
      ],
      tests: [
        { id: 'g', kind: 'volts', from: 'g', to: 'gnd', minutes: 2 },
        { id: 'lp', kind: 'volts', from: 'lp', to: 'gnd', minutes: 2 },
        { id: 'look', kind: 'inspect', element: 'LP', minutes: 1, finds: 0.99, falseAlarm: 0.001 },
        { id: 'look-g', kind: 'inspect', element: 'G', minutes: 1, finds: 0.99, falseAlarm: 0.001 },
      ],
      repairs: ['LP', 'G', 'C'].map((element) => ({ element, minutes: 5, priceCents: 0 })),
      ...more,
    }),
  );

describe('pairs of faults', () => {
  it('are weighed only on request', () => {
    expect(plan().suspects.length).toBe(4);
    expect(plan({ pairs: true }).suspects.length).toBe(7);
  });

  it('lead where two looks each find something, which no single fault explains', () => {
    const readings = [
      { test: 'look', found: true },
      { test: 'look-g', found: true },
    ];
    const [first] = plan({ readings, pairs: true }).suspects;
    expect(first).toEqual(
      jasmine.objectContaining({ id: 'lamp + ground', element: 'LP', and: { element: 'G', mode: 'open' } }),
    );
    expect(first!.probability).toBeGreaterThan(0.9);
    const suspects = ['lamp', 'ground', 'one + only'].map((id) => ({
      id,
      element: 'L',
      mode: 'open',
      weight: 1,
    }));
    expect(singlesOf({ suspects: suspects as never }, first!.id)).toEqual(['lamp', 'ground']);
    expect(singlesOf({ suspects: suspects as never }, 'one + only')).toEqual(['one + only']);
    // Both parts are called for, one after the other, and neither failing to cure alone clears it.
    const result = plan({ readings, pairs: true, done: [{ element: 'LP', cured: false }] });
    expect(result.next[0]).toEqual(jasmine.objectContaining({ action: 'repair', element: 'G' }));
    expect(result.suspects[0]!.id).toBe('lamp + ground');
  });

  it('stay far behind single faults while one explains all', () => {
    const [first, second] = plan({ readings: [{ test: 'look', found: true }], pairs: true }).suspects;
    expect(first!.id).toBe('lamp');
    expect(first!.probability).toBeGreaterThan(5 * second!.probability);
  });

  it('join different elements, each pair once, each lighter than either of its suspects', () => {
    const suspect = fc.record({
      id: fc.uuid(),
      element: fc.constantFrom('A', 'B', 'C', 'D'),
      mode: fc.constant('open' as const),
      weight: fc.double({ min: 0.1, max: 9, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(suspect, { selector: ({ id }) => id, maxLength: 12 }), (suspects) => {
        const total = suspects.reduce((sum, { weight }) => sum + weight, 1);
        const pairs = pairsOf(suspects, total);
        expect(new Set(pairs.map(({ id }) => id)).size).toBe(pairs.length);
        for (const pair of pairs) {
          expect(pair.second.element).not.toBe(pair.element);
          expect(pair.weight).toBeLessThan(
            Math.min(...pair.id.split(' + ').map((id) => suspects.find((one) => one.id === id)!.weight)),
          );
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('what a person says of a suspect', () => {
  it('rules it out, or pins it, and both can be seen', () => {
    const words = [
      { suspect: 'lamp', as: 'ruled-out', note: 'swapped, still dark' },
      { suspect: 'plug', as: 'pinned' },
    ];
    const { suspects } = plan({ words });
    // 0, 2, 10 times 2, and 1 outside.
    expect(suspects.map(({ id, probability, word }) => [id, Math.round(1000 * probability), word])).toEqual([
      ['plug', Math.round(20_000 / 23), 'pinned'],
      ['ground', Math.round(2000 / 23), undefined],
      ['outside', Math.round(1000 / 23), undefined],
      ['lamp', 0, 'ruled-out'],
    ]);
  });

  it('goes with every pair of it: ruled out its pairs are, pinned they gain, and their order stays', () => {
    const order = (more: object) =>
      plan({ pairs: true, ...more })
        .suspects.map(({ id }) => id)
        .sort();
    const of = (result: ReturnType<typeof plan>, id: string) =>
      result.suspects.find((suspect) => suspect.id === id)!.prior;
    const out = plan({ pairs: true, words: [{ suspect: 'lamp', as: 'ruled-out' }] });
    expect([of(out, 'lamp'), of(out, 'lamp + ground'), of(out, 'lamp + plug')]).toEqual([0, 0, 0]);
    expect(of(out, 'ground + plug')).toBeGreaterThan(0);
    expect(order({ words: [{ suspect: 'lamp', as: 'ruled-out' }] })).toEqual(order({}));
    const pinned = plan({ pairs: true, words: [{ suspect: 'plug', as: 'pinned' }] });
    // Ten times the weight of the single and of its pairs, against those without it.
    expect(of(pinned, 'lamp + plug') / of(pinned, 'lamp + ground')).toBeCloseTo(
      (10 * of(plan({ pairs: true }), 'lamp + plug')) / of(plan({ pairs: true }), 'lamp + ground'),
      9,
    );
  });

  it('is refused of a suspect that is not there, and where nothing is left', () => {
    expect(() => plan({ words: [{ suspect: 'door', as: 'pinned' }] })).toThrowError(/words\[0\]\.suspect/);
    const all = ['lamp', 'ground', 'plug'].map((suspect) => ({ suspect, as: 'ruled-out' }));
    expect(() => plan({ words: all, outsideWeight: 0 })).toThrowError(/every suspect is ruled out by hand/);
    expect(plan({ words: all }).suspects[0]!.id).toBe('outside');
  });
});

describe('nonsense', () => {
  it('raises what is outside the circuit instead of a confident wrong part', () => {
    // A dark lamp with full volts on both its sides, and nothing behind the fuse: no single fault does that.
    const result = plan({
      readings: [
        { test: 'lp', value: 0.02 },
        { test: 'g', value: 7.3 },
        { test: 'look', found: false },
        { test: 'look-g', found: false },
      ],
    });
    expect(result.contradiction).toBeTrue();
    expect(result.suspects[0]!.id).toBe('outside');
    for (const { element, probability } of result.suspects)
      if (element !== 'outside') expect(probability).toBeLessThan(0.5);
  });

  it('answers for a thousand elements, and names a relay that chatters', () => {
    const many = Array.from({ length: 250 }, (_, k) => [
      { id: `F${k}`, kind: 'fuse', pins: ['b+', `f${k}`], amps: 10 },
      { id: `C${k}`, kind: 'contact', pins: [`f${k}`, `l${k}`], ohms: 0.005 },
      { id: `L${k}`, kind: 'resistor', pins: [`l${k}`, `g${k}`], ohms: 12 },
      { id: `G${k}`, kind: 'ground', pins: [`g${k}`, 'gnd'], ohms: 0.01 },
    ]).flat();
    // Its own contact takes the coil's supply away: on, off, on.
    const buzzer = [
      {
        id: 'K1',
        kind: 'relay',
        pins: ['k', 'gnd', 'b+', 'no', 'k'],
        coilOhms: 90,
        pullInVolts: 7,
        releaseVolts: 2,
        contactOhms: 0.01,
      },
    ];
    const battery = { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.001 };
    const result = plan({
      circuit: { elements: [battery, ...many, ...buzzer] },
      suspects: [
        { id: 'lamp', element: 'L7', mode: 'open', weight: 2 },
        { id: 'ground', element: 'G7', mode: 'open', weight: 1 },
      ],
      tests: [{ id: 'g', kind: 'volts', from: 'g7', to: 'gnd', minutes: 2 }],
      repairs: ['L7', 'G7'].map((element) => ({ element, minutes: 5, priceCents: 0 })),
      readings: [{ test: 'g', value: 12.58 }],
    });
    expect(result.suspects[0]!.id).toBe('ground');
    expect(result.chatter).toEqual(['K1']);
    expect(plan().chatter).toEqual([]);
  });

  it('is not called out while a suspect explains every reading', () => {
    expect(plan().contradiction).toBeFalse();
    expect(plan({ readings: [{ test: 'g', value: 0 }] }).contradiction).toBeFalse();
  });
});
