/** What is asked of a car on the bench. */
import { fault, state } from '@dormant-beacon/core/circuit';
import * as z from 'zod';
import { conditions } from './surroundings.js';

const { faults: _faults, ...shape } = state.shape;

const surroundings = z.strictObject({
  celsius: z.number().min(-60).max(80).nullish(),
  wet: z.enum(['dry', 'damp', 'rain', 'standing']).nullish(),
  road: z.enum(['smooth', 'mixed', 'rough']).nullish(),
  load: z.enum(['none', 'some', 'full']).nullish(),
  minutes: z.number().min(0).max(1440).nullish(),
  kmh: z.number().min(0).max(300).nullish(),
  running: z.boolean().nullish(),
  soaked: z.array(z.string().min(1).max(40)).max(100).nullish(),
});

/** As a circuit’s state, with the volts of the battery and where the car is; the ignition is on where it is left out. */
export const carState = z.strictObject({
  ...shape,
  volts: z.number().min(0).max(18).nullish(),
  around: surroundings.nullish(),
});

/** As a circuit’s, and there only in a condition where it has one. */
export const carFault = z.strictObject({ ...fault.shape, when: z.enum(conditions).nullish() });

export const vehicleAskRequest = z.strictObject({
  vehicle: z.string().min(1).max(40),
  seed: z.int().min(0).max(1e9).nullish(),
  state: carState.nullish(),
  faults: z.array(carFault).max(40).nullish(),
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
