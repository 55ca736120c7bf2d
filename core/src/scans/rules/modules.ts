/** Headings of modules, and what is said of a module instead of codes. */
import { splitCells } from '../cells.js';
import { readCodeLine } from '../code-line.js';
import { isDump } from '../code-tokens.js';
import { headerOf } from '../columns.js';
import { countOf, isDate, isPageMark } from '../header-field.js';
import { readHeading, readModuleName } from '../heading.js';
import { longestPiece, saysSomething } from '../lines.js';
import { segmentsOf } from '../markup.js';
import { moduleStates, stateOf } from '../module-state.js';
import { type ReadingOrder } from '../page-columns.js';
import { pairsOf } from '../pairs.js';
import { type Line, type Reading } from '../reading.js';
import { type Role, isSentence, isTitle, labelOf, reachWordOf, statusWordOf } from '../vocabulary.js';
import { takeList } from './lists.js';
import { type Page } from './page.js';
import { isSection } from './section.js';

/** What is said of a module instead of codes, with its name on the line or above it. */
export function takeModuleState(reading: Reading, line: Line, page: Page): boolean {
  if (reading.module !== null && statusWithNone(line.text)) {
    reading.say('clean');
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  if (takeList(reading, line, page)) return true;
  const states = moduleStates(line.text, page.legend.reaches);
  if (states.length === 0) return false;
  const [first] = states;
  if (first!.name === null) {
    // What stands first in a report may as well be its title.
    if (reading.modules.length > 0 || line.indent > (reading.passed?.line.indent ?? Infinity))
      reading.assume(line);
    if (reading.module === null) return false;
    if (reading.open && line.indent > reading.open.indent && first!.reach === 'holdsCodes') return false;
    // `2.0 Codes` heads a chapter.
    if (/^\s*\d{1,2}\.\d{1,2}\s/.test(line.text)) return false;
    reading.say(first!.reach);
    const count = /^\W*(\d{1,4})\s/.exec(line.text);
    if (count) reading.promise(Number(count[1]), line, reading.module);
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  if (
    states.length === 1 &&
    first!.reach === 'holdsCodes' &&
    isTitle(line.text) &&
    !/\.{3}/.test(line.text) &&
    !line.text.includes(`"${first!.name}"`)
  )
    return false;
  if (reading.open && line.indent > reading.open.indent) return false;
  let taken = false;
  for (const { name, reach } of states) {
    const cells = splitCells(name!);
    // A mark in brackets in front of the name (`[ERR]  Parking aid`) is no part of it.
    const marked = cells.length > 1 && /^[[(][^\])]{1,12}[\])]$/.test(cells[0]!) ? cells.slice(1) : cells;
    const named = marked.filter(
      (cell) => /\p{L}{2}/u.test(cell) && !/^\p{L}{1,4}\.?\s?\d{1,3}[.:]?$/u.test(cell),
    );
    // `Module 0x58   Restraints`: the label with its address is no name.
    const own =
      named.length > 1 && labelOf(readHeading(named[0]!)?.name ?? '')?.role === 'module'
        ? named[1]
        : named[0];
    const heading = readModuleName(own ?? name!);
    if (!heading || (isTitle(heading.name) && !/\s/.test(heading.name))) continue;
    // `Full scan, 9 modules asked, 8 replied` counts them.
    if (reach === 'read' && /,\s\d/.test(heading.name)) continue;
    const address =
      heading.address ??
      cells
        .map((cell) => /^(?:0x)?([\da-f]{2,3})h?$/i.exec(cell)?.[1])
        .find((one) => one)
        ?.toUpperCase() ??
      null;
    reading.enter(heading.name, line, { address });
    reading.say(reach);
    const count =
      reach === 'holdsCodes' || reach === 'clean' ? /(\d{1,4})\s+\p{L}+[).:]*\s*$/u.exec(line.text) : null;
    if (count) reading.promise(Number(count[1]), line, heading.name);
    taken = true;
  }
  if (!taken) return false;
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** `active: none` */
function statusWithNone(text: string): boolean {
  const parts = /^\s{0,99}(\p{L}[\p{L} ]{2,30}?)\s?:\s{1,99}(\S.{0,30})$/u.exec(text);
  return parts !== null && statusWordOf(parts[1]!) !== null && stateOf(parts[2]!) === 'clean';
}

/** In a record (`Code: …`, then the module) the module may follow its code. */
export function takeRecordModule(reading: Reading, line: Line): boolean {
  if (!reading.open?.record || reading.namedInBlock) return false;
  const heading = readModuleName(line.text);
  if (!heading?.labelled || !saysModule(line.text)) return false;
  const before = reading.module;
  const { name } = reading.enter(heading.name, line, { address: heading.address, by: 'label' });
  for (const code of reading.open.codes) code.module = name;
  if (before !== null) reading.leaveUnnamed(before);
  reading.mark(line, 'module');
  return true;
}

const saysModule = (text: string): boolean =>
  labelOf(/^\W*(\p{L}+)/u.exec(text)?.[1] ?? '')?.role === 'module';

/** `2 of 3`, alone. */
const counts = new RegExp(String.raw`^\W{0,6}${countOf}\W{0,6}$`, 'u');

const decorated =
  /^\s{0,200}(?:[[<{].{0,200}[\])>}]|(?:=={1,200}|##{0,200}|\*\*{1,200}|>>{1,200}|--{1,200}|~~{1,200}|__{1,200})\s{0,200}\p{L}.{0,200})\s{0,200}$/u;

export function takeHeading(reading: Reading, line: Line, { lines }: Page): boolean {
  const { text } = line;
  const bare = text.trim();
  if (counts.test(bare)) {
    reading.mark(line, 'header');
    return true;
  }
  const nameless = /^[[(<=#*\s]{0,8}(\p{L}{2,16})\s(?:0x|\$)?([\da-f]{2,4})h?[\])>=#*\s]{0,8}$/iu.exec(bare);
  if (nameless && labelOf(nameless[1]!)?.role === 'module' && /\d/.test(nameless[2]!)) {
    reading.awaitsName = nameless[2]!.toUpperCase();
    reading.module = null;
    reading.open = null;
    reading.mark(line, 'header');
    return true;
  }
  if (
    bare.length > 110 ||
    /[|;]/.test(bare) ||
    /[!?]$/.test(bare) ||
    /\p{L}\.$/u.test(bare.replace(/\.{2,200}$/, ''))
  )
    return false;
  const cells = splitCells(text);
  if (cells.every((cell) => labelOf(cell) !== null)) {
    reading.mark(line, 'header');
    return true;
  }
  if (cells.some((cell) => isDate(cell) || isPageMark(cell))) return false;
  const told =
    cells.length > 1 &&
    (reachWordOf(cells.at(-1)!) !== null ||
      pairsOf(cells.slice(1).join('   ')).some(({ label }) => label !== null));
  // Words beside a name with an address that nobody here understands are no part of the name.
  const first = cells.length > 1 ? readModuleName(cells[0]!) : null;
  // `Trailer ........ spoke in riddles`
  const led = /^[^.]{3,60}\.{4,200}\s{0,9}\p{L}{2}/u.test(bare);
  const odd = !told && first !== null && (led || first.address !== null) && /\p{L}{2}/u.test(cells.at(-1)!);
  const counted = countsCodes(cells, line, lines, reading);
  const heading = told || odd || counted ? readModuleName(cells[0]!) : readModuleName(bare);
  if (!heading) return false;
  if (!heading.labelled) {
    // Set in below a name that nothing else told of: what stands there is about it.
    const { passed } = reading;
    const below = lines.at(line.at + 1).search(/\S/);
    if (passed?.line.at === line.at - 1 && line.indent > passed.line.indent && below <= line.indent)
      return false;
    if (isTitle(bare) || isSentence(heading.name)) return false;
    // A section of keys: `[Airbag]` over `status=answered`.
    const keyed =
      /^\[[^\]]{2,60}\]$/.test(bare) &&
      pairsOf(lines.at(line.at + 1).slice(0, longestPiece)).some(
        ({ label }) => label !== null && /^(?:result|status|code|codeCount|address)$/.test(label.role),
      );
    // `>>> Restraints`: more than a mark of quoting, where the line below is not quoted.
    const pointed = /^\s*>{2,}\s*\p{L}/u.test(lines.at(line.at)) && !/^\s*>/.test(lines.at(line.at + 1));
    const clear = keyed || pointed || (decorated.test(text) && /^\s*(?:[=#<]|>>)/.test(text));
    const listed = counted && reading.namesCounted;
    if (!clear && !listed && !leadsToFinding(reading, line.at, lines)) return false;
  } else if (
    (isTitle(bare) || (heading.address === null && !/[:=]/.test(bare))) &&
    !leadsToFinding(reading, line.at, lines)
  )
    return false;
  // The words between a code and its own fields are what it means.
  const open = reading.open;
  if (
    !heading.labelled &&
    open?.codes.at(-1)?.text === null &&
    open.at === line.at - 1 &&
    !decorated.test(text) &&
    fieldsBelow(line, lines)
  ) {
    reading.continueText(bare);
    reading.mark(line, 'detail');
    return true;
  }
  // More codes of this module are to come: the words below a code are what it means.
  if (
    !heading.labelled &&
    !counted &&
    reading.open?.codes.at(-1)?.text === null &&
    line.indent >= reading.open.indent &&
    (stateOf(lines.at(line.at + 1).slice(0, longestPiece)) === null ||
      statusWordOf(lines.at(line.at + 1).slice(0, longestPiece)) !== null) &&
    reading.awaitsCodes()
  ) {
    reading.continueText(bare);
    reading.mark(line, 'detail');
    return true;
  }
  // The words over a code that is still to come are what it means.
  if (
    !heading.labelled &&
    line.indent > reading.moduleIndent &&
    reading.awaitsCodes() &&
    readCodeLine(lines.at(line.at + 1).slice(0, longestPiece))?.before === null
  ) {
    reading.mark(line, 'detail');
    return true;
  }
  reading.enter(heading.name, line, { address: heading.address, by: 'heading' });
  if (odd) reading.say('unclear');
  if (counted) {
    reading.namesCounted = true;
    reading.say(Number(cells[1]) === 0 ? 'clean' : 'holdsCodes');
    reading.promise(Number(cells[1]), line, heading.name);
  }
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** `AIRBAG      2`: a name, and as many codes below it; nought only where other names have their count so. */
function countsCodes(cells: readonly string[], { at }: Line, lines: ReadingOrder, reading: Reading): boolean {
  const [name, figure] = cells;
  if (cells.length !== 2 || !/^\d{1,2}$/.test(figure!) || readModuleName(name!) === null) return false;
  const count = Number(figure);
  if (count === 0) return reading.namesCounted;
  let found = 0;
  for (let next = at + 1; next <= at + linesOfCode * count; next++) {
    const below = lines.at(next).slice(0, longestPiece);
    if (/\S\s{2,}\d{1,2}\s{0,9}$/.test(below) && !readCodeLine(below)) break;
    found += readCodeLine(below)?.codes.length ?? 0;
  }
  return found === count;
}

/** Lines that a code takes with its text and status. */
const linesOfCode = 4;

/** True where the next line holds a code's status, count or type by their labels. */
const fieldsBelow = ({ at }: Line, lines: ReadingOrder): boolean =>
  pairsOf(lines.at(at + 1).slice(0, longestPiece)).some(
    ({ label }) => label !== null && /^(?:status|byte|count|type)$/.test(label.role),
  );

/** True where the next line that says something is a code, what is said of a module, or a table's header. */
function leadsToFinding(reading: Reading, at: number, lines: ReadingOrder): boolean {
  let seen = 0;
  for (let next = at + 1; next <= at + 6 && seen < 2; next++) {
    const raw = lines.at(next).slice(0, longestPiece);
    if (!saysSomething(raw)) continue;
    const text = segmentsOf(raw).find(saysSomething);
    if (text === undefined || isDump(text)) continue;
    seen++;
    if (readCodeLine(text) || reading.book.codeIn(text)) return true;
    if (stateOf(text) !== null && /\p{L}/u.test(text)) return true;
    if (headerOf(text) || isSection(text)) return true;
    if (statusWithNone(text)) return true;
    // `ID 4711-02  SW 3.1`
    if (seen < 2 && splitCells(text).every(isIdentity)) continue;
    const pairs = pairsOf(text);
    if (pairs.some(({ label }) => label && reportRoles.has(label.role))) return false;
    if (pairs.some(({ label }) => label && findingRoles.has(label.role))) return true;
    return false;
  }
  return false;
}

/** A label of a part's number or version, and the number. */
const isIdentity = (cell: string): boolean => {
  const label = /^(\p{L}{2,12})\s\S{0,4}\d\S{0,20}$/u.exec(cell)?.[1];
  return label !== undefined && /^(?:ident|address|readerSoftware)$/.test(labelOf(label)?.role ?? '');
};

/** Fields of the report itself: what stands above them is its title. */
const reportRoles: ReadonlySet<Role> = new Set(['reader', 'odometer', 'date', 'vin', 'supplyVolts']);
const findingRoles: ReadonlySet<Role> = new Set(['code', 'codeCount', 'address', 'result', 'ident']);
