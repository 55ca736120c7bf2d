/** How likely a measured cut is of each code, given wear and the measure’s own error. */

/** P(Z > z) of the standard normal distribution, z >= 0: a polynomial fit of erfc with a relative error below 1.2e-7. */
function tail(z: number): number {
  const x = z / Math.SQRT2;
  const t = 1 / (1 + x / 2);
  const series =
    -x * x -
    1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t *
                      (0.27886807 +
                        t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))));
  return (t * Math.exp(series)) / 2;
}

/** P(a < Z < b), without cancelling where both lie in the same tail. */
function between(a: number, b: number): number {
  if (a > 0) return tail(a) - tail(b);
  if (b < 0) return tail(-b) - tail(-a);
  return 1 - tail(-a) - tail(b);
}

/**
 * The density of measuring `measured` of a cut that was made at `mm`: it may have worn by anything up to `wearMm`, which
 * makes it read low, and the measure errs by `sigma`.
 */
export function cutLikelihood(measured: number, mm: number, sigma: number, wearMm: number): number {
  const off = (measured - mm) / sigma;
  if (wearMm === 0) return Math.exp((-off * off) / 2) / (sigma * Math.sqrt(2 * Math.PI));
  return between(off, off + wearMm / sigma) / wearMm;
}
