/**
 * In which state of the car a step on a restraint circuit may be taken. Source: the trade's three classes of action.
 */
import { isRestraintCircuit } from './guarded.js';
import type { TraceCase, TraceRepair, TraceTest } from './schema.js';

export type ActionClass =
  /** Codes and live values are read, powered, nothing touched. */
  | 'look-live'
  /** A harness is moved while powered, or a load that was fitted dead is read. */
  | 'move-live'
  /** Plugs are opened, units moved, points touched: only when safe. */
  | 'open-dead';

/** The class of a test, or null on a circuit that is none of restraints. What nobody has said is opened dead. */
export function actionClassOf(source: TraceCase, test: TraceTest): ActionClass | null {
  if (!isRestraintCircuit(source)) return null;
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

/** Every repair on a restraint circuit is made while safe. */
export function repairClassOf(source: TraceCase, repair: TraceRepair): ActionClass | null {
  return isRestraintCircuit({ ...source, repairs: [repair] }) ? 'open-dead' : null;
}
