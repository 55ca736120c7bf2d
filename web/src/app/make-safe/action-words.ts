/** What is done with a restraint item, in a word and a sign. */
import type { RestraintAction, RestraintSign } from '@dormant-beacon/core/restraints';

export const actionWords: Readonly<
  Record<RestraintAction, { readonly word: string; readonly sign: string }>
> = {
  replace: { word: 'replace', sign: '✕' },
  'certified-rebuild': { word: 'certified rebuild', sign: '⊠' },
  inspect: { word: 'inspect', sign: '◌' },
  'function-test': { word: 'function test', sign: '◗' },
  recalibrate: { word: 'recalibrate', sign: '◇' },
  reuse: { word: 'stays', sign: '●' },
};

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
