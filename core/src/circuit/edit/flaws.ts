/** What is wrong with a circuit while it is being drawn: found at once, before it is solved. */
import { type Circuit, type Element, reference } from '../schema.js';

export interface Flaw {
  readonly what: 'twice' | 'dangling' | 'no ground' | 'no supply' | 'shorted pins';
  /** The element, or the point, that it is about. */
  readonly at: string;
  readonly says: string;
  /** Until it is mended, the circuit cannot be solved. */
  readonly serious: boolean;
}

/** Every flaw of a circuit; none, and it can be solved and traced. */
export function circuitFlaws({ elements }: Circuit): Flaw[] {
  if (elements.length === 0)
    return [
      {
        what: 'no ground',
        at: reference,
        says: 'Nothing is here yet: begin with the battery.',
        serious: true,
      },
    ];
  return [...usedTwice(elements), ...shortedPins(elements), ...dangling(elements), ...islands(elements)];
}

function usedTwice(elements: readonly Element[]): Flaw[] {
  const ids = elements.map(({ id }) => id);
  return elements
    .filter(({ id }, at) => ids.indexOf(id) !== at)
    .map(({ id }) => ({
      what: 'twice',
      at: id,
      says: `“${id}” stands twice: every element needs a name of its own.`,
      serious: true,
    }));
}

function shortedPins(elements: readonly Element[]): Flaw[] {
  return elements
    .filter(({ pins }) => new Set(pins).size < 2)
    .map((element) => ({
      what: 'shorted pins',
      at: element.id,
      says: `Both ends of ${nameOf(element)} are at one point: it does nothing.`,
      serious: false,
    }));
}

/** A point with one pin only leads nowhere, but for a relay's unused contact. */
function dangling(elements: readonly Element[]): Flaw[] {
  const uses = new Map<string, { count: number; element: Element; pin: number }>();
  for (const element of elements)
    element.pins.forEach((point, pin) =>
      uses.set(point, { element, pin, count: (uses.get(point)?.count ?? 0) + 1 }),
    );
  return [...uses]
    .filter(
      ([point, { count, element, pin }]) =>
        point !== reference && count === 1 && !(element.kind === 'relay' && pin >= 3),
    )
    .map(([point, { element }]) => ({
      what: 'dangling',
      at: point,
      says: `${point} ends at ${nameOf(element)} alone: join it to something, or take it out.`,
      serious: false,
    }));
}

/** Every part of the circuit wants a way to ground, and something that feeds it. */
function islands(elements: readonly Element[]): Flaw[] {
  const parent = new Map<string, string>();
  const root = (point: string): string => {
    const up = parent.get(point) ?? point;
    return up === point ? point : root(up);
  };
  const own = ({ pins }: Element) => (pins as readonly string[]).filter((pin) => pin !== reference);
  for (const element of elements)
    for (const pin of own(element)) parent.set(root(pin), root(own(element)[0]!));
  const groups = new Map<string, Element[]>();
  for (const element of elements) {
    const top = root(own(element)[0] ?? reference);
    groups.set(top, [...(groups.get(top) ?? []), element]);
  }
  const grounded = ({ pins }: Element) => (pins as readonly string[]).includes(reference);
  const none = !elements.some(grounded);
  return [...groups.values()].flatMap((group): Flaw[] => {
    const [first] = group;
    const name = `${nameOf(first!)} and what hangs on it`;
    if (!group.some(grounded))
      return [{ what: 'no ground', at: first!.id, says: `${name} has no way to ground.`, serious: none }];
    if (group.some(({ kind }) => kind === 'battery' || kind === 'moduleInput')) return [];
    return [{ what: 'no supply', at: first!.id, says: `Nothing feeds ${name}.`, serious: false }];
  });
}

const nameOf = ({ id, label }: Element) => label || id;
