/**
 * In which state of the car a step on a restraint circuit may be taken. Source: the trade's three classes of action.
 */
import { type Circuit, reference } from '../../circuit/index.js';
import { type CarZones, guardOf, nearZone } from '../../restraints/index.js';
import { isRestraintCircuit } from './guarded.js';
import type { TraceCase, TraceRepair, TraceTest } from './schema.js';

export type ActionClass =
  /** Codes and live values are read, powered, nothing touched. */
  | 'look-live'
  /** A harness is moved while powered, or a load that was fitted dead is read. */
  | 'move-live'
  /** Plugs are opened, units moved, points touched: only when safe. */
  | 'open-dead';

/** Kinds for which somebody reaches to a place with hand or tool. */
const reaches: ReadonlySet<TraceTest['kind']> = new Set([
  'inspect',
  'swap',
  'volts',
  'ohms',
  'amps',
  'testLamp',
  'continuity',
]);

/**
 * The class of a test, or null where it lies neither on a restraint circuit nor where restraint items are hidden.
 * What nobody has said is opened dead.
 * @param car its outlines and places; without them, the words of the test decide
 */
export function actionClassOf(
  source: TraceCase,
  test: TraceTest,
  car: CarZones | null = null,
): ActionClass | null {
  if (!isRestraintCircuit(source))
    return reaches.has(test.kind) && reachesNear(source, test, car) ? 'open-dead' : null;
  // Fitted while dead, read with the power back.
  if (test.power === 'dead-then-live') return 'move-live';
  const loads = test.state?.substituteLoads?.length ?? 0;
  switch (test.kind) {
    case 'live':
      return loads > 0 || (test.state?.unplugged?.length ?? 0) > 0 ? 'move-live' : 'look-live';
    case 'wiggle':
    case 'provoke':
      return 'move-live';
    case 'function':
    case 'listen':
      return test.power === 'dead' ? 'open-dead' : 'look-live';
    case 'inspect':
    case 'swap':
    case 'volts':
    case 'ohms':
    case 'amps':
    case 'testLamp':
    case 'continuity':
      return 'open-dead';
  }
}

/** Outlines first; where the place of what it touches is not known, its words. */
function reachesNear(source: TraceCase, test: TraceTest, car: CarZones | null): boolean {
  const { says } = nearZone(car, {
    label: test.label,
    touches: touchedBy(source, test),
    byHand: test.kind === 'inspect',
  });
  return says === 'unknown' ? liesNear(test.label) : says === 'near';
}

/** Where the hand goes: tips, what is looked at, unplugged, bridged. Ground is wherever a clean one is found. */
function touchedBy({ circuit }: TraceCase, test: TraceTest): string[][] {
  const { unplugged, pulled, jumpers, substituteLoads } = test.state ?? {};
  const points = [
    ...('from' in test ? [test.from, test.to] : []),
    ...(jumpers ?? []).flat(),
    ...(substituteLoads ?? []).flatMap(({ pins }) => pins),
  ];
  const elements = [
    ...('element' in test ? [test.element] : 'through' in test ? [test.through] : []),
    ...(unplugged ?? []),
    ...(pulled ?? []),
  ];
  return [
    ...points.filter((point) => point !== reference).map((point) => [point]),
    ...elements.map((id) => namesOfElement(circuit, id)),
  ];
}

/** An element by its short name, its label and the connector that it stands for. */
export function namesOfElement({ elements }: Circuit, id: string): string[] {
  const element = elements.find((one) => one.id === id);
  const connector = element && 'connector' in element ? element.connector : null;
  return [id, element?.label, connector].filter((name): name is string => Boolean(name));
}

/** Behind a seat, a dash, a pillar: whoever works there has a pyrotechnic unit beside the hand. */
function liesNear(label: string | null | undefined): boolean {
  if (!label) return false;
  const before = near.get(label);
  if (before !== undefined) return before;
  const says = reachesIn.test(label) && guardOf({ work: label }).guard === 'restraint';
  if (near.size >= mostNear) near.clear();
  near.set(label, says);
  return says;
}
/** Whoever only listens at a door, or measures at a plug beside it, reaches in nowhere. Words of the four languages. */
const reachesIn =
  /\b(?:behind|beneath|under|inside|remov\w*|take|taken|off|pry\w*|drill\w*|weld\w*|hammer\w*|hinter|unter|ausbau\w*|derri[èe]re|sous|d[ée]pos\w*|detr[áa]s|debajo|quit\w*)\b/iu;
const near = new Map<string, boolean>();
const mostNear = 2000;

/** Every repair on a restraint circuit, or in a zone, is made while safe. */
export function repairClassOf(
  source: TraceCase,
  repair: TraceRepair,
  car: CarZones | null = null,
): ActionClass | null {
  if (isRestraintCircuit({ ...source, repairs: [repair] })) return 'open-dead';
  const { says } = nearZone(car, {
    label: repair.label,
    touches: [repair.element, ...(repair.covers ?? [])].map((id) => namesOfElement(source.circuit, id)),
  });
  return says === 'near' ? 'open-dead' : null;
}
