/** ln Γ(x) − ln Γ(x + a) without the loss that two large logarithms would bring. Source: Stirling's series. */

/** Valid for x > 0 and a ≥ 0; relative error of the exponential near 1e-14. */
export function logGammaRatio(x: number, a: number): number {
  let shift = 0;
  while (x < 12) {
    shift += Math.log1p(a / x);
    x += 1;
  }
  const y = x + a;
  return shift - (x - 0.5) * Math.log1p(a / x) - a * Math.log(y) + a + tail(x) - tail(y);
}

/** The series behind (x − ½) ln x − x + ½ ln 2π. */
function tail(x: number): number {
  const r = 1 / (x * x);
  return (1 / 12 - r * (1 / 360 - r * (1 / 1260 - r * (1 / 1680 - r * (1 / 1188 - (r * 691) / 360360))))) / x;
}
