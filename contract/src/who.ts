/** Who may do what: the one permission table, by role. The server enforces it at its door. */
import type { Role } from '@dormant-beacon/core/record';

/** `anyone`: without a session; else the roles whose session may. */
export type Who = 'anyone' | readonly Role[];

export const everyone: readonly Role[] = ['lead', 'technician', 'desk', 'learner'];
/** Takes cars in and speaks with their owners. */
export const withCustomer: readonly Role[] = ['lead', 'technician', 'desk'];
/** Works at the car. A learner practises on simulated cars. */
export const atTheCar: readonly Role[] = ['lead', 'technician'];
export const leadOnly: readonly Role[] = ['lead'];

/** True where a role, or null for nobody signed in, may. */
export function may(who: Who, role: Role | null): boolean {
  return who === 'anyone' || (role !== null && who.includes(role));
}
