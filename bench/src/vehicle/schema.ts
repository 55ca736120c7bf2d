/** What is asked of a car on the bench. */
import { fault, state } from '@dormant-beacon/core/circuit';
import * as z from 'zod';

const { faults: _faults, ...shape } = state.shape;

/** As a circuit’s state, with the volts of the battery; the ignition is on where it is left out. */
export const carState = z.strictObject({ ...shape, volts: z.number().min(0).max(18).nullish() });

export const vehicleAskRequest = z.strictObject({
  vehicle: z.string().min(1).max(40),
  seed: z.int().min(0).max(1e9).nullish(),
  state: carState.nullish(),
  faults: z.array(fault).max(40).nullish(),
  /** Seconds that pass before the first request; left out, ten. */
  seconds: z.number().min(0).max(86_400).nullish(),
  requests: z
    .array(
      z.strictObject({
        module: z.string().min(1).max(40),
        bytes: z.string().regex(/^(?:[0-9A-Fa-f]{2}){1,4095}$/, 'expected 1 to 4095 bytes in hexadecimal'),
      }),
    )
    .max(1000),
});
export type VehicleAskRequest = z.infer<typeof vehicleAskRequest>;
