/**
 * Reads free text as a reader prints it. What a line is follows from the structure that it stands in (a table's
 * columns, a label, a legend, the code or module above) before its own words are asked; every line is accounted for.
 */
import { type Work, finish } from '../progress/index.js';
import { readCodeLine } from './code-line.js';
import { bytesBehindWord, isDump, isFrame } from './code-tokens.js';
import {
  countsBehindNames,
  formsOfStates,
  indentOfStates,
  labelsModulesBelow,
  linesBelowCodes,
  listedNames,
  nameBelowCodes,
  namesBesideCodes,
  repeatedKeys,
} from './habits.js';
import { anyCode, endOfHead } from './first-lines.js';
import { IdleLines } from './idle-lines.js';
import { legendOf, withLearned, withLines } from './legend.js';
import { Lines, piecesOf, saysSomething } from './lines.js';
import { isPlain, segmentsOf } from './markup.js';
import { moduleStates } from './module-states.js';
import { readingOrder } from './page-columns.js';
import { blank } from './plain.js';
import { addressesIn, plainOrder } from './plain-lines.js';
import { type LineMark, PatternBook, type ReportPatterns, patternsFor } from './patterns.js';
import { proseOrder } from './prose.js';
import { Line } from './line.js';
import { Reading } from './reading.js';
import { takeBelow, takeCodes, takeContinuation, takeOverCode, takeStatus } from './rules/codes.js';
import { answerIn, isExchange } from './rules/exchange.js';
import {
  languageIn,
  readerOf,
  takeBlock,
  takeEnvironment,
  takeFields,
  takeNothingAnswered,
  takePartsList,
  takeRecordCount,
  takeScreen,
  takeTitle,
  takeTotal,
  takeValue,
} from './rules/head.js';
import { takePairs } from './rules/labels.js';
import { takeAnswer } from './rules/frames.js';
import { takeKnownModule, takePrompted } from './rules/known.js';
import { oneDash, takeHeading } from './rules/heading.js';
import {
  takeCountedHeading,
  takeModuleState,
  takeRecordModule,
  takeStateAmong,
  takeUnclear,
} from './rules/modules.js';
import { type Page, codeToken, pairSign } from './rules/page.js';
import { takeSection } from './rules/section.js';
import { takeColumns, takeTableRow } from './rules/table.js';
import { takeTurned } from './rules/turned.js';
import { takeUnknownLabel, unknownLabel } from './rules/unknown-label.js';
import { type Scan } from './schema.js';
import { takeTaught } from './taught.js';
import { turnedTable } from './turned-table.js';
import { unhyphenated } from './unhyphenated.js';
import { isTitle, labelOf, ownShortWords, reachWordOf } from './vocabulary.js';

const progressEvery = 2048;

export interface TextOptions {
  /** What the shop has taught. */
  readonly patterns?: ReportPatterns | undefined;
  /** What was said of single lines of this report; it stands above all rules. */
  readonly marks?: readonly LineMark[] | undefined;
}

/**
 * A scan out of report text. Lines count from 1. Nothing is dropped: a line that was not understood stands in
 * `notRead` (200 characters each, at most 1,000, then `notReadMore` counts).
 */
export function readText(text: string, options: TextOptions = {}): Scan {
  return finish(readingText(text, options));
}

/** As `readText`, step by step: progress is in lines. */
export function* readingText(text: string, { patterns, marks }: TextOptions = {}): Work<Scan> {
  const all = new Lines(text);
  const known = patternsFor(readerOf(all), patterns ?? { codes: [], lines: [] });
  const reading = new Reading(new PatternBook(known));
  const book = addressesIn(all);
  const wide = turnedTable(all);
  const inColumns = readingOrder(all, wide !== null);
  const turned = inColumns.count === all.count ? wide : null;
  const printed = unhyphenated(inColumns);
  const plain = plainOrder(printed, all, text, book);
  const lines = plain === printed ? proseOrder(plain, all) : plain;
  // Sentences are no lines of the page.
  const inSentences = plain === printed && lines !== plain;
  const language = languageIn(all);
  const words = [...(known.words ?? []), ...shortWordsIn(text, language)];
  const legend = withLines(withLearned(legendOf(all), words), book?.lines ?? []);
  const linesBelow = linesBelowCodes(all);
  const page: Page = {
    lines,
    legend,
    columns: null,
    starts: [],
    leading: NaN,
    linesBelow,
    nameBelow: nameBelowCodes(all, linesBelow),
    labelBelow: labelsModulesBelow(all),
    namesBeside: namesBesideCodes(all),
    stateIndent: indentOfStates(all),
    keys: repeatedKeys(all),
    listed: listedNames(all),
    forms: formsOfStates(all),
    countsBehind: countsBehindNames(all),
    moduleCells: new Map(),
    headEnd: endOfHead(all),
    exchange: isExchange(all),
    moduleLabel: unknownLabel(all),
    turned,
  };
  const idle = new IdleLines(lines);
  const marked = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  const numbered = isNumbered(all);
  const asPrinted = (lines === printed || inSentences) && !numbered;
  const taught =
    marked.size > 0 || (patterns !== undefined && patterns.codes.length + patterns.lines.length > 0);
  for (let at = 1; at <= lines.count; at++) {
    if (at % progressEvery === 0) yield { done: at, total: lines.count };
    const whole = lines.at(at);
    const read = numbered ? whole.replace(/^\s*\d{1,6}[.:)]?(?=\s)/, blank) : whole;
    const pieces = piecesOf(read);
    const own = asPrinted ? pieces : piecesOf(printed.at(at));
    for (const [n, piece] of pieces.entries()) {
      if (!saysSomething(piece)) {
        if (reading.module !== null && reading.moduleAt === at - 1) {
          const said = legend.reaches.get(piece.trim()) ?? (oneDash.test(piece) ? 'clean' : null);
          if (said !== null) reading.say(said);
        }
        if (piece.trim() !== '' && /[^\s>]/.test(piece)) continue;
        // What stood here was carried over to the line above.
        if (printed !== inColumns && saysSomething(inColumns.at(at))) {
          reading.mark(new Line(lines.numberOf(at), piece, at), 'detail');
          continue;
        }
        if (reading.list?.named) idle.forget();
        reading.open = null;
        reading.inParts = null;
        reading.namedInBlock = false;
        if (reading.list?.named) {
          reading.list = null;
          reading.module = null;
        }
        continue;
      }
      const number = lines.numberOf(at);
      // What a shop has taught, and what it is shown, is of lines as they are printed.
      const text = own[n] ?? piece;
      if (taught && takeTaught(reading, new Line(number, text, at), marked.get(number))) {
        idle.forget();
        continue;
      }
      const only = new Line(number, piece, at, text);
      if (isFrame(piece)) {
        reading.mark(only, 'header');
        continue;
      }
      if (takeAnswer(reading, only, lines, book)) {
        idle.forget();
        continue;
      }
      if (isDump(piece)) {
        reading.skip(only);
        continue;
      }
      const parts = partsOf(piece);
      if (parts.length === 0) reading.mark(only, 'header');
      const whole = pieces.length === 1 && parts.length === 1;
      for (const part of parts)
        readOrPass(
          reading,
          part === piece ? only : new Line(number, part, at, parts.length === 1 ? text : part),
          page,
          idle,
          whole,
        );
    }
  }
  reading.correct(marks ?? []);
  return reading.finish(language);
}

/** Short words for a status that its language has for itself, where the beginning of a report holds them. */
function shortWordsIn(text: string, language: string | null) {
  const begins = text.slice(0, headLength).toUpperCase();
  return language === null
    ? []
    : ownShortWords(language).filter(({ word }) => begins.includes(word.toUpperCase()));
}
const headLength = 65_536;

/** A key of an object that begins here, and nothing else. */
const onlyOpens = /^\{\s{0,9}"[^"]{0,60}"\s{0,9}:\s{0,9}$/;

/** What is read of a line, each part by itself: its sentences, or what stands between its tags. */
const partsOf = (piece: string): readonly string[] => {
  if (isPlain(piece)) return partedBySigns(piece) ?? sentencesOf(piece);
  const parts = segmentsOf(piece).filter((part) => saysSomething(part) && !onlyOpens.test(part));
  return parts.length === 1 ? (partedBySigns(parts[0]!) ?? parts) : parts;
};

/** `Gateway ok; Airbag 2 faults: B1318, B1402; Roof no answer`: parts that each say something of a module, most of them without a code. */
function partedBySigns(line: string): readonly string[] | null {
  if (line.length > 600 || !line.includes('; ')) return null;
  const parts = line.split(/;\s{1,9}/).map((part) => spoken(part.trim()));
  const stated = parts.filter((part) => !codeToken.test(part) && moduleStates(part)[0]?.name != null);
  return parts.length > 2 &&
    2 * stated.length > parts.length &&
    parts.every((part) => stated.includes(part) || (readCodeLine(part)?.before ?? null) !== null)
    ? parts
    : null;
}

/** `Airbag none. Cluster: B1318 active. Roof did not answer.`: sentences that each say something of a module; else the line. */
function sentencesOf(line: string): readonly string[] {
  if (line.length > 400 || !(line.includes('. ') || line.includes('! '))) return [line];
  if (!/[.!]\s\p{L}/u.test(line)) return [line];
  const capitals = /[.!]\s\p{Lu}/u.test(line);
  const parts = line.split(
    capitals
      ? /(?<=\p{L}{2}[.!]|\)[.!]|\/\p{L}[.!])\s+(?=\p{Lu})/u
      : /(?<=\p{L}{2}[.!]|\)[.!]|\/\p{L}[.!])\s+(?=\p{L})/u,
  );
  const told = parts.map((part) => spoken(part.replace(/[.!]$/, '')));
  // `quill scan: airbag B1318 active`
  const [, title, rest] = /^([^:]{2,40}):\s(\S.{0,400})$/u.exec(told[0]!) ?? [];
  if (title !== undefined && isTitle(title)) told[0] = rest!;
  return parts.length > 2 &&
    told.every((part) => readCodeLine(part) !== null || moduleStates(part)[0]?.name != null)
    ? told
    : [line];
}

/** `Airbag none`, with what is said set apart. */
function spoken(sentence: string): string {
  if (moduleStates(sentence)[0]?.name != null) return sentence;
  const last = /^(.{2,60})\s(\S{2,12})$/u.exec(sentence);
  return last && /^(?:clean|read)$/.test(reachWordOf(last[2]!) ?? '')
    ? `${last[1]!}   ${last[2]!}`
    : sentence;
}

/** Lines without a number above and below those with one, as of a letter. */
const mostUnnumbered = 20;

/** True where every line begins with its own number, counted up. */
function isNumbered(lines: Lines): boolean {
  let before = -1;
  let counted = 0;
  let others = 0;
  let sinceFirst = 0;
  for (let at = 1; at <= Math.min(lines.count, 60); at++) {
    const line = lines.at(at).slice(0, 80);
    if (!saysSomething(line)) continue;
    const number = Number(/^\s*(\d{1,6})[.:)]?\s+[^\s|]/.exec(line)?.[1] ?? NaN);
    if (number === 1 && counted < 2) [before, counted] = [0, 0];
    if (number === before + 1 || (before < 0 && !Number.isNaN(number))) {
      // A line without a number between those with one: names are numbered, not lines.
      if (counted > 0 && others > sinceFirst) return false;
      if (counted === 0) sinceFirst = others;
      counted++;
    } else {
      others++;
      if (anyCode.test(line)) return false;
    }
    if (!Number.isNaN(number)) before = number;
  }
  return counted >= 3 && others <= mostUnnumbered;
}

/** @param whole the part is all of its line */
function readOrPass(reading: Reading, part: Line, page: Page, idle: IdleLines, whole: boolean): void {
  const line = page.exchange ? answerIn(reading, part) : part;
  if (line === null) return idle.forget();
  if (!(whole && idle.passes(part.at))) {
    if (understood(reading, line, page)) return idle.forget();
    if (whole) idle.note(part.at);
  }
  reading.skip(line, reading.open?.record === true && fieldOf.test(line.text));
  if (line.at >= page.headEnd) reading.passed.note(line, !saysSomething(page.lines.at(line.at - 1)));
}

/** Takes the line by the first rule that understands it; false where none does. */
function understood(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  if (text.includes('</') && /^\s*<\/[^>]*>\s*$/.test(text)) return markHeader(reading, line);
  const empty = text.includes('/>') ? /^\s*<([\p{L}_:-]{1,40})\s*\/>\s*$/u.exec(text)?.[1] : undefined;
  if (empty !== undefined) {
    // `<faults/>` holds none.
    if (reading.module !== null && labelOf(empty)?.role === 'code') reading.say('clean');
    return markHeader(reading, line);
  }
  if (page.legend.lines.has(line.number)) return markHeader(reading, line);
  if (page.turned !== null && takeTurned(reading, line, page)) return true;
  if (takePartsList(reading, line)) return true;
  if (takeBlock(reading, line)) return true;
  if (takeValue(reading, line, page)) return true;
  if (takeCountedHeading(reading, line, page)) return true;
  if (page.moduleLabel !== null && takeUnknownLabel(reading, line, page.moduleLabel)) return true;
  if (takePrompted(reading, line)) return true;
  const coded = codeToken.test(text) || bytesBehindWord.test(text);
  if (!coded && takeRecordCount(reading, line)) return true;
  if (!coded && takeScreen(reading, line)) return true;
  if (!coded && takeColumns(reading, line, page)) return true;
  if (page.columns && takeTableRow(reading, line, page)) return true;
  if (!coded && takeSection(reading, line, page)) return true;
  if ((!coded || pairSign.test(text)) && takePairs(reading, line, page)) return true;
  if (takeCodes(reading, line, page, coded)) return true;
  if (coded && !pairSign.test(text) && takePairs(reading, line, page)) return true;
  if (takeStatus(reading, line, page)) return true;
  if (takeBelow(reading, line, page)) return true;
  if (takeNothingAnswered(reading, line)) return true;
  if (takeTotal(reading, line)) return true;
  if (takeKnownModule(reading, line)) return true;
  if (takeModuleState(reading, line, page)) return true;
  if (takeStateAmong(reading, line, page)) return true;
  if (takeEnvironment(reading, line)) return true;
  if (takeRecordModule(reading, line)) return true;
  if (takeContinuation(reading, line)) return true;
  if (takeFields(reading, line)) return true;
  if (takeOverCode(reading, line, page)) return true;
  if (takeUnclear(reading, line, page)) return true;
  if (takeHeading(reading, line, page)) return true;
  return takeTitle(reading, line);
}

function markHeader(reading: Reading, line: Line): true {
  reading.mark(line, 'header');
  return true;
}

/** A field by its shape, whatever it is called. */
const fieldOf = /^\s*\p{L}[^:=]{1,30}[:=]\s{0,20}\S/u;
