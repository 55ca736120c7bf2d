/** The least minutes that reach every target: a search over sets of steps, bounded from below. */
import type { Work } from '../progress/index.js';
import { type AccessGraph, doable } from './graph.js';

/** Sets of 40 steps that are bounded before the best found so far is given as it is: less than a second. */
const usualSets = 4000;
const usualSteps = 40;
/** A set costs the more to bound the more steps could be in it, nearly with their square. */
const costGrows = 1.8;

/** Sets that are bounded where nothing else is said: about as much work whatever the number of steps. */
export const usualBudget = (steps: number): number =>
  Math.ceil(usualSets * Math.min(1, (usualSteps / Math.max(1, steps)) ** costGrows));

const perStep = 100;

export interface LeastWork {
  readonly steps: ReadonlySet<number>;
  readonly minutes: number;
  readonly optimal: boolean;
}

/**
 * Branch and bound over sets. In every set that reaches the targets, the step that is done first of those a smaller
 * set cannot do has an alternative outside them: each such step and alternative is a branch, and none is missed.
 *
 * @param targets each of them can be reached
 * @param budget sets that are bounded; left out, as many as take less than a second or so
 */
export function* leastWork(
  whole: AccessGraph,
  targets: ReadonlySet<number>,
  budget: number | null = null,
): Work<LeastWork> {
  const { graph, places } = leadingTo(whole, targets);
  const inner = new Set([...targets].map((target) => places.indexOf(target)));
  const { steps, ...found } = yield* searched(graph, inner, budget ?? usualBudget(places.length));
  return { ...found, steps: new Set([...steps].map((step) => places[step]!)) };
}

/** The part of a graph that can matter for the targets, and where each of its steps stands in the whole. */
function leadingTo(
  { minutes, needs }: AccessGraph,
  targets: ReadonlySet<number>,
): { readonly graph: Pick<AccessGraph, 'minutes' | 'needs'>; readonly places: readonly number[] } {
  const found = new Set(targets);
  // Grows while it is gone through.
  for (const step of found) for (const way of needs[step]!) for (const need of way) found.add(need);
  const places = [...found].sort((a, b) => a - b);
  const inner = new Map(places.map((place, n) => [place, n]));
  return {
    places,
    graph: {
      minutes: places.map((place) => minutes[place]!),
      needs: places.map((place) => needs[place]!.map((way) => way.map((need) => inner.get(need)!))),
    },
  };
}

type Inner = Pick<AccessGraph, 'minutes' | 'needs'>;

function* searched(graph: Inner, targets: ReadonlySet<number>, budget: number): Work<LeastWork> {
  let best = greedy(graph, targets);
  let bounded = 0;
  const seen = new Map<string, true>();
  const open: { readonly steps: Set<number>; readonly minutes: number; readonly bound: number }[] = [];
  const put = (steps: Set<number>): void => {
    const key = [...steps].sort((a, b) => a - b).join();
    if (seen.has(key)) return;
    seen.set(key, true);
    const minutes = sumOf(graph, steps);
    if (minutes >= best.minutes - 1e-9) return;
    bounded++;
    const bound = minutes + stillNeeded(graph, steps);
    if (bound < best.minutes - 1e-9) open.push({ steps, minutes, bound });
  };
  put(new Set(targets));
  let told = 0;
  while (open.length > 0) {
    if (bounded >= budget) return { ...best, optimal: false };
    // Deepest first among the promising: a good way is found early, and bounds the rest.
    const { steps, minutes, bound } = open.pop()!;
    if (bound >= best.minutes - 1e-9) continue;
    if (bounded >= told + perStep) yield { done: (told = bounded), total: budget };
    const done = new Set(doable(graph, steps));
    const stuck = [...steps].filter((step) => !done.has(step));
    if (stuck.length === 0) {
      best = { steps, minutes };
      continue;
    }
    const branches = stuck.flatMap((step) =>
      graph.needs[step]!.filter((way) => way.every((need) => done.has(need) || !steps.has(need))),
    );
    const more = branches
      .map((way) => new Set([...steps, ...way]))
      .map((set) => ({ set, minutes: sumOf(graph, set) }))
      .sort((a, b) => b.minutes - a.minutes);
    for (const { set } of more) put(set);
  }
  return { ...best, optimal: true };
}

function sumOf({ minutes }: Inner, steps: Iterable<number>): number {
  let sum = 0;
  for (const step of steps) sum += minutes[step]!;
  return sum;
}

/**
 * What a set lacks at the least, as a sum of cuts: sets of steps of which every way holds at least one. Each cut counts
 * its cheapest step, and takes so much off all of its steps before the next is looked for. Infinity where no way is left.
 * Source: the landmark cuts of planning without deletions (Helmert and Domshlak, 2009).
 */
function stillNeeded(graph: Inner, steps: ReadonlySet<number>): number {
  const rest = graph.minutes.map((cost, step) => (steps.has(step) ? 0 : cost));
  let sum = 0;
  for (;;) {
    const costs = dearestCosts(graph.needs, rest);
    const goal = dearest(steps, costs);
    if (goal === undefined || costs[goal]! <= 1e-9) return sum;
    if (costs[goal] === Infinity) return Infinity;
    const cut = cutBefore(graph.needs, rest, costs, goal);
    const least = Math.min(...cut.map((step) => rest[step]!));
    sum += least;
    for (const step of cut) rest[step]! -= least;
  }
}

/** Minutes that each step needs at the least if what it leans on came in one go: the dearest need of its cheapest way. */
function dearestCosts(needs: AccessGraph['needs'], own: readonly number[]): number[] {
  const costs = needs.map((ways, step) => (ways.length === 0 ? own[step]! : Infinity));
  for (let changed = true; changed;) {
    changed = false;
    needs.forEach((ways, step) => {
      for (const way of ways) {
        let most = 0;
        for (const need of way) if (costs[need]! > most) most = costs[need]!;
        if (own[step]! + most >= costs[step]! - 1e-12) continue;
        costs[step] = own[step]! + most;
        changed = true;
      }
    });
  }
  return costs;
}

function dearest(steps: Iterable<number>, costs: readonly number[]): number | undefined {
  let found: number | undefined;
  for (const step of steps) if (found === undefined || costs[step]! > costs[found]!) found = step;
  return found;
}

/** Steps of some minutes that lie between what can be had at once and what leads to the goal for nothing. */
function cutBefore(
  needs: AccessGraph['needs'],
  rest: readonly number[],
  costs: readonly number[],
  goal: number,
): readonly number[] {
  const leads = new Set([goal]);
  const open = [goal];
  for (const step of open) {
    if (rest[step]! > 1e-9) continue;
    for (const way of needs[step]!) {
      const need = dearest(way, costs);
      if (need === undefined || leads.has(need)) continue;
      leads.add(need);
      open.push(need);
    }
  }
  const had = new Set<number>();
  const enters = (step: number): boolean => {
    const ways = needs[step]!;
    if (ways.length === 0) return true;
    return ways.some((way) => {
      const need = dearest(way, costs);
      return need === undefined || had.has(need);
    });
  };
  for (let before = -1; before !== had.size;) {
    before = had.size;
    needs.forEach((_, step) => {
      if (!leads.has(step) && !had.has(step) && enters(step)) had.add(step);
    });
  }
  return [...leads].filter((step) => rest[step]! > 1e-9 && enters(step));
}

/** A good way to begin with: each step by its cheapest alternative, costs added up along it. */
function greedy(graph: Inner, targets: ReadonlySet<number>): { steps: ReadonlySet<number>; minutes: number } {
  const { minutes, needs } = graph;
  const costs = needs.map((ways, step) => (ways.length === 0 ? minutes[step]! : Infinity));
  const chosen: (readonly number[])[] = needs.map(() => []);
  for (let changed = true; changed;) {
    changed = false;
    needs.forEach((ways, step) => {
      for (const way of ways) {
        const cost = minutes[step]! + way.reduce((sum, need) => sum + costs[need]!, 0);
        if (cost >= costs[step]! - 1e-12) continue;
        costs[step] = cost;
        chosen[step] = way;
        changed = true;
      }
    });
  }
  const steps = new Set<number>();
  const take = (step: number): void => {
    if (steps.has(step)) return;
    steps.add(step);
    chosen[step]!.forEach(take);
  };
  targets.forEach(take);
  // Steps of no minutes may lean on each other: then everything that can be done is the way to begin with.
  const done = doable(graph, steps);
  const sound = done.length === steps.size ? steps : new Set(doable(graph, new Set(needs.map((_, n) => n))));
  return { steps: sound, minutes: sumOf(graph, sound) };
}
