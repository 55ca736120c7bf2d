/** What happened to the vehicle: the one list of kinds, for records, scopes, causes and traces. */
import * as z from 'zod';

export const eventKind = z.enum([
  'collision',
  'module-failure',
  'battery',
  'water',
  'earlier-repair',
  'wear',
]);
export type EventKind = z.infer<typeof eventKind>;
