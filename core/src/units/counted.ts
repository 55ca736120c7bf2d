/** How many of what, as a person reads it. */

/** @example counted(1, 'code') // 'one code' */
export const counted = (n: number, noun: string, many = `${noun}s`): string =>
  `${n === 0 ? 'no' : n === 1 ? 'one' : n} ${n === 1 ? noun : many}`;
