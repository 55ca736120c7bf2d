export { check, writePath } from './check.js';
export { isRefusal, Refusal } from './refusal.js';
