import { templates } from '@dormant-beacon/core/trace/templates';
import { chainOf, soundVolts } from './chain';

describe('chainOf', () => {
  for (const template of templates)
    it(`draws every element of ${template.id} once`, () => {
      const { elements } = template.build({}).circuit;
      const drawn = chainOf({ elements }).map(({ element }) => element.id);
      expect([...drawn].sort()).toEqual(elements.map(({ id }) => id).sort());
    });

  for (const template of templates.slice(0, 2))
    it(`draws ${template.id} from its source to ground, every element once`, () => {
      const { circuit } = template.build({});
      const chain = chainOf(circuit);
      expect(chain.map(({ element }) => element)).toEqual(circuit.elements);
      expect(chain.at(-1)!.to).toBe('gnd');
      chain.slice(1).forEach(({ from }, index) => expect(from).toBe(chain[index]!.to));
    });

  it('leaves nothing out that is not on the line', () => {
    const { circuit } = templates[1]!.build({});
    const branch = { id: 'X', kind: 'resistor' as const, pins: ['b+', 'gnd'] as [string, string], ohms: 100 };
    expect(
      chainOf({ elements: [...circuit.elements.slice(0, 1), ...circuit.elements.slice(1), branch] }).length,
    ).toBe(circuit.elements.length + 1);
    expect(chainOf({ elements: [] })).toEqual([]);
  });

  it('knows the sound volts at each point', () => {
    const volts = soundVolts(templates[1]!.build({}).circuit, {});
    expect(volts.get('C12.1')!.value!).toBeGreaterThan(12.2);
    expect(volts.get('C12.2')!.value!).toBeLessThan(0.1);
  });
});
