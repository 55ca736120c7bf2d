/** The cheapest numbers of exposures that reach a weight and every need: branch and bound, exact within its budget. */

export interface Kind {
  readonly counts: number;
  readonly cents: number;
  /** Needs that one meets, by their place. */
  readonly gives: readonly number[];
  /** How many of it there is room for. */
  readonly most: number;
}

export interface Cheapest {
  readonly counts: readonly number[];
  readonly cents: number;
  readonly optimal: boolean;
}

/** Sets of numbers that may still be looked at; those of several searches together. */
export interface Budget {
  left: number;
}

export interface Room {
  /** How many exposures there is room for at all. */
  readonly most: number;
  /** Whether so many find room and keep the span. */
  readonly holds: (counts: readonly number[]) => boolean;
}

/** Of two that cost the same the one with fewer exposures: this much of a cent for each. */
const each = 1e-6;
const sureEnough = 1e-9;

/**
 * @param weight that the exposures have to count together
 * @param needs how often each has to be met
 */
export function cheapest(
  kinds: readonly Kind[],
  weight: number,
  needs: readonly number[],
  { most, holds }: Room,
  budget: Budget,
): Cheapest | null {
  // Those that give most for their money first, so that a good choice is found early.
  const order = [...kinds.keys()].sort((a, b) => perWeight(kinds[a]!) - perWeight(kinds[b]!));
  const counts = kinds.map(() => 0);
  let best: { counts: readonly number[]; cents: number } | null = null;

  /** The least that what is left can cost; infinite where there is no room for it. */
  const bound = (from: number, left: number, unmet: readonly number[]): number => {
    const open = order.slice(from).map((kind) => kinds[kind]!);
    const room = open.reduce((sum, { counts, most }) => sum + counts * most, 0);
    if (room < left - sureEnough) return Infinity;
    let least = left > sureEnough ? Math.min(...open.map(perWeight)) * left : 0;
    for (const [need, times] of unmet.entries()) {
      if (times <= 0) continue;
      const own = open.filter(({ gives }) => gives.includes(need));
      if (own.reduce((sum, { most }) => sum + most, 0) < times) return Infinity;
      least = Math.max(least, times * Math.min(...own.map(({ cents }) => cents + each)));
    }
    return least;
  };

  const search = (
    from: number,
    spent: number,
    left: number,
    unmet: readonly number[],
    taken: number,
  ): void => {
    if (--budget.left < 0) return;
    const least = bound(from, left, unmet);
    if (least === Infinity || (best && spent + least >= best.cents - sureEnough / 10)) return;
    if (left <= sureEnough && unmet.every((times) => times <= 0) && holds(counts)) {
      if (!best || spent < best.cents) best = { counts: [...counts], cents: spent };
      return;
    }
    if (from === order.length) return;
    const kind = order[from]!;
    const { counts: weighs, cents, gives, most: own } = kinds[kind]!;
    // More than this helps nothing, but where a span asks for one or two more.
    const useful = Math.max(
      weighs > 0 ? Math.ceil(left / weighs - sureEnough) : 0,
      ...gives.map((need) => unmet[need]!),
      0,
    );
    const upTo = Math.min(own, most - taken, useful + 2);
    for (let times = upTo; times >= 0; times--) {
      counts[kind] = times;
      search(
        from + 1,
        spent + times * (cents + each),
        left - times * weighs,
        gives.length === 0 ? unmet : unmet.map((open, need) => open - (gives.includes(need) ? times : 0)),
        taken + times,
      );
    }
    counts[kind] = 0;
  };
  search(0, 0, weight, needs, 0);
  const found = best as { counts: readonly number[]; cents: number } | null;
  return (
    found && {
      counts: found.counts,
      cents: found.counts.reduce((sum, times, kind) => sum + times * kinds[kind]!.cents, 0),
      optimal: budget.left >= 0,
    }
  );
}

const perWeight = ({ counts, cents }: Kind): number => (counts > 0 ? (cents + each) / counts : Infinity);
