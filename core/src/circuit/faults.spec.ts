import {
  benchesOf,
  coldFuseOhms,
  type Element,
  type Fault,
  meterBenches,
  solve,
  type State,
} from './index.js';
import { lampOhms } from './laws.js';

const battery: Element = { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 };
const load = (ohms = 11.99): Element => ({ id: 'R', kind: 'resistor', pins: ['x', 'gnd'], ohms });
const run = (elements: Element[], state: State = {}) => solve({ circuit: { elements }, state });
const faulty = (elements: Element[], ...faults: Fault[]) => run(elements, { faults });

describe('faults', () => {
  const line: Element[] = [
    battery,
    { id: 'F', kind: 'fuse', pins: ['b+', 'f'], amps: 10, ohms: 0.01 },
    { id: 'S', kind: 'switch', pins: ['f', 'x'], closed: true },
    load(),
  ];

  it('open: nothing flows', () => {
    for (const element of ['F', 'S', 'R'])
      expect(faulty(line, { element, mode: 'open' }).currents['R'])
        .withContext(element)
        .toBe(0);
    expect(faulty(line, { element: 'BAT', mode: 'open' }).points['b+']).toBe(0);
  });

  it('resistive: the added ohms stand in series', () => {
    const { currents, points } = faulty(line, { element: 'S', mode: 'resistive', ohms: 12 });
    expect(currents['R']).toBeCloseTo(12 / (0.01 + 0.01 + 0.005 + 12 + 11.99), 12);
    expect(points['f']! - points['x']!).toBeCloseTo(currents['S']! * 12.005, 12);
  });

  it('stuck: a switch stays as it is, whatever the state asks', () => {
    expect(
      run(line, { open: ['S'], faults: [{ element: 'S', mode: 'stuckClosed' }] }).currents['R'],
    ).toBeGreaterThan(0.9);
    expect(run(line, { closed: ['S'], faults: [{ element: 'S', mode: 'stuckOpen' }] }).currents['R']).toBe(0);
    for (const mode of ['endNotReached', 'runsWithoutMoving', 'notSeated'] as const)
      expect(faulty(line, { element: 'S', mode }).currents['R'])
        .withContext(mode)
        .toBe(0);
  });

  it('bridged: joined to the point named, and a short to supply feeds past an open switch', () => {
    const open = line.map((element) =>
      element.id === 'S' ? ({ ...element, closed: false } as Element) : element,
    );
    expect(run(open).currents['R']).toBe(0);
    expect(faulty(open, { element: 'R', mode: 'bridged', to: 'b+' }).currents['R']).toBeGreaterThan(0.99);
    expect(faulty(open, { element: 'R', mode: 'shortToSupply', ohms: 12 }).currents['R']).toBeCloseTo(0.5, 2);
  });

  it('wrong part: its own ohms instead', () => {
    expect(faulty(line, { element: 'R', mode: 'wrongPart', ohms: 23.975 }).currents['R']).toBeCloseTo(0.5, 9);
  });

  it('a lamp with a bad joint is dimmer than its law alone', () => {
    const lamp: Element[] = [battery, { id: 'L', kind: 'lamp', pins: ['b+', 'gnd'], volts: 12, watts: 21 }];
    const { currents } = faulty(lamp, { element: 'L', mode: 'resistive', ohms: 5 });
    const across = 12 - currents['L']! * 5.01;
    expect(currents['L']).toBeCloseTo(across / lampOhms(12, 21, across), 9);
  });

  it('a relay: coil open, contact stuck, contact closed for good', () => {
    const relay: Element[] = [
      battery,
      {
        id: 'K',
        kind: 'relay',
        pins: ['b+', 'gnd', 'b+', 'x', 'nc'],
        coilOhms: 90,
        pullInVolts: 7,
        releaseVolts: 2,
        contactOhms: 0.01,
      },
      load(),
    ];
    expect(run(relay).currents['R']).toBeCloseTo(1, 2);
    expect(faulty(relay, { element: 'K', mode: 'open' }).currents['R']).toBe(0);
    expect(faulty(relay, { element: 'K', mode: 'stuckOpen' })).toEqual(
      jasmine.objectContaining({ relays: { K: 'on' }, floating: ['nc'] }),
    );
    expect(run(relay, { pulled: ['K'] }).currents['R']).toBe(0);
    const dead = relay.map((element) =>
      element.id === 'K' ? ({ ...element, pins: ['off', 'gnd', 'b+', 'x', 'nc'] } as Element) : element,
    );
    expect(faulty(dead, { element: 'K', mode: 'stuckClosed' }).currents['R']).toBeCloseTo(1, 2);
  });

  it('a motor stalls when it is told to or when it binds', () => {
    const motor: Element[] = [
      battery,
      { id: 'M', kind: 'motor', pins: ['b+', 'gnd'], runningOhms: 5.99, stallOhms: 1.19 },
    ];
    expect(run(motor).currents['M']).toBeCloseTo(2, 9);
    expect(run(motor, { stalled: ['M'] }).currents['M']).toBeCloseTo(10, 9);
    expect(faulty(motor, { element: 'M', mode: 'binding' }).currents['M']).toBeCloseTo(10, 9);
  });

  it('an ignition switch follows the ignition', () => {
    const key: Element[] = [
      battery,
      { id: 'IGN', kind: 'switch', pins: ['b+', 'x'], ignition: true },
      load(),
    ];
    expect(run(key, { ignition: 'off' }).currents['R']).toBe(0);
    expect(run(key, { ignition: 'on' }).currents['R']).toBeGreaterThan(0.99);
  });

  it('an LED drops its forward voltage', () => {
    const led: Element[] = [
      battery,
      { id: 'R', kind: 'resistor', pins: ['b+', 'x'], ohms: 500 },
      { id: 'D', kind: 'led', pins: ['x', 'gnd'] },
    ];
    const { points, currents } = run(led);
    expect(points['x']).toBeCloseTo(2, 1);
    expect(currents['D']).toBeCloseTo(0.02, 3);
  });
});

describe('meterBenches', () => {
  it('knows that a short has blown its fuse before the connector was opened', () => {
    const elements: Element[] = [
      battery,
      { id: 'F', kind: 'fuse', pins: ['b+', 'f'], amps: 10 },
      { id: 'C', kind: 'contact', pins: ['f', 'x'], ohms: 0.01 },
      load(),
    ];
    const faults: Fault[] = [{ element: 'R', mode: 'shortToGround' }];
    const benches = meterBenches({ elements }, faults, {});
    const read = (state: State) => benches(state).read({ id: 'm', kind: 'volts', from: 'f', to: 'gnd' }, 'm');
    expect(read({ unplugged: ['C'] }).value).toBeCloseTo(0, 6);
    expect(solve({ circuit: { elements }, state: { unplugged: ['C'], faults } }).points['f']).toBeCloseTo(
      12,
      2,
    );
  });

  it('finds the same wherever the search begins: a lamp that was bright is dark, and lit the other way round', () => {
    const bridge = (id: string, pins: [string, string]): Element => ({ id, kind: 'switch', pins });
    const circuit = {
      elements: [
        battery,
        bridge('LEFT-UP', ['b+', 'left']),
        bridge('LEFT-DOWN', ['left', 'gnd']),
        bridge('RIGHT-UP', ['b+', 'right']),
        bridge('RIGHT-DOWN', ['right', 'gnd']),
        { id: 'LAMP', kind: 'lamp', pins: ['left', 'right'], volts: 12, watts: 21 },
        { id: 'BLEED', kind: 'resistor', pins: ['left', 'gnd'], ohms: 10_000 },
      ] as Element[],
    };
    const states: State[] = [
      { closed: ['LEFT-UP', 'RIGHT-DOWN'] },
      { closed: ['LEFT-UP'] },
      { closed: ['LEFT-DOWN', 'RIGHT-UP'] },
      { closed: ['RIGHT-DOWN'] },
      { closed: ['RIGHT-UP'] },
    ];
    const benches = benchesOf(circuit, states[0]!)([]);
    for (const [n, state] of [...states, ...states.toReversed()].entries()) {
      const meter = { id: 'm', kind: 'volts', from: 'left', to: 'right' } as const;
      const warm = benches(state).read(meter, '').value!;
      const cold = solve({ circuit, state, meters: [meter] }).meters['m']!.value!;
      expect(Math.abs(warm - cold))
        .withContext(`${n}`)
        .toBeLessThan(1e-6);
      const way = state.closed!.length === 2 ? (state.closed![0] === 'LEFT-UP' ? 1 : -1) : 0;
      expect(Math.sign(Math.round(warm)))
        .withContext(`${n}`)
        .toBe(way);
    }
  });
});

describe('coldFuseOhms', () => {
  it('takes the table, and lies between its neighbours where the table has no entry', () => {
    expect(coldFuseOhms(10)).toBe(0.0075);
    expect(coldFuseOhms(12)).toBeLessThan(coldFuseOhms(10));
    expect(coldFuseOhms(12)).toBeGreaterThan(coldFuseOhms(15));
    expect(coldFuseOhms(1)).toBeCloseTo(0.108, 9);
    expect(coldFuseOhms(60, 'mini')).toBeCloseTo(0.00095, 9);
    expect(coldFuseOhms(40, 'maxi')).toBe(0.0014);
  });

  it('a substitute load holds a shorting bar back: behind it the load is read, not the bar', () => {
    const elements: Element[] = [
      { id: 'C', kind: 'contact', pins: ['h', 'u'], ohms: 0.005, connector: 'C101' },
      { id: 'BAG', kind: 'squib', pins: ['u', 'r'], ohms: 2 },
      { id: 'BAR', kind: 'shortingBar', pins: ['h', 'r'], connector: 'C101' },
      { id: 'R', kind: 'resistor', pins: ['r', 'gnd'], ohms: 5000 },
    ];
    const read = (state: State) =>
      solve({ circuit: { elements }, state, meters: [{ id: 'm', kind: 'ohms', from: 'h', to: 'r' }] }).meters[
        'm'
      ]!.value;
    expect(read({ unplugged: ['C101'] })!).toBeLessThan(0.1);
    expect(read({ unplugged: ['C101'], substituteLoads: [{ pins: ['r', 'h'], ohms: 2.2 }] })).toBeCloseTo(
      2.2,
      6,
    );
    // A load elsewhere holds nothing back.
    const elsewhere: State = { unplugged: ['C101'], substituteLoads: [{ pins: ['h', 'gnd'], ohms: 2.2 }] };
    expect(read(elsewhere)!).toBeLessThan(0.1);
  });
});
