export { showCents } from './money.js';
export { readTyped, showKilometres, showValue, type TypedReading, type Unit } from './reading.js';
