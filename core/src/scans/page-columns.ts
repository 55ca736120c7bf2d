/** Reports printed in two columns side by side: found by a blank gutter between codes, and read one after the other. */
import { readCode } from '../codes/index.js';
import { splitCells } from './cells.js';
import { readCodeLine } from './code-line.js';
import { anyCode } from './first-lines.js';
import { headerOf, marksIn } from './columns.js';
import { readModuleName } from './heading.js';
import type { Lines } from './lines.js';
import { stateOf } from './module-state.js';
import { labelOf } from './vocabulary.js';

/** Lines in the order of reading, each with its number on the page. */
export interface ReadingOrder {
  readonly count: number;
  /** The text at place `at`, from 1; empty behind the end. */
  at(at: number): string;
  /** The line of the report that it stands on. */
  numberOf(at: number): number;
}

/** Lines that are looked at to find a gutter. */
const sampled = 400;
/** Lines with something on both sides of the gutter. */
const leastDoubles = 2;
const leastGutter = 2;

/**
 * The lines as they follow each other: as they stand, or left column first where the page has two.
 * @param oneTable a table runs over the whole page: what is blank in it parts nothing but blocks of modules
 */
export function readingOrder(lines: Lines, oneTable = false): ReadingOrder {
  const gutter = oneTable ? gutterOfBlocks(firstOf(lines)) : gutterOf(lines);
  if (gutter === null) return { count: lines.count, at: (at) => lines.at(at), numberOf: (at) => at };
  const right = (at: number) => at > lines.count;
  return {
    count: 2 * lines.count,
    at: (at) =>
      right(at) ? lines.at(at - lines.count).slice(gutter) : lines.at(at).slice(0, gutter).trimEnd(),
    numberOf: (at) => (right(at) ? at - lines.count : at),
  };
}

/** The first lines, without the paragraphs above and below in which no line has a code or a gap. */
function firstOf(lines: Lines): readonly string[] {
  const sample = lines.first(sampled);
  const told = (line: string): boolean => {
    const begins = line.slice(0, 300);
    return anyCode.test(begins) || /\S\s{3,9}\S/.test(begins);
  };
  const [first, last] = [sample.findIndex(told), sample.findLastIndex(told)];
  if (first < 0) return sample;
  const above = sample.slice(0, first).findLastIndex((line) => line.trim() === '');
  const below = sample.findIndex((line, at) => at > last && line.trim() === '');
  return sample.slice(above + 1, below < 0 ? sample.length : below);
}

/**
 * Where the right column begins: most lines with two codes have the second at the same place, at least two
 * blank columns run down the page before it, and nothing crosses them.
 */
function gutterOf(lines: Lines): number | null {
  const sample = firstOf(lines);
  const starts = new Map<number, number>();
  let doubles = 0;
  for (const line of sample) {
    if (line.length > 300 || /[|;\t,]/.test(line)) continue;
    const second = /^(.*?\S\s{2,})(\S.*)$/.exec(line) && secondCode(line);
    if (!second) continue;
    doubles++;
    starts.set(second, (starts.get(second) ?? 0) + 1);
  }
  const [start, agreeing] = [...starts].reduce((a, b) => (b[1] > a[1] ? b : a), [0, 0]);
  if (agreeing === 0 || agreeing < 0.6 * doubles) return doubles === 0 ? gutterOfBlocks(sample) : null;

  const told = sample.filter((line) => line.trim() !== '' && !/^\W+$/.test(line) && line.length > 0);
  let from = start;
  const blank = (column: number) => told.every((line) => (line[column] ?? ' ') === ' ');
  // A heading of the right column may stand further left than its codes.
  while (from > 0 && !blank(from - 1) && start - from < 6) from--;
  let width = 0;
  while (from - width > 0 && blank(from - width - 1)) width++;
  const both = told.filter((line) => line.slice(0, from).trim() !== '' && (line[from] ?? ' ') !== ' ');
  const indented = told.filter((line) => line.slice(0, from).trim() !== '' && line.slice(from).trim() !== '');
  if (width < leastGutter || both.length === 0 || indented.length < leastDoubles) return null;
  // Codes side by side under their statuses are one table.
  const byStatus = sample.some((line, n) => marksIn(headerOf(line, sample[n + 1])?.columns ?? []) >= 2);
  return byStatus ? null : from;
}

/** A page of more lines has codes side by side somewhere. */
const shortPage = 80;

/** Where a right column begins of which no code stands beside another: modules with what is set in below them, on both sides. */
function gutterOfBlocks(sample: readonly string[]): number | null {
  if (sample.length > shortPage || sample.some((line) => line.length > 300 || /[|;\t]/.test(line)))
    return null;
  const told = sample.filter((line) => /[\p{L}\p{N}]/u.test(line));
  const candidates = new Set(
    told.flatMap((line) =>
      [...line.matchAll(/\S\s{3,200}(?=\p{L})/gu)].map(({ 0: gap, index }) => index + gap.length),
    ),
  );
  for (const from of [...candidates].sort((a, b) => a - b)) {
    if (!told.every((line) => /^\s{0,3}$/.test(line.slice(from - 3, from)))) continue;
    const [left, right] = [told.map((line) => line.slice(0, from)), told.map((line) => line.slice(from))];
    if (told.filter((_, at) => left[at]!.trim() !== '' && right[at]!.trim() !== '').length < leastDoubles)
      continue;
    // What stands above both columns is the page's head.
    const first = right.findIndex((text, at) => text.trim() !== '' && left[at]!.trim() !== '');
    if (holdsBlocks(left.slice(first)) && holdsBlocks(right.slice(first))) return from;
  }
  return null;
}

/** True for a column of names with codes or states that are set in below them, at least twice, and nothing else. */
function holdsBlocks(column: readonly string[]): boolean {
  const lines = column.filter((line) => line.trim() !== '');
  const indents = lines.map((line) => line.search(/\S/));
  const told = lines.map(
    (line) => readCodeLine(line)?.before === null || (/\p{L}/u.test(line) && stateOf(line) !== null),
  );
  const names = lines.filter(
    (line, at) =>
      !told[at] && told[at + 1] && indents[at + 1]! > indents[at]! && readModuleName(line) !== null,
  );
  const least = Math.min(...indents);
  return (
    names.length > 1 &&
    names.length + told.filter((one) => one).length === lines.length &&
    indents.every((indent, at) => !told[at] || indent > least)
  );
}

/** Where the second code of a line starts, if two cells away from the first, or 0. */
function secondCode(line: string): number {
  const codes = readCodeLine(line)?.codes ?? [];
  // `DTC   B1318-16   B1402-54`: a row of codes behind its label.
  if (codes.length !== 2 || labelOf(splitCells(line)[0]!)?.role === 'code') return 0;
  const cells = [...line.matchAll(/(?:^|\s{2,200})(\S)/g)].map((match) => match.index + match[0].length - 1);
  return cells.find((at) => at > 0 && isSecond(line, at)) ?? 0;
}

/** True where a code begins at `at`, and another stands before it. */
const isSecond = (line: string, at: number): boolean =>
  readCode(line.slice(at).split(/\s/)[0]!) !== null && readCodeLine(line.slice(0, at)) !== null;
