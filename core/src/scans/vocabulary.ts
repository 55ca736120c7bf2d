/**
 * What words of a report mean, in any language that we have a table of: the status of a code, how far a module was
 * reached, and what a column or key holds. A text means something only where every word of it is accounted for, by
 * the table of one language: `Crash data stored` is no status, `Status: stored` is.
 */
export * from './label-words.js';
export * from './reach-words.js';
export * from './status-words.js';
export { tokensOf } from './tokens.js';
export * from './word-lists.js';
