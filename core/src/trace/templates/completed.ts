/** What every template has in common: a fuse's rating, a wire's colour, a class for each cavity, the supply for each test, roots for each part. */
import { type Element, reference } from '../../circuit/index.js';
import type { Cavity, PowerWanted, TraceCase, TraceRoot, TraceTest } from '../model/schema.js';
import { positive, type Template, type TemplateField } from './template.js';
import { usualRoots } from './usual-roots.js';

/** The template with the fields that its circuit calls for, its cases with their id and every cavity's class. */
export function completed(template: Template): Template {
  const sound = template.build({});
  const fuse = sound.circuit.elements.find(({ kind }) => kind === 'fuse');
  const wire = sound.circuit.elements.find(({ kind }) => kind === 'wire');
  const asked = new Set(template.fields.map(({ key }) => key));
  const more: TemplateField[] = [
    ...(fuse?.kind === 'fuse' && !asked.has('amps')
      ? [{ key: 'amps', label: `Rating of ${fuse.label ?? 'the fuse'} in amps`, example: String(fuse.amps) }]
      : []),
    ...(wire ? [{ key: 'colour', label: 'Colour of its wire', example: 'not known' }] : []),
  ];
  return {
    ...template,
    fields: [...template.fields, ...more],
    build(values) {
      const built = template.build(values);
      const elements = built.circuit.elements.map((element) => {
        if (element.id === fuse?.id && element.kind === 'fuse' && !asked.has('amps'))
          return { ...element, amps: positive(values['amps'] ?? '', element.amps) };
        const colour = values['colour']?.trim();
        return element.id === wire?.id && colour
          ? { ...element, label: `${element.label ?? element.id}, ${colour}` }
          : element;
      });
      return {
        template: template.id,
        ...built,
        circuit: { elements },
        tests: built.tests.map(powered),
        power: built.power ?? ignition,
        cavities: classified(built, elements),
        roots: rooted(built, elements),
      };
    },
  };
}

/** What it takes to switch an ordinary circuit off and on again: the ignition, until the network sleeps. */
const ignition = { downMinutes: 1, upMinutes: 1 };

/** In which state of the supply each kind of test is made; looks do in either. */
const powerOf: Partial<Record<TraceTest['kind'], PowerWanted>> = {
  ohms: 'dead',
  continuity: 'dead',
  volts: 'live',
  testLamp: 'live',
  amps: 'live',
  live: 'live',
  listen: 'live',
  wiggle: 'live',
  function: 'live',
  provoke: 'live',
};

/** A test with the supply that its kind needs, where the template does not say it. */
function powered(test: TraceTest): TraceTest {
  const power = test.power ?? powerOf[test.kind];
  return power ? { ...test, power } : test;
}

/** The template's own proposals, and the usual ones of its kind for every part that has none. */
function rooted({ roots, repairs }: TraceCase, elements: readonly Element[]): TraceRoot[] {
  const named = new Set(roots?.map(({ element }) => element));
  const repaired = new Set(repairs.map(({ element }) => element));
  return [
    ...(roots ?? []),
    ...elements
      .filter(({ id }) => repaired.has(id) && !named.has(id))
      .flatMap(({ id, kind, label }) =>
        usualRoots[kind].map(({ root, check }) => ({
          element: id,
          root,
          check: check.replace('{}', label ?? id).slice(0, 200),
        })),
      ),
  ];
}

/**
 * The class of every cavity: as the template says, else by what feeds it. A line that a module's input alone
 * feeds is a switch line; all others carry power.
 */
function classified({ cavities }: TraceCase, elements: readonly Element[]): Cavity[] {
  const known = new Set(cavities?.map(({ point }) => point));
  const points = [
    ...new Set(
      elements.flatMap((element) => (element.kind === 'contact' ? (element.pins as readonly string[]) : [])),
    ),
  ].filter((point) => point !== reference && !known.has(point));
  return [
    ...(cavities ?? []),
    ...points.map((point): Cavity => {
      const fed = reachedFrom(point, elements);
      const input = fed.some(({ kind }) => kind === 'moduleInput');
      const battery = fed.some(({ kind }) => kind === 'battery' || kind === 'moduleOutput');
      return { point, class: input && !battery ? 'switch' : 'power' };
    }),
  ];
}

/** Every element that hangs together with a point, ground left out. */
function reachedFrom(point: string, elements: readonly Element[]): Element[] {
  const reached = new Set<Element>();
  const seen = new Set([point]);
  for (const at of seen)
    for (const element of elements) {
      if (reached.has(element) || !(element.pins as readonly string[]).includes(at)) continue;
      reached.add(element);
      for (const pin of element.pins) if (pin !== reference) seen.add(pin);
    }
  return [...reached];
}
