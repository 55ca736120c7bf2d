/** A part of a car’s wiring as a case to trace: what hangs on one lamp, switch, sensor or module, with its supply and ground. */
import type { Circuit, Element } from '@dormant-beacon/core/circuit';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { caseOfCircuit } from '@dormant-beacon/core/trace/edit';
import type { CarFile } from '../vehicle/index.js';

/** From a part’s own elements up to the battery and down to ground. */
const feeds: ReadonlySet<Element['kind']> = new Set(['fuse', 'ground']);
const always: ReadonlySet<string> = new Set(['BAT', 'LINK']);
/** Points at which everything meets. */
const shared: ReadonlySet<string> = new Set(['gnd', 'bar']);
const network = /^(?:NET-|END-)/;

/** @param target an element that gave its wiring a name, or a module */
export function partOf({ circuit, modules }: CarFile, target: string): Circuit {
  const key = target.toLowerCase();
  const isModule = modules.some(({ name }) => name === target);
  const ownPin = (pin: string) => pin.startsWith(`${key}.`) || pin === `${key}+` || pin === `${key}-`;
  const own = circuit.elements.filter(({ pins }) => pins.some(ownPin));
  const touched = new Set(own.flatMap(({ pins }) => pins as readonly string[]));
  const fed = circuit.elements.filter(
    ({ kind, pins }) => feeds.has(kind) && pins.some((pin) => !shared.has(pin) && touched.has(pin)),
  );
  const fromBattery = fed.some(({ kind }) => kind === 'fuse');
  const elements = circuit.elements.filter(
    (element) =>
      own.includes(element) ||
      fed.includes(element) ||
      (fromBattery && always.has(element.id)) ||
      (isModule && network.test(element.id)),
  );
  return { elements };
}

/**
 * The case of a part, with suspects, tests and repairs as for any circuit that was drawn by hand. Its outputs are on, and
 * what is latched is closed.
 */
export function traceOfPart(file: CarFile, target: string): TraceCase {
  const made = caseOfCircuit(partOf(file, target));
  const here = new Set(made.circuit.elements.map(({ id }) => id));
  return { ...made, state: { closed: file.latched.filter((id) => here.has(id)) } };
}

/** Parts that may be opened with a meter: no squib, no sensor of the restraints; each with its name. */
export function plainParts({
  monitors,
  modules,
  circuit,
}: CarFile): { readonly target: string; readonly label: string }[] {
  const targets = new Set(
    monitors.filter(({ module }) => module !== 'restraint').map(({ target }) => target),
  );
  return [...targets].flatMap((target) => {
    if (target === 'restraint') return [];
    const module = modules.find(({ name }) => name === target);
    const label = module
      ? `${module.label}: supply and network`
      : circuit.elements.find(({ id }) => id === target)?.label;
    return label ? [{ target, label }] : [];
  });
}
