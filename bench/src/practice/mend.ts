/** A part is renewed or put right, the ignition off meanwhile. */
import type { Car } from '../vehicle/index.js';

/** Seconds that it is on again afterwards. */
const onAgain = 2;

/** What has its fault there has it no more, but for a fuse behind which a short still is: the new one blows. */
export function mend(car: Car, elements: readonly string[]): void {
  const { state, faults } = car.standing;
  const left = faults.filter((fault) => !elements.includes(fault.element));
  car.set({ ...state, ignition: 'off' }, left);
  car.set({ ...state, ignition: 'on' });
  const blown = faults.filter(({ element }) => elements.includes(element) && car.blown.includes(element));
  if (blown.length > 0) car.set({ ...state, ignition: 'on' }, [...left, ...blown]);
  car.run(onAgain);
}
