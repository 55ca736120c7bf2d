export { randomNumbers, type RandomNumbers } from './random.js';
