export { askVehicle, listVehicles, type VehicleAnswer } from './ask.js';
export { Car, type CarOptions } from './car.js';
export type { CarFault, CarState } from './wired-car.js';
export type { CarFile, ModuleOfCar } from './car-file.js';
export { carFile, carIds } from './cars.js';
export {
  ascii,
  type CarIdentity,
  identifiers,
  identityOf,
  kilometreBytes,
  kilometresOf,
} from './identity.js';
export { liveList, liveOf, type LiveValue } from './live.js';
export { drawnMemory, ModuleMemory } from './memory.js';
export type { Monitor } from './monitor.js';
export { type Condition, conditions, isMet, type Surroundings } from './surroundings.js';
export { carFault, carState, type VehicleAskRequest, vehicleAskRequest } from './schema.js';
export { routines, secretOf } from './module-file.js';
