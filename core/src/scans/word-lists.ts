/** Lists of words in all languages at once: yes and no, verbs, fillers, parts, names of names. */
import { tokensOf } from './tokens.js';
import { languages, type LanguageWords } from './words/index.js';

/** The phrases of one list in all languages, each as its plain words. */
const allOf = (list: (words: LanguageWords) => string): ReadonlySet<string> =>
  new Set(
    languages.flatMap((words) =>
      list(words)
        .split('|')
        .map((phrase) => tokensOf(phrase).join(' ')),
    ),
  );

/** The single words of such a list. */
const wordsOf = (list: (words: LanguageWords) => string): ReadonlySet<string> =>
  new Set([...allOf(list)].flatMap((phrase) => phrase.split(' ')));

/** True for a text that is one of a list's phrases and nothing else. */
const oneOf =
  (phrases: ReadonlySet<string>) =>
  (text: string): boolean =>
    phrases.has(tokensOf(text).join(' '));

/** Yes, no, that there is nothing, or that it went wrong, alone in a field. */
export const saysYes = oneOf(allOf(({ yes }) => yes));
export const saysNo = oneOf(allOf(({ no }) => no));
export const saysNothing = oneOf(allOf(({ nothing }) => nothing));
export const saysFailed = oneOf(allOf(({ failed }) => failed));
/** True for what says, under a label or column of the contact with a module, that there was none. */
export const saysNoLink = oneOf(allOf(({ noLink }) => noLink));
/** True for one to ten in words. */
export const isFigureWord = oneOf(allOf(({ figures }) => figures));
/** True for what joins two names: `and`. */
export const isAnd = oneOf(allOf(({ and }) => and));
/** True for what begins the next thing that is said: `then`. */
export const isThen = oneOf(allOf(({ then }) => then));
/** True for what comes in turn: `first`. */
export const isOrdinal = oneOf(allOf(({ ordinals }) => ordinals));
/** True for what a legend calls codes without a mark: `all others`. */
export const isOthers = oneOf(allOf(({ others }) => others));
/** True for the name of a field that a module may be called as well: `Battery`. */
export const mayBeModule = oneOf(allOf(({ modulesToo }) => modulesToo));
/** True for what is done with a module to ask it: `select`. */
export const isAsking = oneOf(allOf(({ asking }) => asking));
/** True for what stands in front of codes that were cleared. */
export const saysCleared = oneOf(allOf(({ cleared }) => cleared));
const businesses = allOf(({ business }) => business);
/** True for the name of a shop: `Quarry Road Body Works`. */
export const namesBusiness = (text: string): boolean => {
  const tokens = tokensOf(text);
  return tokens.some((_, from) =>
    [1, 2, 3].some(
      (count) => count < tokens.length && businesses.has(tokens.slice(from, from + count).join(' ')),
    ),
  );
};
const articles = allOf(({ articles: own }) => own);
/** True for an article in front of a name: `the`. */
export const isArticle = (word: string): boolean => word !== '' && articles.has(tokensOf(word).join(' '));
/** True for what a name is called. */
export const isNameKey = oneOf(allOf(({ named }) => named));
/** Number, in the languages that we have, without accents. */
export const numberWords = ['nº', 'no', 'nr', 'n', 'num', 'number', 'nummer', 'numero', 'numer'] as const;
/** True for what says that a number follows: `Nr.` */
export const isNumberWord = oneOf(new Set(numberWords));
/** True for `page`, in front of a number. */
export const isPageWord = oneOf(allOf(({ page }) => page));
/** True for what parts codes from where they are: `in`. */
export const isWithin = oneOf(allOf(({ within }) => within));
/** How the names of the months begin, without accents. */
export const monthStarts: readonly string[] = [...allOf(({ months }) => months)];

const allWords = allOf(({ all }) => all);
/** `all` */
export const isAll = oneOf(allWords);
/** True for what begins with a word for all of several: `all active`. */
export const saysOfAll = (text: string): boolean => {
  const tokens = tokensOf(text);
  return tokens.length > 1 && [1, 2].some((count) => allWords.has(tokens.slice(0, count).join(' ')));
};

const partsWords = allOf(({ parts }) => parts);
/** True for a line over a list of parts: `Parts ordered`. */
export const isPartsList = (text: string): boolean => {
  if (text.length > 40 || /\d/.test(text)) return false;
  const tokens = tokensOf(text);
  return (
    tokens.length > 0 &&
    tokens.length < 5 &&
    [1, 2, 3].some((count) => partsWords.has(tokens.slice(0, count).join(' ')))
  );
};

const verbs = wordsOf((words) => words.verbs);
export const fillers = wordsOf(({ filler }) => filler);
export const figureWords = wordsOf(({ figures }) => figures);
const moduleTokens = wordsOf(({ label }) => label.module);

const firstOf = (word: string): string => tokensOf(word)[0] ?? '';

/** True for a word that changes nothing where it stands between others. */
export const isFiller = (word: string): boolean => tokensOf(word).every((token) => fillers.has(token));
const negations = wordsOf((words) => `${words.not}|${words.without}`);
const denials = wordsOf((words) => words.not);
/** True for a word that says no by itself: `not`, and no part of `free of`. */
export const denies = (word: string): boolean => word.length > 2 && denials.has(firstOf(word));
/** True for a word that turns the next into its opposite: `not`. */
export const negates = (word: string): boolean => negations.has(firstOf(word));
/** True for a word that makes a sentence of a name: `has`, `says`. */
export const isVerb = (word: string): boolean => verbs.has(firstOf(word));
/** True for a word that a module's label is made of: `control`, `unit`. */
export const isModuleToken = (word: string): boolean => moduleTokens.has(firstOf(word));

/** True where a word in the middle of a text makes it a sentence. */
export const isSentence = (text: string): boolean => {
  const tokens = tokensOf(text);
  return tokens.length >= 4 && tokens.slice(1).some((token) => token.length > 1 && verbs.has(token));
};
