export {
  celsiusOf,
  distanceIn,
  type DistanceUnit,
  distanceUnit,
  kilometresOf,
  kilopascalsOf,
  pressureIn,
  type PressureUnit,
  pressureUnit,
  readDistance,
  showDistance,
  showDistanceRange,
  showWhole,
  temperatureIn,
  type TemperatureUnit,
  temperatureUnit,
} from './measures.js';
export { showCents } from './money.js';
export { counted } from './counted.js';
export { percent } from './percent.js';
export { readTyped, showValue, type TypedReading, type Unit } from './reading.js';
