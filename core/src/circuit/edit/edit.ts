/** Changes to a circuit, one at a time: each gives a new circuit, so that every one can be undone. */
import * as z from 'zod';
import { Refusal } from '../../refusal/index.js';
import { type Circuit, element, type Element, type ElementKind, reference } from '../schema.js';

const point = z.string().trim().min(1).max(80);

export const circuitEdit = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('add'), element }),
  z.strictObject({ do: z.literal('remove'), id: z.string() }),
  /** In its place, whatever its id becomes. */
  z.strictObject({ do: z.literal('change'), id: z.string(), element }),
  /** Everything at `point` is moved to `with`: two points become one. */
  z.strictObject({ do: z.literal('join'), point, with: point }),
  z.strictObject({ do: z.literal('rename'), point, to: point }),
]);
export type CircuitEdit = z.infer<typeof circuitEdit>;

/** @throws Refusal where the edit names what is not there, or a name that is taken */
export function edited({ elements }: Circuit, edit: CircuitEdit): Circuit {
  const known = new Set(elements.flatMap(({ pins }) => pins as readonly string[]));
  const mustKnow = (name: string) => {
    if (name !== reference && !known.has(name))
      throw new Refusal('point', `no point "${name}" in the circuit`);
  };
  const at = (id: string) => {
    const index = elements.findIndex((element) => element.id === id);
    if (index < 0) throw new Refusal('id', `no element "${id}" in the circuit`);
    return index;
  };
  switch (edit.do) {
    case 'add':
      return { elements: [...elements, edit.element] };
    case 'remove':
      return { elements: elements.toSpliced(at(edit.id), 1) };
    case 'change':
      return { elements: elements.with(at(edit.id), edit.element) };
    case 'join':
      mustKnow(edit.point);
      mustKnow(edit.with);
      if (edit.point === reference) return moved(elements, edit.with, reference);
      return moved(elements, edit.point, edit.with);
    case 'rename':
      mustKnow(edit.point);
      if (edit.point === reference)
        throw new Refusal('point', `"${reference}" is what volts are counted from: it keeps its name`);
      if (edit.to === reference || known.has(edit.to))
        throw new Refusal('to', `there is a point "${edit.to}" already: join the two instead`);
      return moved(elements, edit.point, edit.to);
  }
}

function moved(elements: readonly Element[], from: string, to: string): Circuit {
  return {
    elements: elements.map((element) => ({
      ...element,
      pins: element.pins.map((pin) => (pin === from ? to : pin)),
    })) as Element[],
  };
}

/** What a new element of each kind is, until it is told more: usual values of the trade. */
const usual: {
  readonly [K in ElementKind]: Omit<Extract<Element, { kind: K }>, 'id' | 'kind' | 'pins' | 'label'>;
} = {
  battery: { volts: 12.6, ohms: 0.015 },
  wire: { ohms: 0.05 },
  contact: { ohms: 0.005 },
  resistor: { ohms: 100 },
  fuse: { amps: 10, style: 'mini' },
  switch: { closed: true },
  relay: { coilOhms: 90, pullInVolts: 7.2, releaseVolts: 1.2, contactOhms: 0.01 },
  lamp: { volts: 12, watts: 21 },
  diode: {},
  led: {},
  motor: { runningOhms: 4, stallOhms: 1 },
  squib: { ohms: 2 },
  shortingBar: { connector: 'C1' },
  sensor: { ohms: 900 },
  moduleInput: { pullUpOhms: 2200, pullUpVolts: 5, thresholdVolts: 2.5 },
  moduleOutput: { side: 'high', ohms: 0.05, limitAmps: 10 },
  ground: { ohms: 0.01 },
};

/** A new element with a free name, hung on `from`, its other ends at free points; what is grounded is grounded. */
export function newElement(circuit: Circuit, kind: ElementKind, from: string): Element {
  const ids = new Set(circuit.elements.map(({ id }) => id));
  const points = new Set(circuit.elements.flatMap(({ pins }) => pins as readonly string[]));
  const id = free(kind.replace(/[A-Z]/g, '-$&').toUpperCase(), ids, '-');
  const next = (word: string) => {
    const name = free(word, points, '.');
    points.add(name);
    return name;
  };
  const pins =
    kind === 'relay'
      ? [from, reference, next('p'), next('p'), next('p')]
      : kind === 'battery'
        ? [from === reference ? next('b+') : from, reference]
        : kind === 'ground' || kind === 'moduleInput'
          ? [from, reference]
          : [from, next('p')];
  return { id, kind, pins, ...usual[kind] } as Element;
}

function free(wanted: string, taken: ReadonlySet<string>, sign: string): string {
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted}${sign}${n}`;
  return name;
}
