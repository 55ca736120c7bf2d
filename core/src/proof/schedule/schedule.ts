/** What to do next to prove a beacon soonest: the exposures that can be had, and the cheapest of them with their times. */
import { wallClock } from '../../calendar/index.js';
import type { JobPolicy } from '../../shop/index.js';
import { type Beacon, type Exposure, type JobRecord, standing } from '../../record/index.js';
import { type PlannedExposure, planWatch, type WatchPlan } from '../../watch/plan/index.js';
import { gradeOf, matchOf, metFrom, trialFor } from '../grades.js';
import { amountOf, type Per } from '../often.js';
import { type Lacking, type Proof, remembered } from '../proof.js';

/** Of the shop: when it works, what an hour costs, how far apart two starts have to be. */
export type ScheduleShop = Pick<JobPolicy, 'hourlyRateCents' | 'separationMinutes' | 'timeZone' | 'calendar'>;

export interface ScheduledStep {
  /** The trial by hand, or the condition that it is driven in; null where neither. */
  readonly provoked: Exposure['provoked'] | null;
  readonly condition: string | null;
  readonly coldStart: boolean;
  /** What it is, as a person says it. */
  readonly label: string;
  /** By the clock on the shop's wall. */
  readonly at: string;
  readonly byCustomer: boolean;
  readonly counts: number;
  /** Of the cure, when it stays dark until then. */
  readonly probability: number;
}

export interface ProofSchedule {
  /** Null where nothing that can be had proves it within two months. */
  readonly steps: readonly ScheduledStep[] | null;
  readonly cents: number;
  /** By the clock on the shop's wall. */
  readonly readyAt: string | null;
  readonly optimal: boolean;
  /** Conditions that the shop cannot bring about: somebody has to wait for them. */
  readonly waitFor: readonly string[];
}

/** What a day until the proof costs the customer, in cents. Judgement. */
const centsPerDay = 1500;
/** Until then in the morning a car may not have run yet. */
const coldUntil = '09:00';

/** What a visit takes besides, where the customer has the car: a date, the way, the papers. Judgement. */
const visitMinutes = 45;

/** How often a day the same drive, trial or start is worth making: more teaches nothing new. Judgement. */
const mostADay = { shop: 3, customer: 2, tries: 12 };

const seen = ['bulbCheck', 'monitor'] as const;

/** One that can be planned: what is done, what it takes, in which conditions. */
interface Possible {
  readonly id: string;
  readonly label: string;
  readonly minutes: number;
  readonly as: Pick<Exposure, 'conditions'> & Partial<Pick<Exposure, 'provoked'>>;
  readonly gives: readonly string[];
  readonly cold?: boolean;
  readonly customer?: boolean;
}

/** A trial by hand, as a person says it. */
export const trialWords: Readonly<Record<NonNullable<Exposure['provoked']>, string>> = {
  hose: 'Hose trial',
  heat: 'Heat-gun trial',
  freeze: 'Freezer-spray trial',
  wiggle: 'Move the harness, running',
  load: 'All loads on',
};

/** Conditions that come with the driving, whenever one wants. */
const drivable: Readonly<Record<string, { readonly label: string; readonly minutes: number }>> = {
  'rough road': { label: 'Drive on a rough road', minutes: 25 },
  'long drive': { label: 'Drive for forty minutes', minutes: 45 },
  'under load': { label: 'Drive loaded', minutes: 25 },
};

const conditionNeed = (condition: string): string => `condition ${condition}`;

function possible({ conditions }: Pick<Beacon, 'conditions'>, sameDay: boolean, per: Per): Possible[] {
  if (sameDay)
    return [
      {
        id: 'try',
        label: 'Try the whole function sheet',
        minutes: 5,
        as: { conditions },
        gives: ['tries', ...conditions.map(conditionNeed)],
      },
    ];
  const cold = conditions.filter((condition) => condition.toLowerCase() === 'cold');
  const all: Possible[] = [
    {
      id: 'cold start',
      label: 'Cold start, first thing in the morning',
      minutes: 10,
      as: { conditions: cold },
      gives: ['coldStarts', ...seen, ...cold.map(conditionNeed)],
      cold: true,
    },
    { id: 'drive', label: 'Start and short drive', minutes: 15, as: { conditions: [] }, gives: seen },
    {
      id: 'customer',
      label: 'A drive, as the customer tells',
      minutes: 0,
      as: { conditions: [] },
      gives: [],
      customer: true,
    },
    {
      id: 'customer cold',
      label: 'A cold start, as the customer tells',
      minutes: 0,
      as: { conditions: cold },
      gives: ['coldStarts', ...cold.map(conditionNeed)],
      cold: true,
      customer: true,
    },
  ];
  // What is counted by hours or kilometres asks for longer drives.
  if (per !== 'starts')
    all.push({
      id: 'hour',
      label: 'Drive for an hour',
      minutes: 60,
      as: { conditions: [] },
      gives: seen,
    });
  for (const condition of conditions) {
    const drive = Object.hasOwn(drivable, condition.toLowerCase())
      ? drivable[condition.toLowerCase()]
      : undefined;
    if (drive)
      all.push({
        id: condition,
        label: drive.label,
        minutes: drive.minutes,
        as: { conditions: [condition] },
        gives: [...seen, conditionNeed(condition)],
      });
    const provoked = trialFor(condition);
    if (provoked) {
      const as = { conditions: [], provoked };
      const meets = gradeOf(condition, as) >= metFrom;
      all.push({
        id: provoked,
        label: trialWords[provoked],
        minutes: 12,
        as,
        gives: meets ? [conditionNeed(condition)] : [],
      });
    }
  }
  return all;
}

const needOf = (lacking: Lacking): { id: string; count: number } | null => {
  switch (lacking.what) {
    case 'coldStarts':
    case 'tries':
      return { id: lacking.what, count: lacking.count };
    case 'condition':
      return { id: conditionNeed(lacking.condition), count: 1 };
    case 'bulbCheck':
    case 'monitor':
      return { id: lacking.what, count: 1 };
    default:
      return null;
  }
};

/** The moment of the last entry that tells of the car itself. */
function lastEntry({ exposures, handBacks, scans, repairs, clearings }: JobRecord): string {
  return [...exposures, ...handBacks, ...scans, ...repairs, ...clearings]
    .map(({ recordedAt }) => recordedAt)
    .reduce((a, b) => (b > a ? b : a));
}

/**
 * Where the car was handed back, the customer’s drives are planned first: a visit to the shop has its own price.
 *
 * @param now a moment in ISO form; left out, the last entry
 * @param sets that the search looks at; left out, as many as take a moment
 */
export function proofSchedule(
  record: JobRecord,
  beacon: Beacon,
  proof: Proof,
  shop: ScheduleShop,
  { now, sets }: { readonly now?: string; readonly sets?: number } = {},
): ProofSchedule {
  const away = standing(record.handBacks).some(({ seq }) => seq > proof.repair.seq);
  const kinds = possible(beacon, proof.sameDay, proof.per).filter((kind) => away || kind.customer !== true);
  const last = wallClock(lastEntry(record), shop.timeZone);
  const from = now === undefined ? last : wallClock(now, shop.timeZone);
  // Who wrote in the job today has perhaps run the engine: what cannot be told is no cold start.
  const coldToday = from.slice(11) < coldUntil && from.slice(0, 10) > last.slice(0, 10);
  const given = new Set(kinds.flatMap(({ gives }) => gives));
  const needs = proof.lacking.map(needOf).filter((need) => need !== null);
  const out = needs.filter(({ id }) => !given.has(id));
  const exposures = kinds.map((kind): PlannedExposure => ({
    id: kind.id,
    counts: matchOf(beacon, kind.as) * amountOf(proof.per, lasting(kind)) * (kind.customer ? remembered : 1),
    gives: [...kind.gives],
    cents: Math.round(
      ((kind.minutes + (away && !kind.customer ? visitMinutes : 0)) * shop.hourlyRateCents) / 60,
    ),
    ...(kind.cold ? { firstOfDay: true, fromDay: coldToday ? 0 : 1 } : {}),
    ...(kind.customer ? { anyDay: true } : {}),
    perDay: perDayOf(kind, proof.sameDay),
  }));
  const made = proof.clean.filter(({ counts }) => counts > 0);
  const clock = (exposure: Exposure | undefined) =>
    exposure === undefined ? null : wallClock(exposure.observedAt, shop.timeZone);
  const plan = planWatch(
    {
      watch: proof.request,
      exposures,
      needs: needs.filter((need) => !out.includes(need)),
      from,
      firstAt: clock(made[0]?.exposure),
      lastAt: clock(made.at(-1)?.exposure),
      separationMinutes: proof.sameDay ? 5 : shop.separationMinutes,
      spanDays: proof.spanDays,
      centsPerDay,
      calendar: shop.calendar,
    },
    sets,
  );
  return {
    steps: plan.schedule && stepsOf(plan.schedule, kinds, away),
    cents: plan.cents,
    readyAt: plan.readyAt,
    optimal: plan.optimal,
    waitFor: out.map(({ id }) => id.replace(/^condition /, '')),
  };
}

/** As long as it is planned to be; of a customer's drive nobody knows more than what is usual. */
const lasting = ({ as, minutes, customer }: Possible): Pick<Exposure, 'circumstances' | 'provoked'> => ({
  provoked: as.provoked ?? null,
  ...(customer || as.provoked ? {} : { circumstances: { minutes } }),
});

function perDayOf({ cold, customer }: Possible, sameDay: boolean): number {
  if (cold) return 1;
  if (sameDay) return mostADay.tries;
  return customer ? mostADay.customer : mostADay.shop;
}

function stepsOf(
  schedule: NonNullable<WatchPlan['schedule']>,
  kinds: readonly Possible[],
  away: boolean,
): ScheduledStep[] {
  return schedule.map(({ exposure, at, counts, probability }) => {
    const { label, customer, cold, as } = kinds.find(({ id }) => id === exposure)!;
    return {
      label: away && !customer ? `In the shop: ${label.charAt(0).toLowerCase()}${label.slice(1)}` : label,
      provoked: as.provoked ?? null,
      condition: as.conditions[0] ?? null,
      coldStart: cold === true,
      at,
      byCustomer: customer === true,
      counts,
      probability,
    };
  });
}
