/** What a beacon or complaint is a matter of: by what it is called, whatever was ticked. */
import { guardOf } from '../restraints/index.js';
import type { BeaconData } from './schema.js';

type GuardKind = ReturnType<typeof guardOf>['guard'];

const known = new Map<string, GuardKind>();
const mostKnown = 500;

/** A tick can add care, never take it away. */
export function isRestraint({ name, restraint }: Pick<BeaconData, 'name' | 'restraint'>): boolean {
  return restraint === true || guardByName(name) === 'restraint';
}

/** Of restraints, high voltage, brakes or steering. */
export function isSafety(beacon: Pick<BeaconData, 'name' | 'restraint'>): boolean {
  return beacon.restraint === true || guardByName(beacon.name) !== 'none';
}

function guardByName(name: string): GuardKind {
  const before = known.get(name);
  if (before !== undefined) return before;
  const { guard } = guardOf({ complaint: name });
  if (known.size >= mostKnown) known.clear();
  known.set(name, guard);
  return guard;
}
