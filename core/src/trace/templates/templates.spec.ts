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
      expect(nextTests(built).next.length).toBe(built.tests.length + repairable.size);
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
