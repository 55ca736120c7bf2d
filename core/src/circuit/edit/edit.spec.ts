import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { nextTests, traceCase } from '../../trace/index.js';
import { caseOfCircuit } from '../../trace/edit/index.js';
import { templates } from '../../trace/templates/index.js';
import { circuitEdit, edited, newElement } from './edit.js';
import { circuitFlaws } from './flaws.js';
import { type Circuit, circuit, type Element, element, type ElementKind } from '../schema.js';
import { solve } from '../solve.js';
import { gaugeArea, wireOhms } from '../wires.js';

const battery: Element = { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 };
const lamp: Element = { id: 'LP', kind: 'lamp', pins: ['b+', 'lp'], volts: 12, watts: 21 };
const ground: Element = { id: 'G', kind: 'ground', pins: ['lp', 'gnd'], ohms: 0.01 };
const line: Circuit = { elements: [battery, lamp, ground] };
const says = (own: Circuit) => circuitFlaws(own).map(({ what, at }) => `${what} ${at}`);
const kinds = element.options.map((option) => option.shape.kind.value) as ElementKind[];

describe('editing a circuit', () => {
  it('adds, changes, joins, renames and removes, each giving a new circuit', () => {
    const fuse = newElement(line, 'fuse', 'b+');
    const added = edited(line, { do: 'add', element: fuse });
    expect(line.elements.length).toBe(3);
    expect(says(added)).toEqual(['dangling p']);
    const moved = edited(added, { do: 'change', id: 'LP', element: { ...lamp, pins: ['p', 'lp'] } });
    expect(says(moved)).toEqual([]);
    const named = edited(moved, { do: 'rename', point: 'p', to: 'C12.1' });
    expect(solve({ circuit: named }).points['C12.1']).toBeGreaterThan(11.9);
    const without = edited(named, { do: 'remove', id: fuse.id });
    expect(says(without)).toEqual(['dangling b+', 'dangling C12.1', 'no supply LP']);
    expect(says(edited(without, { do: 'join', point: 'C12.1', with: 'b+' }))).toEqual([]);
  });

  it('refuses what is not there, and names that are taken', () => {
    expect(() => edited(line, { do: 'remove', id: 'X' })).toThrowError(/id: no element "X"/);
    expect(() => edited(line, { do: 'join', point: 'x', with: 'b+' })).toThrowError(/no point "x"/);
    expect(() => edited(line, { do: 'rename', point: 'lp', to: 'b+' })).toThrowError(/join the two instead/);
    expect(() => edited(line, { do: 'rename', point: 'gnd', to: 'x' })).toThrowError(/keeps its name/);
    expect(
      circuitEdit.safeParse({ do: 'add', element: { id: 'W', kind: 'wire', pins: ['a', 'b'] } }).success,
    ).toBeFalse();
  });

  it('names every flaw where it is', () => {
    expect(says({ elements: [] })).toEqual(['no ground gnd']);
    expect(says({ elements: [...line.elements, { ...lamp }] })).toEqual(['twice LP']);
    expect(says({ elements: [...line.elements, { ...lamp, id: 'L2', pins: ['lp', 'lp'] }] })).toEqual([
      'shorted pins L2',
    ]);
    const island: Element[] = [
      { id: 'R1', kind: 'resistor', pins: ['x', 'y'], ohms: 1 },
      { id: 'R2', kind: 'resistor', pins: ['y', 'x'], ohms: 1 },
    ];
    expect(says({ elements: [...line.elements, ...island] })).toEqual(['no ground R1']);
    for (const template of templates)
      expect(circuitFlaws(template.build({}).circuit).filter(({ serious }) => serious))
        .withContext(template.id)
        .toEqual([]);
  });

  it('makes a sound element of every kind, with names that are free', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...kinds), { minLength: 1, maxLength: 12 }), (wanted) => {
        const built = wanted.reduce<Circuit>(
          (own, kind) => edited(own, { do: 'add', element: newElement(own, kind, 'b+') }),
          { elements: [battery] },
        );
        check(circuit, built);
        expect(circuitFlaws(built).filter(({ what }) => what === 'twice')).toEqual([]);
        expect(solve({ circuit: built }).points['b+']).not.toBeNull();
      }),
      { numRuns: 60 },
    );
  });
});

describe('a wire by its length', () => {
  const wire = (more: object) => wireOhms({ id: 'W', kind: 'wire', pins: ['a', 'b'], ...more });
  it('has the ohms of copper or aluminium, by hand', () => {
    expect(wire({ metres: 3, squareMillimetres: 0.75 })).toBeCloseTo(0.0688, 12);
    expect(wire({ metres: 3, squareMillimetres: 0.75, material: 'aluminium' })).toBeCloseTo(0.1132, 12);
    expect(wire({ ohms: 0.2, metres: 3 })).toBe(0.2);
    // Gauge 18 is 1.024 mm thick.
    expect(gaugeArea(18)).toBeCloseTo((Math.PI / 4) * 1.0237 ** 2, 3);
    expect(wire({ metres: 1, gauge: 18 })).toBeCloseTo(0.0209, 4);
  });

  it('stands in a circuit as a wire of those ohms does', () => {
    const volts = (more: object) =>
      solve({
        circuit: check(circuit, {
          elements: [
            battery,
            { id: 'W', kind: 'wire', pins: ['b+', 'w'], ...more },
            { id: 'R', kind: 'resistor', pins: ['w', 'gnd'], ohms: 2 },
          ],
        }),
      }).points['w'];
    expect(volts({ metres: 10, squareMillimetres: 0.5 })).toBeCloseTo(volts({ ohms: 0.344 })!, 12);
    expect(() => volts({ metres: 10 })).toThrowError(/elements\[1\]\.ohms: a wire needs its ohms/);
  });
});

describe('an intermittent fault in named positions', () => {
  it('shows there alone', () => {
    const at = (positions: string[] | null, now: string[] = []) =>
      solve({
        circuit: line,
        state: { positions: now, faults: [{ element: 'G', mode: 'intermittent', positions }] },
      }).points['lp'];
    expect(at(['door open'], [])).toBeLessThan(0.1);
    expect(at(['door open'], ['door open'])).toBeGreaterThan(11);
    expect(at(null)).toBeGreaterThan(11);
  });
});

describe('a case out of a circuit drawn by hand', () => {
  it('can be traced: suspects, looks, probes and repairs by kind', () => {
    const plugged = edited(line, {
      do: 'add',
      element: { id: 'F1', kind: 'fuse', pins: ['b+', 'f1'], amps: 10 },
    });
    const own = check(
      traceCase,
      caseOfCircuit(edited(plugged, { do: 'change', id: 'LP', element: { ...lamp, pins: ['f1', 'lp'] } })),
    );
    expect(own.suspects!.map(({ id }) => id)).toEqual(['LP:open', 'G:resistive', 'G:open', 'F1:open']);
    expect(own.tests.map(({ id }) => id)).toEqual([
      'look LP',
      'look G',
      'look F1',
      'volts lp',
      'volts b+',
      'volts f1',
    ]);
    expect(nextTests({ ...own, readings: [{ test: 'look F1', found: true }] }).suspects[0]!.id).toBe(
      'F1:open',
    );
  });

  it('keeps what a template says of elements that stay, and drops what is gone', () => {
    const template = templates.find(({ id }) => id === 'fused-lamp')!.build({});
    const without = edited(template.circuit, { do: 'remove', id: 'SWITCH' });
    const joined = edited(without, { do: 'join', point: 'switched', with: 'F7' });
    const own = check(traceCase, caseOfCircuit(joined, template));
    expect(own.suspects!.length).toBe(template.suspects!.length - 1);
    expect(own.tests.map(({ id }) => id)).not.toContain('switched');
    expect(own.tests.find(({ id }) => id === 'feed')).toEqual(
      template.tests.find(({ id }) => id === 'feed')!,
    );
    expect(nextTests(own).next.length).toBeGreaterThan(8);
    expect(caseOfCircuit(template.circuit, template)).toEqual(template);
  });
});
