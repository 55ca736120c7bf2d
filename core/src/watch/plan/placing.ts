/** Whether so many exposures of each kind find room in the days, and on which: a flow from kinds to days. */
import type { PlanDay } from './days.js';

/** How many of each kind stand on each day. */
export type Placed = readonly (readonly number[])[];

/** One that has to stand on a day of its own choosing: kind and day. */
export type Fixed = readonly [kind: number, day: number];

/**
 * @param counts how many of each kind are to be placed
 * @param isFirst kinds before which nothing may run that day: one of them a day at most
 * @returns null where they do not all find room
 */
export function placed(
  days: readonly PlanDay[],
  counts: readonly number[],
  isFirst: readonly boolean[],
  fixed: readonly Fixed[] = [],
): Placed | null {
  const on = days.map(() => counts.map(() => 0));
  const kept = days.map(() => counts.map(() => 0));
  const left = [...counts];
  for (const [kind, day] of fixed) {
    if (left[kind]! <= 0) return null;
    left[kind]!--;
    on[day]![kind]!++;
    kept[day]![kind]!++;
  }
  const total = (day: number) => on[day]!.reduce((a, b) => a + b, 0);
  const firsts = (day: number) => on[day]!.reduce((sum, times, kind) => sum + (isFirst[kind] ? times : 0), 0);
  const holds = (day: number) =>
    total(day) <= days[day]!.slots.length &&
    firsts(day) <= 1 &&
    on[day]!.every((times, kind) => times <= days[day]!.most[kind]!);
  if (days.some((_, day) => !holds(day))) return null;
  /** Puts one more of a kind on some day, moving others where that makes room. */
  const put = (kind: number, seen: Set<string>): boolean => {
    for (let day = 0; day < days.length; day++) {
      if (on[day]![kind]! >= days[day]!.most[kind]!) continue;
      on[day]![kind]!++;
      if (holds(day)) return true;
      // In the place of another that goes elsewhere.
      for (let other = 0; other < counts.length; other++) {
        if (other === kind || on[day]![other]! <= kept[day]![other]!) continue;
        const key = `${day} ${other}`;
        if (seen.has(key)) continue;
        on[day]![other]!--;
        if (holds(day)) {
          seen.add(key);
          if (put(other, seen)) return true;
        }
        on[day]![other]!++;
      }
      on[day]![kind]!--;
    }
    return false;
  };
  // The pickiest first: what needs a day to itself, then what can be had on few.
  const order = [...counts.keys()].sort((a, b) => Number(isFirst[b]) - Number(isFirst[a]));
  for (const kind of order) for (let n = 0; n < left[kind]!; n++) if (!put(kind, new Set())) return null;
  return on;
}
