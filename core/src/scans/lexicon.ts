/** The tables of all languages as they are looked up: phrases by their first words, and what a text made of them means. */
import { tokensOf } from './tokens.js';
import { figureWords } from './word-lists.js';
import { languages, type LanguageWords } from './words/index.js';

const mostTokens = 16;
export interface Phrase<C> {
  readonly rest: readonly string[];
  readonly means: C;
}

/** Phrases by their first word, the longest first. */
export type Lexicon<C> = ReadonlyMap<string, readonly Phrase<C>[]>;

export function lexicon<C extends string>(table: Readonly<Partial<Record<C, string>>>): Lexicon<C> {
  const found = new Map<string, Phrase<C>[]>();
  for (const [means, phrases] of Object.entries(table) as [C, string][])
    for (const phrase of phrases.split('|').flatMap(spellings)) {
      const [first, ...rest] = tokensOf(phrase);
      if (first === undefined) continue;
      const known = found.get(first) ?? [];
      known.push({ rest, means });
      found.set(first, known);
    }
  for (const list of found.values()) list.sort((a, b) => b.rest.length - a.rest.length);
  return found;
}

/** As it is written, and as a printer without umlauts writes it. */
const spellings = (phrase: string): readonly string[] =>
  /[äöü]/.test(phrase)
    ? [phrase, phrase.replace(/ä/g, 'ae').replace(/ö/g, 'oe').replace(/ü/g, 'ue')]
    : [phrase];

const plainPhrases = (list: string): ReadonlySet<string> =>
  new Set(list.split('|').map((phrase) => tokensOf(phrase).join(' ')));

export interface Tongue {
  readonly words: LanguageWords;
  readonly status: Lexicon<keyof LanguageWords['status']>;
  readonly reach: Lexicon<keyof LanguageWords['reach']>;
  readonly label: Lexicon<keyof LanguageWords['label']>;
  readonly title: Lexicon<'title'>;
  readonly sign: Lexicon<'sign'>;
  readonly without: Lexicon<'without'>;
  readonly not: Lexicon<'not'>;
  readonly filler: ReadonlySet<string>;
  /** Words that say now or earlier, and words for what is not there, each as its plain words. */
  readonly now: ReadonlySet<string>;
  readonly away: ReadonlySet<string>;
  readonly earlier: ReadonlySet<string>;
}

export const tongues: readonly Tongue[] = languages.map((words) => ({
  words,
  status: lexicon(words.status),
  reach: lexicon(words.reach),
  label: lexicon(words.label),
  title: lexicon({ title: words.title }),
  sign: lexicon({ sign: words.sign }),
  without: lexicon({ without: words.without }),
  not: lexicon({ not: words.not }),
  filler: new Set(words.filler.split('|').flatMap((phrase) => tokensOf(phrase))),
  now: plainPhrases(words.now),
  away: plainPhrases(words.away),
  earlier: plainPhrases(words.earlier),
}));

/** The plain words of a list of phrases, in each spelling. */
function tokensOfAll(phrases: string): readonly string[] {
  return phrases
    .split('|')
    .flatMap(spellings)
    .flatMap((phrase) => tokensOf(phrase));
}

/** Every word that some table knows: where a text has another, no table accounts for it. */
const knownWords: ReadonlySet<string> = new Set(
  languages.flatMap((words) =>
    [
      ...Object.values(words.status),
      ...Object.values(words.reach),
      ...Object.values(words.label),
      words.without,
      words.not,
      words.filler,
    ].flatMap(tokensOfAll),
  ),
);

export function phraseAt<C>(lex: Lexicon<C>, tokens: readonly string[], at: number): Phrase<C> | null {
  const candidates = lex.get(tokens[at]!);
  return candidates?.find(({ rest }) => rest.every((word, n) => tokens[at + 1 + n] === word)) ?? null;
}

const figure = /^(?:\d+|[\da-f]{2}|0x[\da-f]+)$/;
export const isFigure = (token: string): boolean => token.charCodeAt(0) < 103 && figure.test(token);

/** False for a word that stands in no table: no text with it means anything. */
export const isKnown = (token: string): boolean =>
  knownWords.has(token) || isFigure(token) || figureWords.has(token);

/** Letters that are misread as figures in a picture of a page. */
const slips = { '0': ['o'], '1': ['l', 'i'], '5': ['s'] } as const;

/** `fau1ts` as `faults`: a word of which one letter was read as a figure; the word itself where no table has it so. */
function mended(token: string): string {
  const [, before, figure, after] = /^(\p{L}*)([015])(\p{L}*)$/u.exec(token) ?? [];
  if (figure === undefined || token.length < 5) return token;
  const whole = slips[figure as keyof typeof slips].map((letter) => before! + letter + after!);
  return whole.find((word) => knownWords.has(word)) ?? token;
}

export interface Meaning<C> {
  readonly means: C;
  readonly negated: boolean;
  /** The phrase itself, in plain words. */
  readonly words: string;
}

/** The meanings that a text is made of, or null where a word of it has none. */
export function meanings<C>(lex: Lexicon<C>, tongue: Tongue, tokens: readonly string[]): Meaning<C>[] | null {
  const found: Meaning<C>[] = [];
  let negated = false;
  for (let at = 0; at < tokens.length;) {
    const phrase = phraseAt(lex, tokens, at);
    if (phrase) {
      const words = [tokens[at]!, ...phrase.rest].join(' ');
      // `not now present`: what is turned into its opposite stands behind it.
      const more =
        negated && tongue.now.has(words) ? phraseAt(lex, tokens, at + 1 + phrase.rest.length) : null;
      if (more === null) found.push({ means: phrase.means, negated, words });
      else {
        at += 1 + phrase.rest.length;
        continue;
      }
      negated = false;
      at += 1 + phrase.rest.length;
      continue;
    }
    const no = phraseAt(tongue.not, tokens, at);
    if (no) {
      negated = true;
      at += 1 + no.rest.length;
    } else if (tongue.filler.has(tokens[at]!) || isFigure(tokens[at]!) || figureWords.has(tokens[at]!)) at++;
    else return null;
  }
  if (negated) found.push(...found.splice(0).map((one) => ({ ...one, negated: true })));
  return found;
}

/** The meaning of a text in the first language whose table accounts for all of it. */
export function inAnyLanguage<R>(
  text: string,
  read: (tongue: Tongue, tokens: readonly string[]) => R | null,
): R | null {
  const printed = tokensOf(text);
  if (printed.length === 0 || printed.length > mostTokens) return null;
  const tokens = printed.every(isKnown) ? printed : printed.map(mended);
  if (tokens !== printed && !tokens.every(isKnown)) return null;
  for (const tongue of tongues) {
    const found = read(tongue, tokens);
    if (found !== null) return found;
  }
  return null;
}

/** Words for statuses and for what is said of modules, in their order. */
const writtenOut: readonly string[] = [
  ...new Set(
    languages.flatMap(({ status, reach }) =>
      [...Object.values(status), ...Object.values(reach)].flatMap((phrases: string) => tokensOfAll(phrases)),
    ),
  ),
]
  .filter((word) => word.length > 4)
  .sort();

/** `MEMOR.`: a word that ends in a point, as short as it may be. */
const cutShort = /(?<!\p{L})(\p{L}{4,12})\.(?=\s|$)/gu;

/** The meaning of a text, or of the same with the one word written out that a point cuts short: `non risp.` */
export function orWritten<R>(read: (text: string) => R | null): (text: string) => R | null {
  return (text) => {
    const whole = read(text);
    if (whole !== null || !text.includes('.')) return whole;
    const [short, ...more] = text.matchAll(cutShort);
    const stem = short === undefined ? undefined : tokensOf(short[1]!)[0];
    if (stem === undefined || more.length > 0) return null;
    for (const word of writtenOut.filter((one) => one.startsWith(stem))) {
      const meaning = read(text.replace(short![0], word));
      if (meaning !== null) return meaning;
    }
    return null;
  };
}

/** The meaning of a text, or of both halves of one that says the same in two languages: `aktiv / active`. */
export function inTwo<R>(
  text: string,
  read: (text: string) => R | null,
  same: (one: R, other: R) => boolean,
): R | null {
  const whole = read(text);
  if (whole !== null || !text.includes(' / ')) return whole;
  const [first, second, ...more] = text.split(' / ');
  if (more.length > 0) return null;
  const [one, other] = [read(first!), read(second!)];
  return one !== null && other !== null && same(one, other) ? one : null;
}
