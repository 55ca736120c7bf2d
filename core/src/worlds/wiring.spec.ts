import { solve } from '../circuit/index.js';
import { templates } from '../trace/templates/index.js';
import { type Part, Wiring } from './wiring.js';

describe('the wiring of a world', () => {
  it('is a divider by hand, and an ohmmeter on the dead car', () => {
    const parts: Part[] = [
      { id: 'B', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.1 },
      { id: 'R', kind: 'resistor', pins: ['b+', 'x'], ohms: 3.9 },
      { id: 'S', kind: 'sensor', pins: ['x', 'gnd'], ohms: 2 },
    ];
    const wiring = new Wiring(parts, [], 12).use({});
    expect(wiring.rest({}).volts.get('x')).toBeCloseTo(4, 6);
    expect(wiring.rest({}).amps.get('R')).toBeCloseTo(2, 6);
    expect(wiring.ohms({}, 'x', 'gnd')).toBeCloseTo(2, 6);
    expect(wiring.ohms({}, 'b+', 'gnd')).toBeCloseTo(5.9, 6);
  });

  it('blows the fuse that a short asks too much of, and it stays blown', () => {
    const parts: Part[] = [
      { id: 'B', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.02 },
      { id: 'F', kind: 'fuse', pins: ['b+', 'f'], amps: 10 },
      { id: 'R', kind: 'resistor', pins: ['f', 'gnd'], ohms: 6 },
    ];
    const wiring = new Wiring(parts, [{ element: 'R', mode: 'shortToGround' }], 12.6).use({});
    expect(wiring.hasBlown('F')).toBeTrue();
    expect(wiring.rest({}).volts.get('f')).toBeLessThan(0.01);
    expect(wiring.ohms({}, 'b+', 'f')).toBe(Infinity);
  });

  // Two solvers that share no line: where they differ by more than a meter would show, one of them is wrong.
  for (const template of templates)
    it(`agrees with the solver on the sound ${template.id}`, () => {
      const { circuit, state, tests } = template.build({});
      const wiring = new Wiring(circuit.elements as unknown as Part[], [], 12.6).use(state ?? {});
      for (const test of tests) {
        if (!('from' in test)) continue;
        const kind = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
        if (kind !== 'volts' && kind !== 'ohms') continue;
        const stand = test.state ?? state ?? {};
        const { from, to } = test;
        const solved = solve({ circuit, state: stand, meters: [{ id: 'm', kind, from, to }] }).meters['m']!;
        const own =
          kind === 'ohms'
            ? wiring.ohms(stand, from, to)
            : (() => {
                const { volts } = wiring.rest(stand, { from, to, ohms: 10e6 });
                return (volts.get(from) ?? 0) - (volts.get(to) ?? 0);
              })();
        if (solved.overload) expect(own).withContext(test.id).toBe(Infinity);
        else
          expect(Math.abs(own - solved.value!))
            .withContext(test.id)
            .toBeLessThan(0.06 + 0.04 * Math.abs(solved.value!));
      }
    });

  for (const template of templates)
    it(`agrees with the solver on the ${template.id}, whichever part is open`, () => {
      const { circuit, state, suspects, tests } = template.build({});
      for (const { element, mode } of suspects ?? []) {
        if (mode !== 'open') continue;
        const faults = [{ element, mode }];
        const wiring = new Wiring(circuit.elements as unknown as Part[], faults, 12.6).use(state ?? {});
        for (const test of tests) {
          if (test.kind !== 'volts') continue;
          const stand = test.state ?? state ?? {};
          const { from, to } = test;
          const { volts } = wiring.rest(stand, { from, to, ohms: 10e6 });
          const { value } = solve({
            circuit,
            state: { ...stand, faults },
            meters: [{ id: 'm', kind: 'volts', from, to }],
          }).meters['m']!;
          // A filament is a little different here, and so is an LED near nothing.
          expect(Math.abs((volts.get(from) ?? 0) - (volts.get(to) ?? 0) - value!))
            .withContext(`${element} open, ${test.id}`)
            .toBeLessThan(0.05 * Math.abs(value!) + 0.15);
        }
      }
    });
});
