/**
 * What words of a report mean, in any language that we have a table of: the status of a code, how far a module was
 * reached, and what a column or key holds. A text means something only where every word of it is accounted for, by
 * the table of one language: `Crash data stored` is no status, `Status: stored` is.
 */
import { type CodeStatus, strongestStatus } from '../codes/index.js';
import { remembered } from './remembered.js';
import type { Reach } from './schema.js';
import { tokensOf } from './tokens.js';
import { figureWords, fillers, mayBeModule, numberWords } from './word-lists.js';
import { languages, type LanguageWords } from './words/index.js';

export { tokensOf } from './tokens.js';
export * from './word-lists.js';

export type Role =
  | 'module'
  | 'address'
  | 'code'
  | 'type'
  | 'status'
  | 'byte'
  | 'count'
  | 'codeCount'
  | 'text'
  | 'result'
  | 'total'
  | 'ident'
  | 'environment'
  | 'reader'
  | 'readerSoftware'
  | 'date'
  | 'odometer'
  | 'supplyVolts'
  | 'vin'
  | 'other';

export interface Label {
  readonly role: Role;
  /** The figures below are decimal, as the heading says. */
  readonly decimal: boolean;
  /** The codes below are printed as bytes, as the heading says. */
  readonly bytes: boolean;
  /** It tells of the contact with a module alone: what says none there says nothing of codes. */
  readonly link: boolean;
}

export interface StatusWord {
  readonly status: CodeStatus;
  readonly comesAndGoes: boolean;
}

/** What is said of a module; `read` says that it answered, and nothing of its codes. */
export type ReachWord = Exclude<Reach, 'answered'> | 'clean' | 'read' | 'holdsCodes';

const mostTokens = 16;
interface Phrase<C> {
  readonly rest: readonly string[];
  readonly means: C;
}

/** Phrases by their first word, the longest first. */
type Lexicon<C> = ReadonlyMap<string, readonly Phrase<C>[]>;

function lexicon<C extends string>(table: Readonly<Partial<Record<C, string>>>): Lexicon<C> {
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

interface Tongue {
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

const tongues: readonly Tongue[] = languages.map((words) => ({
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

const pluralModules: Lexicon<'modules'>[] = languages.map(({ modules }) => lexicon({ modules }));
const pluralWords: ReadonlySet<string> = new Set(pluralModules.flatMap((words) => [...words.keys()]));

/**
 * What a heading says of all modules that are listed below it, or null.
 * @example reachOfList('Modules without faults') // 'clean'
 */
export const reachOfList = (text: string): ReachWord | null => {
  const reach = reachOver(text);
  return reach === 'read' ? null : reach;
};

/** True for what stands over a list of modules, whatever it says of them: `Modules with faults`. */
export const saysOfModules = (text: string): boolean => reachOver(text, true) !== null;

function reachOver(text: string, holding = false): ReachWord | null {
  if (text.length > 60) return null;
  const tokens = tokensOf(text.includes('(') ? text.replace(/\(\d{1,4}\)/, '') : text);
  if (tokens.length < 2 || tokens.length > 9) return null;
  if (!tokens.slice(0, 4).some((token) => pluralWords.has(token)) && !pluralWords.has(tokens.at(-1)!))
    return null;
  // `The following modules …`
  const from = tokens.findIndex((token) => !fillers.has(token) || pluralWords.has(token));
  for (const plurals of pluralModules) {
    const first = from < 0 ? null : phraseAt(plurals, tokens, from);
    const rest = first
      ? tokens.slice(from + 1 + first.rest.length)
      : phraseAt(plurals, tokens, tokens.length - 1)
        ? tokens.slice(0, -1)
        : [];
    if (rest.length === 0) continue;
    const reach = reachWordOf(rest.join(' '));
    if (reach !== null && (holding || reach !== 'holdsCodes')) return reach;
  }
  return null;
}

/** True for a heading that says of the modules below that they answered, and no more. */
export const saysAllRead = (text: string): boolean => reachOver(text) === 'read';

function phraseAt<C>(lex: Lexicon<C>, tokens: readonly string[], at: number): Phrase<C> | null {
  const candidates = lex.get(tokens[at]!);
  return candidates?.find(({ rest }) => rest.every((word, n) => tokens[at + 1 + n] === word)) ?? null;
}

const figure = /^(?:\d+|[\da-f]{2}|0x[\da-f]+)$/;
const isFigure = (token: string): boolean => token.charCodeAt(0) < 103 && figure.test(token);

interface Meaning<C> {
  readonly means: C;
  readonly negated: boolean;
  /** The phrase itself, in plain words. */
  readonly words: string;
}

/** The meanings that a text is made of, or null where a word of it has none. */
function meanings<C>(lex: Lexicon<C>, tongue: Tongue, tokens: readonly string[]): Meaning<C>[] | null {
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
function inAnyLanguage<R>(
  text: string,
  read: (tongue: Tongue, tokens: readonly string[]) => R | null,
): R | null {
  const tokens = tokensOf(text);
  if (tokens.length === 0 || tokens.length > mostTokens) return null;
  if (!tokens.every((token) => knownWords.has(token) || isFigure(token) || figureWords.has(token)))
    return null;
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
function orWritten<R>(read: (text: string) => R | null): (text: string) => R | null {
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
function inTwo<R>(
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

/**
 * The status that a text says of a code and nothing else, or null. Several take the strongest; what is not present
 * now is stored, as the bits of the public standard have it.
 *
 * @example statusWordOf('confirmed, not active') // { status: 'stored', comesAndGoes: false }
 */
export const statusWordOf = remembered((text: string): StatusWord | null =>
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

const reachOrder = [
  'notFitted',
  'unsupported',
  'refused',
  'timedOut',
  'silent',
  'unclear',
  'clean',
  'holdsCodes',
  'read',
] as const;
const reachNames: Readonly<Record<(typeof reachOrder)[number], ReachWord>> = {
  notFitted: 'not-fitted',
  unsupported: 'unsupported',
  refused: 'refused',
  timedOut: 'timed-out',
  silent: 'silent',
  unclear: 'unclear',
  clean: 'clean',
  holdsCodes: 'holdsCodes',
  read: 'read',
};

/**
 * What a text says of a module and nothing else, or null.
 * @example reachWordOf('No answer from this module.') // 'silent'
 */
export const reachWordOf = remembered((text: string): ReachWord | null =>
  inTwo(text, orWritten(reachIn), (one, other) => one === other),
);
const reachIn = (text: string): ReachWord | null =>
  inAnyLanguage(text, (tongue, tokens) => {
    const found = meanings(tongue.reach, tongue, tokens);
    if (!found || found.length === 0) return zeroCodes(tongue, tokens);
    const says = reachOrder.find((one) => found.some(({ means }) => means === one));
    if (says === undefined) return null;
    const good = says === 'clean' || says === 'holdsCodes' || says === 'read';
    if (good && found.some(({ means, negated }) => means === says && negated))
      return saysWithout(tongue, tokens) ? 'clean' : 'unclear';
    if (says === 'holdsCodes') return holdsCodes(tokens);
    return reachNames[says];
  });

/** `2 faults` holds codes, `0 faults` is clean; `faults` alone says that there are some. */
function holdsCodes(tokens: readonly string[]): ReachWord {
  const figures = tokens.filter((token) => /^\d+$/.test(token));
  return figures.length > 0 && figures.every((token) => Number(token) === 0) ? 'clean' : 'holdsCodes';
}

/** `without DTCs`, `no fault entry` */
function saysWithout(tongue: Tongue, tokens: readonly string[]): boolean {
  const none = phraseAt(tongue.without, tokens, 0);
  // `Ninguna avería memorizada`: what would be in memory.
  const inMemory = (token: string) =>
    tongue.status.get(token)?.some(({ rest: more, means }) => more.length === 0 && means === 'stored') ===
    true;
  const rest = none ? tokens.slice(1 + none.rest.length).filter((token) => !inMemory(token)) : [];
  if (rest.length === 0 || rest.some(isFigure)) return false;
  const named = meanings(tongue.label, tongue, rest);
  return (
    named?.some(({ means }) => means === 'code') === true &&
    named.every(({ means, negated }) => means === 'code' && !negated)
  );
}

/** `0 faults`, `without DTCs`: so many codes, or none of them. */
function zeroCodes(tongue: Tongue, tokens: readonly string[]): ReachWord | null {
  if (saysWithout(tongue, tokens)) return 'clean';
  const inWords = figureWords.has(tokens[0]!);
  if (tokens.length < 2 || !(inWords || /^\d{1,4}$/.test(tokens[0]!))) return null;
  const labels = meanings(tongue.label, tongue, tokens.slice(1));
  if (!labels?.some(({ means }) => means === 'code') || labels.some(({ means }) => !codeLike.has(means)))
    return null;
  return !inWords && Number(tokens[0]) === 0 ? 'clean' : 'holdsCodes';
}
const codeLike: ReadonlySet<string> = new Set(['code', 'module', 'text', 'byte', 'result']);

/** True where a text says that nothing answered at all. */
export const saysNothingAnswered = remembered(
  (text: string): boolean =>
    inAnyLanguage(text, (tongue, tokens) =>
      meanings(tongue.reach, tongue, tokens)?.some(({ means }) => means === 'nothingAnswered') ? true : null,
    ) ?? false,
);

const small = new Set([
  ...numberWords,
  'name',
  'hex',
  'dec',
  'dez',
  'decimal',
  'raw',
  'value',
  'values',
  'wert',
  'werte',
  'valeur',
  'valor',
  'valore',
  'waarde',
  'wartosc',
]);

/** Which of several roles a label of several words has: `fault text` is a text, `status byte` a byte. */
const roleOrder: readonly (keyof LanguageWords['label'])[] = [
  'ident',
  'environment',
  'total',
  'vin',
  'supplyVolts',
  'odometer',
  'address',
  'link',
  'status',
  'text',
  'type',
  'count',
  'result',
  'code',
  'module',
  'reader',
  'software',
  'date',
  'byte',
  'other',
];

/**
 * What a column or key of that name holds, or null where it is no such name.
 * @example labelOf('Status byte')?.role // 'byte'
 */
export const labelOf = remembered((text: string): Label | null =>
  inTwo(text, labelIn, (one, other) => one.role === other.role),
);
const labelIn = (text: string): Label | null => {
  if (text.length > 48) return null;
  const spaced = text.replace(/([a-zé])([A-Z])/g, '$1 $2').replace(/[_#]/g, ' ');
  const decimal = /\b(?:dec|dez|decimal|dezimal|déc|d[ée]cimal)\b/i.test(spaced);
  const hex = /\b(?:hex|raw|bytes?)\b/i.test(spaced);
  const whole = tokensOf(spaced);
  const own = whole.filter((token) => !small.has(token));
  if (own.length === 0) return null;
  const asLabel = (tongue: Tongue, tokens: readonly string[]): Label | null => {
    if (tokens.length > 6) return null;
    const found = meanings(tongue.label, tongue, tokens);
    if (!found || found.length === 0 || tokens.every(isFigure)) return null;
    if (found.some(({ negated }) => negated)) return null;
    const says = new Set(found.map(({ means }) => means));
    const top = roleOrder.find((role) => says.has(role))!;
    let role: Role = top === 'software' ? 'readerSoftware' : top === 'link' ? 'result' : top;
    // `Codes found`: how many, or none.
    if ((top === 'count' || top === 'result') && says.has('code')) role = 'codeCount';
    // `Code / type`
    if (top === 'type' && says.has('code') && /\p{L}\s?[/+&]\s?\p{L}/u.test(text)) role = 'code';
    if (says.has('status') && (says.has('byte') || hex) && role === 'status') role = 'byte';
    // `Address 15` is an address itself.
    if (role === 'address' && tokens.some((token) => /\d/.test(token))) return null;
    if (role === 'byte' && !says.has('status') && says.size > 1) role = says.has('code') ? 'code' : role;
    return { role, decimal, bytes: role === 'code' && hex, link: top === 'link' };
  };
  return (
    inAnyLanguage(whole.join(' '), asLabel) ??
    inAnyLanguage(own.join(' '), asLabel) ??
    (own.length === 1 ? inAnyLanguage(partsOf(own[0]!), asLabel) : null)
  );
};

/** True for the name of a field that no module is called by: `Key number`. */
export const isOnlyLabel = (text: string): boolean =>
  labelOf(text) !== null && !mayBeModule(text) && !isUnitOf(text);

/** `Key reader`, `Battery unit`: what a field is called as well, and a word for a device. */
function isUnitOf(text: string): boolean {
  const words = text.trim().split(/\s+/);
  return (
    words.length === 2 && mayBeModule(words[0]!) && /^(?:module|reader)$/.test(labelOf(words[1]!)?.role ?? '')
  );
}

const compounding: ReadonlySet<string> = new Set(['German', 'Dutch', 'Swedish']);
const labelWords = tongues.flatMap(({ words, label }) =>
  compounding.has(words.name) ? [new Set(label.keys())] : [],
);

/** The two labels that a word is made of: `Fehleranzahl`; nothing where it is made of none. */
function partsOf(word: string): string {
  if (word.length < 8 || word.length > 30) return '';
  for (let at = 4; at <= word.length - 3; at++) {
    const [first, second] = [word.slice(0, at), word.slice(at)];
    if (labelWords.some((own) => own.has(first) && own.has(second))) return `${first} ${second}`;
  }
  return '';
}

/** True where a line is a title, a page's head or a closing line by its words. */
export const isTitle = remembered((text: string): boolean => {
  const tokens = tokensOf(text.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2'));
  if (tokens.length === 0 || tokens.length > 24) return false;
  return tongues.some(
    (tongue) =>
      tokens.some((_, at) => phraseAt(tongue.title, tokens, at) !== null) ||
      (tokens.some((_, at) => phraseAt(tongue.sign, tokens, at) !== null) &&
        tokens.every(
          (token, at) =>
            phraseAt(tongue.sign, tokens, at) !== null ||
            tongue.filler.has(token) ||
            tongue.label.has(token) ||
            isFigure(token),
        )),
  );
});

/** The longest words at the start of `text` that are a module's label (`Control unit`, `Stg`), as their length; 0 for none. */
export const moduleLabelLength = remembered((text: string): number => {
  const tokens = tokensOf(text);
  let most = 0;
  for (const tongue of tongues) {
    const article = tongue.filler.has(tokens[0] ?? '') && tongue.label.get(tokens[1] ?? '') !== undefined;
    for (const from of article ? [0, 1] : [0])
      for (const phrase of tongue.label.get(tokens[from] ?? '') ?? [])
        if (phrase.means === 'module' && phrase.rest.every((word, n) => tokens[from + 1 + n] === word))
          most = Math.max(most, from + 1 + phrase.rest.length);
  }
  return most === 0 ? 0 : lengthOfWords(text, most);
});

/** Where the first `count` words of a text end. */
export function lengthOfWords(text: string, count: number): number {
  const word = /[\p{L}\p{N}]+/gu;
  let end = 0;
  for (let n = 0; n < count; n++) {
    const match = word.exec(text);
    if (!match) break;
    end = match.index + match[0].length;
  }
  return end;
}

/** The language whose words a text holds most of; null where no table knows any of them. */
export function languageOf(words: readonly string[]): string | null {
  const hits = tongues.map(
    ({ status, reach, label }) =>
      words.filter((word) => status.has(word) || reach.has(word) || label.has(word)).length,
  );
  const most = Math.max(0, ...hits);
  return most === 0 ? null : tongues[hits.indexOf(most)]!.words.name;
}
