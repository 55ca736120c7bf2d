/** The weights of the two factors of a cure: what was thought of each before, and what outcomes make of them. */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { logistic, meanProduct, type Summands, type Weighed } from './published.js';

/** A factor’s summands by the place of their weights. */
type Placed = readonly (readonly [place: number, value: number])[];

/** How some repairs of the same facts ended: P(so clean since | not cured), or null where they showed again. */
export interface End {
  readonly miss: number | null;
  readonly count: number;
}

/** Repairs of the same facts, with the summands of both factors. */
export interface Row {
  readonly right: Placed;
  readonly holds: Placed;
  readonly ends: readonly End[];
}

/** No weight moves farther in one round. */
const longestStep = 2;
const mostRounds = 30;
/** Halvings of a step that went too far. */
const mostCuts = 12;
/** A round that gains less log-posterior than that is the last. */
const nearEnough = 1e-7;

export class Weights {
  private readonly places = new Map<string, number>();
  private readonly prior: { readonly mean: number; readonly precision: number }[] = [];
  private readonly values: number[] = [];
  /** Covariance of the weights around their values; null before the first round. */
  private spread: Matrix | null = null;

  place({ right, holds }: Summands): Pick<Row, 'right' | 'holds'> {
    return { right: this.placed(right), holds: this.placed(holds) };
  }

  /** Fisher’s scoring to the likeliest values, each step cut where it would go too far. */
  fit(rows: readonly Row[]): void {
    let likely = this.likely(rows);
    for (let round = 0; round < mostRounds; round++) {
      const { slope, solved } = this.look(rows);
      const step = solved.solve(slope).to1DArray();
      const from = [...this.values];
      let part = Math.min(1, longestStep / Math.max(...step.map(Math.abs), 1e-12));
      let better = false;
      for (let cut = 0; cut < mostCuts && !better; cut++, part /= 2) {
        from.forEach((value, place) => (this.values[place] = value + part * step[place]!));
        const now = this.likely(rows);
        better = now > likely + nearEnough;
        if (better) likely = now;
      }
      if (better) continue;
      from.forEach((value, place) => (this.values[place] = value));
      break;
    }
    this.spread = this.look(rows).solved.solve(Matrix.eye(this.prior.length));
  }

  /** Slope of the log-posterior at the present values, and its expected curvature, factored. */
  private look(rows: readonly Row[]): { readonly slope: Matrix; readonly solved: CholeskyDecomposition } {
    const slope = Matrix.columnVector(
      this.prior.map(({ mean, precision }, place) => precision * (mean - this.values[place]!)),
    );
    const curvature = Matrix.diag(this.prior.map(({ precision }) => precision));
    for (const row of rows) this.weigh(row, slope, curvature);
    return { slope, solved: new CholeskyDecomposition(curvature) };
  }

  /** The log-posterior at the present values. */
  private likely(rows: readonly Row[]): number {
    const prior = this.prior.reduce(
      (sum, { mean, precision }, place) => sum - (precision * (this.values[place]! - mean) ** 2) / 2,
      0,
    );
    return rows.reduce((sum, { right, holds, ends }) => {
      const p = this.at(right) * this.at(holds);
      return ends.reduce(
        (own, { miss, count }) => own + count * Math.log(miss === null ? 1 - p : p + (1 - p) * miss),
        sum,
      );
    }, prior);
  }

  /** Mean probability of a cure with what is not known of the weights; what no outcome had is as it was thought of. */
  mean({ right, holds }: Summands): number {
    const [r, h] = [this.known(right), this.known(holds)];
    const shared = this.spread === null ? 0 : r.own.mmul(this.spread).mmul(h.own.transpose()).get(0, 0);
    return meanProduct(r, h, shared);
  }

  private known(summands: readonly Weighed[]): { mean: number; variance: number; own: Matrix } {
    let sum = 0;
    let variance = 0;
    const own = Matrix.zeros(1, this.prior.length);
    for (const { name, value, mean, deviation } of summands) {
      const place = this.places.get(name);
      sum += value * (place === undefined ? mean : this.values[place]!);
      if (place === undefined || this.spread === null) variance += (deviation * value) ** 2;
      else own.set(0, place, value);
    }
    if (this.spread !== null) variance += own.mmul(this.spread).mmul(own.transpose()).get(0, 0);
    return { mean: sum, variance, own };
  }

  private placed(summands: readonly Weighed[]): Placed {
    return summands.map(({ name, value, mean, deviation }) => {
      let place = this.places.get(name);
      if (place === undefined) {
        place = this.prior.length;
        this.places.set(name, place);
        this.prior.push({ mean, precision: deviation ** -2 });
        this.values.push(mean);
      }
      return [place, value] as const;
    });
  }

  private at(placed: Placed): number {
    return logistic(placed.reduce((sum, [place, value]) => sum + value * this.values[place]!, 0));
  }

  /**
   * Adds the slope of ln(p + (1 − p)·miss), or of ln(1 − p) where it showed again, with p = right · holds; and the
   * information that such an outcome is expected to bring.
   */
  private weigh({ right, holds, ends }: Row, slope: Matrix, curvature: Matrix): void {
    const [r, h] = [this.at(right), this.at(holds)];
    const p = r * h;
    let by = 0;
    let information = 0;
    for (const { miss, count } of ends) {
      by += count * (miss === null ? -p / (1 - p) : ((1 - miss) * p) / (p + (1 - p) * miss));
      information += (count * (miss === null ? 1 : (1 - miss) ** 2) * p) / (1 - p);
    }
    const all = [
      { placed: right, rest: 1 - r },
      { placed: holds, rest: 1 - h },
    ];
    for (const one of all)
      for (const [place, value] of one.placed) {
        slope.set(place, 0, slope.get(place, 0) + by * one.rest * value);
        for (const other of all)
          for (const [otherPlace, otherValue] of other.placed)
            curvature.set(
              place,
              otherPlace,
              // In this order of multiplying, so that both halves of the matrix are the same to the last bit.
              curvature.get(place, otherPlace) + information * (one.rest * other.rest) * (value * otherValue),
            );
      }
  }
}
