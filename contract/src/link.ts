/** What is said on the link to a simulated car, or to an adapter that takes its place. */
import { exposureData } from '@dormant-beacon/core/record';
import * as z from 'zod';

/** What is done to a car by hand while it is read or measured. */
export const trial = exposureData.shape.provoked.unwrap().unwrap();
export type Trial = z.infer<typeof trial>;

const request = z.strictObject({
  module: z.string().min(1).max(40),
  bytes: z.string().regex(/^(?:[0-9A-Fa-f]{2}){1,4095}$/, 'expected 1 to 4095 bytes in hexadecimal'),
});

export const linkMessage = z.union([
  /** Asked at once, each of its module; answered under the same id. */
  z.strictObject({ id: z.int().min(0).max(1e9), ask: z.array(request).min(1).max(40) }),
  /** Asked again and again, ten times a second where nothing else is said; an empty list ends it. */
  z.strictObject({ watch: z.array(request).max(20), hertz: z.number().min(0.1).max(20).nullish() }),
  /** The car is put so: its seats where they are named, its ignition on or off, a trial begun or, with null, ended. */
  z.strictObject({
    id: z.int().min(0).max(1e9),
    set: z.strictObject({
      positions: z.array(z.string().min(1).max(40)).max(10).nullish(),
      ignition: z.enum(['on', 'off']).nullish(),
      trial: trial.nullish(),
    }),
  }),
]);
export type LinkMessage = z.infer<typeof linkMessage>;

export interface LinkAnswerSaid {
  readonly module: string;
  /** Empty where none came. */
  readonly bytes: string;
  /** Why there is none; null where there is one. */
  readonly why: string | null;
}

/** What comes back, one message each. */
export type LinkSaid =
  | { readonly open: true }
  | { readonly id: number; readonly answers: readonly LinkAnswerSaid[]; readonly frames: readonly string[] }
  | { readonly id: number; readonly set: true }
  | { readonly values: readonly LinkAnswerSaid[]; readonly at: number }
  | { readonly id?: number; readonly error: { readonly path: string; readonly message: string } };
