/**
 * Shops on which the chance of a cure is tried, made without the estimator: how well each of them repairs, how far its
 * tracing can be believed, and how often an uncured fault shows are drawn here. Nothing of what the estimator assumes
 * is known here; nothing here is read by it. Written before it was tried on them.
 */
import { type RandomNumbers, randomNumbers } from '../random/index.js';

export const methods = ['clean', 'reseat', 'retension', 'repair', 'replace'] as const;
export const partKinds = [
  'connection',
  'consumable',
  'switching',
  'drive',
  'module',
  'restraint',
  'none',
] as const;
export const roots = ['found-and-removed', 'found-and-left', 'unknown'] as const;

type Method = (typeof methods)[number];
type PartKind = (typeof partKinds)[number];
type Root = (typeof roots)[number];

/** A repair as the shop enters it. */
export interface WorldRepair {
  readonly method: Method;
  readonly part: PartKind;
  readonly root: Root;
  readonly confirmed: boolean;
  readonly comesAndGoes: boolean;
  /** What the planner said of the part; null where nothing was traced. */
  readonly called: number | null;
  /** How often it showed in how many starts, as it was told at take-in. */
  readonly before: { readonly shown: number; readonly exposures: number };
  /** Hidden from the shop. */
  readonly cured: boolean;
  /** One more matched start: does it show? */
  readonly start: () => boolean;
  /** After how many days the customer brings it back, with so many starts a day; null where he does not within the year. */
  readonly comesBack: (startsPerDay: number) => number | null;
}

export interface WorldShop {
  readonly next: () => WorldRepair;
}

const logit = (p: number) => Math.log(p / (1 - p));
const chance = (x: number) => 1 / (1 + Math.exp(-x));

/** How a shop differs from the next: all of it in log-odds. */
function characterOf(random: RandomNumbers) {
  const around = (mean: number, spread: number) => mean + spread * random.normal();
  const each = <K extends string>(means: Record<K, number>, spread: number): Record<K, number> =>
    Object.fromEntries(
      Object.entries<number>(means).map(([name, mean]) => [name, around(mean, spread)]),
    ) as Record<K, number>;
  return {
    skill: around(1.35, 0.55),
    method: each({ clean: -0.6, reseat: -0.5, retension: -0.1, repair: -0.2, replace: 0.3 }, 0.35),
    part: each(
      {
        connection: -0.3,
        consumable: 0.5,
        switching: 0.2,
        drive: 0,
        module: -0.2,
        restraint: 0.1,
        none: -0.5,
      },
      0.35,
    ),
    root: each({ 'found-and-removed': 0.5, 'found-and-left': -0.6, unknown: -0.4 }, 0.25),
    confirmed: around(0.5, 0.3),
    comesAndGoes: around(-0.6, 0.3),
    /** The truth behind a stated probability: some planners boast, few are modest. */
    boast: { at: around(-0.35, 0.4), slope: 0.35 + 0.75 * random.uniform() },
    cells: new Map<string, number>(),
    /** Customers who bring a car back when its lamp is on again. */
    tells: 0.75 + 0.2 * random.uniform(),
  };
}

/** A shop of its own for every seed; the same seed gives the same repairs. */
export function shopOf(seed: number): WorldShop {
  const random = randomNumbers(seed);
  const character = characterOf(random);
  const one = <T>(all: readonly T[], weights: readonly number[]): T => {
    let at = random.uniform() * weights.reduce((a, b) => a + b, 0);
    return all.find((_, n) => (at -= weights[n]!) < 0) ?? all.at(-1)!;
  };
  const cell = (name: string): number => {
    const before = character.cells.get(name);
    if (before !== undefined) return before;
    const own = 0.35 * random.normal();
    character.cells.set(name, own);
    return own;
  };
  return {
    next: () => {
      const part = one(partKinds, [28, 20, 16, 8, 14, 6, 8]);
      const method = one(methods, part === 'connection' ? [25, 15, 15, 35, 10] : [4, 6, 2, 18, 70]);
      const comesAndGoes = random.uniform() < 0.4;
      const root = one(roots, comesAndGoes ? [45, 15, 40] : [65, 15, 20]);
      const confirmed = random.uniform() < 0.45;
      const called =
        part === 'none' || random.uniform() < 0.1
          ? null
          : Math.min(0.999, Math.max(0.03, chance(1.8 + 1.5 * random.normal() + (confirmed ? 0.7 : 0))));
      // The right part first, by the truth behind what was called; then a repair that holds.
      const { at, slope } = character.boast;
      const rightPart = called === null ? 0.8 : chance(at + slope * logit(called) + 0.5);
      const holds = chance(
        character.skill +
          0.9 +
          character.method[method] +
          character.part[part] +
          character.root[root] +
          (confirmed ? character.confirmed : 0) +
          (comesAndGoes ? character.comesAndGoes : 0) +
          cell(`${method} ${part} ${root}`),
      );
      const cured = random.uniform() < rightPart * holds;
      const rate = comesAndGoes ? Math.exp(Math.log(0.03) + random.uniform() * Math.log(25)) : 1;
      // What is not cured may have been made rarer.
      const after = random.uniform() < 0.2 ? rate * (0.2 + 0.8 * random.uniform()) : rate;
      const before = seenBefore(random, rate);
      return {
        method,
        part,
        root,
        confirmed,
        comesAndGoes,
        called,
        before,
        cured,
        start: () => !cured && random.uniform() < after,
        comesBack: (startsPerDay) => {
          if (cured || random.uniform() > character.tells) return null;
          const starts = Math.ceil(Math.log(1 - random.uniform()) / Math.log(1 - Math.min(after, 0.9999)));
          const days = starts / startsPerDay + 6 * random.uniform();
          return days > 365 ? null : days;
        },
      };
    },
  };
}

/** A customer comes after it has shown, and tells of the starts that he remembers. */
function seenBefore(random: RandomNumbers, rate: number): WorldRepair['before'] {
  const exposures = 3 + Math.floor(25 * random.uniform());
  for (;;) {
    let shown = 0;
    for (let n = 0; n < exposures; n++) if (random.uniform() < rate) shown++;
    if (shown > 0) return { shown, exposures };
  }
}
