/** A whole job’s routes together: money, days, and whether the car is worth it. */

export interface ChosenRoute {
  readonly expectedCents: number;
  readonly p90Cents: number;
  readonly expectedDays: number;
  readonly readyInTime: number | null;
}

export interface JobSum {
  readonly expectedCents: number;
  /** No more than the sum of each unit’s own figure: not all go badly at once. */
  readonly p90Cents: number;
  /** Units are waited for side by side. */
  readonly expectedDays: number;
  readonly readyInTime: number | null;
  /** Null where the car’s value is not known. */
  readonly totalLoss: boolean | null;
  /** Share of the car’s value that the repair takes. */
  readonly ofValue: number | null;
}

/** Chances multiply: each unit is ready, or late, for reasons of its own. */
export function jobSum(
  chosen: readonly ChosenRoute[],
  value?: { readonly vehicleValueCents: number; readonly totalLossAt: number } | null,
): JobSum {
  const expectedCents = sum(chosen.map((one) => one.expectedCents));
  const asked = chosen.map(({ readyInTime }) => readyInTime).filter((chance) => chance !== null);
  const ofValue =
    value == null || value.vehicleValueCents === 0 ? null : expectedCents / value.vehicleValueCents;
  return {
    expectedCents,
    p90Cents: sum(chosen.map(({ p90Cents }) => p90Cents)),
    expectedDays: Math.max(0, ...chosen.map(({ expectedDays }) => expectedDays)),
    readyInTime: asked.length === 0 ? null : asked.reduce((product, chance) => product * chance, 1),
    totalLoss: ofValue === null ? null : ofValue > value!.totalLossAt,
    ofValue,
  };
}

const sum = (numbers: readonly number[]) => numbers.reduce((all, one) => all + one, 0);
