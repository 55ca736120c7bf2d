/** The ignition goes off and on again: in the bay, or for a drive. */
import type { Car, Surroundings } from '../vehicle/index.js';

/** Seconds of a drive. */
const driveSeconds = 120;

export function newStart(car: Car, seconds: number): void {
  const { state } = car.standing;
  car.set({ ...state, ignition: 'off' });
  car.set({ ...state, ignition: 'on' });
  car.run(seconds);
}

/** Out on the road, where it still is afterwards. */
export function driveOut(car: Car, around: Surroundings): void {
  car.set({ ...car.standing.state, around });
  newStart(car, driveSeconds);
}

export function driveHome(car: Car): void {
  car.set({ ...car.standing.state, around: null });
}
