/** The plain words of a text, by which it is compared in any language. */
import { remembered } from './remembered.js';

/** A longer text says more than one thing. */
const mostLength = 240;

const notPlain = /[^ -~]/;

/** Lower-case words without accents or punctuation; `n/r` stays one word. */
export const tokensOf = remembered((text: string): readonly string[] => {
  if (text.length > mostLength) return [];
  let plain = text.toLowerCase();
  if (plain.includes('n’t') || plain.includes("n't"))
    plain = plain
      .replace(/\b(?:can|won)['’]t\b/g, (word) => (word.startsWith('c') ? 'can not' : 'will not'))
      .replace(/n['’]t\b/g, ' not');
  // `fault(s)`
  if (plain.includes('(')) plain = plain.replace(/(?<=\p{L})\((?:e?s|e?n|e|i|x)\)/gu, '');
  if (notPlain.test(plain))
    plain = plain
      .normalize('NFD')
      .replace(/[\u0300-\u036f]/g, '')
      .replace(/ł/g, 'l')
      .replace(/ß/g, 'ss');
  if (plain.includes('/'))
    plain = plain.replace(/(?<![\p{L}\d])(\p{L})\s?\/\s?(\p{L})(?![\p{L}\d])/gu, '$1\u0001$2');
  const tokens = plain.match(/[\p{L}\p{N}\u0001]+/gu) ?? [];
  return plain.includes('\u0001') ? tokens.map((token) => token.replace('\u0001', '/')) : tokens;
});
