import { solve } from '../../circuit/index.js';
import { check } from '../../refusal/index.js';
import { nextTests } from '../plan/next-tests.js';
import { traceCase } from '../model/schema.js';
import { fusedLamp } from './fused-lamp.js';
import { bySuit, templates } from './index.js';
import { switchInput } from './switch-input.js';

describe('templates', () => {
  for (const template of templates)
    it(`${template.id}: sound, every suspect can be repaired, every word of the technician is used`, () => {
      const built = check(
        traceCase,
        template.build(
          Object.fromEntries(
            template.fields.map(({ key }) => [key, key === 'amps' || key === 'watts' ? '5' : `my ${key}`]),
          ),
        ),
      );
      const text = JSON.stringify(built);
      for (const { key } of template.fields)
        if (key !== 'amps' && key !== 'watts') expect(text).withContext(key).toContain(`my ${key}`);
      const repairable = new Set(
        built.repairs.flatMap(({ element, covers }) => [element, ...(covers ?? [])]),
      );
      for (const suspect of built.suspects!)
        expect(repairable.has(suspect.element)).withContext(suspect.id!).toBeTrue();
      const plan = nextTests(built);
      expect(plan.next.length).toBe(built.tests.length - plan.closed.length + built.repairs.length);
      // No guarded circuit begins with a part.
      if (built.guarded) expect(plan.next[0]!.action).toBe('test');
    });

  for (const template of templates)
    it(`${template.id}: nothing is on fire while it is sound, and its words have an example each`, () => {
      const { circuit, state } = template.build({});
      const found = solve({ circuit, state: state ?? {} });
      expect([found.blown, found.shutOff, found.chatter]).toEqual([[], [], []]);
      for (const { label, example } of template.fields)
        expect(label.length * example.length).toBeGreaterThan(0);
    });

  const byId = (id: string) => templates.find((template) => template.id === id)!.build({});
  const meter = (id: string, meters: object[], faults: object[] = [], state: object = {}) =>
    solve({
      circuit: byId(id).circuit,
      state: { ...state, faults: faults as never },
      meters: meters as never,
    }).meters;

  it('give every cavity its class, take the fuse’s rating and the wire’s colour', () => {
    for (const template of templates) {
      const { circuit, cavities } = template.build({});
      const classes = new Map(cavities!.map((cavity) => [cavity.point, cavity.class]));
      for (const element of circuit.elements)
        if (element.kind === 'contact')
          for (const pin of element.pins)
            expect(classes.has(pin)).withContext(`${template.id} ${pin}`).toBeTrue();
    }
    const own = (id: string) => templates.find((template) => template.id === id)!;
    const relay = own('relay-motor').build({ amps: '7,5', colour: 'green-white' });
    expect(relay.circuit.elements.find(({ id }) => id === 'FUSE')).toEqual(
      jasmine.objectContaining({ amps: 7.5 }) as never,
    );
    expect(relay.circuit.elements.find(({ id }) => id === 'HARNESS')!.label).toBe(
      'harness to the motor, green-white',
    );
    const classOf = (id: string, point: string) =>
      own(id)
        .build({})
        .cavities!.find((cavity) => cavity.point === point)?.class;
    expect([
      classOf('switch-input', 'C31.2'),
      classOf('latch-motor', 'C70.1'),
      classOf('squib-loop', 'u1'),
    ]).toEqual(['switch', 'power', 'squib']);
  });

  it('measure ohms dead and volts live, and power down for nothing that is only looked at', () => {
    for (const template of templates) {
      const { tests, power } = template.build({});
      expect(power!.downMinutes).withContext(template.id).toBeGreaterThan(0);
      // Half an hour of waiting belongs to restraints alone; a ballast is discharged in minutes.
      expect(power!.waitMinutes ?? 0)
        .withContext(template.id)
        .toBe(
          (template.restraint ?? template.besideRestraint)
            ? 30
            : template.id === 'discharge-headlamp'
              ? 5
              : 0,
        );
      for (const test of tests) {
        const at = `${template.id} ${test.id}`;
        if (test.kind === 'ohms') expect(test.power).withContext(at).toBe('dead');
        if (test.kind === 'volts' || test.kind === 'live')
          expect(test.power).withContext(at).toMatch(/live$/);
        if (
          test.kind === 'inspect' &&
          !(template.restraint ?? template.besideRestraint) &&
          template.id !== 'discharge-headlamp'
        )
          expect(test.power).withContext(at).toBeUndefined();
      }
    }
  });

  it('propose a root for every part that can be fitted, each with its look and no gap in its words', () => {
    for (const template of templates) {
      const { roots, repairs } = template.build({});
      for (const { element } of repairs) {
        const own = roots!.filter((root) => root.element === element);
        expect(own.length).withContext(`${template.id} ${element}`).toBeGreaterThan(0);
        expect(new Set(own.map(({ root }) => root)).size)
          .withContext(`${template.id} ${element}`)
          .toBe(own.length);
        for (const { check: look } of own) expect(look).not.toContain('{}');
      }
    }
  });

  it('a squib loop reads its unit and its leads, near zero with the bar closed, open with the chain broken', () => {
    const loop = [{ id: 'm', kind: 'ohms', from: 'loop+', to: 'loop-' }];
    // 2.0 for the squib, 0.2 twice for the leads, three contacts of 5 milliohms, its seat of one.
    expect(meter('squib-loop', loop)['m']!.value).toBeCloseTo(2.416, 3);
    expect(meter('squib-loop', loop, [{ element: 'BAR', mode: 'stuckClosed' }])['m']!.value).toBeLessThan(
      0.5,
    );
    expect(meter('squib-loop', loop, [{ element: 'CHAIN', mode: 'open' }])['m']!.overload).toBeTrue();
    // Unplugged, the harness-side bar closes: a near-zero loop that is no fault.
    expect(meter('squib-loop', loop, [], { unplugged: ['C101'] })['m']!.value).toBeLessThan(0.5);
  });

  it('a resistor-coded buckle divides the 5 V as its coding says, by hand', () => {
    const line = [{ id: 'm', kind: 'volts', from: 'in', to: 'gnd' }];
    // Unbuckled: 100 beside 400 ohms is 80; 5 V over 470 + 80 and the leads.
    expect(meter('belt-buckle', line)['m']!.value).toBeCloseTo((5 * 80.12) / 550.12, 2);
    expect(meter('belt-buckle', line, [], { open: ['SWITCH'] })['m']!.value).toBeCloseTo(
      (5 * 400.11) / 870.11,
      2,
    );
  });

  it('stand first where they suit the words of a beacon, and none is lost', () => {
    const first = (words: string, n: number) =>
      bySuit(templates, words)
        .slice(0, n)
        .map(({ id }) => id);
    expect(first('Right tail lamp out', 3)).toEqual(['fused-lamp', 'two-filament-lamp', 'output-lamp']);
    expect(first('Wiper does not stop', 2)).toEqual(['relay-motor', 'column-stalk']);
    expect(first('Left window stays down', 1)).toEqual(['two-way-motor']);
    for (const words of ['Belt lamp', 'no word of any template'])
      expect(
        bySuit(templates, words)
          .map(({ id }) => id)
          .sort(),
      ).toEqual(templates.map(({ id }) => id).sort());
    expect(bySuit(templates, 'no word of any template')).toEqual([...templates]);
  });

  it('a position sensor gives its share of five volts, five with the return lost, and falls with its neighbour', () => {
    const live = [{ id: 'm', kind: 'volts', from: 'X9.3', to: 'gnd' }];
    const volts = (faults: object[] = [], state: object = {}) =>
      meter('position-sensor', live, faults, state)['m']!.value!;
    // 10 Ω before two sensors of 5 kΩ side by side: 4.98 V, of which 2600 of 5000 Ω; the input's 100 kΩ lift it a little.
    const alone = (5 * 2500 * 2600) / (2510 * 5000);
    expect(volts()).toBeCloseTo(alone + ((5 - alone) * 1250) / 101_250, 2);
    expect(volts([{ element: 'RETURN-LINE', mode: 'open' }])).toBeGreaterThan(4.9);
    expect(volts([{ element: 'REF-LINE', mode: 'shortToGround' }])).toBeLessThan(0.1);
    const pulled = [{ element: 'NEIGHBOUR', mode: 'shortToGround' }];
    expect(volts(pulled)).toBeLessThan(0.1);
    expect(volts(pulled, { unplugged: ['neighbour'] })).toBeCloseTo((5 * 2600) / 5010, 1);
  });

  it('a held input lets go where the plug is off, and a pusher that falls short where the switch is pressed', () => {
    const live = [{ id: 'm', kind: 'volts', from: 'X4.11', to: 'gnd' }];
    const { state, tests } = byId('held-input');
    const volts = (element: string, mode: string, during: object) =>
      meter('held-input', live, [{ element, mode }], during)['m']!.value!;
    const pressed = tests.find(({ id }) => id === 'press')!.state!;
    const unplugged = tests.find(({ id }) => id === 'unplug')!.state!;
    expect(volts('PUSHER', 'stuckClosed', state!)).toBeLessThan(0.1);
    expect(volts('PUSHER', 'stuckClosed', pressed)).toBeCloseTo(5, 2);
    expect(volts('SWITCH', 'stuckClosed', pressed)).toBeLessThan(0.1);
    expect(volts('SWITCH', 'stuckClosed', unplugged)).toBeCloseTo(5, 2);
    expect(volts('HARNESS', 'shortToGround', unplugged)).toBeLessThan(0.1);
  });

  it('a motor driven both ways runs the other way where one feed is dead, by the currents of its switch', () => {
    const { tests } = byId('two-way-motor');
    const through = [{ id: 'm', kind: 'amps', through: 'MOTOR' }];
    const amps = (test: string, faults: object[] = []) =>
      meter(
        'two-way-motor',
        through,
        faults,
        tests.find(({ id }) => id === test)!.state ?? byId('two-way-motor').state!,
      )['m']!.value!;
    expect(amps('one')).toBeGreaterThan(4);
    expect(amps('other')).toBeCloseTo(-amps('one'), 6);
    const dead = [{ element: 'ONE-FEED', mode: 'stuckOpen' }];
    expect(Math.abs(amps('one', dead))).toBeLessThan(1e-6);
    expect(amps('other', dead)).toBeCloseTo(amps('other'), 9);
  });

  it('a stalk divides five volts by the resistor of its position', () => {
    const line = [{ id: 'm', kind: 'volts', from: 'X7.2', to: 'gnd' }];
    const volts = (open: string[], closed: string[]) =>
      meter('column-stalk', line, [], { open, closed })['m']!.value!;
    const beside = (ohms: number) => 1 / (1 / 4700 + 1 / ohms);
    for (const [value, ohms] of [
      [volts(['DEAD', 'WORKS'], []), 4700],
      [volts(['WORKS'], ['DEAD']), beside(820)],
      [volts(['DEAD'], ['WORKS']), beside(270)],
    ] as const)
      expect(value).toBeCloseTo((5 * ohms) / (1000 + ohms), 2);
  });

  it('a chafed lamp line makes the output shut off, and a dead output leaves it at zero', () => {
    const { circuit } = byId('output-lamp');
    const under = (element: string, mode: string) =>
      solve({ circuit, state: { faults: [{ element, mode } as never] } });
    expect(under('HARNESS', 'shortToGround').shutOff).toEqual(['OUTPUT']);
    expect(under('OUTPUT', 'stuckOpen').points['C12.1']).toBeCloseTo(0, 6);
  });

  it('a sound flap switch reads near zero, a dead one the pull-up', () => {
    const built = switchInput.build({});
    const volts = (faults: object[]) =>
      solve({
        circuit: built.circuit,
        state: { faults: faults as never },
        meters: [{ id: 'm', kind: 'volts', from: 'C31.2', to: 'gnd' }],
      }).meters['m']!.value!;
    expect(volts([])).toBeLessThan(0.1);
    expect(volts([{ element: 'SWITCH', mode: 'stuckOpen' }])).toBeCloseTo(5, 2);
    expect(volts([{ element: 'HARNESS', mode: 'open' }])).toBeCloseTo(0, 6);
  });

  it('finds the end switch from the readings that lead to it', () => {
    const built = switchInput.build({});
    const result = nextTests({
      ...built,
      readings: [
        { test: 'signal', value: 4.92 },
        { test: 'listen', found: false },
        { test: 'switch-ohms', overload: true },
        { test: 'press', value: 4.97 },
      ],
    });
    expect(result.suspects[0]!.id).toBe('switch');
    expect(result.next[0]).toEqual(jasmine.objectContaining({ action: 'repair', element: 'SWITCH' }));
    expect(result.stop).toBeTrue();
  });

  it('finds a blown fuse, and the short behind it as its companion', () => {
    const built = fusedLamp.build({});
    const result = nextTests({
      ...built,
      readings: [
        { test: 'feed', value: 0 },
        { test: 'look-fuse', found: true },
      ],
    });
    expect(result.suspects[0]!.id).toBe('fuse');
  });
});
