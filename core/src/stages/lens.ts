/** The state in which a beacon or complaint shows on the rail, from the record alone. */
import {
  isRestraint,
  type Beacon,
  type JobRecord,
  type LensState,
  originOf,
  standing,
} from '../record/index.js';
import { proofOf, type ProofPolicy } from '../proof/index.js';
import { restraintCodesLeft } from './safety.js';

export interface Lens {
  readonly beaconId: string;
  readonly kind: Beacon['kind'];
  readonly name: string;
  readonly state: LensState;
}

/**
 * As seen at intake until a repair works; then dark; dormant when proven; returned when it shows again.
 * A repair after a return makes it dark again.
 */
export function lensOf(record: JobRecord, beacon: Beacon, policy?: ProofPolicy): Lens {
  const beaconId = originOf(record.beacons, beacon);
  return { beaconId, kind: beacon.kind, name: beacon.name, state: stateOf(record, beacon, beaconId, policy) };
}

function stateOf(record: JobRecord, beacon: Beacon, beaconId: string, policy?: ProofPolicy): LensState {
  const proof = proofOf(record, beacon, policy);
  // A restraint code that a module still holds keeps its lamp lit, whatever else is said of it.
  if (proof && !proof.returned && isRestraint(beacon) && restraintCodesLeft(record).length > 0) return 'lit';
  if (proof) return proof.returned ? 'returned' : proof.dormant ? 'dormant' : 'dark';
  const shownAgain = standing(record.exposures).some(
    (exposure) => exposure.beaconId === beaconId && exposure.shown,
  );
  if (beacon.seen === 'dark' && shownAgain) return 'lit';
  return beacon.seen === 'present' ? 'lit' : beacon.seen;
}
