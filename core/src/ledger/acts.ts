/** Words of the ledger that pages offer as choices; without a schema, so that the first page stays small. */

/** What is done to something on the way in. */
export const stepActs = ['remove', 'loosen', 'unclip', 'unplug', 'move', 'open'] as const;
export type StepAct = (typeof stepActs)[number];

export const accessAreas = [
  'seat',
  'door',
  'bumper',
  'dash',
  'column',
  'headliner',
  'boot',
  'under-bonnet',
  'other',
] as const;
export type AccessArea = (typeof accessAreas)[number];

/** How a plug is held; a plug with several lets go in the order in which they are written. */
export const plugLocks = ['latch', 'secondary lock', 'bar', 'slide', 'hinge lever'] as const;
export type PlugLock = (typeof plugLocks)[number];

/** In which direction clips let go. */
export const clipDirections = [
  'outwards',
  'inwards',
  'upwards',
  'downwards',
  'forwards',
  'rearwards',
  'a quarter turn',
] as const;

/** When the function is tried: as the car came, with the part in and open to the hand, and with all closed. */
export const tryMoments = ['as-it-came', 'before-closing', 'closed'] as const;
export type TryMoment = (typeof tryMoments)[number];

/** `not-there`: this car has no such mode. */
export const modeResults = ['works', 'fails', 'not-tried', 'not-there'] as const;
export type ModeResult = (typeof modeResults)[number];

/** Stands for what was unplugged on the way; no part of a map has this id. */
export const disturbedId = 'disturbed';

/** What is done to a part that is reached: another goes in, or it is worked on where it is. */
export const targetWorks = ['exchange', 'in-place'] as const;
export type TargetWork = (typeof targetWorks)[number];
