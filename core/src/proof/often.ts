/** How often a beacon used to show, from what the customer said in words: as counts that carry their own doubt. */
import type { Beacon, Exposure } from '../record/index.js';

/** Starts of a car in a day, where nothing else is known. */
export const startsPerDay = 3;

export type Often = NonNullable<Beacon['often']>;

/**
 * Starts in which it showed, of so many that the words speak of. Few of them where the words are vague: the rate then
 * has a wide spread. Judgement.
 */
const counts: Readonly<Record<Often, { readonly shown: number; readonly exposures: number }>> = {
  'every-time': { shown: 3, exposures: 3 },
  'most-times': { shown: 3, exposures: 4 },
  half: { shown: 2, exposures: 4 },
  'now-and-then': { shown: 1, exposures: 6 },
  daily: { shown: 2, exposures: 2 * startsPerDay },
  'twice-a-week': { shown: 2, exposures: 7 * startsPerDay },
  weekly: { shown: 1, exposures: 7 * startsPerDay },
  monthly: { shown: 1, exposures: 30 * startsPerDay },
  once: { shown: 1, exposures: 30 * startsPerDay },
};

/** @example countsOf('twice-a-week') // { shown: 2, exposures: 21 } */
export const countsOf = (often: Often): { readonly shown: number; readonly exposures: number } =>
  counts[often];

/** What the customer says, in English and German, the rarest first: “most cold mornings”, “zweimal die Woche”. */
const said: readonly (readonly [Often, RegExp])[] = [
  ['once', /\b(?:(?:only |just )?once(?! (?:a|per|every))|one time|einmal(?! (?:am|die|in der|pro|im)))\b/u],
  [
    'monthly',
    /\b(?:once|twice|a few times)? ?(?:a|per|every|in a) month\b|\bmonthly\b|\b(?:im|pro) monat\b/u,
  ],
  [
    'twice-a-week',
    /\b(?:twice|two or three times|a few times|several times|[23]) ?(?:times )?(?:a|per) week\b|\b(?:zweimal|mehrmals) (?:die|in der|pro) woche\b/u,
  ],
  ['weekly', /\b(?:once )?(?:a|per|every) week\b|\bweekly\b|\b(?:einmal )?(?:die|in der|pro) woche\b/u],
  ['daily', /\b(?:once |twice )?(?:a|per|every|each) day\b|\bdaily\b|\b(?:täglich|jeden tag|am tag)\b/u],
  ['most-times', /\b(?:most(?:ly)?|nearly|almost|usually|often|meistens?|fast|oft)\b/u],
  ['half', /\bhalf\b|\bevery (?:second|other)\b|\bjedes zweite\b/u],
  ['every-time', /\b(?:always|every|each|immer|jedes mal|bei jedem|stays on|permanently)\b/u],
  [
    'now-and-then',
    /\b(?:sometimes|now and then|occasional(?:ly)?|at times|manchmal|ab und zu|hin und wieder|seldom|rarely|selten)\b/u,
  ],
];

/**
 * The first that the words speak of; null where they say nothing of it.
 *
 * @example oftenIn('most cold mornings') // 'most-times'
 */
export function oftenIn(words: string): Often | null {
  const text = words.toLowerCase();
  return said.find(([, pattern]) => pattern.test(text))?.[0] ?? null;
}

/** Over what a beacon is counted. */
export type Per = NonNullable<Beacon['per']>;

/** Hours and kilometres that a car is driven in a day, where nothing else is known. Judgement. */
const drivenADay = { starts: startsPerDay, hours: 1, km: 40 } as const;

/** Hours of a start of which nobody said how long it was; of a trial by hand; kilometres in an hour. Judgement. */
const usualHours = { drive: 0.25, trial: 0.2 };
const kmAnHour = 40;

export interface Rate {
  readonly shown: number;
  readonly exposures: number;
  readonly per: Per;
  /** Of the same, what a day of usual driving brings. */
  readonly perDay: number;
}

/** Counted where somebody counted, else from the words. */
export function rateOf({
  shown,
  exposures,
  often,
  per,
}: Pick<Beacon, 'shown' | 'exposures' | 'often' | 'per'>): Rate {
  if (exposures === 0 && often != null)
    return { ...countsOf(often), per: 'starts', perDay: drivenADay.starts };
  return { shown, exposures, per: per ?? 'starts', perDay: drivenADay[per ?? 'starts'] };
}

/**
 * How much of what the beacon is counted over one exposure brings.
 *
 * @example amountOf('hours', { circumstances: { minutes: 90 } }) // 1.5
 */
export function amountOf(
  per: Per,
  { circumstances, provoked }: Pick<Exposure, 'circumstances' | 'provoked'>,
): number {
  if (per === 'starts') return 1;
  const { minutes, km } = circumstances ?? {};
  const told = minutes == null ? null : minutes / 60;
  if (per === 'hours') return told ?? (km == null ? usualOf(provoked) : km / kmAnHour);
  return km ?? kmAnHour * (told ?? usualOf(provoked));
}

const usualOf = (provoked: Exposure['provoked']): number =>
  provoked == null ? usualHours.drive : usualHours.trial;
