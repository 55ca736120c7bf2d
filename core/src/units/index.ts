export { showCents } from './money.js';
export { readTyped, showValue, type TypedReading, type Unit } from './reading.js';
