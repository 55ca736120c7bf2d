export { type CircuitEdit, edited, newElement } from './edit.js';
export { circuitFlaws, type Flaw } from './flaws.js';
