/** What carries a report and is no part of it: marks of quoting and of code, an indentation of all lines, blanks at their ends, a blank line between any two. */
import { anyCode } from './first-lines.js';
import { Lines, longestWhole } from './lines.js';

/** With fewer lines, blank ones between them may part blocks. */
const leastDouble = 4;
/** Marks of quoting in front of one line. */
const deepestQuote = 12;

/** A report without what carries it. */
export interface Carried {
  readonly text: string;
  /** The line that is printed where `line` stands in `text`; both count from 1. */
  numberOf(line: number): number;
  /** The reverse. */
  lineOf(number: number): number;
}

/**
 * A report as it was before somebody quoted it in a mail, indented it, or copied it with a blank line below each of its
 * lines; null where it came bare.
 * @example carried('> Body\n>   B1318-16 active\n>   B1319-16 active\n> Roof: no reply')?.text // 'Body\n  B1318-…'
 */
export function carried(text: string): Carried | null {
  if (
    text.length > longestWhole ||
    !/^\uFEFF?(?:[ \t>\r\n]|[^\r\n]*(?:\r?\n){2})|\n\s{0,9}(?:>|```)| \r?\n/.test(text.slice(0, 4000))
  )
    return null;
  const printed = new Lines(text).first();
  const ended = printed.some((line) => ending.test(line))
    ? printed.map((line) => line.replace(ending, ''))
    : printed;
  const lines = withoutIndent(withoutQuoting(ended));
  const kept = singleSpaced(lines);
  if (lines === printed && kept === null) return null;
  if (kept === null) return { text: lines.join('\n'), numberOf: (line) => line, lineOf: (number) => number };
  const places = new Map(kept.map((at, n) => [at, n + 1]));
  return {
    text: kept.map((at) => lines[at]!).join('\n'),
    numberOf: (line) => (kept[line - 1] ?? printed.length - 1) + 1,
    lineOf: (number) => places.get(number - 1) ?? kept.length + 1,
  };
}

/** Blanks behind a line, and marks of code; tabs there part cells of which nothing is said. */
const ending = /(?<! ) +$|^\s{0,9}```\w{0,12}$/;

const isBlank = (line: string): boolean => !/\S/.test(line);

const quoting = /^\s{0,9}((?:>\s?)+)/;

/** The lines without their `> `, where all lines from the first quoted one to the last have it, and no code stands elsewhere. */
function withoutQuoting(lines: readonly string[]): readonly string[] {
  const from = lines.findIndex((line) => quoting.test(line));
  if (from < 0) return lines;
  const to = lines.findLastIndex((line) => quoting.test(line));
  const quoted = lines.slice(from, to + 1);
  if (quoted.some((line) => !isBlank(line) && !quoting.test(line))) return lines;
  if (lines.some((line, at) => (at < from || at > to) && anyCode.test(line))) return lines;
  let depth = deepestQuote;
  for (const line of quoted)
    if (/[^\s>]/.test(line)) depth = Math.min(depth, quoting.exec(line)![1]!.replace(/\s/g, '').length);
  const mark = new RegExp(String.raw`^\s{0,9}(?:>\s?){1,${depth}}`);
  return lines.map((line, at) => (at < from || at > to ? line : line.replace(mark, '')));
}

/** The lines without the blanks that stand in front of every one of them. */
function withoutIndent(lines: readonly string[]): readonly string[] {
  let shared: string | null = null;
  for (const line of lines) {
    if (isBlank(line)) continue;
    const own: string = /^\s*/.exec(line)![0];
    let same = 0;
    while (same < own.length && (shared === null || own[same] === shared[same])) same++;
    shared = own.slice(0, shared === null ? same : Math.min(same, shared.length));
    if (shared === '') return lines;
  }
  return shared === null ? lines : lines.map((line) => (isBlank(line) ? line : line.slice(shared.length)));
}

/** The places of the lines that stay, where at least one blank line stands between any two others; null where not. */
function singleSpaced(lines: readonly string[]): readonly number[] | null {
  const filled = lines.flatMap((line, at) => (isBlank(line) ? [] : [at]));
  if (filled.length < leastDouble) return null;
  if (filled.some((at, n) => n > 0 && at === filled[n - 1]! + 1)) return null;
  return lines.flatMap((line, at) => (isBlank(line) && !isBlank(lines[at - 1] ?? '') ? [] : [at]));
}
