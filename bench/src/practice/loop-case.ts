/** A squib loop of a car as a case to trace: the template of such loops, on the car’s own wiring. */
import type { TraceCase } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { CarFile } from '../vehicle/index.js';

const template = templates.find(({ id }) => id === 'squib-loop')!;

/** Squibs, each with its name. */
export const loopParts = ({ circuit }: CarFile): { readonly target: string; readonly label: string }[] =>
  circuit.elements.flatMap((element) => {
    if (element.kind !== 'squib') return [];
    return [{ target: element.id, label: `${element.label ?? element.id}: loop` }];
  });

const plugOf = ({ circuit }: CarFile, contact: string): string => {
  const element = circuit.elements.find(({ id }) => id === contact);
  return element?.kind === 'contact' ? (element.connector ?? '') : '';
};

/** Undefined where the car has no such loop. */
export function traceOfLoop(file: CarFile, target: string): TraceCase | undefined {
  if (!loopParts(file).some((own) => own.target === target)) return undefined;
  const unit = file.circuit.elements.find(({ id }) => id === target)?.label ?? target;
  const modulePlug = plugOf(file, `${target}-MODULE-PIN`);
  const made = template.build({
    unit,
    unitPlug: plugOf(file, `${target}-PIN`),
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
  };
  /** Plugs have names of their own. */
  const plugs: Readonly<Record<string, string>> = {
    unit: `${target}-UNIT`,
    module: modulePlug,
  };
  return named(made, (name, key) => {
    const known = key === 'connector' || key === 'unplugged' ? plugs : names;
    return known[name] ?? name;
  }) as TraceCase;
}

type Rename = (name: string, key: string) => string;

/** The same with every text by another, as the key over it asks; a sentence is no name, and stays. */
function named(value: unknown, rename: Rename, key = ''): unknown {
  if (typeof value === 'string') return rename(value, key);
  if (Array.isArray(value)) return value.map((own) => named(own, rename, key));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([own, inner]) => [own, named(inner, rename, own)]));
}
