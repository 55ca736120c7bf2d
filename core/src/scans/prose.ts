/** Reports that somebody wrote in sentences: whose the codes are, and what is said of each, as lines of a list. */
import { findCodes } from './code-tokens.js';
import { anyCode } from './first-lines.js';
import { readModuleName } from './heading.js';
import { type Lines, saysSomething } from './lines.js';
import { stateOf } from './module-state.js';
import { moduleStates } from './module-states.js';
import { type ReadingOrder } from './page-columns.js';
import {
  isAnd,
  isArticle,
  isFigureWord,
  isOrdinal,
  isFiller,
  isThen,
  isTitle,
  isVerb,
  isWithin,
  labelOf,
  reachWordOf,
  statusWordOf,
} from './vocabulary.js';

/** Longer texts are no letters. */
const mostLines = 200;
const mostCodes = 12;
const longestParagraph = 3000;

interface Told {
  readonly text: string;
  /** The line on which it begins. */
  readonly number: number;
}

/** A line of sentences: words, without cells, labels or signs of a list. */
const isRunning = (line: string): boolean =>
  /^\s?[\p{L}(]/u.test(line) &&
  !/\S\s{2,}\S|[|\t=<>{}[\]]|:\s*$|^\s*\p{L}[^.,]{0,40}:\s/u.test(withoutTitle(line)) &&
  (line.match(/\p{L}{2,}/gu)?.length ?? 0) >= 3;

/** `Summary of the technician: The restraint module …` without its title. */
function withoutTitle(line: string): string {
  const title = /^\s?(\p{L}[^.,:]{2,40}):\s(?=\p{Lu}.{80})/u.exec(line);
  return title && isTitle(title[1]!) ? line.slice(title[0].length) : line;
}

/** A code at the beginning, as in a list. */
const listed = /^\s?[PCBU][0-3][\dA-F]{3}(?:-[\dA-F]{2})?[\s,:;]/;

const sentenceEnd = /(?<=[\p{L}\d)]{2}[.!])\s+(?=\p{Lu})/u;

/**
 * The report with its sentences in lines of their own, `name: code (status)` where they tell of codes; as it stands where
 * it is not written so. A paragraph is prose where its sentences run over the ends of its lines, and one with a code has a verb.
 */
export function proseOrder(order: ReadingOrder, lines: Lines): ReadingOrder {
  if (lines.count > mostLines) return order;
  const told: Told[] = [];
  let changed = false;
  for (let at = 1; at <= order.count;) {
    let end = at;
    let length = 0;
    while (end <= order.count && isRunning(order.at(end)) && length < longestParagraph)
      length += order.at(end++).length;
    const own = end > at ? tellsOf(order, at, end) : null;
    if (own !== null) {
      told.push(...own);
      changed = true;
      at = end;
      continue;
    }
    for (end = Math.max(end, at + 1); at < end; at++)
      told.push({ text: order.at(at), number: order.numberOf(at) });
  }
  if (!changed) return order;
  return {
    count: told.length,
    at: (at) => told[at - 1]?.text ?? '',
    numberOf: (at) => told[at - 1]?.number ?? lines.count,
  };
}

/** What the sentences of a paragraph tell; null where they are none. */
function tellsOf(order: ReadingOrder, from: number, end: number): readonly Told[] | null {
  const starts: number[] = [];
  let text = '';
  for (let at = from; at < end; at++) {
    starts.push(text.length);
    text += `${withoutTitle(order.at(at)).trim()} `;
  }
  if (!anyCode.test(text) || !/[.!]\s*$/.test(text)) return null;
  for (let at = from; at < end; at++)
    if (listed.test(order.at(at)) && (at === from || /[.:;]\s*$/.test(order.at(at - 1)))) return null;
  const numberAt = (place: number) => order.numberOf(from + starts.findLastIndex((start) => start <= place));
  const sentences = text.trim().split(sentenceEnd);
  const coded = sentences.filter((sentence) => anyCode.test(sentence));
  // `B1318-16 stored.`, each on its line, is a list.
  if (sentences.length < (end - from < 2 ? 3 : 2)) return null;
  if (!coded.some((sentence) => beforeCode(sentence).split(/\s+/).some(isVerb))) return null;
  let wrapped = 0;
  for (let at = from; at < end - 1; at++) if (/[\p{L}\d),]\s*$/u.test(order.at(at))) wrapped++;
  if (2 * wrapped < end - 1 - from) return null;
  const told: Told[] = [];
  let place = 0;
  let module: string | null = null;
  for (const sentence of sentences) {
    const number = numberAt(place);
    const codes = anyCode.test(sentence) ? findCodes(sentence) : [];
    if (codes.length > mostCodes) return null;
    if (codes.length > 0) {
      module = nameIn(sentence.slice(0, codes[0]!.from)) ?? module;
      for (const [n, code] of codes.entries()) {
        const behind = sentence.slice(code.to, codes[n + 1]?.from ?? sentence.length);
        told.push({
          text: `${module === null ? '' : `${module}:   `}${sentence.slice(code.from, code.to)}${saidOf(behind)}`,
          number: numberAt(place + code.from),
        });
      }
    } else {
      const named = nameIn(sentence.replace(/[.!]$/, ''), false);
      if (named !== null && /,\s/.test(sentence)) module = named;
      told.push(...statesIn(sentence).map((own) => ({ text: own, number })));
    }
    place += sentence.length + 1;
  }
  return told;
}

const beforeCode = (sentence: string): string => sentence.slice(0, Math.max(0, sentence.search(anyCode)));

/** A word that names nothing: `there`, `on`, `First`. */
const isStop = (word: string): boolean =>
  isVerb(word) ||
  isFigureWord(word) ||
  isOrdinal(word) ||
  isAnd(word) ||
  isThen(word) ||
  labelOf(word)?.role === 'code';

/**
 * The module that a sentence speaks of: behind a word such as `in`, or its subject.
 * @param coded codes follow; without them the word stands at the beginning
 */
function nameIn(before: string, coded = true): string | null {
  const words = before.trim().replace(/[’']/g, "'").split(/\s+/);
  const within = words.findIndex((word, at) => isWithin(word) && at < words.length - 1);
  const from = within >= 0 && (coded || within === 0) ? within + 1 : 0;
  let own = words.slice(from);
  if (own.length > 1 && isArticle(own[0]!)) own = own.slice(1);
  if (own[0] !== undefined) own = [own[0].replace(/^(?:[lL]|[dD])'(?=\p{L})/u, ''), ...own.slice(1)];
  const end = own.findIndex(
    (word, at) => isStop(word) || (at > 0 && isFiller(word) && word.length > 3 && !labelOf(word)),
  );
  const comma = own.findIndex((word) => /[,;:]$/.test(word));
  const ends = [end, comma < 0 ? -1 : comma + 1].filter((one) => one >= 0);
  const name = own
    .slice(0, ends.length > 0 ? Math.min(...ends) : own.length)
    .join(' ')
    .replace(/[,;:]$/, '');
  // A sentence has a verb behind its subject, or a comma.
  if (ends.length === 0 || name.length < 2) return null;
  return readModuleName(name) !== null && statusWordOf(name) === null && reachWordOf(name) === null
    ? name
    : null;
}

/** Words that say a status together. */
const mostWords = 4;

/** The status in what stands behind a code: the most words that say one. */
function saidOf(behind: string): string {
  const words = behind
    .replace(/[().,;:!"]/g, ' ')
    .trim()
    .split(/\s+/)
    .slice(0, 24);
  const says = (phrase: string) => statusWordOf(phrase) !== null;
  for (let count = Math.min(mostWords, words.length); count > 1; count--)
    for (let at = 0; at + count <= words.length; at++) {
      const phrase = words.slice(at, at + count).join(' ');
      const edges = isFiller(words[at]!) || isFiller(words[at + count - 1]!);
      // `liegt gerade an`
      if ((!edges || count > 2) && says(phrase)) return ` (${phrase})`;
    }
  // `stored as current`: a word that says more than that there is a code.
  const word = words.find((one) => !isFiller(one) && says(one)) ?? words.find(says);
  return word === undefined ? '' : ` (${word})`;
}

/** `Gateway and driver's door, roof`: the names. */
function namesJoined(text: string): readonly string[] {
  const names: string[][] = [[]];
  for (const word of text.split(' ')) {
    if (isAnd(word)) names.push([]);
    else names.at(-1)!.push(word.replace(/,$/, ''));
    if (word.endsWith(',')) names.push([]);
  }
  return names.filter((own) => own.length > 0).map((own) => withoutArticle(own.join(' ')));
}

/** What a sentence without a code says of modules: each name with it. */
function statesIn(sentence: string): readonly string[] {
  const bare = sentence.replace(/[.!]$/, '').replace(/[’']/g, "'");
  // `Gateway and driver's door, no faults`
  const [, names, said] = /^(.{3,80}?),\s([^,]{3,40})$/u.exec(bare) ?? [];
  if (names !== undefined && stateOf(said!) !== null) {
    const own = namesJoined(names);
    if (own.every((name) => readModuleName(name) !== null)) return own.map((name) => `${name}:   ${said!}`);
  }
  // `Cluster and gateway are without faults`
  const words = bare.split(' ');
  const verb = words.findIndex((word) => isVerb(word));
  const subjects =
    verb > 2 && words.slice(0, verb).some(isAnd) ? namesJoined(words.slice(0, verb).join(' ')) : [];
  const rest = words.slice(verb + 1).join(' ');
  if (subjects.length > 1 && stateOf(rest) !== null && subjects.every((one) => readModuleName(one) !== null))
    return subjects.map((one) => `${one}:   ${rest}`);
  const plain = withoutArticle(bare);
  const within = isWithin(bare.split(' ', 1)[0]!);
  if (!within && moduleStates(plain)[0]?.name != null) return [plain];
  const name = nameIn(bare, false);
  if (name !== null) {
    const rest = bare.slice(bare.indexOf(name) + name.length).trim();
    // `is clean`: the verb may have to go.
    const said = [rest, rest.replace(/^\S+\s/, '')].find((words) => stateOf(words) !== null);
    if (said !== undefined && stateOf(said) !== 'holdsCodes') return [`${name}:   ${said}`];
  }
  return saysSomething(sentence) ? [sentence] : [];
}

function withoutArticle(text: string): string {
  const [first, ...rest] = text.trim().split(' ');
  if (rest.length > 0 && isArticle(first!)) return rest.join(' ');
  return text.trim().replace(/^[lL]'(?=\p{L})/u, '');
}
