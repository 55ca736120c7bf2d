/** What a column, a key or a label holds, and what is a title. */
import {
  inAnyLanguage,
  inTwo,
  isFigure,
  type Lexicon,
  meanings,
  type Phrase,
  phraseAt,
  type Tongue,
  tongues,
} from './lexicon.js';
import { rememberedWords } from './remembered.js';
import { tokensOf } from './tokens.js';
import { mayBeModule, numberWords } from './word-lists.js';
import { type LanguageWords } from './words/index.js';

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
export const labelOf = rememberedWords((text: string): Label | null =>
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

/** Phrases of all languages by their first words. */
const together = <C>(lexica: readonly Lexicon<C>[]): Lexicon<C> => {
  const all = new Map<string, Phrase<C>[]>();
  for (const own of lexica)
    for (const [word, phrases] of own) all.set(word, [...(all.get(word) ?? []), ...phrases]);
  return all;
};
const titles = together(tongues.map(({ title }) => title));
const signs = together(tongues.map(({ sign }) => sign));

/** True where a line is a title, a page's head or a closing line by its words. */
export const isTitle = rememberedWords((text: string): boolean => {
  const tokens = tokensOf(text.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2'));
  if (tokens.length === 0 || tokens.length > 24) return false;
  if (tokens.some((_, at) => phraseAt(titles, tokens, at) !== null)) return true;
  return (
    tokens.some((token) => signs.has(token)) &&
    tongues.some(
      (tongue) =>
        tokens.some((_, at) => phraseAt(tongue.sign, tokens, at) !== null) &&
        tokens.every(
          (token, at) =>
            phraseAt(tongue.sign, tokens, at) !== null ||
            tongue.filler.has(token) ||
            tongue.label.has(token) ||
            isFigure(token),
        ),
    )
  );
});

/** Labels of modules by their first words, with the fillers of their language. */
const moduleLabels = new Map<string, { rest: readonly string[]; filler: ReadonlySet<string> }[]>();
for (const { label, filler } of tongues)
  for (const [word, phrases] of label)
    for (const { means, rest } of phrases)
      if (means === 'module') moduleLabels.set(word, [...(moduleLabels.get(word) ?? []), { rest, filler }]);

/** The longest words at the start of `text` that are a module's label (`Control unit`, `Stg`), as their length; 0 for none. */
export const moduleLabelLength = rememberedWords((text: string): number => {
  const tokens = tokensOf(text);
  let most = 0;
  for (const from of [0, 1])
    for (const { rest, filler } of moduleLabels.get(tokens[from] ?? '') ?? [])
      if ((from === 0 || filler.has(tokens[0]!)) && rest.every((word, n) => tokens[from + 1 + n] === word))
        most = Math.max(most, from + 1 + rest.length);
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
