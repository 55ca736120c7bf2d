/** The lines of a report by which its habits are told: the first, the last, and those with codes. */
import type { Lines } from './lines.js';

/** Lines by which habits are told. */
export const searched = 400;

/** Anything that looks like a code. */
export const anyCode = /(?<![\w.-])[PCBU][0-3][\dA-F]{3}(?!\w)/i;

export interface FirstLine {
  /** Its number, from 1. */
  readonly at: number;
  /** Its first characters. */
  readonly line: string;
}

/** The first lines, each with no more than `width` characters. */
export function* firstLines(lines: Lines, width: number): Generator<FirstLine> {
  const last = Math.min(lines.count, searched);
  for (let at = 1; at <= last; at++) yield { at, line: lines.at(at).slice(0, width) };
}

/** The first and the last `most` lines, each with no more than `width` characters: where legends and lists stand. */
export function* endLines(lines: Lines, most: number, width: number): Generator<FirstLine> {
  for (let at = 1; at <= lines.count; at++) {
    if (at === most && lines.count > 2 * most) at = lines.count - most;
    yield { at, line: lines.at(at).slice(0, width) };
  }
}

/** Those of the first lines that hold anything that looks like a code. */
export function* firstCodes(lines: Lines, width: number): Generator<FirstLine> {
  for (const first of firstLines(lines, width)) if (anyCode.test(first.line)) yield first;
}

/** True where there are at least two such lines, and `holds` is true of each. */
export function eachCode(lines: Lines, width: number, holds: (first: FirstLine) => boolean): boolean {
  let seen = 0;
  for (const first of firstCodes(lines, width)) {
    if (!holds(first)) return false;
    seen++;
  }
  return seen >= 2;
}

/** How many of the first lines `holds` is true of. */
export function countFirst(lines: Lines, width: number, holds: (line: string) => boolean): number {
  let count = 0;
  for (const { line } of firstLines(lines, width)) if (holds(line)) count++;
  return count;
}

/** The last line of the first paragraph, where that has a few lines and no code; 0 where not. */
export function endOfHead(lines: Lines): number {
  let from = 1;
  while (from < searched && from <= lines.count && !/\S/.test(lines.at(from))) from++;
  let to = from;
  for (; to <= lines.count && to - from <= mostInHead && /\S/.test(lines.at(to)); to++)
    if (anyCode.test(lines.at(to).slice(0, 200))) return 0;
  return to - from > 1 && to - from <= mostInHead && to <= lines.count ? to - 1 : 0;
}
const mostInHead = 8;
