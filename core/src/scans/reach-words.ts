/** What a text says of how far modules were reached, and nothing else. */
import {
  inAnyLanguage,
  inTwo,
  isFigure,
  type Lexicon,
  lexicon,
  meanings,
  orWritten,
  phraseAt,
  type Tongue,
} from './lexicon.js';
import { rememberedWords } from './remembered.js';
import type { Reach } from './schema.js';
import { tokensOf } from './tokens.js';
import { figureWords, fillers } from './word-lists.js';
import { languages } from './words/index.js';

/** What is said of a module; `read` says that it answered, and nothing of its codes. */
export type ReachWord = Exclude<Reach, 'answered'> | 'clean' | 'read' | 'holdsCodes';

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
export const reachWordOf = rememberedWords((text: string): ReachWord | null =>
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
export const saysNothingAnswered = rememberedWords(
  (text: string): boolean =>
    inAnyLanguage(text, (tongue, tokens) =>
      meanings(tongue.reach, tongue, tokens)?.some(({ means }) => means === 'nothingAnswered') ? true : null,
    ) ?? false,
);
