/**
 * In which state of the car a step on a restraint circuit may be taken. Source: the trade's three classes of action.
 */
import { type CarZones, guardOf, nearZone } from '../restraints/index.js';
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
    return reaches.has(test.kind) && reachesNear(test, car) ? 'open-dead' : null;
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
function reachesNear(test: TraceTest, car: CarZones | null): boolean {
  const names = 'from' in test ? [test.from, test.to] : 'element' in test ? [test.element] : [test.through];
  const { says } = nearZone(car, { label: test.label, names, byHand: test.kind === 'inspect' });
  return says === 'unknown' ? liesNear(test.label) : says === 'near';
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
  return nearZone(car, { label: repair.label, names: [repair.element] }).says === 'near' ? 'open-dead' : null;
}
