import fc from 'fast-check';
import { randomNumbers } from '../random/index.js';
import type { Element, Fault, Meter, State } from './schema.js';
import { benchesOf, meterBenches, solve } from './solve.js';

/** A random line network: every new point hangs on an earlier one, some close loops; lamps among them if `bent`. */
function network(seed: number, bent: boolean): Element[] {
  const { uniform } = randomNumbers(seed);
  const pick = (count: number) => Math.floor(uniform() * count);
  const points = ['gnd', 'b+'];
  const elements: Element[] = [{ id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.02 }];
  for (let n = 0; n < 18; n++) {
    const from = points[pick(points.length)]!;
    const fresh = uniform() < 0.6;
    const to = fresh ? `p${points.length}` : points[pick(points.length)]!;
    if (fresh) points.push(to);
    if (from === to) continue;
    const id = `E${n}`;
    elements.push(
      bent && uniform() < 0.3
        ? { id, kind: 'lamp', pins: [from, to], volts: 12, watts: 5 + 16 * uniform() }
        : { id, kind: 'resistor', pins: [from, to], ohms: 10 ** (5 * uniform() - 1) },
    );
  }
  return elements;
}

/** What a voltmeter reads, by putting its ten megohms into the circuit. */
function withMeter(elements: readonly Element[], from: string, to: string, state: State): number {
  const probe: Element = { id: 'METER', kind: 'resistor', pins: [from, to], ohms: 10e6 };
  return solve({ circuit: { elements: [...elements, probe] }, state }).currents['METER']! * 10e6;
}

const pointsOf = (elements: readonly Element[]) => [
  ...new Set(elements.flatMap(({ pins }) => pins as readonly string[])),
];

describe('a voltmeter', () => {
  for (const [bent, apart] of [
    [false, 1e-9],
    [true, 1e-5],
  ] as const)
    it(`reads what its own ten megohms leave, ${bent ? 'lamps in the circuit' : 'straight circuits'}`, () => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 1e6 }), fc.nat(40), fc.nat(40), (seed, a, b) => {
          const elements = network(seed, bent);
          const points = pointsOf(elements);
          const [from, to] = [points[a % points.length]!, points[b % points.length]!];
          if (from === to) return;
          const read = solve({ circuit: { elements }, meters: [{ id: 'm', kind: 'volts', from, to }] })
            .meters['m']!;
          const true_ = withMeter(elements, from, to, {});
          expect(Math.abs(read.value! - true_)).toBeLessThan(apart * Math.max(1, Math.abs(true_)));
        }),
        { numRuns: 150 },
      );
    });

  it('reads across floating parts, under faults and on unplugged sides, as the whole circuit does', () => {
    const elements: Element[] = [
      { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.02 },
      { id: 'C1', kind: 'contact', pins: ['b+', 'c'], ohms: 0.005, connector: 'X1' },
      { id: 'LP', kind: 'lamp', pins: ['c', 'g'], volts: 12, watts: 5 },
      { id: 'G', kind: 'ground', pins: ['g', 'gnd'], ohms: 0.01 },
    ];
    const states: State[] = [
      {},
      { unplugged: ['X1'] },
      { faults: [{ element: 'G', mode: 'open' }] },
      { unplugged: ['X1'], faults: [{ element: 'G', mode: 'open' }] },
    ];
    for (const state of states)
      for (const [from, to] of [
        ['c', 'gnd'],
        ['g', 'gnd'],
        ['c', 'g'],
        ['b+', 'c'],
      ] as const) {
        const bench = meterBenches({ elements }, [], {})(state);
        const { value } = bench.read({ id: 'm', kind: 'volts', from, to }, 'm');
        const read = value!;
        expect(Math.abs(read - withMeter(elements, from, to, state)))
          .withContext(`${from} ${to} ${JSON.stringify(state)}`)
          .toBeLessThan(1e-4);
      }
  });

  it('reads many faults of one circuit, made from its sound one, as it reads each circuit by itself', () => {
    const faultOf = fc.record({
      of: fc.nat(40),
      mode: fc.constantFrom('open', 'resistive', 'shortToGround', 'intermittent', 'wrongPart'),
      ohms: fc.double({ min: -1, max: 4, noNaN: true }).map((decade) => 10 ** decade),
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.array(faultOf, { minLength: 1, maxLength: 8 }),
        (seed, drawn) => {
          const elements = network(seed, true);
          const points = pointsOf(elements);
          const usual = {};
          const benches = benchesOf({ elements }, usual);
          for (const [n, { of, mode, ohms }] of drawn.entries()) {
            const fault: Fault = { element: elements[of % elements.length]!.id, mode, ohms };
            const bench = benches([fault])(usual);
            const meters: Meter[] = [
              { id: 'volts', kind: 'volts', from: points[(n + of) % points.length]!, to: 'gnd' },
              { id: 'ohms', kind: 'ohms', from: points[(2 * n + of) % points.length]!, to: 'b+' },
              { id: 'amps', kind: 'amps', through: elements[(n + 1) % elements.length]!.id },
            ];
            const whole = solve({ circuit: { elements }, state: { faults: [fault] }, meters }).meters;
            for (const meter of meters) {
              const [quick, slow] = [bench.read(meter, ''), whole[meter.id]!];
              expect(quick.overload)
                .withContext(JSON.stringify([fault, meter]))
                .toBe(slow.overload);
              expect(Math.abs((quick.value ?? 0) - (slow.value ?? 0)))
                .withContext(JSON.stringify([fault, meter]))
                .toBeLessThan(1e-7 * Math.max(1, Math.abs(slow.value ?? 0)));
            }
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is not misled by a lamp that was all but dark, the other way round', () => {
    // A bridge: between its halves a lamp has some ten millionths of a volt, and volts of the other sign with a fault.
    const elements: Element[] = [
      { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.02 },
      { id: 'SIDE', kind: 'resistor', pins: ['b+', 'gnd'], ohms: 100 },
      { id: 'R1', kind: 'resistor', pins: ['b+', 'p'], ohms: 10 },
      { id: 'R2', kind: 'resistor', pins: ['p', 'gnd'], ohms: 10 },
      { id: 'R3', kind: 'resistor', pins: ['b+', 'q'], ohms: 10 },
      { id: 'R4', kind: 'resistor', pins: ['q', 'gnd'], ohms: 10.000001 },
      { id: 'LP', kind: 'lamp', pins: ['p', 'q'], volts: 12, watts: 5 },
    ];
    const usual = {};
    for (const element of ['R2', 'R3', 'R1', 'R4']) {
      const benches = benchesOf({ elements }, usual);
      benches([{ element: 'SIDE', mode: 'open' }])(usual);
      const fault: Fault = { element, mode: 'open' };
      const meter: Meter = { id: 'm', kind: 'volts', from: 'p', to: 'gnd' };
      const alone = solve({ circuit: { elements }, state: { faults: [fault] }, meters: [meter] }).meters[
        'm'
      ]!;
      expect(Math.abs(benches([fault])(usual).read(meter, '').value! - alone.value!))
        .withContext(element)
        .toBeLessThan(1e-6);
    }
  });

  it('of nothing but itself reads nothing', () => {
    const elements = network(7, false);
    expect(
      solve({ circuit: { elements }, meters: [{ id: 'm', kind: 'volts', from: 'b+', to: 'b+' }] }).meters[
        'm'
      ]!.value,
    ).toBe(0);
  });
});
