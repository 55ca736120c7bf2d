/** What became of the repairs of a job: what the shop's chances of a cure are learned from. */
import { type JobRecord, originOf, standing, standingFor } from '../record/index.js';
import { cleanThoughNotCured } from '../watch/index.js';
import type { CureFacts } from './cure/index.js';
import { defaultProofPolicy, proofOf, type ProofPolicy } from './proof.js';

export interface RepairOutcome extends CureFacts {
  readonly repairId: string;
  readonly beaconId: string;
  /** What was thought of it when it was entered. */
  readonly stated: number;
  /** It worked when it was tried before closing. */
  readonly worked: boolean;
  /** P(so much clean since | not cured); null where it showed again. */
  readonly miss: number | null;
}

/**
 * Every repair that failed its try or showed again, and, once the job is done, those that are proven. Repairs from before
 * chances were worked out teach nothing.
 */
export function repairOutcomes(
  record: JobRecord,
  done: boolean,
  policy: ProofPolicy = defaultProofPolicy,
): RepairOutcome[] {
  const repairs = standing(record.repairs);
  const shownAgain = standing(record.exposures).filter(({ shown }) => shown);
  return repairs.flatMap((repair) => {
    const { cure, method, root, chance: called } = repair;
    if (!cure) return [];
    return repair.beaconIds.flatMap((id): RepairOutcome[] => {
      const beacon = standingFor(record.beacons, id);
      if (!beacon) return [];
      const beaconId = originOf(record.beacons, beacon);
      const next = repairs.find(
        (later) => later.seq > repair.seq && later.cured && later.beaconIds.includes(id),
      );
      const outcome = {
        repairId: repair.id,
        beaconId,
        method,
        root,
        called,
        part: cure.part,
        confirmed: cure.confirmed,
        comesAndGoes: beacon.seen === 'comes-and-goes',
        stated: cure.chance,
        worked: repair.cured,
      };
      const back = shownAgain.some(
        ({ beaconId: shown, seq }) => shown === beaconId && seq > repair.seq && seq < (next?.seq ?? Infinity),
      );
      if (!repair.cured || back) return [{ ...outcome, miss: null }];
      const proof = done && !next ? proofOf(record, beacon, policy) : null;
      return proof ? [{ ...outcome, miss: cleanThoughNotCured(proof.request, proof.counted) }] : [];
    });
  });
}
