// Numbers from a seed, the same every time.

/**
 * @typedef {{ next(): number, below(n: number): number, chance(p: number): boolean, pick<T>(all: readonly T[]): T }} Random
 * @param {number} seed
 * @returns {Random}
 */
export function randomFrom(seed) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (/** @type {number} */ n) => Math.floor(next() * n);
  return {
    next,
    below,
    chance: (p) => next() < p,
    pick: (all) => /** @type {any} */ (all[below(all.length)]),
  };
}
