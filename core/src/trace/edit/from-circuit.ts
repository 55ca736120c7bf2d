/** A case out of a circuit that was drawn by hand: suspects by base rates, tests at what can be reached, repairs by kind. */
import {
  type Circuit,
  connectorOf,
  type Element,
  type ElementKind,
  type FaultMode,
  reference,
  type State,
} from '../../circuit/index.js';
import { baseRates } from '../model/base-rates.js';
import { looks, modeWords, usualWork } from './usual-work.js';
import type { Suspect, TraceCase, TraceRepair, TraceTest } from '../model/schema.js';

/** Kinds at whose pins a probe can be held without opening a unit. */
const reachable: ReadonlySet<ElementKind> = new Set([
  'fuse',
  'contact',
  'switch',
  'ground',
  'relay',
  'moduleOutput',
  'moduleInput',
]);
const probeMinutes = 6;

/**
 * A case for `circuit`. What `base` has for elements and points that are still there is kept as it is; the rest
 * is made from the tables.
 */
export function caseOfCircuit(circuit: Circuit, base: TraceCase | null = null): TraceCase {
  const elements = new Map(circuit.elements.map((element) => [element.id, element]));
  const points = new Set(circuit.elements.flatMap(({ pins }) => pins as readonly string[]));
  const suspects = (base?.suspects ?? []).filter(
    ({ element, to }) => elements.has(element) && (to == null || points.has(to)),
  );
  const repairs = (base?.repairs ?? [])
    .filter(({ element }) => elements.has(element))
    .map((repair) =>
      repair.covers ? { ...repair, covers: repair.covers.filter((id) => elements.has(id)) } : repair,
    );
  const tests = (base?.tests ?? []).filter((test) => stands(test, elements, points));
  const [suspected, repaired] = [suspects, repairs].map(
    (list) => new Set(list.map(({ element }) => element)),
  );
  const probed = new Set(tests.flatMap((test) => (test.kind === 'volts' ? [test.from] : [])));
  const looked = new Set(tests.flatMap((test) => (test.kind === 'inspect' ? [test.element] : [])));
  // Which elements a template leaves without a suspect is its own choice: only what is new is added.
  const before = new Set(base?.circuit.elements.map(({ id }) => id));
  const added = circuit.elements.filter(({ id }) => !before.has(id));
  return {
    ...base,
    circuit,
    suspects: [...suspects, ...added.filter(({ id }) => !suspected!.has(id)).flatMap(suspectsOf)],
    tests: [
      ...tests,
      ...added.filter(({ id }) => !looked.has(id)).flatMap(looksOf),
      ...added.flatMap(soundsOf),
      ...probesOf(added, probed),
    ],
    repairs: [...repairs, ...added.filter(({ id }) => !repaired!.has(id)).map(repairOf)],
    ...(base?.state ? { state: stateThatStands(base.state, elements, points) } : {}),
    ...(base?.cavities ? { cavities: base.cavities.filter(({ point }) => points.has(point)) } : {}),
    ...(base?.roots ? { roots: base.roots.filter(({ element }) => elements.has(element)) } : {}),
  };
}

function stands(
  test: TraceTest,
  elements: ReadonlyMap<string, Element>,
  points: ReadonlySet<string>,
): boolean {
  const connectors = new Set([...elements.values()].map(connectorOf));
  const state = test.state ?? {};
  const ids = [
    ...(state.closed ?? []),
    ...(state.open ?? []),
    ...(state.pulled ?? []),
    ...(state.stalled ?? []),
  ];
  const at = [...(state.jumpers ?? []).flat(), ...(state.substituteLoads ?? []).flatMap(({ pins }) => pins)];
  const own =
    'from' in test
      ? points.has(test.from) && points.has(test.to)
      : elements.has('through' in test ? test.through : test.element);
  return (
    own &&
    ids.every((id) => elements.has(id)) &&
    at.every((point) => points.has(point)) &&
    (state.unplugged ?? []).every((connector) => connectors.has(connector))
  );
}

/** How the circuit usually stands, without what is no longer there. */
function stateThatStands(
  state: State,
  elements: ReadonlyMap<string, Element>,
  points: ReadonlySet<string>,
): State {
  const connectors = new Set([...elements.values()].map(connectorOf));
  const are = <T>(list: readonly T[] | null | undefined, is: (one: T) => boolean) => list?.filter(is);
  const here = (id: string) => elements.has(id);
  const both = (pins: readonly string[]) => pins.every((point) => points.has(point));
  const lists = {
    closed: are(state.closed, here),
    open: are(state.open, here),
    pulled: are(state.pulled, here),
    stalled: are(state.stalled, here),
    unplugged: are(state.unplugged, (connector) => connectors.has(connector)),
    jumpers: are(state.jumpers, both),
    substituteLoads: are(state.substituteLoads, ({ pins }) => both(pins)),
    faults: are(state.faults, ({ element, to }) => here(element) && (to == null || points.has(to))),
  };
  return { ...state, ...Object.fromEntries(Object.entries(lists).filter(([, list]) => list !== undefined)) };
}

const nameOf = ({ id, label }: Element) => label || id;

function suspectsOf(element: Element): Suspect[] {
  if (element.kind === 'battery') return [];
  return Object.entries(baseRates[element.kind]).map(([mode, weight]) => ({
    id: `${element.id}:${mode}`,
    element: element.id,
    mode: mode as FaultMode,
    weight,
    label: `${nameOf(element)} ${modeWords[mode as FaultMode]}`,
  }));
}

function looksOf(element: Element): TraceTest[] {
  const look = looks[element.kind];
  if (!look) return [];
  const { minutes, finds, falseAlarm, what } = look;
  return [
    {
      id: `look ${element.id}`,
      kind: 'inspect',
      element: element.id,
      minutes,
      finds,
      falseAlarm,
      label: `${what} ${nameOf(element)}`,
    },
  ];
}

const listenMinutes = 1;
const clampMinutes = 4;

/** What moves is listened to, and a motor’s current shows whether it turns freely: neither asks for a probe. */
function soundsOf(element: Element): TraceTest[] {
  const { id, kind } = element;
  if (kind !== 'motor' && kind !== 'relay') return [];
  const listens: TraceTest = {
    id: `listen ${id}`,
    kind: 'listen',
    element: id,
    minutes: listenMinutes,
    label: `Listen to the ${nameOf(element)} while it is switched on: does it stay silent?`,
  };
  if (kind === 'relay') return [listens];
  const clamp: TraceTest = {
    id: `amps ${id}`,
    kind: 'amps',
    through: id,
    minutes: clampMinutes,
    label: `Clamp the current of the ${nameOf(element)} while it is switched on`,
  };
  return [listens, clamp];
}

function probesOf(elements: readonly Element[], probed: ReadonlySet<string>): TraceTest[] {
  const points = new Set(
    elements.flatMap((element) => (reachable.has(element.kind) ? (element.pins as readonly string[]) : [])),
  );
  return [...points]
    .filter((point) => point !== reference && !probed.has(point))
    .map((point) => ({
      id: `volts ${point}`,
      kind: 'volts',
      from: point,
      to: reference,
      minutes: probeMinutes,
      label: `Measure ${point} to ground with the circuit working`,
    }));
}

function repairOf(element: Element): TraceRepair {
  const { verb, ...work } = usualWork[element.kind];
  return { element: element.id, ...work, label: `${verb} ${nameOf(element)}` };
}
