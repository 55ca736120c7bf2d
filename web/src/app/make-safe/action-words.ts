/** What is done with a restraint item, in a word and a sign. */
import type { RestraintAction } from '@dormant-beacon/core/restraints';

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
