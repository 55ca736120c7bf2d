/** Where a car is and what is asked of it: weather, road, load, how it moves, what its battery has left. */

/** Conditions under which something may be wrong that is right otherwise. */
export const conditions = ['cold', 'hot', 'rain', 'rough road', 'long drive', 'under load'] as const;
export type Condition = (typeof conditions)[number];

/** What is left out is as in a dry bay: 18 °C, standing, engine off, battery full. */
export interface Surroundings {
  readonly celsius?: number | null | undefined;
  readonly wet?: 'dry' | 'damp' | 'rain' | 'standing' | null | undefined;
  readonly road?: 'smooth' | 'mixed' | 'rough' | null | undefined;
  readonly load?: 'none' | 'some' | 'full' | null | undefined;
  /** Minutes of driving until now. */
  readonly minutes?: number | null | undefined;
  readonly kmh?: number | null | undefined;
  /** The engine runs, and with it the alternator. */
  readonly running?: boolean | null | undefined;
  /** Plugs that stand in water. */
  readonly soaked?: readonly string[] | null | undefined;
}

/** Degrees in a bay, up to which it is cold outside, and from which it is hot; minutes that are a long drive. Judgement. */
export const bayCelsius = 18;
const coldTo = 5;
const hotFrom = 28;
const longMinutes = 40;

const met: Readonly<Record<Condition, (at: Surroundings) => boolean>> = {
  cold: ({ celsius }) => (celsius ?? bayCelsius) <= coldTo,
  hot: ({ celsius }) => (celsius ?? bayCelsius) >= hotFrom,
  rain: ({ wet }) => wet === 'rain' || wet === 'standing',
  'rough road': ({ road }) => road === 'rough',
  'long drive': ({ minutes }) => (minutes ?? 0) >= longMinutes,
  'under load': ({ load }) => load === 'full',
};

/** @example isMet('rain', { wet: 'rain' }) // true */
export const isMet = (condition: Condition, at: Surroundings): boolean => met[condition](at);

/** Up to a walking pace it counts as standing. */
export const stands = ({ kmh }: Surroundings): boolean => (kmh ?? 0) < 3;
