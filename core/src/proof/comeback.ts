/**
 * A beacon that came back, side by side with its first visit: whether it is the same fault, which its repair did not cure,
 * or another with the same warning. All weights are judgement.
 */
import {
  baselineOf,
  type Beacon,
  type Exposure,
  type JobRecord,
  originOf,
  type Repair,
  type ScanFact,
  standing,
} from '../record/index.js';
import { curedGivenClean } from '../watch/index.js';
import { gradeOf, metFrom } from './grades.js';
import { defaultProofPolicy, type Proof, proofOf, type ProofPolicy } from './proof.js';

/** The chance that another fault brings the same warning on within a year. */
const newPerYear = 0.05;
/** A day at least: what comes back at once is hardly another fault. */
const leastDays = 1;
const day = 86_400_000;

export type ConditionAgain = 'same' | 'other' | 'not-known';
export type CodeAgain = 'same' | 'other-type' | 'other' | 'none' | 'not-read';
export type PartAgain = 'good' | 'bad' | 'not-tested';

/** Times likelier under the same fault than under another. */
const weights = {
  condition: { same: 3, other: 1 / 3, 'not-known': 1 },
  code: { same: 6, 'other-type': 1, other: 1 / 8, none: 1 / 2, 'not-read': 1 },
  part: { good: 1 / 5, bad: 8, 'not-tested': 1 },
} as const;

export interface CodeSeen {
  readonly module: string;
  readonly code: string;
  readonly failureType: string | null;
}

export interface Comeback {
  readonly beaconId: string;
  /** The repair that was to put it out, and how sure it was when it showed again. */
  readonly repair: Repair;
  readonly wasSure: number;
  readonly shown: Exposure;
  /** Whole days between the repair and the return, and clean drives in between as they counted. */
  readonly days: number;
  readonly clean: number;
  readonly condition: ConditionAgain;
  readonly code: CodeAgain;
  /** Of the first visit, and of the last scan since it came back. */
  readonly firstCodes: readonly CodeSeen[];
  readonly codes: readonly CodeSeen[];
  readonly part: PartAgain;
  /** Probability that the first fault was never cured. */
  readonly same: number;
}

/** Null where the beacon has not come back since its last repair. */
export function comebackOf(
  record: JobRecord,
  beacon: Beacon,
  policy: ProofPolicy = defaultProofPolicy,
): Comeback | null {
  const proof = proofOf(record, beacon, policy);
  if (!proof?.returned) return null;
  const { repair, returned } = proof;
  const before = clean(proof, returned);
  const wasSure = curedGivenClean(proof.request, before);
  const days = Math.max(0, (Date.parse(returned.observedAt) - Date.parse(repair.observedAt)) / day);
  const condition = conditionAgain(beacon, returned);
  const { code, codes } = codeAgain(record, returned);
  const part = partAgain(record, repair, returned);
  const another = wasSure * -Math.expm1((-newPerYear * Math.max(leastDays, days)) / 365);
  const odds =
    ((1 - wasSure) / another) * weights.condition[condition] * weights.code[code] * weights.part[part];
  return {
    beaconId: originOf(record.beacons, beacon),
    repair,
    wasSure,
    shown: returned,
    days: Math.floor(days),
    clean: before,
    condition,
    code,
    firstCodes: seen(baselineOf(record)),
    codes,
    part,
    same: odds / (1 + odds),
  };
}

/** What had counted when it showed again. */
function clean({ clean: all }: Proof, returned: Exposure): number {
  return all.reduce(
    (sum, { exposure, counts }) =>
      Date.parse(exposure.observedAt) <= Date.parse(returned.observedAt) ? sum + counts : sum,
    0,
  );
}

function conditionAgain({ conditions }: Beacon, shown: Exposure): ConditionAgain {
  if (conditions.length === 0) return 'not-known';
  if (conditions.some((condition) => gradeOf(condition, shown) >= metFrom)) return 'same';
  const said = shown.conditions.length > 0 || shown.circumstances != null;
  return said ? 'other' : 'not-known';
}

const seen = (scan: ScanFact | undefined): CodeSeen[] =>
  (scan?.scan.codes ?? []).map(({ module, code, failureType }) => ({
    module,
    code,
    failureType: failureType ?? null,
  }));

/** The last scan since it came back against the baseline of the first visit. */
function codeAgain(record: JobRecord, returned: Exposure): Pick<Comeback, 'code' | 'codes'> {
  const scan = standing(record.scans).findLast(({ seq }) => seq > returned.seq);
  const baseline = baselineOf(record);
  if (!scan || !baseline) return { code: 'not-read', codes: [] };
  const codes = seen(scan);
  if (codes.length === 0) return { code: 'none', codes };
  const first = baseline.scan.codes;
  const alike = codes.filter((own) =>
    first.some(({ module, code }) => module === own.module && code === own.code),
  );
  const same = alike.some((own) =>
    first.some(
      ({ module, code, failureType }) =>
        module === own.module && code === own.code && (failureType ?? null) === own.failureType,
    ),
  );
  return { code: same ? 'same' : alike.length > 0 ? 'other-type' : 'other', codes };
}

/** What was looked at or swapped of the repaired part since it came back. */
function partAgain(record: JobRecord, { element }: Repair, returned: Exposure): PartAgain {
  if (element == null) return 'not-tested';
  const readings = standing(record.readings).filter(({ seq }) => seq > returned.seq);
  for (const reading of readings.reverse()) {
    const trace = standing(record.traces).find((own) => originOf(record.traces, own) === reading.traceId);
    const test = trace?.case.tests.find(({ id }) => id === reading.test);
    if (!test || !('element' in test) || test.element !== element) continue;
    const bad = reading.found ?? reading.moved;
    if (bad != null) return bad ? 'bad' : 'good';
  }
  return 'not-tested';
}
