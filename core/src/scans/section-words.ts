/** Words that give one status to several codes: `stored faults`, `codes actifs`. */
import type { CodeStatus } from '../codes/index.js';
import { isKnown } from './lexicon.js';
import { isWithin, labelOf, statusWordOf, tokensOf } from './vocabulary.js';

const endings = /(?:es|en|er|os|as|e|s|i|a)$/;

/** The status of `gespeicherte`, `mémorisés` or `activos`: with or without the ending that goes with a plural noun. */
export function statusOfPlural(words: string): CodeStatus | null {
  if (!tokensOf(words).slice(0, -1).every(isKnown)) return null;
  const bare = words.replace(endings, '');
  for (const form of [
    words,
    words.replace(/s$/, ''),
    words.replace(/(?:es|en|er)$/, ''),
    bare,
    `${bare}o`,
    `${bare}e`,
    `${bare}y`,
    // `passieve`
    ...(bare.endsWith('v') ? [`${bare.slice(0, -1)}f`] : []),
  ]) {
    const status = statusWordOf(form)?.status;
    if (status) return status;
  }
  return null;
}

/** The status that a word for codes and one for it give: `active codes`; null where they give none. */
export function sectionStatus(text: string): CodeStatus | null {
  if (text.length > 60) return null;
  const words = tokensOf(text);
  const rest = words.filter((word) => labelOf(word)?.role !== 'code');
  return rest.length > 0 && rest.length < words.length ? statusOfPlural(rest.join(' ')) : null;
}

export const isSection = (text: string): boolean => sectionStatus(text) !== null;

/** `Codes stored in the charge flap module:`, in front of codes: their status, and where they are; null where it says less. */
export function statusWithin(text: string): { status: CodeStatus; name: string } | null {
  const [, words, word, name] =
    /^\s{0,40}(\p{L}.{3,40}?)\s(\p{L}{1,5})\s(\p{L}[^:]{1,60}):\s{0,9}$/u.exec(text) ?? [];
  const status = words === undefined || !isWithin(word!) ? null : sectionStatus(words);
  return status === null ? null : { status, name: name! };
}
