/** A squib loop of a car as a case to trace: the template of such loops, on the car’s own wiring. */
import type { TraceCase } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { CarFile } from '../vehicle/index.js';

const template = templates.find(({ id }) => id === 'squib-loop')!;

/** Squibs, each with its name. */
export const loopParts = ({
  circuit,
}: CarFile): { readonly target: string; readonly label: string; readonly plug: string }[] =>
  circuit.elements.flatMap((element) => {
    if (element.kind !== 'squib') return [];
    const bar = circuit.elements.find(({ id }) => id === `${element.id}-BAR`);
    const plug = bar?.kind === 'shortingBar' ? bar.connector : '';
    return [{ target: element.id, label: `${element.label ?? element.id}: loop`, plug }];
  });

/** Undefined where the car has no such loop. */
export function traceOfLoop(file: CarFile, target: string): TraceCase | undefined {
  const loop = loopParts(file).find((own) => own.target === target);
  if (!loop) return undefined;
  const unit = file.circuit.elements.find(({ id }) => id === target)?.label ?? target;
  const modulePin = file.circuit.elements.find(({ id }) => id === `${target}-MODULE-PIN`);
  const made = template.build({
    unit,
    unitPlug: loop.plug,
    chain: `line to the ${unit}`,
    module: 'restraint module',
  });
  const at = target.toLowerCase();
  const names: Readonly<Record<string, string>> = {
    'MODULE-PLUG': `${target}-MODULE-PIN`,
    CHAIN: `${target}-LINE`,
    'UNIT-PLUG': `${target}-PIN`,
    SEAT: `${target}-SEAT`,
    SQUIB: target,
    'UNIT-RETURN': `${target}-BACK`,
    RETURN: `${target}-RETURN`,
    BAR: `${target}-BAR`,
    REFERENCE: `${target}-REFERENCE`,
    'loop+': `${at}.plus`,
    h1: `${at}.module`,
    h2: `${at}.feed`,
    u1: `${at}.pin`,
    unit: `${at}.unit`,
    u2: `${at}.end`,
    h3: `${at}.back`,
    'loop-': `${at}.minus`,
    module: modulePin?.kind === 'contact' ? (modulePin.connector ?? 'module') : 'module',
  };
  const renamed = (own: TraceCase): TraceCase => ({
    ...(inWords(own, names) as TraceCase),
    // Plugs have names of their own.
    circuit: {
      elements: own.circuit.elements.map((element) => {
        const { connector, ...rest } = element as typeof element & { connector?: string };
        const there = inWords(rest, names) as typeof element;
        if (connector === undefined) return there;
        const plug = connector === 'unit' ? `${target}-UNIT` : (names[connector] ?? connector);
        return { ...there, connector: plug } as typeof element;
      }),
    },
    tests: own.tests.map((test) => {
      const there = inWords(test, names) as typeof test;
      const unplugged = test.state?.unplugged?.map((plug) =>
        plug === 'unit' ? `${target}-UNIT` : (names[plug] ?? plug),
      );
      return unplugged ? { ...there, state: { ...there.state, unplugged } } : there;
    }),
  });
  return renamed(made);
}

/** Every name that stands alone, by another; sentences stay. */
function inWords(value: unknown, names: Readonly<Record<string, string>>): unknown {
  if (typeof value === 'string') return Object.hasOwn(names, value) ? names[value] : value;
  if (Array.isArray(value)) return value.map((own) => inWords(own, names));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, own]) => [key, inWords(own, names)]));
}
