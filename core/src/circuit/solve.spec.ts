import fc from 'fast-check';
import { check } from '../refusal/index.js';
import { denseVolts } from '../testing/dense.js';
import { lampOhms } from './laws.js';
import { type Element, solveRequest, type State } from './schema.js';
import { solve } from './solve.js';

const battery: Element = { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.1 };
const resistor = (id: string, a: string, b: string, ohms: number): Element => ({
  id,
  kind: 'resistor',
  pins: [a, b],
  ohms,
});
const run = (elements: Element[], state: State = {}, meters: object[] = []) =>
  solve(check(solveRequest, { circuit: { elements }, state, meters }));

const tail: Element[] = [
  { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
  { id: 'F7', kind: 'fuse', pins: ['b+', 'f7'], amps: 10 },
  { id: 'S1', kind: 'switch', pins: ['f7', 's1'], closed: false },
  {
    id: 'K1',
    kind: 'relay',
    pins: ['s1', 'gnd', 'f7', 'k1.no', 'k1.nc'],
    coilOhms: 90,
    pullInVolts: 7.2,
    releaseVolts: 1.2,
    contactOhms: 0.01,
  },
  { id: 'W1', kind: 'wire', pins: ['k1.no', 'c2'], ohms: 0.03 },
  { id: 'C2', kind: 'contact', pins: ['c2', 'lp'], ohms: 0.005 },
  { id: 'LP', kind: 'lamp', pins: ['lp', 'g3'], volts: 12, watts: 21 },
  { id: 'G3', kind: 'ground', pins: ['g3', 'gnd'], ohms: 0.01 },
];

describe('solve', () => {
  it('divides a voltage by hand', () => {
    const answer = run([battery, resistor('R1', 'b+', 'm', 2.4), resistor('R2', 'm', 'gnd', 3.8)]);
    // 12.6 V over 6.3 ohms: 2 A.
    expect(answer.currents['R1']).toBeCloseTo(2, 12);
    expect(answer.currents['BAT']).toBeCloseTo(-2, 12);
    expect(answer.points['b+']).toBeCloseTo(12.4, 12);
    expect(answer.points['m']).toBeCloseTo(7.6, 12);
  });

  it('settles a relay and meets the lamp law at the lamp', () => {
    const off = run(tail);
    expect(off.relays['K1']).toBe('off');
    expect(off.floating).toEqual([]);
    expect(off.points['k1.nc']).toBeCloseTo(12.6, 6);
    const on = run(tail, { closed: ['S1'] });
    expect(on.relays['K1']).toBe('on');
    expect(on.floating).toEqual(['k1.nc']);
    expect(on.points['k1.nc']).toBeNull();
    const volts = on.points['lp']! - on.points['g3']!;
    expect(on.currents['LP']! * lampOhms(12, 21, volts)).toBeCloseTo(volts, 9);
    expect(on.currents['LP']).toBeCloseTo(1.786, 3);
  });

  it('puts faults, pulled fuses and unplugged connectors where they belong', () => {
    for (const state of [
      { pulled: ['F7'] },
      { unplugged: ['C2'] },
      { faults: [{ element: 'LP', mode: 'open' as const }] },
    ])
      expect(run(tail, { closed: ['S1'], ...state }).currents['LP']).toBe(0);
    const dim = run(tail, { closed: ['S1'], faults: [{ element: 'C2', mode: 'resistive', ohms: 4 }] });
    expect(dim.points['c2']! - dim.points['lp']!).toBeCloseTo(dim.currents['LP']! * 4.005, 9);
    const jumped = run(tail, { jumpers: [['k1.no', 'b+']] });
    expect(jumped.currents['LP']).toBeGreaterThan(1.7);
    const loaded = run(tail, {
      closed: ['S1'],
      unplugged: ['C2'],
      substituteLoads: [{ pins: ['c2', 'gnd'], ohms: 2 }],
    });
    expect(loaded.currents['W1']).toBeCloseTo(6.1, 1);
  });

  it('opens a fuse on a short behind it, the smaller one first', () => {
    const short = run(tail, { closed: ['S1'], faults: [{ element: 'W1', mode: 'shortToGround' }] });
    expect(short.blown).toEqual(['F7']);
    expect(short.currents['F7']).toBe(0);
    const main: Element = { id: 'F1', kind: 'fuse', pins: ['b+', 'x'], amps: 60, style: 'maxi' };
    const behind = tail.map((e) =>
      e.id === 'F7' ? { ...e, pins: ['x', 'f7'] as [string, string] } : e,
    ) as Element[];
    expect(
      run([main, ...behind], { closed: ['S1'], faults: [{ element: 'W1', mode: 'shortToGround' }] }).blown,
    ).toEqual(['F7']);
  });

  it('shuts a protected output off and says so', () => {
    const answer = run([
      battery,
      { id: 'O', kind: 'moduleOutput', pins: ['b+', 'o'], side: 'high', ohms: 0.05, limitAmps: 5 },
      resistor('R', 'o', 'gnd', 1),
    ]);
    expect(answer.shutOff).toEqual(['O']);
    expect(answer.points['o']).toBe(0);
  });

  it('names a relay that chatters and ends', () => {
    const answer = run([
      battery,
      {
        id: 'K',
        kind: 'relay',
        pins: ['nc', 'gnd', 'b+', 'no', 'nc'],
        coilOhms: 80,
        pullInVolts: 7,
        releaseVolts: 2,
        contactOhms: 0.01,
      },
    ]);
    expect(answer.chatter).toEqual(['K']);
  });

  it('lets one of two relays win that hold each other off, as a car does', () => {
    const relay = (id: string, coil: string, own: string): Element => ({
      id,
      kind: 'relay',
      pins: [coil, 'gnd', 'b+', `${own}.no`, own],
      coilOhms: 80,
      pullInVolts: 7,
      releaseVolts: 2,
      contactOhms: 0.01,
    });
    const answer = run([battery, relay('K1', 'k2.nc', 'k1.nc'), relay('K2', 'k1.nc', 'k2.nc')]);
    expect([answer.chatter, answer.relays]).toEqual([[], { K1: 'on', K2: 'off' }]);
  });

  it('keeps names such as __proto__ apart, and refuses two meters of one', () => {
    const points = run([
      battery,
      resistor('__proto__', 'b+', 'constructor', 1),
      resistor('R', 'constructor', 'gnd', 1),
    ]);
    expect(Object.keys(points.currents)).toContain('__proto__');
    expect(points.points['constructor']).toBeCloseTo(points.points['b+']! / 2, 6);
    const meter = { id: 'm', kind: 'volts', from: 'b+', to: 'gnd' } as const;
    expect(() => run([battery], {}, [meter, meter])).toThrowError(/"m" is used twice/);
  });

  it('reads a string of LEDs of 35 V, dark and lit', () => {
    const led = { id: 'D', kind: 'led', pins: ['b+', 'd'], forwardVolts: 35 } as const;
    const at = (volts: number) =>
      run([{ ...battery, volts }, led, resistor('R', 'd', 'gnd', 100)] as Element[]).points['d']!;
    expect(Math.abs(at(12))).toBeLessThan(1e-6);
    // 36 V: about 35 V in the string, the rest over 100 Ω.
    expect(at(36)).toBeGreaterThan(0.9);
    expect(at(36)).toBeLessThan(1.3);
  });

  it('refuses a fault that a kind of element cannot have', () =>
    expect(() =>
      run([battery, resistor('R', 'b+', 'gnd', 1)], { faults: [{ element: 'R', mode: 'stuckClosed' }] }),
    ).toThrowError(/a resistor cannot be "stuckClosed"/));

  it('reads meters with their load and their limits', () => {
    const { meters } = run(tail, { closed: ['S1'], unplugged: ['C2'] }, [
      { id: 'v', kind: 'volts', from: 'c2', to: 'gnd' },
      { id: 'open', kind: 'ohms', from: 'c2', to: 'gnd' },
      { id: 'lamp', kind: 'ohms', from: 'lp', to: 'gnd' },
      { id: 'a', kind: 'amps', through: 'F7' },
      { id: 't', kind: 'testLamp', from: 'c2', to: 'gnd' },
      { id: 'c', kind: 'continuity', from: 'k1.no', to: 'c2' },
      { id: 'self', kind: 'ohms', from: 'lp', to: 'lp' },
    ]);
    expect(meters['v']!.value).toBeCloseTo(12.6 - 0.0225 * (12.6 / 90.0275), 4);
    expect(meters['open']).toEqual({ value: null, overload: true });
    // A cold 21 W lamp: 144/21/12 ohms, and the ground.
    expect(meters['lamp']!.value).toBeCloseTo(144 / 21 / 12 + 0.01, 9);
    expect(meters['a']!.value).toBeCloseTo(12.6 / 90, 3);
    expect(meters['t']!.value).toBeCloseTo(12.58, 1);
    expect(meters['c']).toEqual({
      value: jasmine.any(Number) as unknown as number,
      overload: false,
      continuous: true,
    });
    expect(meters['self']!.value).toBe(0);
  });

  it('loads a divider with the ten megohms of the voltmeter, not with all meters at once', () => {
    const divider = [
      { ...battery, ohms: 1e-3 } as Element,
      resistor('R1', 'b+', 'm', 1e7),
      resistor('R2', 'm', 'gnd', 1e7),
    ];
    const meter = { kind: 'volts', from: 'm', to: 'gnd' };
    const { meters, points } = run(divider, {}, [
      { id: 'm1', ...meter },
      { id: 'm2', ...meter },
    ]);
    expect(points['m']).toBeCloseTo(6.3, 6);
    expect(meters['m1']!.value).toBeCloseTo(4.2, 6);
    expect(meters['m2']).toEqual(meters['m1']!);
  });

  it('reads a pulled-up input high with its switch open and low with it closed', () => {
    const input: Element[] = [
      {
        id: 'IN',
        kind: 'moduleInput',
        pins: ['x', 'gnd'],
        pullUpOhms: 2200,
        pullUpVolts: 5,
        thresholdVolts: 2.5,
      },
      { id: 'SW', kind: 'switch', pins: ['x', 'gnd'] },
    ];
    expect(run(input).inputs['IN']).toBe('high');
    expect(run(input).points['x']).toBeCloseTo(5, 9);
    const closed = run(input, { closed: ['SW'] });
    expect(closed.inputs['IN']).toBe('low');
    expect(closed.currents['IN']).toBeCloseTo(-5 / 2200.005, 9);
  });

  it('drops a forward voltage over a diode and blocks the other way', () => {
    const forward = run([
      battery,
      resistor('R', 'b+', 'd', 119),
      { id: 'D', kind: 'diode', pins: ['d', 'gnd'] },
    ]);
    expect(forward.currents['D']).toBeCloseTo(0.1, 3);
    expect(forward.points['d']).toBeCloseTo(0.7, 3);
    const blocked = run([
      battery,
      { id: 'D', kind: 'diode', pins: ['d', 'b+'] },
      resistor('R', 'd', 'gnd', 1000),
    ]);
    expect(Math.abs(blocked.currents['D']!)).toBeLessThan(1e-6);
  });

  it('closes a shorting bar when its connector opens', () => {
    const bar: Element = { id: 'B', kind: 'shortingBar', pins: ['p', 'q'], connector: 'X' };
    const loop: Element[] = [
      { id: 'X1', kind: 'contact', connector: 'X', pins: ['p', 'p2'], ohms: 0.01 },
      { id: 'SQ', kind: 'squib', pins: ['p2', 'q2'], ohms: 2 },
      { id: 'X2', kind: 'contact', connector: 'X', pins: ['q2', 'q'], ohms: 0.01 },
      bar,
      { id: 'G', kind: 'ground', pins: ['q', 'gnd'], ohms: 0.01 },
    ];
    const ohms = [{ id: 'm', kind: 'ohms', from: 'p', to: 'q' }];
    expect(run(loop, {}, ohms).meters['m']!.value).toBeCloseTo(2.02, 9);
    expect(run(loop, { unplugged: ['X'] }, ohms).meters['m']!.value).toBeCloseTo(0.005, 9);
  });

  it('refuses what is not sound, naming the place', () => {
    expect(() => run([resistor('R', 'a', 'b', 1)])).toThrowError(
      'circuit.elements: no element reaches ground: one pin must be "gnd"',
    );
    expect(() => run([battery, battery])).toThrowError('circuit.elements[1].id: "BAT" is used twice');
    expect(() => run([battery, resistor('R', 'b+', 'gnd', -1)])).toThrowError(
      'circuit.elements[1].ohms: expected a number above 0, got -1',
    );
    expect(() => run([battery], { pulled: ['F9'] })).toThrowError(
      'state.pulled[0]: no fuse or relay "F9" in the circuit',
    );
    expect(() => run([battery], { faults: [{ element: 'BAT', mode: 'resistive' }] })).toThrowError(
      /state.faults\[0\].ohms/,
    );
    expect(() => run([battery], {}, [{ id: 'm', kind: 'volts', from: 'x', to: 'gnd' }])).toThrowError(
      'meters[0].from: no point "x" in the circuit',
    );
  });

  it('agrees with a dense solution by pivoted elimination on random networks', () => {
    const points = fc.integer({ min: 0, max: 25 }).map((n) => (n === 0 ? 'gnd' : `n${n}`));
    const decade = fc.double({ min: -3, max: 5, noNaN: true }).map((d) => 10 ** d);
    const edges = fc.array(fc.tuple(points, points, decade), { minLength: 1, maxLength: 80 });
    fc.assert(
      fc.property(edges, fc.double({ min: -30, max: 30, noNaN: true }), (list, volts) => {
        const elements: Element[] = [
          { id: 'BAT', kind: 'battery', pins: ['n1', 'gnd'], volts, ohms: 0.02 },
          ...list.map(([a, b, ohms], i) => resistor(`R${i}`, a, b, ohms)),
        ];
        const answer = run(elements);
        const expected = denseVolts(elements);
        for (const [point, value] of expected) {
          const got = answer.points[point]!;
          expect(value === null ? got === null : Math.abs(got - value) <= 1e-6 * Math.abs(value) + 1e-9)
            .withContext(`${point} ${got} ${value}`)
            .toBeTrue();
        }
      }),
      { numRuns: 150 },
    );
  });

  it('keeps Kirchhoff at every point of a lamp network', () => {
    const elements: Element[] = [
      battery,
      ...['a', 'b', 'c'].flatMap((p, i): Element[] => [
        resistor(`R${p}`, 'b+', p, 0.2 * (i + 1)),
        { id: `L${p}`, kind: 'lamp', pins: [p, i === 2 ? 'a' : 'gnd'], volts: 12, watts: 21 },
      ]),
    ];
    const { currents } = run(elements);
    expect(currents['Ra']! + currents['Lc']! - currents['La']!).toBeCloseTo(0, 9);
    expect(currents['Rb']! - currents['Lb']!).toBeCloseTo(0, 9);
  });

  it('takes any word for a name', () => {
    const { points, currents } = run([
      battery,
      resistor('__proto__', 'b+', 'constructor', 10),
      resistor('toString', 'constructor', '__proto__', 10),
      resistor('R', '__proto__', 'gnd', 10),
    ]);
    expect(Object.keys(points).sort()).toEqual(['__proto__', 'b+', 'constructor', 'gnd']);
    expect(Object.keys(currents).sort()).toEqual(['BAT', 'R', '__proto__', 'toString']);
    expect(Object.entries(currents).find(([name]) => name === '__proto__')![1]).toBeCloseTo(0.4, 1);
    expect(Object.entries(points).find(([name]) => name === '__proto__')![1]).toBeCloseTo(
      points['b+']! / 3,
      3,
    );
  });
});
