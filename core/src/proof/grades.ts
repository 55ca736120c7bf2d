/**
 * How well an exposure meets the conditions in which a beacon used to show: by what was measured where something was,
 * else by the words that were ticked. All limits are judgement.
 */
import type { Beacon, Exposure } from '../record/index.js';

/** Share with which a clean exposure counts where none of the beacon's conditions was met. */
export const mismatched = 0.2;
/** A condition counts as exposed once from this grade on. */
export const metFrom = 0.5;

type Circumstances = NonNullable<Exposure['circumstances']>;

/** As far from a limit, in the same unit, as it takes to lose some six tenths. */
const bell = (distance: number, width: number): number => Math.exp(-((Math.max(0, distance) / width) ** 2));

/** Celsius up to which it is cold, and from which it is hot; degrees beyond that still count in part. */
const cold = 5;
const hot = 25;
const warmWidth = 8;
/** Hours after which an engine is as cold as the air. */
const soaked = 6;
/** Minutes that make a long drive. */
const longDrive = 40;

const wetGrades = { dry: 0, damp: 0.5, rain: 1, standing: 1 } as const;
const roadGrades = { smooth: 0, mixed: 0.5, rough: 1 } as const;
const loadGrades = { none: 0, some: 0.5, full: 1 } as const;

/** The grade by what was measured or seen; null where nothing was. */
const measured: Readonly<Record<string, (own: Circumstances) => number | null>> = {
  cold: ({ celsius, soakHours }) => {
    if (celsius == null) return soakHours == null ? null : Math.min(1, soakHours / soaked);
    return bell(celsius - cold, warmWidth) * (soakHours == null ? 1 : Math.min(1, soakHours / soaked));
  },
  hot: ({ celsius }) => (celsius == null ? null : bell(hot - celsius, warmWidth)),
  rain: ({ wet }) => (wet == null ? null : wetGrades[wet]),
  'rough road': ({ road }) => (road == null ? null : roadGrades[road]),
  'long drive': ({ minutes }) => (minutes == null ? null : Math.min(1, minutes / longDrive)),
  'under load': ({ load }) => (load == null ? null : loadGrades[load]),
};

/** Which condition a trial by hand stands for, and how well: a hose is nearly rain. */
const trials: Readonly<
  Record<NonNullable<Exposure['provoked']>, { readonly condition: string; readonly grade: number }>
> = {
  hose: { condition: 'rain', grade: 0.8 },
  freeze: { condition: 'cold', grade: 0.7 },
  heat: { condition: 'hot', grade: 0.7 },
  wiggle: { condition: 'rough road', grade: 0.7 },
  load: { condition: 'under load', grade: 0.9 },
};

/** What a trial by hand is called. */
export const trialWords: Readonly<Record<NonNullable<Exposure['provoked']>, string>> = {
  hose: 'hose',
  freeze: 'freezer spray',
  heat: 'heat gun',
  wiggle: 'harness moved',
  load: 'all loads on',
};

/** What a trial by hand stands for. @example conditionOfTrial('hose') // 'rain' */
export const conditionOfTrial = (trial: NonNullable<Exposure['provoked']>): string => trials[trial].condition;

/**
 * From 0, not met, to 1.
 *
 * @example gradeOf('rain', { conditions: [], circumstances: { wet: 'damp' } }) // 0.5
 */
export function gradeOf(condition: string, { conditions, circumstances, provoked }: ExposedTo): number {
  const name = condition.toLowerCase();
  const trial = provoked == null ? undefined : trials[provoked];
  if (trial?.condition === name) return trial.grade;
  const byMeasure = circumstances && Object.hasOwn(measured, name) ? measured[name]!(circumstances) : null;
  if (byMeasure !== null && byMeasure !== undefined) return byMeasure;
  const ticked = conditions.some((own) => own.toLowerCase() === name);
  return ticked ? 1 : 0;
}

type ExposedTo = Pick<Exposure, 'conditions'> & Partial<Pick<Exposure, 'circumstances' | 'provoked'>>;

/** How much a clean exposure counts, separation and drives apart: all where it shows whatever the conditions. */
export function matchOf({ conditions }: Pick<Beacon, 'conditions'>, exposure: ExposedTo): number {
  if (conditions.length === 0) return 1;
  const best = Math.max(...conditions.map((condition) => gradeOf(condition, exposure)));
  return mismatched + (1 - mismatched) * best;
}

/** What a trial by hand stands for, as its page says it; null where it stands for none of these conditions. */
export function trialFor(condition: string): NonNullable<Exposure['provoked']> | null {
  const name = condition.toLowerCase();
  const found = Object.entries(trials).find(([, own]) => own.condition === name);
  return (found?.[0] as NonNullable<Exposure['provoked']> | undefined) ?? null;
}
