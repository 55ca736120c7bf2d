export { assess, cleanThoughNotCured, curedGivenClean } from './assess.js';
export { type WatchAnswer, type WatchRequest, watchRequest } from './schema.js';
