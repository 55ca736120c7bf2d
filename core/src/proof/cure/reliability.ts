/** Of those that were called nine in ten, how many held: a forecast held against what became of it. */

/** A forecast and what became of it: 1 held, 0 did not; between where nobody knows for sure. */
export interface Forecast {
  readonly stated: number;
  readonly held: number;
  readonly count: number;
}

/** Forecasts between two tenths. */
export interface Tenth {
  readonly from: number;
  readonly count: number;
  /** Mean of what was stated, and share that held. */
  readonly stated: number;
  readonly held: number;
}

export interface Reliability {
  readonly count: number;
  /** Tenths in which something was stated, lowest first. */
  readonly tenths: readonly Tenth[];
  /** Mean of (stated − held)²: 0 is perfect, 0.25 is a coin; null where nothing was stated. */
  readonly brier: number | null;
  /** Fewer than it takes to say anything: it is shown with these words. */
  readonly few: boolean;
}

/** So many outcomes are too few to judge a forecast by. */
export const fewOutcomes = 30;

/**
 * @example reliabilityOf([{ stated: 0.9, held: 1, count: 9 }, { stated: 0.9, held: 0, count: 1 }]).tenths
 * // [{ from: 0.9, count: 10, stated: 0.9, held: 0.9 }]
 */
export function reliabilityOf(forecasts: readonly Forecast[]): Reliability {
  const tenths = Array.from({ length: 10 }, () => ({ count: 0, stated: 0, held: 0 }));
  let [count, squares] = [0, 0];
  for (const forecast of forecasts) {
    const { stated, held, count: times } = forecast;
    const own = tenths[Math.min(9, Math.floor(10 * stated + 1e-9))]!;
    own.count += times;
    own.stated += times * stated;
    own.held += times * held;
    count += times;
    squares += times * (held * (1 - stated) ** 2 + (1 - held) * stated ** 2);
  }
  return {
    count,
    tenths: tenths.flatMap((own, n) =>
      own.count > 0
        ? [{ from: n / 10, count: own.count, stated: own.stated / own.count, held: own.held / own.count }]
        : [],
    ),
    brier: count > 0 ? squares / count : null,
    few: count < fewOutcomes,
  };
}
