/** What turns a dark beacon into a dormant one, and what is still lacking. Source: computation page, section 11. */
import {
  isRestraint,
  type Beacon,
  type Exposure,
  type JobRecord,
  type Repair,
  originOf,
  standing,
} from '../record/index.js';
import { defaultProofPolicy, type ProofPolicy } from '../shop/index.js';
import { assess, type WatchAnswer } from '../watch/index.js';

export { defaultProofPolicy, type ProofPolicy };

/** Share with which a clean exposure counts where none of the beacon's conditions was met. */
const mismatched = 0.2;

/** Share with which each of several drives counts that a customer tells of afterwards. */
const remembered = 0.5;

export type Lacking =
  | { readonly what: 'exposures'; readonly count: number }
  | { readonly what: 'coldStarts'; readonly count: number }
  | { readonly what: 'span'; readonly notBefore: string }
  | { readonly what: 'condition'; readonly condition: string }
  | { readonly what: 'bulbCheck' }
  | { readonly what: 'monitor' };

export interface Proof {
  readonly beaconId: string;
  readonly repair: Repair;
  readonly cured: number;
  readonly target: number;
  readonly watch: WatchAnswer;
  readonly counted: number;
  readonly clean: readonly CountedExposure[];
  readonly lacking: readonly Lacking[];
  readonly dormant: boolean;
  /** The exposure that showed it again, if one did. */
  readonly returned: Exposure | null;
  /** The day on which the exposures may be complete, at the vehicle's usual three starts a day. */
  readonly lookAgainAt: string;
}

export interface CountedExposure {
  readonly exposure: Exposure;
  /** How much it counts: 1 in a matching condition, less in another, 0 within the separation of another. */
  readonly counts: number;
}

const startsPerDay = 3;

/** The repair that is meant to have put a beacon out: the last one after which it worked. */
export function repairOf(record: JobRecord, beaconId: string): Repair | undefined {
  return standing(record.repairs).findLast((repair) => repair.cured && repair.beaconIds.includes(beaconId));
}

/** Probability of the cure from trace and root, before any clean exposure. */
export function cureChance({ chance, root }: Pick<Repair, 'chance' | 'root'>): number {
  const factor = { 'found-and-removed': 1, 'found-and-left': 0.8, unknown: 0.9 }[root];
  return Math.min(0.98, Math.max(0.05, (chance ?? 0.5) * factor));
}

/** The proof of a beacon after its repair, or null where none has been made. */
export function proofOf(
  record: JobRecord,
  beacon: Beacon,
  policy: ProofPolicy = defaultProofPolicy,
): Proof | null {
  const beaconId = originOf(record.beacons, beacon);
  const repair = repairOf(record, beaconId);
  if (!repair) return null;
  const exposures = standing(record.exposures).filter(
    (exposure) => exposure.beaconId === beaconId && exposure.seq > repair.seq,
  );
  const returned = exposures.find((exposure) => exposure.shown) ?? null;
  const clean = count(
    exposures.filter((exposure) => !exposure.shown),
    beacon,
    policy,
  );
  const counted = clean.reduce((sum, exposure) => sum + exposure.counts, 0);
  const cured = cureChance(repair);
  const target = isRestraint(beacon) ? policy.restraintTarget : policy.target;
  const watch = assess({
    unit: 'cycles',
    before: { shown: beacon.shown, exposures: beacon.exposures },
    cleanSince: counted,
    cured,
    target,
    perDay: startsPerDay,
  });
  const lacking = lackingFor(beacon, clean, watch, policy);
  return {
    beaconId,
    repair,
    cured,
    target,
    watch,
    counted,
    clean,
    lacking,
    returned,
    dormant: lacking.length === 0 && returned === null,
    lookAgainAt: lookAgain(repair, clean, watch, lacking),
  };
}

function count(exposures: readonly Exposure[], beacon: Beacon, policy: ProofPolicy): CountedExposure[] {
  const sorted = [...exposures].sort((a, b) => Date.parse(a.observedAt) - Date.parse(b.observedAt));
  let last = -Infinity;
  return sorted.map((exposure) => {
    const at = Date.parse(exposure.observedAt);
    if (at - last < policy.separationMinutes * 60_000) return { exposure, counts: 0 };
    last = at;
    const matches =
      beacon.conditions.length === 0 ||
      beacon.conditions.some((condition) => exposure.conditions.includes(condition));
    return { exposure, counts: (matches ? 1 : mismatched) * drivesOf(exposure) };
  });
}

/** A customer's report over several drives counts each of them by half: it is told from memory. */
function drivesOf({ drives, reportedBy }: Exposure): number {
  const many = drives ?? 1;
  return reportedBy === 'customer' && many > 1 ? many * remembered : many;
}

function lackingFor(
  beacon: Beacon,
  clean: readonly CountedExposure[],
  watch: WatchAnswer,
  policy: ProofPolicy,
): Lacking[] {
  const lacking: Lacking[] = [];
  const separate = clean.filter(({ counts }) => counts > 0).map(({ exposure }) => exposure);
  if (watch.stillNeeded === null || watch.stillNeeded > 0)
    lacking.push({
      what: 'exposures',
      count: watch.stillNeeded === null ? Infinity : Math.ceil(watch.stillNeeded - 1e-9),
    });
  const cold = separate.filter((exposure) => exposure.coldStart).length;
  if (cold < policy.coldStarts) lacking.push({ what: 'coldStarts', count: policy.coldStarts - cold });
  for (const condition of beacon.conditions)
    if (!clean.some(({ exposure }) => exposure.conditions.includes(condition)))
      lacking.push({ what: 'condition', condition });
  const span = spanLacking(beacon, separate);
  if (span) lacking.push(span);
  if (beacon.kind === 'beacon' && !clean.some(({ exposure }) => exposure.bulbCheck === 'passed'))
    lacking.push({ what: 'bulbCheck' });
  if (beacon.kind === 'beacon' && !clean.some(({ exposure }) => exposure.monitorRan))
    lacking.push({ what: 'monitor' });
  return lacking;
}

const day = 24 * 3_600_000;

/** Restraints and what comes and goes need a day between the first and the last exposure. */
function spanLacking(beacon: Beacon, exposures: readonly Exposure[]): Lacking | null {
  if (!isRestraint(beacon) && beacon.seen !== 'comes-and-goes') return null;
  const first = exposures[0];
  if (!first) return null;
  const notBefore = Date.parse(first.observedAt) + day;
  return Date.parse(exposures.at(-1)!.observedAt) >= notBefore
    ? null
    : { what: 'span', notBefore: new Date(notBefore).toISOString() };
}

function lookAgain(
  repair: Repair,
  clean: readonly CountedExposure[],
  watch: WatchAnswer,
  lacking: readonly Lacking[],
): string {
  const last = Date.parse(clean.at(-1)?.exposure.observedAt ?? repair.observedAt);
  const span = lacking.find((item) => item.what === 'span');
  const coldStarts = lacking.find((item) => item.what === 'coldStarts')?.count ?? 0;
  const days = Math.max(watch.days ?? 365, coldStarts);
  return new Date(Math.max(last + days * day, span ? Date.parse(span.notBefore) : 0)).toISOString();
}
