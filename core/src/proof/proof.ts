/** What turns a dark beacon into a dormant one, and what is still lacking. Source: computation page, section 11. */
import {
  isRestraint,
  isSafety,
  type Beacon,
  type Exposure,
  type JobRecord,
  type Repair,
  originOf,
  standing,
  standingFor,
} from '../record/index.js';
import { defaultProofPolicy, type ProofPolicy } from '../shop/index.js';
import { isGuarded } from '../trace/index.js';
import { assess, curedGivenClean, type WatchAnswer, type WatchRequest } from '../watch/index.js';
import { partGroupOf } from './cure/facts.js';
import { publishedChance } from './cure/published.js';
import { gradeOf, matchOf, metFrom } from './grades.js';
import { amountOf, type Per, rateOf } from './often.js';

export { defaultProofPolicy, type ProofPolicy };

/** Share with which a drive counts that a customer tells of: it is told from memory. */
export const remembered = 0.5;

/** By what a proof is judged. */
interface ProofRules {
  /** Share of uncured faults that show more rarely once they were touched. Judgement. */
  readonly disturbed: number;
  /** Whether a single drive that a customer tells of counts by half as well. */
  readonly halvesOne: boolean;
  readonly asksForSpan: (beacon: Beacon) => boolean;
  /** Whether a plain fault is proven in a day by its function sheet. */
  readonly knowsSameDay: boolean;
  /** Whether the customer is asked again where the root is not known. */
  readonly followsUp: boolean;
}
const presentRules: ProofRules = {
  disturbed: 0.25,
  halvesOne: true,
  asksForSpan: () => true,
  knowsSameDay: true,
  followsUp: true,
};
/** Of repairs from before the chance of a cure was worked out: what counted as proven then stays so. */
const earlierRules: ProofRules = {
  disturbed: 0,
  halvesOne: false,
  asksForSpan: (beacon) => isRestraint(beacon) || beacon.seen === 'comes-and-goes',
  knowsSameDay: false,
  followsUp: false,
};

/** Tries that show a plain fault to be gone, and minutes between two of them. */
const sheetTries = 3;
const betweenTries = 2;
/** Days after the repair at which the customer is asked again where the root is not known. */
const followUpDays = 30;

export type Lacking =
  | { readonly what: 'exposures'; readonly count: number; readonly per: Per }
  | { readonly what: 'coldStarts'; readonly count: number }
  | { readonly what: 'tries'; readonly count: number }
  | { readonly what: 'span'; readonly notBefore: string }
  | { readonly what: 'condition'; readonly condition: string }
  | { readonly what: 'bulbCheck' }
  | { readonly what: 'monitor' };

export interface Proof {
  readonly beaconId: string;
  /** The last repair that put it out; of several causes that were mended apart, all. */
  readonly repair: Repair;
  readonly repairs: readonly Repair[];
  readonly cured: number;
  readonly target: number;
  /** Over what it is counted: starts, hours or kilometres. */
  readonly per: Per;
  /** What the probability is worked out from. */
  readonly request: WatchRequest;
  readonly watch: WatchAnswer;
  readonly counted: number;
  readonly clean: readonly CountedExposure[];
  readonly lacking: readonly Lacking[];
  readonly dormant: boolean;
  /** It showed every time and its cause was found and removed: tries on one day prove it. */
  readonly sameDay: boolean;
  /** Days that have to lie between the first exposure and the last. */
  readonly spanDays: number;
  /** The exposure that showed it again, if one did. */
  readonly returned: Exposure | null;
  /** The day on which the exposures may be complete, at the vehicle's usual three starts a day. */
  readonly lookAgainAt: string;
  /** Where the root is not known: when to ask the customer again; null once something was entered from then on. */
  readonly followUpAt: string | null;
}

export interface CountedExposure {
  readonly exposure: Exposure;
  /** How much it counts: 1 in a matching condition, less in another, 0 within the separation of another. */
  readonly counts: number;
}

/**
 * The repairs that are meant to have put a beacon out: those after which it worked, since it last came back. Work on the
 * same part again is one repair, the last; so is all work from before the causes of one lamp were told apart.
 */
export function repairsOf(record: JobRecord, beaconId: string): Repair[] {
  const all = standing(record.repairs).filter(
    (repair) => repair.cured && repair.beaconIds.includes(beaconId),
  );
  const last = all.at(-1);
  if (!last) return [];
  if (last.cure === null) return [last];
  const back = standing(record.exposures).findLast(
    ({ beaconId: shown, shown: again, seq }) => again && shown === beaconId && seq < last.seq,
  );
  const partOf = ({ id, traceId, element }: Repair) => (element == null ? id : `${traceId} ${element}`);
  const byPart = new Map(
    all.filter(({ seq, cure }) => seq > (back?.seq ?? 0) && cure !== null).map((own) => [partOf(own), own]),
  );
  return [...byPart.values()].sort((a, b) => a.seq - b.seq);
}

/** The repair that is meant to have put a beacon out: the last one after which it worked. */
export function repairOf(record: JobRecord, beaconId: string): Repair | undefined {
  return repairsOf(record, beaconId).at(-1);
}

/** Probability of the cure before any clean exposure: as it was worked out when the repair was entered. */
export function cureChance(
  repair: Pick<Repair, 'chance' | 'root' | 'method' | 'cure'>,
  seen: Beacon['seen'],
): number {
  const { chance, root, method, cure } = repair;
  if (cure) return cure.chance;
  // Entered before such chances were worked out: what was told then stays.
  if (cure === null) {
    const factor = { 'found-and-removed': 1, 'found-and-left': 0.8, unknown: 0.9 }[root];
    return Math.min(0.98, Math.max(0.05, (chance ?? 0.5) * factor));
  }
  // Still on its way to the server.
  return publishedChance({
    method,
    root,
    part: partGroupOf(null),
    confirmed: false,
    comesAndGoes: seen === 'comes-and-goes',
    called: chance,
  });
}

/** The proof of a beacon after its repair, or null where none has been made. */
export function proofOf(
  record: JobRecord,
  beacon: Beacon,
  policy: ProofPolicy = defaultProofPolicy,
): Proof | null {
  const beaconId = originOf(record.beacons, beacon);
  const repairs = repairsOf(record, beaconId);
  const repair = repairs.at(-1);
  if (!repair) return null;
  const exposures = standing(record.exposures).filter(
    (exposure) => exposure.beaconId === beaconId && exposure.seq > repair.seq,
  );
  const returned = exposures.find((exposure) => exposure.shown) ?? null;
  const rules = repair.cure === null ? earlierRules : presentRules;
  const sameDay = rules.knowsSameDay && provenSameDay(record, beacon, repairs);
  const rate = rateOf(beacon);
  const clean = count(
    exposures.filter((exposure) => !exposure.shown),
    beacon,
    sameDay ? betweenTries : policy.separationMinutes,
    rules,
  );
  const counted = clean.reduce((sum, exposure) => sum + exposure.counts, 0);
  // Two causes of one lamp: each has to be mended, and each is proven apart.
  const causes = repairs.map((own) => cureChance(own, beacon.seen));
  const cured = causes.reduce((product, own) => product * own, 1);
  const target = isRestraint(beacon) ? policy.restraintTarget : policy.target;
  const request: WatchRequest = {
    unit: rate.per === 'starts' ? 'cycles' : 'hours',
    before: { shown: rate.shown, exposures: rate.exposures },
    cleanSince: counted,
    cured,
    target,
    perDay: rate.perDay,
    disturbed: rules.disturbed,
    ...(causes.length > 1 ? { causes } : {}),
  };
  const watch = assess(request);
  const lacking = lackingFor(beacon, clean, request, watch, sameDay, policy, rules);
  return {
    beaconId,
    repair,
    repairs,
    cured,
    target,
    per: rate.per,
    request,
    watch,
    counted,
    clean,
    lacking,
    returned,
    sameDay,
    spanDays: !sameDay && rules.asksForSpan(beacon) ? 1 : 0,
    dormant: lacking.length === 0 && returned === null,
    lookAgainAt: lookAgain(repair, clean, watch, lacking),
    followUpAt: rules.followsUp ? followUp(repairs, exposures) : null,
  };
}

/** A lamp that its module latches, what comes and goes, and what keeps people safe is never proven in a day. */
function asksForColdStarts({ kind, name, seen, shown, exposures, often, per, restraint }: Beacon): boolean {
  const counted = shown === exposures && (per ?? 'starts') === 'starts';
  const always = often == null ? counted : often === 'every-time';
  return kind === 'beacon' || seen === 'comes-and-goes' || !always || isSafety({ name, restraint });
}

/** Seen on each of three tries at least, found by a test in a circuit that nobody is hurt by, its root removed. */
function provenSameDay(record: JobRecord, beacon: Beacon, repairs: readonly Repair[]): boolean {
  if (asksForColdStarts(beacon) || rateOf(beacon).shown < sheetTries) return false;
  return repairs.every(({ root, traceId, seq }) => {
    const trace = traceId == null ? undefined : standingFor(record.traces, traceId);
    return (
      root === 'found-and-removed' &&
      trace !== undefined &&
      // The complaint may not name what the circuit is.
      !isGuarded(trace.case) &&
      standing(record.readings).some((reading) => reading.traceId === traceId && reading.seq < seq)
    );
  });
}

function count(
  exposures: readonly Exposure[],
  beacon: Beacon,
  separation: number,
  { halvesOne }: ProofRules,
): CountedExposure[] {
  const sorted = [...exposures].sort((a, b) => Date.parse(a.observedAt) - Date.parse(b.observedAt));
  const { per } = rateOf(beacon);
  /** Of the drives that were made, and of what was told of many in one go: each track is separated by itself. */
  const last = { made: -Infinity, told: -Infinity };
  let lastReport: string | null = null;
  return sorted.map((exposure) => {
    const at = Date.parse(exposure.observedAt);
    const reportId = exposure.reportId ?? null;
    const track = reportId === null ? 'made' : 'told';
    // The parts of one report stand beside each other.
    const sameReport = reportId !== null && reportId === lastReport;
    if (!sameReport && at - last[track] < separation * 60_000) return { exposure, counts: 0 };
    last[track] = at;
    lastReport = reportId ?? lastReport;
    const drives = exposure.drives ?? 1;
    const told = exposure.reportedBy === 'customer' && (halvesOne || drives > 1);
    const amount = amountOf(per, exposure) * drives;
    return { exposure, counts: matchOf(beacon, exposure) * amount * (told ? remembered : 1) };
  });
}

function lackingFor(
  beacon: Beacon,
  clean: readonly CountedExposure[],
  request: WatchRequest,
  watch: WatchAnswer,
  sameDay: boolean,
  policy: ProofPolicy,
  rules: ProofRules,
): Lacking[] {
  const lacking: Lacking[] = [];
  const separate = clean.filter(({ counts }) => counts > 0).map(({ exposure }) => exposure);
  if (watch.probability < (request.target ?? 1))
    lacking.push({
      what: 'exposures',
      count: watch.totalNeeded === null ? Infinity : fewestMore(request, watch.totalNeeded),
      per: rateOf(beacon).per,
    });
  if (sameDay) {
    if (separate.length < sheetTries) lacking.push({ what: 'tries', count: sheetTries - separate.length });
  } else {
    const cold = separate.filter((exposure) => exposure.coldStart).length;
    if (cold < policy.coldStarts) lacking.push({ what: 'coldStarts', count: policy.coldStarts - cold });
    const span = rules.asksForSpan(beacon) ? spanLacking(separate) : null;
    if (span) lacking.push(span);
  }
  for (const condition of beacon.conditions)
    if (!clean.some(({ exposure }) => gradeOf(condition, exposure) >= metFrom))
      lacking.push({ what: 'condition', condition });
  if (beacon.kind === 'beacon' && !clean.some(({ exposure }) => exposure.bulbCheck === 'passed'))
    lacking.push({ what: 'bulbCheck' });
  if (beacon.kind === 'beacon' && !clean.some(({ exposure }) => exposure.monitorRan))
    lacking.push({ what: 'monitor' });
  return lacking;
}

/** Exposures that count whole and are still needed, where those so far count by parts. */
function fewestMore(request: WatchRequest, totalNeeded: number): number {
  const { cleanSince } = request;
  let more = Math.max(1, Math.floor(totalNeeded - cleanSince));
  while (curedGivenClean(request, cleanSince + more) < (request.target ?? 1)) more++;
  return more;
}

const day = 24 * 3_600_000;

/** A day between the first and the last exposure. */
function spanLacking(exposures: readonly Exposure[]): Lacking | null {
  const first = exposures[0];
  if (!first) return null;
  const notBefore = Date.parse(first.observedAt) + day;
  return Date.parse(exposures.at(-1)!.observedAt) >= notBefore
    ? null
    : { what: 'span', notBefore: new Date(notBefore).toISOString() };
}

/** Those after which the customer is asked again, the earliest first. */
export function followUps(proofs: readonly Proof[]): (Proof & { readonly followUpAt: string })[] {
  return proofs
    .flatMap((proof) => (proof.followUpAt === null ? [] : [{ ...proof, followUpAt: proof.followUpAt }]))
    .sort((a, b) => (a.followUpAt < b.followUpAt ? -1 : 1));
}

function followUp(repairs: readonly Repair[], exposures: readonly Exposure[]): string | null {
  const unknown = repairs.findLast(({ root }) => root === 'unknown');
  if (!unknown) return null;
  const due = Date.parse(unknown.observedAt) + followUpDays * day;
  const asked = exposures.some(({ observedAt }) => Date.parse(observedAt) >= due);
  return asked ? null : new Date(due).toISOString();
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
