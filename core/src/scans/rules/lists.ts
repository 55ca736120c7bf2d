/** Modules that are listed under what is said of all of them. */
import { splitCells } from '../cells.js';
import { readCodeLine } from '../code-line.js';
import { longestName, readModuleName } from '../heading.js';
import { stateOf } from '../module-state.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { type ReachWord, isTitle, labelOf, reachOfList, reachWordOf, saysAllRead } from '../vocabulary.js';
import { type Page } from './page.js';
import { isRuled } from './section.js';

const longestRow = 300;

/** `(5 of 6)` */
const someOf = /\s\(\d{1,3}(?:\s?\/|\s\p{L}{1,4})\s?\d{1,3}\)$/u;

const box = /^[[(](\s?|[xv*+✓✔])[)\]]\s{1,9}(\p{L}[^[\]:;=|]{1,60})$/iu;

/** `Modules without faults` over a list of names, and the names. */
export function takeList(reading: Reading, line: Line, page: Page): boolean {
  const bare = line.text.trim();
  // `System not present on this car` right below a name is said of it.
  if (saysOfNameAbove(reading, line, page)) return false;
  // `Modules without answer: 1` counts them.
  const reach = /\d\W*$/.test(bare.replace(/\(\d{1,4}\)\W*$/, '').replace(someOf, ''))
    ? null
    : (reachOfList(bare.replace(/[:.]$/, '')) ??
      answering(bare, line, page) ??
      overNames(reading, line, page));
  if (reach !== null) {
    reading.list = { reach, named: false, at: line.at };
    reading.module = null;
    reading.open = null;
    page.columns = null;
    reading.mark(line, 'header');
    return true;
  }
  // The names stand right below, a rule or a blank line between at most.
  if (reading.list === null || line.at - reading.list.at > 2 || bare.length > longestRow) return false;
  const names = namesIn(bare);
  if (names.length > 1) {
    for (const name of names) {
      reading.enter(name, line);
      reading.say(reading.list.reach);
    }
    reading.list = null;
    reading.rowAt = line.at;
    reading.module = null;
    reading.mark(line, 'module');
    return true;
  }
  // `[x] Airbag`, `[ ] Roof`: which of them answered.
  const [, tick, ticked] = reading.list.reach === 'read' ? (box.exec(bare) ?? []) : [];
  const inBox = ticked === undefined ? null : readModuleName(ticked);
  if (inBox) {
    reading.enter(inBox.name, line, { address: inBox.address });
    reading.say(tick!.trim() === '' ? 'silent' : 'read');
    reading.list = { ...reading.list, named: true, at: line.at };
    reading.open = null;
    reading.mark(line, 'module');
    return true;
  }
  const heading =
    bare.length <= longestName && splitCells(bare).length === 1 && !/[:;=|]/.test(bare)
      ? readModuleName(bare)
      : null;
  if (!heading || isTitle(bare) || holdsCodesBelow(line, page)) {
    reading.list = null;
    return false;
  }
  reading.enter(heading.name, line, { address: heading.address });
  reading.say(reading.list.reach);
  reading.list = { ...reading.list, named: true, at: line.at };
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** True for a state right below a name, outside any list, with no name below it that it could be said of. */
function saysOfNameAbove(reading: Reading, line: Line, { lines }: Page): boolean {
  if (reading.list !== null || reading.module === null || reading.moduleAt !== line.at - 1) return false;
  const below = lines.at(line.at + 1).slice(0, 80);
  return namesIn(below.trim()).length === 0 && stateOf(line.text) !== null;
}

/** True where codes are set in below the name: whatever stands at the top of the page, this module was read. */
function holdsCodesBelow(line: Line, { lines }: Page): boolean {
  const below = lines.at(line.at + 1).slice(0, 200);
  return below.search(/\S/) > line.indent && readCodeLine(below) !== null;
}

/** `The following modules answered:` over their names. */
const answering = (bare: string, line: Line, { lines }: Page): ReachWord | null =>
  saysAllRead(bare.replace(/:$/, '').replace(someOf, '')) &&
  (bare.endsWith(':') ||
    box.test(
      lines
        .at(line.at + 1)
        .slice(0, 100)
        .trim(),
    ) ||
    namesIn(
      lines
        .at(line.at + 1)
        .slice(0, 300)
        .trim(),
    ).length > 1)
    ? 'read'
    : null;

/**
 * `NO RESPONSE` over names that are set in, over several in a row, or right below such a row: said of each of them, and
 * not of the module above.
 */
function overNames(reading: Reading, line: Line, { lines }: Page): ReachWord | null {
  if (reading.module !== null && line.indent > reading.moduleIndent) return null;
  const reach = line.text.length < 60 ? reachWordOf(line.text) : null;
  if (reach === null || reach === 'holdsCodes' || reach === 'read') return null;
  const below = lines.at(line.at + 1).slice(0, 80);
  if (/[:=|;]/.test(below) || readCodeLine(below)) return null;
  const names = namesIn(below.trim());
  if (names.length === 0) return null;
  // In a report that goes by statuses, it is one more of them.
  const grouped = reading.section?.over === true && line.indent === 0;
  const over = below.search(/\S/) > line.indent || isRuled(line.text) || grouped;
  return over || names.length > 1 || line.at === reading.rowAt + 1 ? reach : null;
}

/** The names of modules that a line holds and nothing else; none where one of them can be none. */
function namesIn(bare: string): readonly string[] {
  const parts = bare.replace(/[.;]$/, '').split(/,\s{1,9}/);
  const names = parts.flatMap((part) => readModuleName(part)?.name ?? []);
  const many = parts.length > 1 && parts.every((part) => /^\p{Lu}/u.test(part));
  return names.length === parts.length && (many || (parts.length === 1 && labelOf(bare) === null))
    ? names
    : [];
}
