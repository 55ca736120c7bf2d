/** What a sign on a restraint unit is called. */
import type { RestraintSign } from './schema.js';

/** Signs as they are asked for; those of a loop come from the table of loops by themselves. */
export const signWords: Readonly<Partial<Record<RestraintSign, string>>> = {
  deployed: 'it has fired',
  locked: 'locked',
  'stalk-short': 'stalk is short',
  'cable-out': 'cable is out',
  'webbing-marked': 'webbing is marked',
  'code-crash-locked': 'crash-locked by its code',
  'claimed-unfired': 'said to be unfired',
  'no-sign': 'looked at: no sign',
};
