import fc from 'fast-check';
import { type Circuit, element as elementSchema, type Element } from '../../circuit/index.js';
import { edited } from '../../circuit/edit/index.js';
import { usualInventory } from '../../restraints/scope/index.js';
import { actionClassOf, repairClassOf } from './action-class.js';
import { cavitiesOf } from './cavities.js';
import { closedTests } from '../plan/closed.js';
import { editedCase } from '../edit/edit-case.js';
import { isGuarded, isRestraintCircuit } from './guarded.js';
import { nextTests } from '../plan/next-tests.js';
import type { TraceCase, TraceTest } from './schema.js';
import { templates } from '../templates/index.js';

const caseOf = (elements: readonly object[], more: Partial<TraceCase> = {}): TraceCase => ({
  circuit: { elements: elements as Element[] },
  tests: [],
  repairs: [],
  ...more,
});
const classes = (source: TraceCase) =>
  Object.fromEntries([...cavitiesOf(source)].map(([point, found]) => [point, found.class]));
const bag = { id: 'A', kind: 'squib', pins: ['plug', 'back'], ohms: 2 };
const wire = (id: string, ...pins: string[]) => ({ id, kind: 'wire', pins, ohms: 0.1 });

describe('cavitiesOf', () => {
  it('follows a squib through whatever is drawn, up to a module, the battery and ground', () => {
    const found = classes(
      caseOf([
        { id: 'B', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
        { id: 'OUT', kind: 'moduleOutput', pins: ['b+', 'out'], side: 'high', ohms: 1, limitAmps: 1 },
        { id: 'S', kind: 'switch', pins: ['out', 'line'], closed: false },
        wire('W', 'line', 'plug'),
        bag,
        { id: 'G', kind: 'ground', pins: ['back', 'gnd'], ohms: 0.01 },
        wire('FAR', 'lamp', 'other'),
      ]),
    );
    expect(found).toEqual({ plug: 'squib', back: 'squib', line: 'squib', out: 'squib' });
  });

  it('takes no word for less than what a point reaches, and any word for more', () => {
    const stated = caseOf([bag, wire('W', 'loop', 'plug')], {
      cavities: [
        { point: 'loop', class: 'power' },
        { point: 'plug', class: 'switch' },
      ],
    });
    expect([classes(stated)['loop'], classes(stated)['plug']]).toEqual(['squib', 'squib']);
    const network = caseOf([wire('W', 'h', 'l')], { cavities: [{ point: 'h', class: 'network' }] });
    expect(classes(network)).toEqual({ h: 'network', l: 'network' });
  });

  it('counts what nobody has identified in a restraint housing as a squib’s, in four languages', () => {
    for (const label of [
      'yellow plug under the seat',
      'Gurtstraffer Stecker',
      'prise airbag',
      'conector del airbag',
    ])
      expect(classes(caseOf([{ ...wire('W', 'a', 'b'), label }])))
        .withContext(label)
        .toEqual({ a: 'squib', b: 'squib' });
    expect(classes(caseOf([{ ...wire('W', 'a', 'b'), label: 'harness to the tail lamp' }]))).toEqual({});
  });

  it('leaves the switch of a buckle open to a meter where the circuit shows that it is one, and nowhere else', () => {
    const cavities = [{ point: 'a', class: 'switch' as const }];
    const line = { ...wire('W', 'a', 'b'), label: 'plug of the belt buckle' };
    const buckle = { id: 'S', kind: 'switch', label: 'buckle', pins: ['b', 'gnd'], closed: true };
    const both = [...cavities, { point: 'b', class: 'switch' as const }];
    expect(classes(caseOf([line, buckle], { cavities: both }))).toEqual({ a: 'switch', b: 'switch' });
    expect(classes(caseOf([line], { cavities }))).toEqual({ a: 'squib', b: 'squib' });
  });

  it('calls the output of a ballast high voltage, its feed not', () => {
    const discharge = templates.find(({ id }) => id === 'discharge-headlamp')!.build({});
    expect(classes(discharge)).toEqual({
      out: 'high-voltage',
      burner: 'high-voltage',
      'burner.back': 'high-voltage',
      'C40.1': 'power',
      in: 'power',
    });
    const behind: TraceTest = { id: 'x', kind: 'volts', from: 'burner', to: 'gnd', minutes: 1 };
    const live: TraceTest = { id: 'y', kind: 'swap', element: 'BURNER', minutes: 1 };
    const closed = closedTests({ ...discharge, tests: [...discharge.tests, behind, live] });
    expect(closed.map(({ test }) => test)).toEqual(['x', 'y']);
    expect(nextTests(discharge).next[0]).toEqual(jasmine.objectContaining({ action: 'test' }));
  });
});

describe('a guarded circuit by what it shows', () => {
  it('is one with a squib, a sensor, a ballast or a word for brakes or steering; a plain lamp is none', () => {
    const guarded = (elements: readonly object[]) => isGuarded(caseOf(elements));
    expect(guarded([bag])).toBeTrue();
    expect(guarded([{ id: 'S', kind: 'sensor', pins: ['a', 'gnd'], ohms: 900 }])).toBeTrue();
    expect(guarded([{ ...wire('W', 'a', 'b'), label: 'wheel speed sensor line' }])).toBeTrue();
    for (const template of templates)
      expect(isGuarded({ ...template.build({}), guarded: false }))
        .withContext(template.id)
        .toBe(
          (template.restraint ?? template.besideRestraint) === true || template.id === 'discharge-headlamp',
        );
  });

  it('is one of restraints by its steps’ words too', () => {
    const step = {
      id: 't',
      kind: 'volts',
      from: 'a',
      to: 'gnd',
      minutes: 1,
      label: 'Probe the pretensioner',
    } as const;
    expect(isRestraintCircuit(caseOf([wire('W', 'a', 'b')], { tests: [step] }))).toBeTrue();
    expect(closedTests(caseOf([wire('W', 'a', 'b')], { tests: [step] })).length).toBe(1);
    expect(isRestraintCircuit(templates[1]!.build({}))).toBeFalse();
  });
});

describe('the class of an action', () => {
  const plain = caseOf([wire('W', 'a', 'b')]);
  const test = (kind: 'volts' | 'inspect' | 'listen', label: string): TraceTest =>
    kind === 'volts'
      ? { id: 't', kind, from: 'a', to: 'gnd', minutes: 1, label }
      : { id: 't', kind, element: 'W', minutes: 1, label };

  it('follows from where the work lies, also on a plain circuit', () => {
    expect(actionClassOf(plain, test('volts', 'Measure C12.1 behind the dash'))).toBe('open-dead');
    expect(actionClassOf(plain, test('inspect', 'Look at the plug under the headliner'))).toBe('open-dead');
    expect(actionClassOf(plain, test('listen', 'Listen at the door'))).toBeNull();
    expect(actionClassOf(plain, test('inspect', 'Look into plug C44 of the sliding door'))).toBeNull();
    expect(actionClassOf(plain, test('volts', 'Measure C12.1 at the tail lamp'))).toBeNull();
  });

  it('follows the outlines of the model before the words, where the place of all that is touched is known', () => {
    const car = {
      items: usualInventory(5),
      places: [
        { name: 'C12', at: [50, 97] as [number, number] },
        { name: 'C44', at: [32, 17] as [number, number] },
      ],
    };
    const at = (kind: 'volts' | 'listen', point: string, label: string): TraceTest =>
      kind === 'volts' ? ({ ...test(kind, label), from: point } as TraceTest) : test(kind, label);
    expect(actionClassOf(plain, at('volts', 'C12.1', 'Measure C12.1 behind the dash'), car)).toBeNull();
    expect(actionClassOf(plain, at('volts', 'C44.1', 'Measure C44.1'), car)).toBe('open-dead');
    expect(actionClassOf(plain, at('listen', '', 'Listen at C44'), car)).toBeNull();
    expect(actionClassOf(plain, at('volts', 'C9.1', 'Measure C9 behind the dash'), car)).toBe('open-dead');
    // What is unplugged for it is touched too, by the connector that it stands for.
    const plugs = caseOf([{ id: 'P', kind: 'contact', pins: ['a', 'b'], ohms: 0.01, connector: 'C44' }]);
    const unplugged = { ...at('volts', 'C12.1', 'Measure behind the dash'), state: { unplugged: ['P'] } };
    expect(actionClassOf(plugs, unplugged, car)).toBe('open-dead');
    expect(actionClassOf(plugs, test('inspect', 'Look into the plug'), car)).toBeNull();
    expect(actionClassOf(plugs, { ...test('inspect', 'Look into it'), element: 'P' } as TraceTest, car)).toBe(
      'open-dead',
    );
    const repair = { element: 'W', minutes: 1, priceCents: 0, label: 'Clean C44' };
    expect(repairClassOf(plain, repair, car)).toBe('open-dead');
    expect(repairClassOf(plain, { ...repair, label: 'Clean C12' }, car)).toBeNull();
    expect(repairClassOf(plain, repair)).toBeNull();
  });

  it('lets no plain template cry wolf with its own words', () => {
    for (const template of templates.filter(
      ({ restraint, besideRestraint }) => restraint !== true && besideRestraint !== true,
    )) {
      const source = template.build({});
      for (const own of source.tests)
        expect(actionClassOf(source, own))
          .withContext(own.label ?? own.id)
          .toBeNull();
    }
  });
});

describe('a jumper and a substitute load', () => {
  const live = (state: object, power?: 'dead-then-live'): TraceTest => ({
    id: 'live',
    kind: 'live',
    reads: 'ohms',
    from: 'plug',
    to: 'back',
    minutes: 5,
    state,
    ...(power ? { power } : {}),
  });
  const load = { substituteLoads: [{ pins: ['plug', 'back'] as [string, string], ohms: 2 }] };
  const closed = (test: TraceTest) => closedTests(caseOf([bag], { tests: [test] })).length;

  it('are closed on a squib line, the load only where it is not fitted while dead', () => {
    expect(closed(live({ jumpers: [['plug', 'back']] }, 'dead-then-live'))).toBe(1);
    expect(closed(live(load))).toBe(1);
    expect(closed(live(load, 'dead-then-live'))).toBe(0);
    expect(closed(live({}))).toBe(0);
  });

  it('are found in the state of the whole case too', () => {
    const source = caseOf([bag], {
      tests: [{ ...live({}), state: null }],
      state: { jumpers: [['plug', 'x']] },
    });
    expect(closedTests(source).length).toBe(1);
  });
});

/** Points with which random circuits are drawn: few, so that lines meet. */
const points = ['gnd', 'b+', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7', 'p8'];
const point = fc.constantFrom(...points);
const pair = fc.tuple(point, point);
const parameters = {
  battery: { volts: 12, ohms: 0.01 },
  wire: { ohms: 0.1 },
  contact: { ohms: 0.01 },
  resistor: { ohms: 100 },
  fuse: { amps: 10 },
  switch: { closed: true },
  lamp: { volts: 12, watts: 21 },
  diode: {},
  motor: { runningOhms: 2, stallOhms: 1 },
  squib: { ohms: 2 },
  shortingBar: { connector: 'C' },
  sensor: { ohms: 900 },
  moduleInput: { pullUpOhms: 2200, pullUpVolts: 5, thresholdVolts: 2.5 },
  moduleOutput: { side: 'high', ohms: 0.1, limitAmps: 5 },
  ground: { ohms: 0.01 },
} as const;
const kind = fc.constantFrom(...(Object.keys(parameters) as (keyof typeof parameters)[]));
const drawn: fc.Arbitrary<Circuit> = fc
  .array(fc.tuple(kind, pair), { minLength: 2, maxLength: 14 })
  .map((parts) => ({
    elements: parts.map(
      ([own, pins], n) => ({ id: `E${n}`, kind: own, pins, ...parameters[own] }) as Element,
    ),
  }));
const edits = fc.array(
  fc.tuple(fc.constantFrom('join', 'rename', 'remove', 'change'), point, point, fc.nat(13)),
  {
    maxLength: 6,
  },
);

/** The circuit after each edit that fits it. */
function redrawn(circuit: Circuit, changes: readonly (readonly [string, string, string, number])[]): Circuit {
  return changes.reduce((at, [what, a, b, n]) => {
    const own = at.elements[n % Math.max(1, at.elements.length)];
    try {
      if (what === 'join') return edited(at, { do: 'join', point: a, with: b });
      if (what === 'rename') return edited(at, { do: 'rename', point: a, to: `${b}x` });
      if (!own) return at;
      if (what === 'remove') return edited(at, { do: 'remove', id: own.id });
      return edited(at, {
        do: 'change',
        id: own.id,
        element: elementSchema.parse({ ...own, label: 'changed' }),
      });
    } catch {
      return at;
    }
  }, circuit);
}

/** Whether a point hangs on a squib, worked out another way: by growing groups of points until none grows. */
function onSquib({ elements }: Circuit): Set<string> {
  const poles = new Set(['gnd', ...elements.flatMap((one) => (one.kind === 'battery' ? one.pins : []))]);
  const on = new Set(
    elements.flatMap((one) => (one.kind === 'squib' ? (one.pins as readonly string[]) : [])),
  );
  on.delete('gnd');
  const joins = elements.filter((one) => !['battery', 'moduleInput', 'moduleOutput'].includes(one.kind));
  for (let grown = true; grown;) {
    grown = false;
    for (const { pins } of joins)
      if ((pins as readonly string[]).some((pin) => on.has(pin) && !poles.has(pin)))
        for (const pin of pins)
          if (!on.has(pin) && !poles.has(pin)) {
            on.add(pin);
            grown = true;
          }
  }
  return on;
}

function everyTest({ elements }: Circuit): TraceTest[] {
  const names = [...new Set(elements.flatMap(({ pins }) => pins as readonly string[]))];
  const between = (['volts', 'ohms', 'testLamp', 'continuity'] as const).flatMap((own) =>
    names.flatMap((from) => ['gnd', names[0]!].map((to) => ({ own, from, to }))),
  );
  return [
    ...between.map(({ own, from, to }, n) => ({ id: `m${n}`, kind: own, from, to, minutes: 1 })),
    ...elements.flatMap(({ id }): TraceTest[] => [
      { id: `a ${id}`, kind: 'amps', through: id, minutes: 1 },
      { id: `s ${id}`, kind: 'swap', element: id, minutes: 1, power: 'dead' },
    ]),
    ...names.map((from): TraceTest => ({
      id: `j ${from}`,
      kind: 'live',
      from: 'gnd',
      to: 'gnd',
      minutes: 1,
      state: { jumpers: [[from, 'gnd']] },
    })),
  ];
}

const touched = (test: TraceTest, { elements }: Circuit): readonly string[] => {
  if (test.kind === 'live') return test.state?.jumpers?.flat() ?? [];
  if ('from' in test) return [test.from, test.to];
  const id = 'through' in test ? test.through : test.element;
  return elements.find((one) => one.id === id)!.pins;
};

describe('random circuits, drawn and edited', () => {
  it('10,000 of them: no meter, jumper or swap is open on a squib line', () => {
    fc.assert(
      fc.property(drawn, edits, (circuit, changes) => {
        const at = redrawn(circuit, changes);
        const tests = everyTest(at);
        const closed = new Set(closedTests({ circuit: at, tests, repairs: [] }).map(({ test }) => test));
        const squib = onSquib(at);
        return tests.every(
          (test) => closed.has(test.id) || !touched(test, at).some((name) => squib.has(name)),
        );
      }),
      { numRuns: 10_000 },
    );
  });

  it('nor is one ever offered by the planner, also after an edit of the whole case', () => {
    fc.assert(
      fc.property(drawn, point, point, (circuit, a, b) => {
        const base = { circuit, tests: everyTest(circuit).slice(0, 12), repairs: [] };
        let source: TraceCase = base;
        try {
          source = editedCase(base, { do: 'join', point: a, with: b });
          const squib = onSquib(source.circuit);
          const byId = new Map(source.tests.map((test) => [test.id, test]));
          return nextTests(source).next.every(
            (action) =>
              action.action !== 'test' ||
              ['inspect', 'listen', 'wiggle', 'function', 'provoke'].includes(byId.get(action.test)!.kind) ||
              !touched(byId.get(action.test)!, source.circuit).some((name) => squib.has(name)),
          );
        } catch (error) {
          return (error as Error).name === 'Refusal';
        }
      }),
      { numRuns: 200 },
    );
  });
});
