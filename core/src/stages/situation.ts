/** Where a job stands: what its stages, its rail and its next thing are decided from. */
import type { BatteryAnswer } from '../readings/index.js';
import type { SafetyCourse } from '../restraints/index.js';
import {
  type BasicsAsked,
  basicsAsked,
  batteryOf,
  codeEnds,
  finalAfter,
  isBased,
  isRestraint,
  type Approval,
  type Beacon,
  type CustomerReport,
  type JobRecord,
  type Repair,
  type ScanFact,
  type Temporary,
  originOf,
  standing,
} from '../record/index.js';
import { type Lens, lensOf } from './lens.js';
import { mayBePowered, type Powered } from './power.js';
import { type Proof, proofOf, type ProofPolicy, repairOf, waitingReports } from '../proof/index.js';
import {
  defaultSafetyPolicy,
  isRestraintTrace,
  notDriven,
  openTemporaries,
  restraintCodesLeft,
  restraintCodesUnsigned,
  silentModulesUnsigned,
  safetyOf,
} from './safety.js';
import { defaultHoursPolicy, defaultRoutePolicy, type JobPolicy } from '../shop/index.js';
import { bornOfWork, type ModuleRow, moduleRows } from './clear/index.js';
import { isShortJob } from './short.js';
import { type AimAsked, aimsAsked, type Coding, codingsOf, uncoded } from './coding.js';
import { type Strip, stripOf } from './strip.js';
import { type UnitRoutes, unitRoutes } from './unit-routes.js';

export interface Situation {
  readonly record: JobRecord;
  /** What the shop asks, with what is usual where it has said nothing. */
  readonly policy: JobPolicy;
  readonly beacons: readonly (Beacon & { readonly origin: string })[];
  readonly lenses: readonly Lens[];
  readonly proofs: readonly Proof[];
  /** The baseline is saved, or its absence is signed for. */
  readonly based: boolean;
  /** A lamp, fuse, socket or plain latch, and nothing beside it: no reader is asked for. */
  readonly short: boolean;
  /** Beacons without a repair that worked, and those that came back after it. */
  readonly untreated: readonly (Beacon & { readonly origin: string })[];
  readonly lastRepair: Repair | undefined;
  /** The clearing after the last repair, and the final scan after that. */
  readonly clearing: JobRecord['clearings'][number] | undefined;
  readonly final: ScanFact | undefined;
  readonly codesLeft: ReturnType<typeof codeEnds>;
  /** Modules that do not answer at the end, and nobody has said why, while the car is here. */
  readonly modulesLeft: readonly ModuleRow[];
  /** Codes that the work itself made, of those that are left: they are cleared once more. */
  readonly madeByWork: ReturnType<typeof bornOfWork>;
  readonly handedBack: boolean;
  /** What the customer has told by their link and nobody has accepted yet. */
  readonly told: readonly CustomerReport[];
  readonly powered: Powered;
  readonly battery: BatteryAnswer | null;
  readonly basics: BasicsAsked;
  /** The last answer for each item that the customer was asked about. */
  readonly approvals: readonly Approval[];
  /** Units that are put right, each with its routes and where it stands. */
  readonly units: readonly UnitRoutes[];
  /** The car as it is taken apart; null where nothing is planned. */
  readonly strip: Strip | null;
  /** Units that are coded, and repairs of units for which nobody has said whether they need it. */
  readonly codings: readonly Coding[];
  readonly uncoded: readonly Repair[];
  /** What was disturbed and has to be aimed or calibrated. */
  readonly aims: readonly AimAsked[];
  readonly safety: SafetyCourse;
  /** Something in this job is a matter of restraints: a beacon, a code, a collision, a circuit. */
  readonly restraint: boolean;
  readonly temporaries: readonly Temporary[];
  /** Restraint codes that stay: the job cannot be said to be complete. */
  readonly codesKept: ReturnType<typeof restraintCodesLeft>;
  readonly unsignedCodes: ReturnType<typeof restraintCodesUnsigned>;
  /** Restraint modules that did not answer, and nobody has signed why they stay so. */
  readonly unsignedSilent: readonly string[];
  /** Why the car may not be driven; empty where it may. */
  readonly notDriven: readonly string[];
}

/** The standing of a record under the shop's policy of proof. */
export function situationOf(record: JobRecord, policy: ProofPolicy & Partial<JobPolicy>): Situation {
  const rules: JobPolicy = {
    ...defaultSafetyPolicy,
    ...defaultRoutePolicy,
    ...defaultHoursPolicy,
    ...policy,
  };
  const safety = safetyOf(record, rules);
  const beacons = standing(record.beacons).map((beacon) => ({
    ...beacon,
    origin: originOf(record.beacons, beacon),
  }));
  const lenses = beacons.map((beacon) => lensOf(record, beacon, policy));
  const proofs = beacons.map((beacon) => proofOf(record, beacon, policy)).filter((proof) => proof !== null);
  const untreated = beacons.filter((beacon) => {
    const proof = proofs.find((other) => other.beaconId === beacon.origin);
    return !proof || proof.returned !== null;
  });
  const lastRepair = beacons
    .map((beacon) => repairOf(record, beacon.origin))
    .reduce((a, b) => ((b?.seq ?? 0) > (a?.seq ?? 0) ? b : a), undefined);
  const clearing = standing(record.clearings).findLast((other) => other.seq > (lastRepair?.seq ?? Infinity));
  const final = clearing && finalAfter(record, clearing.seq);
  const units = unitRoutes(record, rules);
  const codings = codingsOf(record, units);
  const handedBack = (seq: number) => standing(record.handBacks).some((handBack) => handBack.seq > seq);
  const returnedAt = Math.max(0, ...proofs.map((proof) => proof.returned?.seq ?? 0));
  return {
    record,
    policy: rules,
    beacons,
    lenses,
    proofs,
    untreated,
    lastRepair,
    final,
    based: isBased(record),
    short: isShortJob(record),
    clearing,
    codesLeft: final ? codeEnds(record, final).filter((end) => end.open) : [],
    // Of a car that has left, the paper says so.
    modulesLeft:
      final && !handedBack(final.seq) ? moduleRows(record, final).filter(({ asks }) => asks === 'end') : [],
    madeByWork: final ? bornOfWork(record, final) : new Map(),
    told: waitingReports(record),
    handedBack: handedBack(returnedAt),
    powered: mayBePowered(record),
    battery: batteryOf(record),
    basics: basicsAsked(record),
    approvals: lastAnswers(standing(record.approvals).filter(({ smallParts }) => smallParts !== true)),
    units,
    codings,
    uncoded: uncoded(record, codings),
    aims: aimsAsked(record, codings),
    strip: stripOf(record),
    safety,
    restraint:
      record.head.event === 'collision' ||
      beacons.some(isRestraint) ||
      restraintCodesLeft(record).length > 0 ||
      standing(record.traces).some(isRestraintTrace),
    temporaries: openTemporaries(record),
    codesKept: restraintCodesLeft(record),
    unsignedCodes: restraintCodesUnsigned(record),
    unsignedSilent: silentModulesUnsigned(record),
    notDriven: notDriven(record, rules, safety),
  };
}

function lastAnswers(approvals: readonly Approval[]): Approval[] {
  return [...new Map(approvals.map((approval) => [approval.item.toLowerCase(), approval])).values()];
}
