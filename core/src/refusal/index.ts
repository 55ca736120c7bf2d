export { check, writePath } from './check.js';
export { isRefusal, Refusal, under } from './refusal.js';
