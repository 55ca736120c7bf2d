/** Habits of a whole report: what stands behind, below or over each of its codes, its keys, and the names that it lists. */
import { anyCode, eachCode, endLines, firstCodes, firstLines, searched } from './first-lines.js';
import { saysSomething, type Lines } from './lines.js';
import { stateOf } from './module-state.js';
import { plainWord } from '../codes/index.js';
import { denies, isOnlyLabel, labelOf, saysOfModules, statusWordOf } from './vocabulary.js';

/**
 * How far what is said of modules is set in below their names; 0 where it is not. A line that stands as far in over a code
 * is what the code means.
 */
export function indentOfStates(lines: Lines): number {
  let found = 0;
  let above = -1;
  for (const { line } of firstLines(lines, 120)) {
    if (!saysSomething(line)) continue;
    const indent = line.search(/\S/);
    const state = line.length < 60 && !anyCode.test(line) ? stateOf(line) : null;
    if (state !== null && state !== 'holdsCodes' && /\p{L}/u.test(line)) {
      if (above < 0 || above >= indent || (found > 0 && found !== indent)) return 0;
      found = indent;
    }
    above = indent;
  }
  return found;
}

const keyOf = /^\s{0,40}[-*•]?\s{0,9}(\p{L}[^:=\d]{2,30}?)\s{0,9}[:=]\s{1,20}\S/u;

/** What stands in front of a colon on more than one line: names of fields, rather than of modules. */
export function repeatedKeys(lines: Lines): ReadonlySet<string> {
  const once = new Set<string>();
  const again = new Set<string>();
  for (const { line } of firstLines(lines, 80)) {
    const key = keyOf.exec(line)?.[1]?.toLowerCase();
    if (key !== undefined) (once.has(key) ? again : once).add(key);
  }
  return again;
}

/** True where names stand alone on their lines with a figure a blank behind them, nought among them: `Airbag 2`, `Cluster 0`. */
export function countsBehindNames(lines: Lines): boolean {
  const figures: string[] = [];
  for (const { line } of firstLines(lines, 60)) {
    const figure = /^\s{0,20}(?:[\dA-F]{2,3}\s)?\p{L}[^:=\d]{2,36}:?\s(\d{1,2})\s{0,9}$/u.exec(line)?.[1];
    if (figure !== undefined && !/\S\s{2,}\S/.test(line)) figures.push(figure);
  }
  return figures.length > 1 && figures.includes('0');
}

/**
 * Which line below each code names its module, where codes stand alone and one of their lines comes again below others; 0
 * for none.
 */
export function nameBelowCodes(lines: Lines, below: number): number {
  if (below < 2) return 0;
  const said = Array.from({ length: below }, (): string[] => []);
  for (const { at } of firstCodes(lines, 200))
    for (const [n, own] of said.entries())
      own.push(
        lines
          .at(at + 1 + n)
          .trim()
          .slice(0, 80),
      );
  const found = said.findIndex(
    (own) =>
      own.length >= 3 &&
      new Set(own).size < own.length &&
      own.every(
        (line) => /^\p{L}[^:=|]{2,40}$/u.test(line) && statusWordOf(line) === null && stateOf(line) === null,
      ),
  );
  return found + 1;
}

/** True where a label names the module below each code (`Module: Body`), and none does above the first. */
export function labelsModulesBelow(lines: Lines): boolean {
  let first = true;
  for (const { at, line } of firstCodes(lines, 200)) {
    if (labelsModule(line)) return false;
    for (let above = 1; first && above < at; above++) if (labelsModule(lines.at(above))) return false;
    first = false;
    let below = at + 1;
    while (below - at < mostFields && isField(lines.at(below)) && !labelsModule(lines.at(below))) below++;
    if (!labelsModule(lines.at(below))) return false;
  }
  return !first;
}
/** Lines of a code's record. */
const mostFields = 8;
const isField = (line: string): boolean => saysSomething(line) && !anyCode.test(line.slice(0, 200));
const labelsModule = (line: string): boolean =>
  labelOf(/^\s{0,40}(\p{L}[\p{L} ]{1,30}?)\s?[:=]\s{0,9}\p{L}{2}/u.exec(line.slice(0, 120))?.[1] ?? '')
    ?.role === 'module';

const codeBesideName =
  /^\s{0,20}[PCBU][0-3][\dA-F]{3}(?:[-:][\dA-F]{2})?(?![\w-])\s{1,9}(\p{Lu}[^:=|;,]{2,40}?)(?:\s{3,80}(\p{L}[\p{L} ]{2,30}))?\s{0,9}$/iu;

/** True where every code has words beside it that come again, and what it means below: `B1318-16 Body`. */
export function namesBesideCodes(lines: Lines): boolean {
  const names: string[] = [];
  const each = eachCode(lines, 120, ({ at, line }) => {
    const [, name, status] = codeBesideName.exec(line) ?? [];
    if (status !== undefined && statusWordOf(status) === null) return false;
    const below = lines.at(at + 1).slice(0, 200);
    if (name === undefined || statusWordOf(name) !== null) return false;
    names.push(name);
    return saysSomething(below) && below.search(/\S/) > line.search(/\S/) && !anyCode.test(below);
  });
  return each && new Set(names).size < names.length;
}

const nameAndWords =
  /^(\s{0,20})(\p{L}[^:=|.]{1,40}?)(?:\s?(:)\s{1,9}|\s?(\.{3})\.{0,80}\s?|\s([-–—])\s|(\s)\s{1,80})([\p{L}\d].{1,50})$/u;

/** A name with something said of it behind a sign: its parts, and how it is set out; null for no such line. */
export function saidOfName(line: string): { name: string; said: string; form: string } | null {
  const [, indent, name, colon, dots, dash, blanks, said] = nameAndWords.exec(line.slice(0, 160)) ?? [];
  return name === undefined
    ? null
    : { name, said: said!, form: `${indent!.length} ${colon ?? dots ?? dash ?? blanks!}` };
}

/** The ways in which at least two lines say something of a module by its name. */
export function formsOfStates(lines: Lines): ReadonlySet<string> {
  const seen = new Map<string, number>();
  for (const { line } of firstLines(lines, 160)) {
    const parts = saidOfName(line);
    if (parts === null || isOnlyLabel(parts.name) || stateOf(parts.said) === null) continue;
    seen.set(parts.form, (seen.get(parts.form) ?? 0) + 1);
  }
  return new Set([...seen].filter(([, count]) => count >= 2).map(([form]) => form));
}

const listLine = /^\s{0,40}(?:[-*•]\s{1,9})?(\p{L}[^:]{5,50}?)\s{0,9}:\s/u;

/** The names that the report lists under what is said of them (`Modules with faults: Restraints, Body`), in plain words. */
export function listedNames(lines: Lines): ReadonlySet<string> {
  const names = new Set<string>();
  for (const { line } of endLines(lines, searched, 300)) {
    const said = listLine.exec(line)?.[1];
    if (said === undefined || !said.includes(' ') || !saysOfModules(said)) continue;
    for (const name of line.slice(line.indexOf(':') + 1).split(/[,;]/)) names.add(plainWord(name));
  }
  return names;
}

const codeAndMore = /(?<![\w.-])[PCBU][0-3][\dA-F]{3}(?![\w-])(.{0,4})/gi;

/** True where at least two codes stand alone, and each has two figures and a word behind it: `B1318 16 Supply`. */
export function hasTypeBehind(lines: Lines): boolean {
  let seen = 0;
  for (const { line } of firstLines(lines, 400))
    for (const [, behind] of line.matchAll(codeAndMore)) {
      if (!/^ [\da-f]{2}(?: |$)/i.test(behind!)) return false;
      seen++;
    }
  return seen >= 2;
}

const codeAndHeld = /(?<![\w.-])[PCBU][0-3][\dA-F]{3}(?![\w-])(?:[^()]{0,60}\(([\dA-F]{2})\))?/gi;

/** True where at least two codes have two hexadecimal figures in brackets behind them, each of them, and they cannot all be counts. */
export function hasTypeInBrackets(lines: Lines): boolean {
  let seen = 0;
  let letters = false;
  for (const { line } of firstLines(lines, 400))
    for (const [, held] of line.matchAll(codeAndHeld)) {
      if (held === undefined) return false;
      seen++;
      letters ||= /[a-f]/i.test(held);
    }
  return seen >= 2 && letters;
}

const codeAndCells =
  /(?<![\w.-])[PCBU][0-3][\dA-F]{3}(?:(?![\w-])[\s|;,]{1,12}([\dA-F]{2})[\s|;,]{1,12}([\dA-F]{2})(?=[\s|;,]|$)|[-:]?([\dA-F]{2})(?: |\s?[|;,]\s?)([\dA-F]{2})(?=[\s|;,]|$))?/gi;

/** True where at least two codes have such cells, each of them, and they cannot all be counts. */
export function hasByteBehind(lines: Lines): boolean {
  let seen = 0;
  let letters = false;
  for (const { line } of firstLines(lines, 400))
    for (const [, , ofCell, , ofType] of line.matchAll(codeAndCells)) {
      const byte = ofCell ?? ofType;
      if (byte === undefined) return false;
      seen++;
      letters ||= /[a-f]/i.test(byte);
    }
  return seen >= 2 && letters;
}

const codeAndWord =
  /(?<![\w.-])[PCBUpcbu][0-3][\da-fA-F]{3}(?:[-:][\da-fA-F]{2})?(?![\w-]) ?[:=]? ?(?:(\p{L}{3,20})\.? [\p{L}\d])?/gu;

/** True where at least two codes have a word of a status a blank behind them and more behind it, each of them. */
export function hasWordBehind(lines: Lines): boolean {
  let seen = 0;
  for (const { line } of firstLines(lines, 400))
    for (const [, word] of line.matchAll(codeAndWord)) {
      if (word === undefined || statusWordOf(word) === null) return false;
      seen++;
    }
  return seen >= 2;
}

const heldOrWhole = /[[(]([^\])]{4,48})[\])]|^\W{0,9}(\p{L}[^:;=|()[\]]{3,44}?)\W{0,9}$/gu;

/** True where a line says that failure types are decimal: `FAULT LIST (fault type in decimal)`. */
export function saysDecimalTypes(lines: Lines): boolean {
  for (const { line } of endLines(lines, decimalLines, 120)) {
    if (!/d[eé]z|d[eé]c/i.test(line)) continue;
    // Names of columns speak of theirs alone.
    const inColumns = /\S\s{3,}\S/.test(line);
    for (const [, held, whole] of line.matchAll(heldOrWhole)) {
      if (inColumns && (held === undefined || /\S\s{3,}\S.{0,80}\S\s{3,}\S/.test(line))) continue;
      const label = labelOf((held ?? whole)!);
      if (label?.role === 'type' && label.decimal) return true;
      // `Failure types below are decimal.`
      const words = (held ?? whole)!.split(' ');
      if (words.length < 4 || words.some(denies)) continue;
      const subject = [1, 2, 3].some((count) => {
        const own = labelOf(`${words.slice(0, count).join(' ')} ${words.at(-1)!}`);
        return own?.role === 'type' && own.decimal;
      });
      if (subject) return true;
    }
  }
  return false;
}

/** Lines at either end in which it is said. */
const decimalLines = 40;

/** A code that stands alone on its line, numbered at most, or with a word of its status. */
const codeAlone =
  /^[\s\d.)(#*•–-]{0,12}[PCBUpcbu][0-3][\da-fA-F]{3}(?:\s?[-:–]\s?[\da-fA-F]{2}(?:\s?[-:]\s?[\da-fA-F]{2})?)?(?:\s{2,80}(\p{L}{3,20}))?\s*$/u;

/**
 * How many lines stand below every code that is alone on its line, or has no more than its status there, before a blank
 * line or the next code; 0 where codes have others beside them, or where one has none below.
 */
export function linesBelowCodes(lines: Lines): number {
  let least = Infinity;
  let most = 0;
  let seen = 0;
  let stated = false;
  for (const { at, line } of firstCodes(lines, 200)) {
    const alone = codeAlone.exec(line);
    if (!alone || (alone[1] !== undefined && statusWordOf(alone[1]) === null)) return 0;
    stated ||= alone[1] !== undefined;
    const indent = line.search(/\S/);
    let below = 0;
    for (let next = at + 1; next <= lines.count; next++) {
      const text = lines.at(next).slice(0, 200);
      if (!saysSomething(text) || anyCode.test(text) || text.search(/\S/) < indent) break;
      // `Cluster   no codes`
      const named = saidOfName(text);
      if (named && statusWordOf(named.said) === null && stateOf(named.said) !== null) break;
      below++;
    }
    least = Math.min(least, below);
    most = Math.max(most, below);
    if (least === 0) return 0;
    seen++;
  }
  // One line between a code with its status and the next may be the next module's name: not where others have more.
  return seen < 2 || (stated && most === least) ? 0 : least;
}
