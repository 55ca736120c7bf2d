/** Changes to a case's circuit that the rest of the case follows: its tests, suspects, repairs and words. */
import { connectorOf, reference, type State } from '../../circuit/index.js';
import { type CircuitEdit, edited } from '../../circuit/edit/index.js';
import { caseOfCircuit } from './from-circuit.js';
import type { TraceCase, TraceTest } from '../model/schema.js';

/** What a name in the case is called after an edit. */
interface Renaming {
  readonly element: (id: string) => string;
  readonly point: (name: string) => string;
  readonly connector: (name: string) => string;
  /** The words that a point's old name stands in. */
  readonly words: (text: string) => string;
}

/**
 * The case with one edit. A point or element that is called otherwise is called so wherever the case names it;
 * what was taken out takes its tests and repairs along; what is new gets usual ones.
 * @throws Refusal where the edit does not fit the circuit
 */
export function editedCase(source: TraceCase, edit: CircuitEdit): TraceCase {
  return caseOfCircuit(edited(source.circuit, edit), renamed(source, renamingOf(source, edit)));
}

const same = (name: string) => name;
const swapped = (from: string, to: string) => (name: string) => (name === from ? to : name);

function renamingOf({ circuit }: TraceCase, edit: CircuitEdit): Renaming {
  const nothing = { element: same, point: same, connector: same, words: same };
  switch (edit.do) {
    case 'join':
      return edit.point === reference
        ? { ...nothing, point: swapped(edit.with, reference) }
        : { ...nothing, point: swapped(edit.point, edit.with) };
    case 'rename':
      return { ...nothing, point: swapped(edit.point, edit.to), words: spoken(edit.point, edit.to) };
    case 'change': {
      const before = circuit.elements.find(({ id }) => id === edit.id)!;
      const [from, to] = [connectorOf(before), connectorOf(edit.element)];
      return {
        ...nothing,
        element: swapped(edit.id, edit.element.id),
        connector: from && to ? swapped(from, to) : same,
      };
    }
    default:
      return nothing;
  }
}

/** A point's name where it stands as a word of its own. */
function spoken(from: string, to: string): Renaming['words'] {
  const escaped = from.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const word = new RegExp(`(?<![\\w.])${escaped}(?![\\w]|\\.\\w)`, 'g');
  return (text) => text.replace(word, () => to);
}

function renamed(source: TraceCase, by: Renaming): TraceCase {
  const { circuit, suspects, tests, repairs, cavities, roots } = source;
  return {
    ...source,
    circuit: { elements: circuit.elements.map((element) => ({ ...element, id: by.element(element.id) })) },
    ...(source.state ? { state: stateBy(source.state, by) } : {}),
    ...(suspects
      ? {
          suspects: suspects.map((suspect) => ({
            ...suspect,
            element: by.element(suspect.element),
            ...(suspect.to ? { to: by.point(suspect.to) } : {}),
          })),
        }
      : {}),
    tests: tests.map((test) => testBy(test, by)),
    repairs: repairs.map((repair) => ({
      ...repair,
      element: by.element(repair.element),
      ...(repair.covers ? { covers: repair.covers.map(by.element) } : {}),
    })),
    ...(cavities ? { cavities: cavities.map((one) => ({ ...one, point: by.point(one.point) })) } : {}),
    ...(roots
      ? {
          roots: roots.map((root) => ({
            ...root,
            element: by.element(root.element),
            check: by.words(root.check),
          })),
        }
      : {}),
  };
}

function testBy(test: TraceTest, by: Renaming): TraceTest {
  const common = {
    ...(test.label ? { label: by.words(test.label) } : {}),
    ...(test.state ? { state: stateBy(test.state, by) } : {}),
  };
  if ('from' in test) return { ...test, ...common, from: by.point(test.from), to: by.point(test.to) };
  if ('through' in test) return { ...test, ...common, through: by.element(test.through) };
  return { ...test, ...common, element: by.element(test.element) };
}

function stateBy(state: State, by: Renaming): State {
  const each = <T>(list: readonly T[] | null | undefined, change: (one: T) => T) => list?.map(change);
  const pair = ([a, b]: readonly [string, string]): [string, string] => [by.point(a), by.point(b)];
  const lists = {
    closed: each(state.closed, by.element),
    open: each(state.open, by.element),
    stalled: each(state.stalled, by.element),
    pulled: each(state.pulled, by.element),
    unplugged: each(state.unplugged, by.connector),
    jumpers: each(state.jumpers, pair),
    substituteLoads: each(state.substituteLoads, (load) => ({ ...load, pins: pair(load.pins) })),
    faults: each(state.faults, (fault) => ({
      ...fault,
      element: by.element(fault.element),
      ...(fault.to == null ? {} : { to: by.point(fault.to) }),
    })),
  };
  const given = Object.fromEntries(Object.entries(lists).filter(([, list]) => list !== undefined));
  return { ...state, ...given };
}
