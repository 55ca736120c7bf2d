export { type BatteryAnswer, batteryLimits, type BatteryVerdict, judgeBattery } from './battery.js';
export {
  type BatteryReading,
  batteryReading,
  batteryType,
  type BatteryType,
  ratingStandard,
} from './schema.js';
