/** Quick looks at the words of a line: what it cannot say, whatever rule is asked. */
import { type Lexicon, tongues } from './lexicon.js';
import { tokensOf } from './tokens.js';
import { languages } from './words/index.js';

const firstWords = <C>(lexica: readonly Lexicon<C>[]): readonly string[] =>
  lexica.flatMap((own) => [...own.keys()]);
const firstWordsOf = (phrases: string): readonly string[] =>
  phrases.split('|').flatMap((phrase) => tokensOf(phrase).slice(0, 1));

/** Labels of codes by their first words: `2 faults`. */
const codeWords = tongues.flatMap(({ label }) =>
  [...label].filter(([, phrases]) => phrases.some(({ means }) => means === 'code')).map(([word]) => word),
);
/** What is said of modules begins with one of these. */
const stateWords: ReadonlySet<string> = new Set([
  ...firstWords(tongues.map(({ reach }) => reach)),
  ...firstWords(tongues.map(({ without }) => without)),
  ...codeWords,
  ...languages.flatMap(({ nothing, figures }) => firstWordsOf(`${nothing}|${figures}`)),
]);
/** `1 active, 1 stored`: how many codes a module holds. */
const statusWords: ReadonlySet<string> = new Set(firstWords(tongues.map(({ status }) => status)));

/** What says something of a module without a word for it: noughts, ticks, empty brackets, lone dashes, words cut short. */
const stateSign =
  /^\s{0,20}\d{1,3}x\s|[:=.;\]-]\s{0,9}0{1,3};?\s{0,200}$|[:=]\s?0\b|\s000\s{0,200}$|\.{3}\s{0,9}\d\s{0,200}$|[[({]\s{0,9}0?\s{0,9}[\])}]|[✓✔☑✅]|(?:^|[|\s])[-–—]{1,6}\s{0,200}(?:\||$)|\p{L}{4}\.(?:\s|$)/u;

/** A longer line is not taken for words. */
const longestAsked = 240;

/** False for a line whose words and signs say nothing of any module; a legend's letters aside. */
export function mayStateModule(line: string): boolean {
  if (line.length > longestAsked || stateSign.test(line)) return true;
  const counted = /\d/.test(line);
  return tokensOf(line).some(
    (word) =>
      stateWords.has(word) ||
      (word.endsWith('s') && stateWords.has(word.slice(0, -1))) ||
      (counted && statusWords.has(word)),
  );
}
