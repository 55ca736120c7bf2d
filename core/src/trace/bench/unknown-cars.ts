/** Cars of the worlds, for trials of the planner: it sees what they show, and nothing of what is wrong. */
import { type Kind, type WorldCase, worldOf } from '../../worlds/index.js';
import type { TraceCase, TraceReading, TraceTest } from '../model/schema.js';
import type { Car } from './trial.js';

/**
 * The car of number `n` with one of the faults of a case.
 * @param told whether the volts of the battery are measured with every reading that follows them
 */
export function carOf(source: TraceCase, kind: Kind, n: number, told = false): Car {
  const world = worldOf(source as unknown as WorldCase, kind, n);
  return {
    fault: world.fault,
    read: (test: TraceTest): TraceReading => ({
      ...(world.read(test) as TraceReading),
      ...(told && (test.kind === 'volts' || test.kind === 'amps') ? { supplyVolts: world.supplyVolts } : {}),
    }),
  };
}
