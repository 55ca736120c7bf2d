/** Reports printed in two columns side by side: found by a blank gutter between codes, and read one after the other. */
import { readCode } from '../codes/index.js';
import { readCodeLine } from './code-line.js';
import { headerOf, marksIn } from './columns.js';
import type { Lines } from './lines.js';

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

/** The lines as they follow each other: as they stand, or left column first where the page has two. */
export function readingOrder(lines: Lines): ReadingOrder {
  const gutter = gutterOf(lines);
  if (gutter === null) return { count: lines.count, at: (at) => lines.at(at), numberOf: (at) => at };
  const right = (at: number) => at > lines.count;
  return {
    count: 2 * lines.count,
    at: (at) =>
      right(at) ? lines.at(at - lines.count).slice(gutter) : lines.at(at).slice(0, gutter).trimEnd(),
    numberOf: (at) => (right(at) ? at - lines.count : at),
  };
}

/**
 * Where the right column begins: most lines with two codes have the second at the same place, at least two
 * blank columns run down the page before it, and nothing crosses them.
 */
function gutterOf(lines: Lines): number | null {
  const sample = Array.from({ length: Math.min(lines.count, sampled) }, (_, n) => lines.at(n + 1));
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
  if (agreeing === 0 || agreeing < 0.6 * doubles) return null;

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

/** Where the second code of a line starts, if two cells away from the first, or 0. */
function secondCode(line: string): number {
  const codes = readCodeLine(line)?.codes ?? [];
  if (codes.length !== 2) return 0;
  const cells = [...line.matchAll(/(?:^|\s{2,200})(\S)/g)].map((match) => match.index + match[0].length - 1);
  return cells.find((at) => at > 0 && isSecond(line, at)) ?? 0;
}

/** True where a code begins at `at`, and another stands before it. */
const isSecond = (line: string, at: number): boolean =>
  readCode(line.slice(at).split(/\s/)[0]!) !== null && readCodeLine(line.slice(0, at)) !== null;
