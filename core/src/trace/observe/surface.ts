/**
 * What is read over the sizes of a fault and the volts of a supply: solved at knots, and between them interpolated
 * when it is asked for. Between knots runs a monotone cubic, which makes no wave where there is none.
 * Source: Fritsch and Carlson, 1980.
 */

/** The steps of a grid and the knots among them. */
export class Axis {
  /** By step: the knot before it, and how far it is on the way to the next. */
  private readonly before: Int32Array;
  private readonly share: Float64Array;

  constructor(
    readonly knots: readonly number[],
    readonly steps: number,
  ) {
    this.before = new Int32Array(steps);
    this.share = new Float64Array(steps);
    for (let step = 0, knot = 0; step < steps; step++) {
      while (knot + 2 < knots.length && step >= knots[knot + 1]!) knot++;
      const [from, to] = [knots[knot]!, knots[knot + 1] ?? knots[knot]!];
      this.before[step] = knot;
      this.share[step] = to > from ? (step - from) / (to - from) : 0;
    }
  }

  /** The slope of the parabola through three knots, held to three times the flatter side: no wave, little error. */
  slopes(at: Float64Array): Float64Array {
    const { knots } = this;
    const last = knots.length - 1;
    if (last === 0) return flat;
    const slopes = new Float64Array(knots.length);
    const rise = (n: number) => (at[n + 1]! - at[n]!) / (knots[n + 1]! - knots[n]!);
    for (let n = 1; n < last; n++) {
      const [near, far] = [rise(n - 1), rise(n)];
      slopes[n] = held((near + far) / 2, near, far);
    }
    if (last === 1) slopes.fill(rise(0));
    if (last > 1) {
      slopes[0] = held((3 * rise(0) - rise(1)) / 2, rise(0), rise(0));
      slopes[last] = held((3 * rise(last - 1) - rise(last - 2)) / 2, rise(last - 1), rise(last - 1));
    }
    return slopes;
  }

  /** The value at a step. NaN (over the meter's limit) reaches half the way to the next knot. */
  value(at: Float64Array, slopes: Float64Array, step: number): number {
    const knot = this.before[step]!;
    const t = this.share[step]!;
    const from = at[knot]!;
    if (t === 0) return from;
    const to = at[knot + 1]!;
    if (from !== from || to !== to) return t < 0.5 ? from : to;
    const width = this.knots[knot + 1]! - this.knots[knot]!;
    const back = 1 - t;
    return (
      from * (1 + 2 * t) * back * back +
      slopes[knot]! * width * t * back * back +
      to * t * t * (3 - 2 * t) -
      slopes[knot + 1]! * width * t * t * back
    );
  }
}

/** The slope where nothing is interpolated. */
const flat = new Float64Array(1);

/** A slope between two sides, or at an end beside one: none where they turn, at most three times the flatter. */
function held(slope: number, near: number, far: number): number {
  const sign = Math.sign(near);
  if (Math.sign(far) !== sign || Math.sign(slope) !== sign) return 0;
  return sign * Math.min(Math.abs(slope), 3 * Math.min(Math.abs(near), Math.abs(far)));
}

/** What is read along an axis: at its knots, with the slopes there. */
interface Knots {
  readonly at: Float64Array;
  readonly slopes: Float64Array;
}

const along = (axis: Axis, at: Float64Array): Knots => ({ at, slopes: axis.slopes(at) });

export class Surface {
  /** By step of the supply: made when it is first asked for. */
  private columns: (Knots | undefined)[] | null = null;
  private overSupply: readonly Knots[] | null = null;

  /**
   * @param read from `from` on, by knot of the sizes: what is read at the knots of the supply; NaN where it is over the
   *   limit
   */
  constructor(
    readonly sizes: Axis,
    readonly supply: Axis,
    private readonly read: Float64Array,
    private readonly from: number,
  ) {}

  get worlds(): number {
    return this.sizes.steps * this.supply.steps;
  }

  /** What is read in a world; worlds are laid out size by size, within one size supply by supply. */
  at(world: number): number {
    const step = world % this.supply.steps;
    const { at, slopes } = this.column(step);
    return this.sizes.value(at, slopes, (world - step) / this.supply.steps);
  }

  /** What is read in every world, laid into `whole` from `from` on. */
  fill(whole: Float64Array, from: number): void {
    const { steps } = this.supply;
    for (let step = 0; step < steps; step++) {
      const { at, slopes } = this.column(step);
      for (let size = 0; size < this.sizes.steps; size++)
        whole[from + size * steps + step] = this.sizes.value(at, slopes, size);
    }
  }

  /** As `fill`, in worlds whose supply was measured: at a place between two of its steps, whatever else was held likely. */
  fillAt(place: number, whole: Float64Array, from: number): void {
    const { steps } = this.supply;
    const step = Math.max(0, Math.min(steps - 2, Math.floor(place)));
    const [near, far] = [this.column(step), this.column(Math.min(steps - 1, step + 1))];
    const share = place - step;
    for (let size = 0; size < this.sizes.steps; size++) {
      const a = this.sizes.value(near.at, near.slopes, size);
      const b = this.sizes.value(far.at, far.slopes, size);
      const value = a !== a || b !== b ? (share < 0.5 ? a : b) : a + (b - a) * share;
      whole.fill(value, from + size * steps, from + (size + 1) * steps);
    }
  }

  private column(step: number): Knots {
    const columns = (this.columns ??= []);
    const known = columns[step];
    if (known) return known;
    const at = this.rows().map(({ at, slopes }) => this.supply.value(at, slopes, step));
    const made = along(this.sizes, Float64Array.from(at));
    columns[step] = made;
    return made;
  }

  /** By knot of the sizes: what is read over the supply. */
  private rows(): readonly Knots[] {
    const { knots } = this.supply;
    return (this.overSupply ??= this.sizes.knots.map((_, n) => {
      const from = this.from + n * knots.length;
      return along(this.supply, this.read.subarray(from, from + knots.length));
    }));
  }
}
