/**
 * What a shop has taught the reading of reports: how its readers print blink counts and a maker's own numbers,
 * and what lines mean that no rule understands. A pattern is plain text with marks for what varies, so that
 * it can be read, corrected and never runs away.
 */
import { codeStatus, plainWord, readCode } from '../codes/index.js';
import * as z from 'zod';

/** The reader whose reports it was learned from; left out, it holds for any. */
const reader = z.string().trim().max(80).nullish();

/**
 * A code that has no letter and four digits. In `shape`, `#` is a digit, `@` a letter, and anything else stands
 * for itself (`#-#`, `#####`); `before` is what stands in front of it on the line, digits as `#`.
 */
export const codePattern = z.strictObject({
  name: z.string().trim().max(80).nullish(),
  before: z.string().max(120),
  shape: z.string().trim().min(1).max(20).regex(/[#@]/, 'expected at least one # (a digit) or @ (a letter)'),
  reader,
});
export type CodePattern = z.infer<typeof codePattern>;

export const lineMeaning = z.enum(['module', 'code', 'description', 'ignore']);
export type LineMeaning = z.infer<typeof lineMeaning>;

/** What every line means that reads `like` this, digits as `#`. */
export const linePattern = z.strictObject({
  like: z.string().min(1).max(240),
  as: lineMeaning.exclude(['code']),
  reader,
});
export type LinePattern = z.infer<typeof linePattern>;

/** What a reader's word or mark beside a code says of its status. */
export const wordPattern = z.strictObject({
  word: z.string().trim().min(1).max(60),
  status: codeStatus.exclude(['unknown']),
  reader,
});
export type WordPattern = z.infer<typeof wordPattern>;

export const reportPatterns = z.strictObject({
  codes: z.array(codePattern).max(500),
  lines: z.array(linePattern).max(5000),
  words: z.array(wordPattern).max(500).nullish(),
});
export type ReportPatterns = z.infer<typeof reportPatterns>;

/**
 * What a technician says of one line of one report; `code` is the part of the line that is the code. Of a code that
 * was read, what is given stands above what was read; an empty failure type says that it has none.
 */
export const lineMark = z
  .strictObject({
    line: z.int().min(1),
    as: lineMeaning,
    code: z.string().trim().min(1).max(20).nullish(),
    failureType: z
      .string()
      .regex(/^(?:[0-9A-F]{2})?$/, 'expected two hexadecimal digits, or nothing')
      .nullish(),
    status: codeStatus.nullish(),
    module: z.string().trim().min(1).max(60).nullish(),
  })
  .refine(({ as, code }) => as !== 'code' || !!code, { path: ['code'], error: 'say which part is the code' });
export type LineMark = z.infer<typeof lineMark>;

/** A line as patterns see it: without marks of quoting, blanks joined, every digit a `#`. */
export const likeOf = (line: string): string =>
  line
    .replace(/^[\s>]+/, '')
    .trimEnd()
    .replace(/\s+/g, ' ')
    .replace(/\d/g, '#')
    .slice(0, 240);

/** One thing that was learned: of a code, of a line, or of a word. */
export interface LearnedPattern {
  readonly code?: CodePattern | null | undefined;
  readonly line?: LinePattern | null | undefined;
  readonly word?: WordPattern | null | undefined;
}

/** All that was learned, as the reading takes it. */
export const patternsOf = (learned: readonly LearnedPattern[]): ReportPatterns => ({
  codes: learned.flatMap(({ code }) => (code ? [code] : [])),
  lines: learned.flatMap(({ line }) => (line ? [line] : [])),
  words: learned.flatMap(({ word }) => (word ? [word] : [])),
});

/**
 * The pattern that does next time what the mark does now, of this reader; null where nothing is to be learned.
 * @param word the part of the line that says the status, where that was put right
 */
export function patternOf(
  line: string,
  mark: LineMark,
  { reader = null, word = null }: { reader?: string | null; word?: string | null } = {},
): LearnedPattern | null {
  const of = reader === null ? {} : { reader };
  if (mark.as !== 'code') return { line: { like: likeOf(line), as: mark.as, ...of } };
  if (readCode(mark.code!) !== null) {
    const { status } = mark;
    return word === null || status == null || status === 'unknown' ? null : { word: { word, status, ...of } };
  }
  const at = line.indexOf(mark.code!);
  if (at < 0) return null;
  const before = likeOf(line.slice(0, at));
  return before.length > 120 ? null : { code: { before, shape: mark.code!.replace(/\d/g, '#'), ...of } };
}

/** What was learned of this reader, and of any. */
export function patternsFor(name: string | null, { codes, lines, words }: ReportPatterns): ReportPatterns {
  const own = name === null ? null : plainWord(name);
  const holds = (pattern: { readonly reader?: string | null | undefined }) =>
    pattern.reader == null || (own !== null && plainWord(pattern.reader) === own);
  return { codes: codes.filter(holds), lines: lines.filter(holds), words: (words ?? []).filter(holds) };
}

/** A code by a shop's pattern within a line: the code, and where it stands. */
export interface PatternCode {
  readonly code: string;
  readonly from: number;
  readonly to: number;
}

/** Patterns made ready for many lines. */
export class PatternBook {
  private readonly meanings: ReadonlyMap<string, LinePattern['as']>;
  private readonly shapes: readonly { readonly before: string; readonly token: RegExp }[];

  constructor({ codes, lines }: ReportPatterns = { codes: [], lines: [] }) {
    this.meanings = new Map(lines.map(({ like, as }) => [likeOf(like), as]));
    this.shapes = codes.map(({ before, shape }) => ({ before: likeOf(before), token: tokenOf(shape) }));
  }

  meaningOf(line: string): LinePattern['as'] | null {
    return this.meanings.size === 0 ? null : (this.meanings.get(likeOf(line)) ?? null);
  }

  /** The first code that a pattern finds behind what must stand before it. */
  codeIn(line: string): PatternCode | null {
    for (const { before, token } of this.shapes) {
      token.lastIndex = 0;
      for (let match = token.exec(line); match; match = token.exec(line))
        if (likeOf(line.slice(0, match.index)) === before)
          return { code: match[0].toUpperCase(), from: match.index, to: match.index + match[0].length };
    }
    return null;
  }

  /** True where a cell of a code column has the shape of a shop's code. */
  isCode(cell: string): boolean {
    return this.shapes.some(({ token }) => {
      token.lastIndex = 0;
      const match = token.exec(cell.trim());
      return match !== null && match[0].length === cell.trim().length;
    });
  }
}

function tokenOf(shape: string): RegExp {
  const body = [...shape]
    .map((c) => (c === '#' ? '\\d' : c === '@' ? '\\p{L}' : c.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')))
    .join('');
  return new RegExp(`(?<![\\p{L}\\p{N}])${body}(?![\\p{L}\\p{N}]|-\\d)`, 'giu');
}
