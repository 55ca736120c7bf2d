/** What each action would cost to the end, one step ahead over a bound. Source: computation page, section 4. */
import { update } from '../observe/evidence.js';
import type { Outcome } from './outcomes.js';
import { type Place, placeKey, type Reached } from '../model/reach.js';
import type { ReadyCase } from '../model/prepare.js';

/** A test that can still be made, with its outcomes. */
export interface OpenTest {
  readonly test: Reached & { readonly minutes: number };
  readonly outcomes: readonly Outcome[];
}

/** Bits of the faults of a suspect: of a pair two, which may need a repair each. */
const firstFault = 1;
const secondFault = 2;

/** Which suspects every repair covers, laid out for the inner loops. */
class Coverage {
  /** By repair: the suspects that it touches, and which of their faults it ends. */
  readonly suspects: readonly Int32Array[];
  readonly faults: readonly Uint8Array[];
  /** By suspect: all of its faults. */
  readonly whole: Uint8Array;
  readonly pairs: boolean;

  constructor({ repairs, suspects }: ReadyCase) {
    this.whole = Uint8Array.from(suspects, ({ second }) => (second ? firstFault + secondFault : firstFault));
    this.pairs = suspects.some(({ second }) => second);
    const at = new Map<string, { s: number; fault: number }[]>();
    const note = (element: string, s: number, fault: number) => {
      const own = at.get(element);
      if (own) own.push({ s, fault });
      else at.set(element, [{ s, fault }]);
    };
    suspects.forEach(({ element, second }, s) => {
      note(element, s, firstFault);
      if (second) note(second.element, s, secondFault);
    });
    const touched = repairs.map(({ covers }) => {
      const faults = new Map<number, number>();
      for (const element of covers)
        for (const { s, fault } of at.get(element) ?? []) faults.set(s, (faults.get(s) ?? 0) | fault);
      return [...faults].sort(([a], [b]) => a - b);
    });
    this.suspects = touched.map((own) => Int32Array.from(own, ([s]) => s));
    this.faults = touched.map((own) => Uint8Array.from(own, ([, faults]) => faults));
  }

  /** The faults that the repairs in `tried` have ended, by suspect. */
  ended(tried: ReadonlySet<number>): Uint8Array {
    const ended = new Uint8Array(this.whole.length);
    for (const repair of tried)
      this.suspects[repair]!.forEach((s, n) => {
        ended[s]! |= this.faults[repair]![n]!;
      });
    return ended;
  }
}

/** Room for the bound, which is worked out thousands of times: filled anew each time, but for the last order. */
interface Room {
  /** By suspect: how likely it still is, and whether a repair of it was tried before. */
  readonly still: Float64Array;
  readonly before: Uint8Array;
  /** What is believed after an outcome, for as long as its bound is worked out. */
  readonly after: Float64Array;
  /** By repair: what it costs for its chance to end the fault; and the repairs in the order of that. */
  readonly ratio: Float64Array;
  readonly order: Int32Array;
}

const roomFor = ({ suspects, repairs }: ReadyCase): Room => ({
  still: new Float64Array(suspects.length),
  before: new Uint8Array(suspects.length),
  after: new Float64Array(suspects.length),
  ratio: new Float64Array(repairs.length),
  order: Int32Array.from(repairs.keys()),
});

function sumOf(values: Float64Array, at: Int32Array): number {
  let sum = 0;
  for (let k = 0; k < at.length; k++) sum += values[at[k]!]!;
  return sum;
}

/** The charges of a case, at one place of the work. Repairs go by their index among the case's options. */
export class Costs {
  private readonly coverage: Coverage;
  /** Price and labour of every repair from here, what must be reached first included. */
  private readonly cents: Float64Array;
  private readonly toDead: number;
  private readonly places: Map<string, Costs>;
  private readonly room: Room;

  constructor(
    private readonly ready: ReadyCase,
    readonly place: Place = ready.ways.start(),
    others?: Costs,
  ) {
    this.coverage = others?.coverage ?? new Coverage(ready);
    this.cents = Float64Array.from(
      ready.repairs,
      (repair) => repair.cents + this.labour(ready.ways.before(place, repair).accessMinutes),
    );
    this.toDead = this.labour(ready.ways.toDead(place));
    this.room = others?.room ?? roomFor(ready);
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

  /** Probability of what every repair covers, its suspects together; a pair counts for both of its parts. */
  coveredProbabilities(beliefs: Float64Array): Float64Array {
    const { suspects } = this.coverage;
    const sums = new Float64Array(suspects.length);
    for (let repair = 0; repair < sums.length; repair++) sums[repair] = sumOf(beliefs, suspects[repair]!);
    return sums;
  }

  /**
   * The bound R: repairs tried one after the other by ascending (cents + W)/(p · chance to succeed), and the charge for
   * `outside` on what is left. Repairs in `tried` are passed over, and so is another way to repair what was repaired
   * before, where it costs more than the charge that it spares.
   */
  bound(beliefs: Float64Array, tried: ReadonlySet<number>): number {
    const { repairs, wrongPartCents: wrong, outsideCents } = this.ready;
    const { cents, coverage } = this;
    const { still, before, ratio, order } = this.room;
    this.sort(beliefs, tried);
    still.set(beliefs);
    before.fill(0);
    const ended = coverage.pairs ? coverage.ended(tried) : null;
    let left = 1;
    let cost = 0;
    let live = this.toDead > 0;
    for (let place = 0; place < order.length; place++) {
      const n = order[place]!;
      if (ratio[n] === Infinity) break;
      const { succeeds, power } = repairs[n]!;
      const own = coverage.suspects[n]!;
      const faults = coverage.faults[n]!;
      let cured = 0;
      let again = 0;
      for (let k = 0; k < own.length; k++) again += before[own[k]!]! * still[own[k]!]!;
      const fits = sumOf(still, own);
      const price = cents[n]! * left + wrong * Math.max(0, left - succeeds * fits);
      if (!(fits > 0) || (again === fits && price > succeeds * fits * outsideCents)) continue;
      for (let k = 0; k < own.length; k++) {
        const s = own[k]!;
        before[s] = 1;
        if (ended !== null) {
          ended[s]! |= faults[k]!;
          if (ended[s] !== coverage.whole[s]) continue;
        }
        const share = succeeds * still[s]!;
        cured += share;
        still[s]! -= share;
      }
      if (live && power != null && power !== 'live') {
        cost += this.toDead * left;
        live = false;
      }
      cost += price;
      left = Math.max(0, left - cured);
    }
    return cost + left * outsideCents;
  }

  /** Labour of the test and the bound after each outcome, weighed by its chance. */
  test(
    { test, outcomes }: OpenTest,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    after = ({ chances }: Outcome) => update(beliefs, chances, this.room.after),
  ): number {
    const then = this.after(test);
    let cents = this.labour(test.minutes) + this.first(test);
    for (const outcome of outcomes) {
      const { chance, beliefs: left } = after(outcome);
      if (chance > 0) cents += chance * then.bound(left, tried);
    }
    return cents;
  }

  /** c + (1−p) · (W + R without what it covers). */
  repair(repair: number, beliefs: Float64Array, tried: ReadonlySet<number>): number {
    return this.repairThen(repair, beliefs, tried, (then, without, all) => then.bound(without, all));
  }

  /**
   * Whether a repair is sure by its probability, one of those covered by each. A unit that covers several elements is
   * sure by none of them, but on a guarded circuit, where nothing else may be called for.
   */
  isSure(repair: number, covered: Float64Array): boolean {
    const { repairs, guarded, stopAt } = this.ready;
    return covered[repair]! >= stopAt && (guarded || repairs[repair]!.covers.length === 1);
  }

  /** The repairs that are left, in the order of the bound. */
  inTurn(beliefs: Float64Array, tried: ReadonlySet<number>): number[] {
    const { ratio, order } = this.room;
    this.sort(beliefs, tried);
    return [...order].filter((n) => ratio[n]! < Infinity);
  }

  /**
   * Sorts the repairs by what each costs for its chance to end the fault, in `room`; those that are done or end nothing
   * come last, at no finite cost. It begins with the order of the last time: beliefs move little from one to the next.
   */
  private sort(beliefs: Float64Array, tried: ReadonlySet<number>): void {
    const { repairs, wrongPartCents: wrong } = this.ready;
    const { ratio, order } = this.room;
    for (let n = 0; n < ratio.length; n++) {
      const ends = sumOf(beliefs, this.coverage.suspects[n]!) * repairs[n]!.succeeds;
      ratio[n] = ends > 0 ? (this.cents[n]! + wrong) / ends : Infinity;
    }
    for (const n of tried) ratio[n] = Infinity;
    for (let k = 1; k < order.length; k++) {
      const n = order[k]!;
      let to = k;
      for (; to > 0; to--) {
        const other = order[to - 1]!;
        if (ratio[other]! < ratio[n]! || (ratio[other] === ratio[n] && other < n)) break;
        order[to] = other;
      }
      order[to] = n;
    }
  }

  /** As `repair`, with another reckoning of what follows where the fault still shows, and how likely it does. */
  repairThen(
    repair: number,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    rest: (then: Costs, without: Float64Array, tried: ReadonlySet<number>, chance: number) => number,
  ): number {
    const own = this.ready.repairs[repair]!;
    const right = own.succeeds * Math.min(1, sumOf(beliefs, this.coverage.suspects[repair]!));
    const { chance, beliefs: without } = update(beliefs, this.leftBy(repair, tried));
    const after = chance > 1e-12 ? rest(this.after(own), without, new Set([...tried, repair]), chance) : 0;
    return own.cents + this.first(own) + (1 - right) * this.ready.wrongPartCents + chance * after;
  }

  /** What every suspect keeps where a repair was done and the fault still shows: nothing if it surely ends it. */
  private leftBy(repair: number, tried: ReadonlySet<number>): Float64Array {
    const { suspects, faults, whole, pairs } = this.coverage;
    const ended = pairs ? this.coverage.ended(tried) : null;
    const left = new Float64Array(whole.length).fill(1);
    suspects[repair]!.forEach((s, n) => {
      const all = ((ended?.[s] ?? 0) | faults[repair]![n]!) === whole[s];
      if (all) left[s] = 1 - this.ready.repairs[repair]!.succeeds;
    });
    return left;
  }
}
