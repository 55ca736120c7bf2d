import { solve } from '../../circuit/index.js';
import { check } from '../../refusal/index.js';
import { nextTests } from '../next.js';
import { traceCase } from '../schema.js';
import { fusedLamp } from './fused-lamp.js';
import { templates } from './index.js';
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
      const repairable = new Set(built.repairs.map((repair) => repair.element));
      for (const suspect of built.suspects!)
        expect(repairable.has(suspect.element)).withContext(suspect.id!).toBeTrue();
      const plan = nextTests(built);
      expect(plan.next.length).toBe(built.tests.length - plan.closed.length + repairable.size);
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

  it('a squib loop reads its unit and its leads, near zero with the bar closed, open with the chain broken', () => {
    const loop = [{ id: 'm', kind: 'ohms', from: 'loop+', to: 'loop-' }];
    // 2.0 for the squib, 0.2 twice for the leads, three contacts of 5 milliohms.
    expect(meter('squib-loop', loop)['m']!.value).toBeCloseTo(2.415, 3);
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
