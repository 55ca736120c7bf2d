/** What a text says of a code's status and nothing else. */
import { type CodeStatus, strongestStatus } from '../codes/index.js';
import {
  inAnyLanguage,
  inTwo,
  isFigure,
  type Meaning,
  meanings,
  orWritten,
  type Tongue,
  tongues,
} from './lexicon.js';
import { rememberedWords } from './remembered.js';

export interface StatusWord {
  readonly status: CodeStatus;
  readonly comesAndGoes: boolean;
}

/**
 * The status that a text says of a code and nothing else, or null. Several take the strongest; what is not present
 * now is stored, as the bits of the public standard have it.
 *
 * @example statusWordOf('confirmed, not active') // { status: 'stored', comesAndGoes: false }
 */
export const statusWordOf = rememberedWords((text: string): StatusWord | null =>
  inTwo(text, orWritten(statusIn), (one, other) => one.status === other.status),
);
const statusIn = (text: string): StatusWord | null =>
  inAnyLanguage(text, (tongue, tokens) => {
    if (tokens.every(isFigure)) return null;
    const found = meanings(tongue.status, tongue, tokens);
    if (!found || found.length === 0) return null;
    const says = new Set<CodeStatus>();
    for (const { means, negated } of found) {
      const status = means === 'comesAndGoes' ? 'stored' : means;
      if (!negated) says.add(status);
      else if (found.length === 1 && status === 'active') says.add('stored');
      else if (found.length === 1 && status === 'stored') says.add('pending');
    }
    // `currently not present`: what says now makes nothing present that is not there.
    const away = found.some(
      ({ means, negated, words }) =>
        (means === 'active' && negated) || (means === 'stored' && !negated && isAway(tongue, words)),
    );
    if (
      away &&
      found.every(({ means, negated, words }) => means !== 'active' || negated || tongue.now.has(words))
    ) {
      says.delete('active');
      says.add('stored');
    }
    // `present at times`; `present, intermittent` says both.
    if (!parting.test(text) && found.length === 2 && found.some(({ means }) => means === 'comesAndGoes'))
      says.delete('active');
    if (isPast(tongue, found)) {
      says.delete('active');
      says.add('history');
    }
    const status = strongestStatus(says);
    return status === undefined
      ? null
      : { status, comesAndGoes: found.some(({ means }) => means === 'comesAndGoes') };
  });

const parting = /[,;/+|&]/;

/** `previously present`, `present earlier`: it was there. */
function isPast(tongue: Tongue, found: readonly Meaning<string>[]): boolean {
  const earlier = found.findIndex(({ words }) => tongue.earlier.has(words));
  if (earlier < 0) return false;
  const active = found.findIndex(({ means, negated }) => means === 'active' && !negated);
  return active === earlier + 1 || (active === 0 && earlier === 1 && found.length === 2);
}

const isAway = (tongue: Tongue, words: string): boolean =>
  tongue.away.has(words) || words.split(' ').some((word) => tongue.not.has(word) || tongue.without.has(word));

/** The status where nothing but a status can stand: `Status: Memory` speaks of what is *in* memory. */
export const statusOfField = (text: string): StatusWord | null =>
  statusWordOf(text) ??
  (/\s/.test(text.trim()) ? [] : ['in', 'im', 'en', 'em', 'w', 'i'])
    .map((word) => statusWordOf(`${word} ${text}`))
    .find((one) => one !== null) ??
  null;

/**
 * Short words of one language that another has for another status: `ATT` is active in Italian and pending in French.
 */
export const ownShortWords = (language: string): readonly { word: string; status: CodeStatus }[] =>
  tongues
    .filter(({ words }) => words.name === language)
    .flatMap(({ status }) => [...status])
    .flatMap(([word, phrases]) => {
      const own = phrases.find(({ rest }) => rest.length === 0)?.means;
      if (own === undefined || own === 'comesAndGoes' || word.length > longestShort) return [];
      const elsewhere = statusWordOf(word);
      return elsewhere === null || elsewhere.status === own ? [] : [{ word, status: own }];
    });
const longestShort = 6;
