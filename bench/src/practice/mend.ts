/** A part is renewed or put right, the ignition off meanwhile. */
import type { Car } from '../vehicle/index.js';

/** Seconds that it is on again afterwards. */
const onAgain = 2;

/** What has its fault there has it no more; whatever else was done to the car changes nothing. */
export function mend(car: Car, element: string | null): void {
  const { state, faults } = car.standing;
  car.set(
    { ...state, ignition: 'off' },
    faults.filter((fault) => fault.element !== element),
  );
  car.set({ ...state, ignition: 'on' });
  car.run(onAgain);
}
