/** What each action would cost to the end, one step ahead over a bound. Source: computation page, section 4. */
import { update } from './evidence.js';
import type { Outcome } from './outcomes.js';
import { type Place, placeKey, type Reached } from './place.js';
import type { ReadyCase } from './prepare.js';

/** How many actions are judged two steps ahead, where that is asked for. */
export const frontRunners = 6;

/** A test that can still be made, with its outcomes. */
export interface OpenTest {
  readonly test: Reached & { readonly minutes: number };
  readonly outcomes: readonly Outcome[];
}

/** The charges and the elements of a case, laid out for the inner loops, at one place of the work. */
export class Costs {
  /** For every suspect, the index of its element's part among `parts`, or -1; of a pair also the other's. */
  private readonly partOf: Int32Array;
  private readonly secondOf: Int32Array;
  private readonly pairs: boolean;
  /** Price and labour of every part from here, what must be reached first included. */
  private readonly cents: Float64Array;
  private readonly toDead: number;
  private readonly places: Map<string, Costs>;

  constructor(
    private readonly ready: ReadyCase,
    readonly place: Place = ready.ways.start(),
    others?: Costs,
  ) {
    const indexOf = (element: string | undefined) =>
      ready.parts.findIndex((part) => part.element === element);
    this.partOf = others?.partOf ?? Int32Array.from(ready.suspects, ({ element }) => indexOf(element));
    this.secondOf =
      others?.secondOf ?? Int32Array.from(ready.suspects, ({ second }) => indexOf(second?.element));
    this.pairs = this.secondOf.some((part) => part >= 0);
    this.cents = Float64Array.from(
      ready.parts,
      (part) => part.cents + this.labour(ready.ways.before(place, part).accessMinutes),
    );
    this.toDead = this.labour(ready.ways.toDead(place));
    this.places = others?.places ?? new Map([[placeKey(place), this]]);
  }

  labour(minutes: number): number {
    return (minutes / 60) * this.ready.hourlyRateCents;
  }

  /** The costs after an action: what it reached is reached, and the car is as it left it. */
  after(action: Reached): Costs {
    if (this.ready.ways.none) return this;
    const place = this.ready.ways.after(this.place, action);
    const key = placeKey(place);
    const known = this.places.get(key) ?? new Costs(this.ready, place, this);
    this.places.set(key, known);
    return known;
  }

  /** Labour until an action has begun: access that is not gained, and the change of the supply. */
  private first(action: Reached): number {
    return this.ready.ways.none ? 0 : this.labour(this.ready.ways.minutes(this.place, action));
  }

  /** Probability of every part, its suspects together; a pair counts for both of its parts. */
  partProbabilities(beliefs: Float64Array): Float64Array {
    const sums = new Float64Array(this.ready.parts.length);
    for (let s = 0; s < beliefs.length; s++) if (this.partOf[s]! >= 0) sums[this.partOf[s]!]! += beliefs[s]!;
    if (this.pairs)
      for (let s = 0; s < beliefs.length; s++)
        if (this.secondOf[s]! >= 0) sums[this.secondOf[s]!]! += beliefs[s]!;
    return sums;
  }

  /**
   * The bound R: parts tried one after the other by ascending (cents + W)/p, and the charge for `outside` on
   * what is left. Parts in `tried` and parts that cannot be it are passed over.
   */
  bound(beliefs: Float64Array, tried: ReadonlySet<number>): number {
    const p = this.partProbabilities(beliefs);
    const { parts, wrongPartCents: wrong } = this.ready;
    const { cents } = this;
    const order: number[] = [];
    for (let i = 0; i < parts.length; i++) if (p[i]! > 0 && !tried.has(i)) order.push(i);
    order.sort((a, b) => (cents[a]! + wrong) / p[a]! - (cents[b]! + wrong) / p[b]!);
    const cured = this.pairs ? this.curedInTurn(beliefs, order, tried) : p;
    let left = 1;
    let cost = 0;
    let live = this.toDead > 0;
    for (const i of order) {
      if (live && parts[i]!.power != null && parts[i]!.power !== 'live') {
        cost += this.toDead * left;
        live = false;
      }
      cost += cents[i]! * left + wrong * Math.max(0, left - p[i]!);
      left = Math.max(0, left - cured[i]!);
    }
    return cost + left * this.ready.outsideCents;
  }

  /** What each part ends when they are fitted in this order: a pair is ended by the later of its two. */
  private curedInTurn(
    beliefs: Float64Array,
    order: readonly number[],
    tried: ReadonlySet<number>,
  ): Float64Array {
    const turn = new Float64Array(this.ready.parts.length).fill(Infinity);
    for (const part of tried) turn[part] = -1;
    order.forEach((part, at) => (turn[part] = at));
    const cured = new Float64Array(this.ready.parts.length);
    for (let s = 0; s < beliefs.length; s++) {
      const [first, second] = [this.partOf[s]!, this.secondOf[s]!];
      const last = second < 0 || (first >= 0 && turn[first]! > turn[second]!) ? first : second;
      if (last >= 0 && turn[last]! >= 0) cured[last]! += beliefs[s]!;
    }
    return cured;
  }

  /** Labour of the test and the bound after each outcome, weighed by its chance. */
  test({ test, outcomes }: OpenTest, beliefs: Float64Array, tried: ReadonlySet<number>): number {
    const then = this.after(test);
    return outcomes.reduce(
      (cost, { chances }) => {
        const { chance, beliefs: after } = update(beliefs, chances);
        return chance > 0 ? cost + chance * then.bound(after, tried) : cost;
      },
      this.labour(test.minutes) + this.first(test),
    );
  }

  /** c + (1−p) · (W + R without this part). */
  repair(part: number, beliefs: Float64Array, tried: ReadonlySet<number>): number {
    return this.repairThen(part, beliefs, tried, (then, without, all) => then.bound(without, all));
  }

  /** As `repair`, with another reckoning of what follows where it was not this part, or not it alone. */
  repairThen(
    part: number,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    rest: (then: Costs, without: Float64Array, tried: ReadonlySet<number>) => number,
  ): number {
    const own = this.ready.parts[part]!;
    const right = Math.min(1, this.partProbabilities(beliefs)[part]!);
    const { chance, beliefs: without } = update(beliefs, this.withoutPart(part, tried));
    const after = chance > 1e-12 ? rest(this.after(own), without, new Set([...tried, part])) : 0;
    return own.cents + this.first(own) + (1 - right) * this.ready.wrongPartCents + chance * after;
  }

  /** 0 for the suspects that a part ends, 1 for those that it leaves. */
  withoutPart(part: number, tried: ReadonlySet<number>): Int32Array {
    return this.partOf.map((first, s) => {
      const second = this.secondOf[s]!;
      if (second < 0) return first === part ? 0 : 1;
      const other = first === part ? second : second === part ? first : -1;
      return other >= 0 && tried.has(other) ? 0 : 1;
    });
  }
}

/**
 * Two steps ahead: after each outcome the best next action by its one-step cost, instead of the bound at once.
 * For front-runners only: it costs as many one-step evaluations as there are outcomes times actions.
 */
export class TwoSteps {
  constructor(private readonly ready: ReadyCase) {}

  /** The least one-step cost from here. */
  private best(
    costs: Costs,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    open: readonly OpenTest[],
  ): number {
    const bound = costs.bound(beliefs, tried);
    const tests = open.map((test) => costs.test(test, beliefs, tried));
    const repairs = this.ready.parts.flatMap((_, part) =>
      tried.has(part) ? [] : [costs.repair(part, beliefs, tried)],
    );
    return Math.min(bound, ...tests, ...repairs);
  }

  /** A test, and the best that can follow among `rest`. */
  test(
    costs: Costs,
    { test, outcomes }: OpenTest,
    rest: readonly OpenTest[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    const then = costs.after(test);
    const own = costs.test({ test, outcomes: [] }, beliefs, tried);
    return outcomes.reduce((cost, { chances }) => {
      const { chance, beliefs: after } = update(beliefs, chances);
      return chance > 1e-4 ? cost + chance * this.best(then, after, tried, rest) : cost;
    }, own);
  }

  /** A repair, and the best that can follow where it was not it. */
  repair(
    costs: Costs,
    part: number,
    open: readonly OpenTest[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    return costs.repairThen(part, beliefs, tried, (then, without, all) =>
      this.best(then, without, all, open),
    );
  }
}

/** Bits that a test is expected to tell about the suspects. */
export function expectedBits(outcomes: readonly Outcome[], beliefs: Float64Array): number {
  const after = outcomes.reduce((sum, { chances }) => {
    const { chance, beliefs: posterior } = update(beliefs, chances);
    return sum + chance * entropy(posterior);
  }, 0);
  return Math.max(0, entropy(beliefs) - after);
}

function entropy(beliefs: Float64Array): number {
  return beliefs.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
