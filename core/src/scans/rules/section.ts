/** Headings that give a status to the codes below them. */
import { type CodeStatus } from '../../codes/index.js';
import { stateOf } from '../module-state.js';
import { type Line, type Reading } from '../reading.js';
import { isVerb, labelOf, statusWordOf, tokensOf } from '../vocabulary.js';
import { readCodeLine } from '../code-line.js';
import { codeToken, type Page } from './page.js';

/** `Current codes`, `Status: Active` or `Mode 07` over codes: the status of what stands below. */
export function takeSection(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  if (text.length > 70 || text.includes('...')) return false;
  const status = sectionOf(text, reading, line, page);
  if (status === null) return false;
  const over = reading.module === null || reading.section?.over === true;
  reading.section = { status, over };
  if (over && reading.section.over) reading.module = null;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

/** `Mode 07`, `Stored codes (mode 03)` */
const mode = /(?:^\W*|\()(?:mode|service|modus|modo|modalità|tryb)\s?\$?(?:0x)?0?([37a])(?:\)|\b)/i;

const modes: Readonly<Record<string, 'stored' | 'pending' | 'permanent'>> = {
  '3': 'stored',
  '7': 'pending',
  a: 'permanent',
};

/** The status that a line gives to a section of codes, or null. */
function sectionOf(text: string, reading: Reading, line: Line, page: Page) {
  const byMode = mode.exec(text)?.[1]?.toLowerCase();
  if (byMode) return modes[byMode]!;
  const alone = statusWordOf(text.trim());
  // `ACTIVE` over codes that are set in.
  if (alone && /:\s*$/.test(text) && readCodeLine(page.lines.at(line.at + 1).slice(0, 200))?.before === null)
    return alone.status;
  if (alone && !(reading.open && line.indent >= reading.open.indent)) {
    const below = page.lines.at(line.at + 1).slice(0, 200);
    if (below.search(/\S/) > line.indent && codeToken.test(below) && readCodeLine(below) !== null)
      return alone.status;
  }
  const bare = text
    .replace(/[([]\s*\d{1,4}\s*[)\]]/g, ' ')
    .replace(/^[\s=#*>_~+|.–—-]{1,200}|[\s=#*<_~+|.:–—-]{1,200}$/g, '');
  const pair = /^(\p{L}[\p{L}\d ]{1,20}?)\s{0,200}[:=]\s{0,200}(.{1,200})$/u.exec(bare);
  const value = pair && labelOf(pair[1]!)?.role === 'status' ? pair[2]! : null;
  if (reading.open && line.indent > reading.open.indent) return null;
  if (value !== null) return reading.open ? null : (statusWordOf(value)?.status ?? null);
  if (pair) return null;
  const words = tokensOf(bare);
  // `This fault is active.` is a sentence, `Stored faults found` is none.
  if (words.length < 2 || words.length > 6 || words.slice(0, -1).some(isVerb)) return null;
  const nouns = words.filter(
    (word) => labelOf(word)?.role === 'code' || /^(?:memory|fehlerspeicher|memoire|memoria)$/.test(word),
  );
  if (nouns.length === 0 || stateOf(bare, page.legend.reaches) === 'clean') return null;
  const rest = words.filter((word) => !nouns.includes(word)).join(' ');
  return statusOfPlural(rest);
}

const endings = /(?:es|en|er|os|as|e|s|i)$/;

/** The status of `gespeicherte`, `mémorisés` or `activos`: with or without the ending that goes with a plural noun. */
function statusOfPlural(words: string): CodeStatus | null {
  const bare = words.replace(endings, '');
  for (const form of [
    words,
    words.replace(/s$/, ''),
    words.replace(/(?:es|en|er)$/, ''),
    bare,
    `${bare}o`,
    `${bare}e`,
  ]) {
    const status = statusWordOf(form)?.status;
    if (status) return status;
  }
  return null;
}

export const isSection = (text: string): boolean => {
  if (text.length > 60) return false;
  const words = tokensOf(text);
  const rest = words.filter((word) => labelOf(word)?.role !== 'code');
  return rest.length > 0 && rest.length < words.length && statusOfPlural(rest.join(' ')) !== null;
};
