// How measured figures are worked out and printed.
import { say } from './say.mjs';

/** @param {string} what @param {string} value @param {string} [aim] */
export const figure = (what, value, aim = '') => say(`${what.padEnd(58)} ${value.padStart(14)}  ${aim}`);

/** @param {readonly number[]} times @param {number} share from 0 to 1 */
export const quantile = (times, share) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(share * times.length))] ?? 0;
