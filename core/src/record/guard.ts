/** Whether a beacon or complaint is a matter of restraints: by what it is called, whatever was ticked. */
import { guardOf } from '../restraints/index.js';
import type { BeaconData } from './schema.js';

const known = new Map<string, boolean>();
const mostKnown = 500;

/** A tick can add care, never take it away. */
export function isRestraint({ name, restraint }: Pick<BeaconData, 'name' | 'restraint'>): boolean {
  return restraint === true || namesRestraint(name);
}

function namesRestraint(name: string): boolean {
  const before = known.get(name);
  if (before !== undefined) return before;
  const says = guardOf({ complaint: name }).guard === 'restraint';
  if (known.size >= mostKnown) known.clear();
  known.set(name, says);
  return says;
}
