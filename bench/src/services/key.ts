/** The key that follows from a seed: a scheme of our own, no more secret than this page. */

/**
 * Five rounds of a turn and a product of 32 bits, begun with the seed and the module's own number.
 *
 * @example keyOf(0x12345678, 0x5eed) // another 32 bits, never 0
 */
export function keyOf(seed: number, secret: number): number {
  let state = (seed ^ secret) >>> 0;
  for (let round = 0; round < 5; round++) {
    state = ((state << 7) | (state >>> 25)) >>> 0;
    state = Math.imul(state ^ (secret + round), 0x9e37_79b1) >>> 0;
  }
  return state === 0 ? 1 : state;
}
