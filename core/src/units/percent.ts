/** A share as a person reads it. */

/**
 * Whole percent, never rounded up to certainty.
 *
 * @example percent(0.9999) // 'over 99 %'
 */
export function percent(p: number): string {
  return p > 0.995 && p < 1 ? 'over 99\u202f%' : `${Math.round(100 * p)}\u202f%`;
}
