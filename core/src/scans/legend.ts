/** Legends: what a letter or mark stands for in this report (`A = active, M = in memory`). */
import type { CodeStatus } from '../codes/index.js';
import { isDump } from './code-tokens.js';
import { anyCode, eachCode, endLines, searched } from './first-lines.js';
import {
  hasByteBehind,
  hasTypeBehind,
  hasTypeInBrackets,
  hasWordBehind,
  saysDecimalTypes,
} from './habits.js';
import type { Lines } from './lines.js';
import { segmentsOf } from './markup.js';
import { isUnread } from './module-state.js';
import {
  isOthers,
  labelOf,
  type ReachWord,
  reachWordOf,
  statusOfField,
  type StatusWord,
  statusWordOf,
} from './vocabulary.js';

/** A mark as a legend keeps it: an empty box is one too. */
export const markOf = (mark: string): string => mark.replace(/^([[(])\s{1,3}([\])])$/, '$1_$2');

/** A box with nothing in it. */
const emptyBox = /\[ {1,3}\]|\( {1,3}\)/g;

export interface Legend {
  readonly statuses: ReadonlyMap<string, StatusWord>;
  /** What codes without a mark are, where it says so. */
  readonly others: StatusWord | null;
  readonly reaches: ReadonlyMap<string, ReachWord>;
  /** Behind every code stand two hexadecimal figures: its failure type. */
  readonly typeBehind: boolean;
  /** Behind every code stand two hexadecimal figures in brackets: its failure type. */
  readonly typeHeld: boolean;
  /** Behind every code stand two cells of two hexadecimal figures: failure type and status byte. */
  readonly byteBehind: boolean;
  /** Behind every code stands a word of its status, a blank away, and then what it means. */
  readonly wordBehind: boolean;
  /** Failure types are printed in decimal, as a line says for all of them. */
  readonly decimalTypes: boolean;
  /** The lines that it is printed on. */
  readonly lines: ReadonlySet<number>;
}

/** A longer line explains nothing. */
const longestLegend = 400;
/** A legend with more marks is none. */
const mostMarks = 40;
const symbol =
  /^(?:[^\s\p{L}\p{N}|]{0,2}[\p{Lu}\d](?:\/\p{Lu})?|\p{Lu}{2,4}|[^\s\p{L}\p{N}|]{1,2}|-{3}|\p{Ll}(?:\/\p{Ll})?|(\p{Ll})\1)$/u;
/** A word at which the next entry begins. */
const nextSymbol = /^(?:[^\p{L}\p{N}]|\d$|\p{Lu}{1,4}$|\p{L}\/\p{L}$)/u;

/** The legend of a report, looked for in its first and last lines. */
export function legendOf(lines: Lines): Legend {
  const statuses = new Map<string, StatusWord>();
  const reaches = new Map<string, ReachWord>();
  const found = new Set<number>();
  let others: StatusWord | null = null;
  for (const { at, line: whole } of endLines(lines, searched, longestLegend + 1)) {
    if (whole.length < 8 || whole.length > longestLegend || anyCode.test(whole) || isDump(whole)) continue;
    const line = segmentsOf(whole)[0] ?? '';
    const parts = line.trim().split(/\s{3,200}/);
    const told = othersIn(line) ?? parts.map((part) => othersIn(part)).find((part) => part !== null) ?? null;
    others ??= told?.others ?? null;
    const entries = told ? [told.entry, ...parts.flatMap((part) => entryAlone(part) ?? [])] : entriesOf(line);
    // `CUR: none  HIST: none` says it of a module.
    if (entries.every(({ mark, reach }) => reach === 'clean' && statusWordOf(mark) !== null)) continue;
    found.add(at);
    for (const { mark, status, reach } of entries) {
      if (statuses.size + reaches.size >= mostMarks) break;
      if (status) statuses.set(mark, status);
      if (reach) reaches.set(mark, reach);
    }
  }
  return {
    statuses: withSwitches(statuses, lines),
    others,
    reaches,
    typeBehind: hasTypeBehind(lines),
    typeHeld: hasTypeInBrackets(lines),
    byteBehind: hasByteBehind(lines),
    wordBehind: hasWordBehind(lines),
    decimalTypes: saysDecimalTypes(lines),
    lines: found,
  };
}

const switched = /\s{2,80}(on|off)\s{0,9}$/i;

/** `ON` and `OFF` at the end of every line with a code, as statuses. */
function withSwitches(
  statuses: ReadonlyMap<string, StatusWord>,
  lines: Lines,
): ReadonlyMap<string, StatusWord> {
  if (!eachCode(lines, 300, ({ line }) => switched.test(line))) return statuses;
  const all = new Map(statuses);
  for (const [mark, status] of [
    ['on', 'active'],
    ['off', 'stored'],
  ] as const)
    for (const form of [mark, mark.toUpperCase()])
      if (!all.has(form)) all.set(form, { status, comesAndGoes: false });
  return all;
}

const marked =
  /^[\s(]{0,9}([^\s\p{L}\p{N}]{1,2}|\p{L})\s?[=:]?\s(\p{L}[^,;]{2,30})[,;]\s(\p{L}[^,;]{4,40})$/u;

/** `* active now, others stored`: a mark, and what codes without one are; null for no such line. */
function othersIn(line: string): { entry: Entry; others: StatusWord } | null {
  const [, mark, meaning, rest] = marked.exec(line.replace(/[)\s.]{1,9}$/, '')) ?? [];
  const status = mark === undefined ? null : statusOfField(meaning!);
  if (!status) return null;
  const words = rest!.replace(/[=:]/g, ' ').trim().split(/\s+/);
  for (let count = Math.min(3, words.length - 1); count >= 1; count--) {
    const others = isOthers(words.slice(0, count).join(' '))
      ? statusWordOf(words.slice(count).join(' '))
      : null;
    if (others) return { entry: { mark: mark!, status, reach: null }, others };
  }
  return null;
}

interface Entry {
  readonly mark: string;
  readonly status: StatusWord | null;
  readonly reach: ReachWord | null;
}

const mostWords = 5;

/** The entries of a line that is a legend; none where something else stands in it too. */
function entriesOf(line: string): readonly Entry[] {
  // `(A)ctive (S)tored`
  const held = [...(line.includes('(') ? line.matchAll(/\((\p{L})\)(\p{Ll}{2,20})/gu) : [])].flatMap(
    ([, mark, rest]): Entry[] => {
      const status = statusOfField(`${mark!}${rest!}`);
      return status ? [{ mark: mark!, status, reach: null }] : [];
    },
  );
  if (held.length > 1) return held;
  const boxed = /[([]/.test(line) ? boxedEntries(line) : [];
  if (boxed.length > 0) return boxed;
  if (/[=:–—-]/.test(line)) {
    const short = abbreviated(line);
    if (short.length > 0) return short;
    const signed = signedEntries(line);
    if (signed.length > 0) return signed;
  }
  // `NC = NO COMMUNICATION`, alone on its line.
  const alone =
    /^\s*\p{Lu}{2,4}\s?=/u.test(line) && line.split('=').length === 2 ? entryAlone(line.trim()) : null;
  if (alone && (alone.status !== null || isUnread.has(alone.reach!))) return [alone];
  // `* = active, all others are stored`
  const star = /^\s*([^\s\p{L}\p{N}]{1,2})\s?=\s?([^,;]{3,30})[,;]/u.exec(line);
  const starred = star && line.split('=').length === 2 ? statusOfField(star[2]!) : null;
  if (starred) return [{ mark: star![1]!, status: starred, reach: null }];
  const equated = equatedIn(line);
  if (equated.length > 0) return equated;
  // `St = 1 present, 2 stored`
  const equal = /^\W{0,3}(\p{L}{2,12})\s?=\s(?=\S{1,3}\s\p{L})/u.exec(line);
  if (equal && labelOf(equal[1]!)?.role === 'status')
    return entriesOf(`${equal[1]!}: ${line.slice(equal[0].length)}`);
  // `status: a active, m memory`
  const named = /^[^:]{0,40}?(\p{L}{2,20})(?:\s\p{L}{2,12}){0,2}:\s(?=\S{1,3}\s)/u.exec(line);
  const ofStatus = named !== null && labelOf(named[1]!)?.role === 'status';
  const words = (ofStatus ? line.slice(named[0].length) : line)
    .replace(/^\s*\(([^()]{8,300})\)\s*$/, '$1')
    .replace(/^[^:]{1,40}:\s+(?=\S{1,4}\s*[=:–-])/, '')
    .replace(/\s[–—-]\s(?=\p{L})/gu, ' ')
    .replace(/[([](\S{1,4})[)\]](?=\s*=|\s+\p{L})/gu, '$1')
    .replace(/[=,;:]+/g, ' ')
    .trim()
    .split(/\s+/);
  if (words.length < 2 || (words.length < 4 && !line.includes('='))) return [];
  const found: Entry[] = [];
  let told = 0;
  for (let at = 0; at < words.length;) {
    const entry = symbol.test(words[at]!) ? entryAt(words, at, ofStatus || line.includes('=')) : null;
    if (!entry) {
      at++;
      continue;
    }
    found.push(entry.entry);
    told += entry.length;
    at += entry.length;
  }
  // `x = no answer`, alone on its line.
  if (found.length === 1 && told === words.length && /^\S{1,2}\s?=\s?\p{L}/u.test(line.trim())) return found;
  // `4 stored, 1 current` counts.
  if (!ofStatus && !/(?<!\d)\d\s?[:=–-]\s?\p{L}/u.test(line) && found.some(({ mark }) => /^\d$/.test(mark)))
    return [];
  // Several equations explain themselves, even where one of them is of something else: `number = faults`.
  const many = found.length > 2 || line.split('=').length > 3;
  return found.length >= 2 && told >= (many ? 0.6 : 0.75) * words.length ? found : [];
}

/** `ASSENTE=NON RISPONDE`: a word that says something of a module already, and here something else. */
const redefined = /^\s{0,40}(\p{Lu}[\p{Lu} ]{2,20})\s?=\s?(\p{L}.{2,40})$/u;

const abbreviation = /^\s{0,40}((?:\p{L}{1,3}\.\s?){1,3}\p{L}{0,3}\.?)\s?[=:–-]\s?(\p{L}.{2,40})$/u;

/** `n. e. = nicht erreichbar`: letters with points for a meaning that is a status or a state; none where one is neither. */
function abbreviated(line: string): readonly Entry[] {
  const parts = line.trim().split(/[,;]\s{1,9}|\s{2,99}/);
  const found = parts.map((part) => {
    const [, mark, meaning] = abbreviation.exec(part) ?? redefined.exec(part) ?? [];
    if (mark !== undefined && !mark.includes('.') && (labelOf(mark) !== null || reachWordOf(mark) === null))
      return null;
    return mark === undefined ? null : entryOf(mark.trim(), meaning!, statusOfField(meaning!));
  });
  const told = found.filter((entry) => entry !== null);
  return told.length === found.length ? told : [];
}

const entrySign =
  /(?:^|[\s,;(])([^\s=:,;()]{1,4}|\([^\s=:,;()]{1,4}\))(?:\s?(=)\s?|\s?(:)\s|\s([-–—])\s)(?=\S)/gu;

/** `C - present  H - not present`: marks with one sign behind each; none where a meaning is no status and no state. */
function signedEntries(line: string): readonly Entry[] {
  const text = line
    .replace(/^\s{0,40}\p{L}[\p{L} ]{2,24}:\s{1,9}(?=\S{1,4}\s?[=–-])/u, '')
    .replace(emptyBox, markOf);
  const starts = [...text.matchAll(entrySign)];
  const [first] = starts;
  if (starts.length < 2 || starts.length > mostMarks || text.slice(0, first!.index).trim() !== '') return [];
  const signOf = (match: RegExpMatchArray) => match[2] ?? match[3] ?? '-';
  if (starts.some((match) => signOf(match) !== signOf(first!))) return [];
  const found = meaningsOf(text, starts).flatMap(([match, meaning]) => {
    const entry = entryOf(match[1]!.replace(/^\(|\)$/g, ''), meaning, statusOfField(meaning));
    return entry?.status || entry?.reach ? [entry] : [];
  });
  return found.length === starts.length ? found : [];
}

/** What stands behind each mark, up to the next. */
const meaningsOf = (text: string, starts: readonly RegExpExecArray[]): [RegExpExecArray, string][] =>
  starts.map((match, at) => [
    match,
    text
      .slice(match.index + match[0].length, starts[at + 1]?.index ?? text.length)
      .replace(/[\s,;.)]{1,40}$/, ''),
  ]);

/** What a mark means, as a status of codes and as what is said of modules; null where it is neither. */
function entryOf(mark: string, meaning: string, status: StatusWord | null): Entry | null {
  const said = reachWordOf(meaning);
  if (!status && !said) return null;
  return { mark, status, reach: said === 'read' || (status && said === 'holdsCodes') ? null : said };
}

/** `[-] = no answer`, alone. */
function entryAlone(text: string): Entry | null {
  const [, mark, meaning] = /^[[(]?([^\s=:()[\]]{1,4})[)\]]?\s?[=:]\s(\p{L}.{2,40})$/u.exec(text) ?? [];
  return mark === undefined ? null : entryOf(mark, meaning!, statusOfField(meaning!));
}

const boxedMark = /(?:^|\s)(?:\(([^\s()]{1,4})\)|\[([^\s[\]]{1,4})\])\s(?=\p{L})/gu;

/** `(!) fault present   (i) fault in memory`: marks in brackets, a meaning behind each, and nothing else. */
function boxedEntries(line: string): readonly Entry[] {
  const text = line
    .replace(/^\s{0,40}\p{L}[\p{L} ]{2,24}(?::\s{1,9}|\s{3,40})(?=[[(])/u, '')
    .replace(emptyBox, markOf);
  const starts = [...text.matchAll(boxedMark)];
  if (starts.length < 2 || starts.length > mostMarks || text.slice(0, starts[0]!.index).trim() !== '')
    return [];
  const found = meaningsOf(text, starts).map(([match, meaning]) =>
    entryOf((match[1] ?? match[2])!, meaning, statusOfField(meaning) ?? statusOfField(withoutCode(meaning))),
  );
  const told = found.filter((entry) => entry !== null);
  return told.length === found.length &&
    (told.some(({ status }) => status !== null) || new Set(told.map(({ reach }) => reach)).size > 1)
    ? told
    : [];
}

/** `fault present` without the word for a code. */
const withoutCode = (text: string): string =>
  text
    .split(/\s+/)
    .filter((word) => labelOf(word)?.role !== 'code')
    .join(' ');

/** `red = codes, grey = no answer`: words that stand for what is said behind them. */
function equatedIn(line: string): readonly Entry[] {
  const parts = line.split(/\s{0,9}[,;]\s{0,9}/);
  if (parts.length < 2 || parts.length > 12) return [];
  const found: Entry[] = [];
  for (const part of parts) {
    const [, mark, meaning] =
      /^\W{0,3}(\p{L}{3,12})\s{0,9}=\s{0,9}(\p{L}[\p{L} ]{1,30})\W{0,3}$/u.exec(part) ?? [];
    if (!mark || labelOf(mark) || statusWordOf(mark) || reachWordOf(mark)) return [];
    const status = statusOfField(meaning!);
    const reach = reachWordOf(meaning!);
    if (!status && !reach) continue;
    for (const form of new Set([mark, mark.toUpperCase(), mark.toLowerCase()]))
      found.push({ mark: form, status, reach: status && reach === 'holdsCodes' ? null : reach });
  }
  return found.length >= 2 ? found : [];
}

function entryAt(
  words: readonly string[],
  at: number,
  equated: boolean,
): { entry: Entry; length: number } | null {
  const sign = /^[^\p{L}\p{N}]{1,3}$/u.test(words[at]!);
  let most = Math.min(mostWords, words.length - at - 1);
  for (let n = 1; n <= most; n++) if (nextSymbol.test(words[at + n]!)) most = n - 1;
  for (let count = most; count >= 1; count--) {
    const meaning = words.slice(at + 1, at + 1 + count).join(' ');
    const status = equated ? statusOfField(meaning) : statusWordOf(meaning);
    const said = reachWordOf(meaning);
    const reach = (said === 'read' && !sign) || (status && said === 'holdsCodes') ? null : said;
    if (status || reach) return { entry: { mark: words[at]!, status, reach }, length: 1 + count };
  }
  return null;
}

/** The legend with what the shop has learned of this reader's words. */
export function withLearned(
  legend: Legend,
  words: readonly { readonly word: string; readonly status: CodeStatus }[],
): Legend {
  if (words.length === 0) return legend;
  const statuses = new Map(legend.statuses);
  for (const { word, status } of words)
    for (const form of new Set([word, word.toLowerCase(), word.toUpperCase()]))
      if (!statuses.has(form)) statuses.set(form, { status, comesAndGoes: false });
  return { ...legend, statuses };
}

/** The legend with further lines that explain what stands in the report. */
export const withLines = (legend: Legend, more: readonly number[]): Legend =>
  more.length === 0 ? legend : { ...legend, lines: new Set([...legend.lines, ...more]) };
