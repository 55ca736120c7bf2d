/** Headings that give a status to the codes below them. */
import { readModuleName } from '../heading.js';
import { stateOf } from '../module-state.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import type { ScanCode } from '../schema.js';
import { sectionStatus, statusOfPlural } from '../section-words.js';
import { isVerb, isWithin, labelOf, statusWordOf, tokensOf } from '../vocabulary.js';
import { readCodeLine } from '../code-line.js';
import { codeToken, type Page } from './page.js';

/** `Current codes`, `Status: Active` or `Mode 07` over codes: the status of what stands below. */
export function takeSection(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  if (text.length > 70) return false;
  if (takeCountedSection(reading, line, page)) return true;
  if (text.includes('...')) return false;
  const status = sectionOf(text, reading, line, page);
  if (status === null) return takeNamedSection(reading, line);
  // Set in below a name that nothing else told of, it is of that module's codes.
  if (reading.isBelowPassed(line)) reading.assume(line, true);
  const over = reading.module === null || reading.section?.over === true;
  reading.section = { status, over };
  if (over && reading.section.over) reading.module = null;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

/** `Stored faults: 1` below a module's name: how many of its codes are so, and the status of those right below. */
function takeCountedSection(reading: Reading, line: Line, { lines }: Page): boolean {
  const [, words, count] =
    /^\W{0,60}(\p{L}[\p{L} ]{5,40}?)(?:\s?[:=]\s{0,9}|\s\(|\s{2,9}|\s?\.{2,40}\s?)(\d{1,3})\)?:?\s{0,9}$/u.exec(
      line.text,
    ) ?? [];
  const status = words === undefined ? null : sectionStatus(words);
  if (status === null || (reading.open && line.indent > reading.open.indent)) return false;
  if (reading.isBelowPassed(line)) reading.assume(line, true);
  const none = Number(count) === 0;
  const below = lines.at(line.at + 1).slice(0, 300);
  const overCodes = !none && codeToken.test(below) && readCodeLine(below) !== null;
  // In the head of the report or at its end, of all modules.
  const apart = !reading.namedInBlock && !overCodes && line.indent <= reading.moduleIndent;
  if (reading.module === null || apart) {
    reading.mark(line, 'header');
    return true;
  }
  reading.say(none ? 'clean' : 'holdsCodes');
  reading.section = overCodes ? { status, over: false } : null;
  reading.open = null;
  reading.mark(line, 'detail');
  return true;
}

/** `Airbag (15) - active codes`: a module's heading that gives a status to its codes. */
function takeNamedSection(reading: Reading, line: Line): boolean {
  const [, name, words] =
    /^\s{0,40}(\p{L}[^:]{1,40}?)(?:\s[-–—]\s|:\s|\s{2,9})(\p{L}[\p{L} ]{4,30}?):?\s{0,9}$/u.exec(line.text) ??
    [];
  const said = words === undefined ? null : stateOf(words);
  const status =
    words === undefined || (said !== null && said !== 'holdsCodes') ? null : sectionStatus(words);
  const heading = status === null || labelOf(name!) !== null ? null : readModuleName(name!);
  if (!heading || status === null) return false;
  reading.enter(heading.name, line, { address: heading.address });
  reading.section = { status, over: false };
  reading.open = null;
  reading.mark(line, 'module');
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
  if (alone && isOverCodes(reading, line, page)) return alone.status;
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
  // `Faults in memory`
  const within = words.filter((word) => labelOf(word)?.role !== 'code');
  const inMemory = within.length === 2 && isWithin(within[0]!) ? statusWordOf(within.join(' ')) : null;
  return inMemory?.status ?? statusOfPlural(words.filter((word) => !nouns.includes(word)).join(' '));
}

/** True for a line over a code: with a colon, ruled off, or less far in: `ACTIVE`. */
function isOverCodes(reading: Reading, { at, text, indent }: Line, { lines }: Page): boolean {
  const below = lines.at(at + 1).slice(0, 200);
  const next = codeToken.test(below) ? readCodeLine(below) : null;
  if (next === null) return false;
  if (/:\s*$/.test(text) && (next.before === null || indent === 0)) return true;
  // `[CUR]` below a code that nothing was said of, where codes had none over them before: it is that code's.
  const own = reading.section === null && /^\s*\[/.test(text) && reading.open?.codes.every(isUntold) === true;
  if (isRuled(text)) return !own;
  return below.search(/\S/) > indent && !(reading.open && indent >= reading.open.indent);
}

const isUntold = ({ status, statusText }: ScanCode): boolean => status === 'unknown' && statusText == null;

/** `== CURRENT ==`, `## Stored`: set off from what stands below, though no further in. */
export const isRuled = (text: string): boolean =>
  /^\s{0,40}(?:([=*~_-])\1{1,40}\s{0,9}\p{L}.{0,60}[=*~_-]{2}|#{1,6}\s\p{L}.{0,60}|\[\p{L}[^\]]{1,40}\])\s{0,9}$/u.test(
    text,
  );
