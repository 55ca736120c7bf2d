import fc from 'fast-check';
import { type Circuit, type ElementKind, element } from '../../circuit/index.js';
import { edited, newElement } from '../../circuit/edit/index.js';
import { check, Refusal } from '../../refusal/index.js';
import { bareCase, circuitFile } from './circuit-file.js';
import { caseOfCircuit } from './from-circuit.js';
import { nextTests } from '../plan/next-tests.js';
import { traceCase } from '../model/schema.js';
import { templates } from '../templates/index.js';

const kinds = element.options.map((option) => option.shape.kind.value) as ElementKind[];

describe('a template under many hands', () => {
  it('stays a sound case through any edits: everything named is there, and it can be planned', () => {
    const step = fc.record({
      do: fc.constantFrom('add', 'remove', 'join', 'rename'),
      at: fc.nat(40),
      other: fc.nat(40),
      kind: fc.constantFrom(...kinds),
    });
    fc.assert(
      fc.property(fc.constantFrom(...templates), fc.array(step, { maxLength: 8 }), (template, steps) => {
        const base = template.build({});
        const circuit = steps.reduce<Circuit>((own, { do: what, at, other, kind }, n) => {
          const points = [...new Set(own.elements.flatMap(({ pins }) => pins as readonly string[]))];
          const point = points[at % points.length]!;
          if (own.elements.length < 3 && what === 'remove') return own;
          try {
            switch (what) {
              case 'add':
                return edited(own, { do: 'add', element: newElement(own, kind, point) });
              case 'remove':
                return edited(own, { do: 'remove', id: own.elements[at % own.elements.length]!.id });
              case 'join':
                return edited(own, { do: 'join', point, with: points[other % points.length]! });
              default:
                return edited(own, { do: 'rename', point, to: `renamed ${n}` });
            }
          } catch (error) {
            expect(error).toBeInstanceOf(Refusal);
            return own;
          }
        }, base.circuit);
        const own = check(traceCase, caseOfCircuit(circuit, base));
        const ids = new Set(circuit.elements.map(({ id }) => id));
        for (const suspect of own.suspects!) expect(ids.has(suspect.element)).toBeTrue();
        for (const repair of own.repairs) expect(ids.has(repair.element)).toBeTrue();
        const grounded = circuit.elements.some(({ pins }) => (pins as readonly string[]).includes('gnd'));
        if (grounded && own.suspects!.length > 0) expect(nextTests(own).suspects.length).toBeGreaterThan(1);
      }),
      { numRuns: 120 },
    );
  });

  it('goes into a file and comes out of it as it was, without what belongs to one car', () => {
    const source = templates[0]!.build({});
    const worked = {
      ...source,
      readings: [{ test: 'signal', value: 4.9 }],
      done: [{ element: 'SWITCH', cured: true }],
      words: [{ suspect: 'switch', as: 'pinned' as const }],
      epochs: [{ after: 'wiggle', shows: true }],
      gained: ['module'],
    };
    expect(bareCase(worked)).toEqual(source);
    const file = {
      format: 'dormant-beacon-circuit',
      version: 1,
      make: 'Corvane',
      title: 'Flap',
      case: bareCase(worked),
    };
    const back = check(circuitFile, JSON.parse(JSON.stringify(file)));
    expect(back.case).toEqual(source);
    expect(() => check(circuitFile, { ...file, version: 2 })).toThrowError(/version/);
    expect(() => check(circuitFile, { ...file, format: 'other' })).toThrowError(/format/);
  });
});
