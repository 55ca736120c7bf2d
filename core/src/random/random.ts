/** Pseudo-random numbers from a seed: same seed, same numbers. Source: the public sfc32 generator. */

export interface RandomNumbers {
  /** From 0 up to, not including, 1. */
  uniform(): number;
  /** Standard normal, by the polar method. */
  normal(): number;
}

export function randomNumbers(seed: number): RandomNumbers {
  let [a, b, c, d] = [0x9e3779b9, 0x243f6a88, seed | 0, 1];
  const uniform = (): number => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    return (t >>> 0) / 4294967296;
  };
  for (let n = 0; n < 12; n++) uniform();
  const normal = (): number => {
    for (;;) {
      const x = 2 * uniform() - 1;
      const y = 2 * uniform() - 1;
      const square = x * x + y * y;
      if (square > 0 && square < 1) return x * Math.sqrt((-2 * Math.log(square)) / square);
    }
  };
  return { uniform, normal };
}
