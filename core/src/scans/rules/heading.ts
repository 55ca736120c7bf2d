/** Headings of modules: by a label, an address, decoration, a count, or by what stands below them. */
import { splitCells } from '../cells.js';
import { readCodeLine } from '../code-line.js';
import { isDump } from '../code-tokens.js';
import { headerOf } from '../columns.js';
import { countOf, isDate, isPageMark } from '../header-field.js';
import { type Heading, readModuleName } from '../heading.js';
import { longestPiece, saysSomething } from '../lines.js';
import { segmentsOf } from '../markup.js';
import { stateOf, unreadIn } from '../module-state.js';
import { type ReadingOrder } from '../page-columns.js';
import { pairsOf } from '../pairs.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import {
  isOnlyLabel,
  isSentence,
  isTitle,
  labelOf,
  moduleLabelLength,
  namesBusiness,
  reachWordOf,
  type Role,
  statusWordOf,
} from '../vocabulary.js';
import { leadingStatus } from './codes.js';
import { isAnswer, isRequest } from './frames.js';
import { statusWithNone } from './modules.js';
import { type Page } from './page.js';
import { isSection } from '../section-words.js';

/** `2 of 3`, alone. */
const counts = new RegExp(String.raw`^\W{0,6}${countOf}\W{0,6}$`, 'u');

const decorated =
  /^\s{0,200}(?:[[<{].{0,200}[\])>}]|(?:=={1,200}|##{0,200}|\*\*{1,200}|>>{1,200}|--{1,200}|~~{1,200}|__{1,200})\s{0,200}\p{L}.{0,200})\s{0,200}$/u;

/** A heading that names a module, and what stands beside the name on its line. */
interface NamedLine {
  readonly heading: Heading;
  /** Words beside the name say of the module what nobody here understands. */
  readonly odd: boolean;
  /** How many codes the line promises; null where it promises none. */
  readonly count: number | null;
}

export function takeHeading(reading: Reading, line: Line, page: Page): boolean {
  if (takeNameless(reading, line)) return true;
  const named = namedIn(reading, line, page);
  if (!named) return false;
  // `Key no. ........ U0131`
  const field = /^([^.]{3,30}\.?)\s?\.{4}/u.exec(line.text.trim())?.[1];
  if (field !== undefined && labelOf(field) !== null) {
    reading.mark(line, 'header');
    return true;
  }
  if (!(named.heading.labelled ? isLabelled : isBare)(reading, line, page, named)) return false;
  if (!named.heading.labelled && takeMeaning(reading, line, page, named)) return true;
  const { name, address } = named.heading;
  if (address !== null && reading.isOneTooMany(name, address)) return false;
  enterNamed(reading, line, named);
  return true;
}

/** A count alone, an address over a name that is to come (`[MODULE 58]`), or names of columns. */
function takeNameless(reading: Reading, line: Line): boolean {
  const bare = line.text.trim();
  const nameless =
    /^[[(<=#*\s]{0,8}(\p{L}{2,16})\s(?:0[xX]|\$)?([\da-fA-F]{2,4})[hH]?[\])>=#*\s]{0,8}$/u.exec(bare);
  if (nameless && labelOf(nameless[1]!)?.role === 'module' && /\d/.test(nameless[2]!)) {
    reading.awaitsName = nameless[2]!.toUpperCase();
    reading.module = null;
    reading.open = null;
  } else if (!counts.test(bare) && !(mayBeHeading(bare) && namesColumns(line))) return false;
  reading.mark(line, 'header');
  return true;
}

/** Short, with no sign of a table, a question or a sentence; `Porta trás dir.` is none. */
const mayBeHeading = (bare: string): boolean =>
  bare.length <= 110 &&
  (!/[|;]|[!?]$/.test(bare) ||
    /^(?:\p{L}[^|]{1,50}\s\|\s(?:0[xX])?[\da-fA-F]{2,3}|(?:0[xX])?[\da-fA-F]{2,3};\p{L}[^;]{1,50};\d{0,3};?)$/u.test(
      bare,
    )) &&
  (!/\p{L}\.$/u.test(bare.replace(/\.{2,200}$/, '')) || /^(?:\S{2,20}\s){1,3}\p{L}{1,5}\.$/u.test(bare));

function namesColumns({ text }: Line): boolean {
  const labels = splitCells(text).map((cell) => labelOf(cell));
  const [first, second] = labels;
  return (
    (labels.every((label) => label !== null) &&
      !(
        labels.length === 1 &&
        !isOnlyLabel(text.slice(moduleLabelLength(text)).replace(/^\s*[\dA-F]{1,3}\s/i, ''))
      )) ||
    (labels.length >= 3 && first != null && second != null && /^(?:code|module)$/.test(first.role))
  );
}

const countBehindSign = /^((?:[\dA-F]{2,3}\s)?\p{L}[^:=]{1,50}?)\s?[:=]\s?(\d{1,2})$/u;

function namedIn(reading: Reading, line: Line, page: Page): NamedLine | null {
  const bare = line.text.trim();
  if (!mayBeHeading(bare)) return null;
  const cells = splitCells(line.text);
  if (cells.some((cell) => isDate(cell) || isPageMark(cell))) return null;
  const told =
    cells.length > 1 &&
    (reachWordOf(cells.at(-1)!) !== null ||
      pairsOf(cells.slice(1).join('   ')).some(({ key, label }) => label !== null && /^\p{L}/u.test(key)));
  // `Hallmer Drover   143,900 km   12.0 V`: figures with their units are of the car.
  if (!told && cells.slice(1).some((cell) => /^\d[\d .,']*\s?(?:km|mil?|miles|V)$/i.test(cell))) return null;
  // Words beside a name with an address that nobody here understands are no part of the name.
  const first = cells.length > 1 ? readModuleName(cells[0]!) : null;
  // `Trailer ........ spoke in riddles`
  const led = /^[^.]{3,60}\.{4,200}\s{0,9}\p{L}{2}/u.test(bare);
  const shaped = /^(?:0[xX])?[\da-fA-F]{2,3};\p{L}[^;]{1,50};\d{0,3};?$/u.test(bare);
  const odd =
    !told &&
    !shaped &&
    first !== null &&
    (((led || first.address !== null) && /\p{L}{2}/u.test(cells.at(-1)!)) ||
      (cells.length > 2 && !first.labelled));
  const behind = page.countsBehind
    ? /^((?:[\dA-F]{2,3}\s)?\p{L}[^:=]{1,50}?)(?:\s?[:=]\s?|\s)(\d{1,2})$/u
    : countBehindSign;
  const [, ofCount, figure] = behind.exec(bare) ?? [];
  const pair = ofCount === undefined || labelOf(ofCount) !== null ? cells : [ofCount, figure!];
  const counted = countsCodes(pair, line, page, reading);
  const heading = readModuleName(counted ? pair[0]! : !shaped && (told || odd) ? cells[0]! : bare);
  return heading && !leadingStatus(bare) ? { heading, odd, count: counted ? Number(pair[1]) : null } : null;
}

const numberInFront = /^\d{1,4},?\s\p{L}/u;

const townBehind = /,\s\p{Lu}\p{Ll}[\p{L} ]{1,30}$/u;

/** `14 Mill Lane, Ostrel`, `14 Mill Lane`: a house's number, not a module's, where no line below is numbered, nor the module above. */
function isStreet({ text, at }: Line, { lines }: Page, reading: Reading): boolean {
  const bare = text.trim();
  if (!numberInFront.test(bare) || (reading.modules.at(-1)?.address != null && !townBehind.test(bare)))
    return false;
  const below = lines.at(at + 1);
  return !numberInFront.test(below.trim()) && !(below.search(/\S/) > lines.at(at).search(/\S/));
}

/** A heading that a label or an address calls a module's, unless its words make it a title with nothing below. */
const isLabelled = (reading: Reading, line: Line, page: Page, { heading }: NamedLine): boolean => {
  const bare = line.text.trim();
  // What names a module stands on its codes; a town behind a comma does not.
  if (isStreet(line, page, reading))
    return (
      (!bare.includes(', ') || saysSomething(page.lines.at(line.at + 1))) &&
      leadsToFinding(reading, line.at, page)
    );
  const doubtful = isTitle(bare) || (heading.address === null && !/[:=]/.test(bare));
  return !doubtful || leadsToFinding(reading, line.at, page);
};

/** A name alone, that its decoration, its count or what stands below makes a heading. */
function isBare(reading: Reading, line: Line, page: Page, { heading, count }: NamedLine): boolean {
  const { lines } = page;
  const bare = line.text.trim();
  // Set in below a name that nothing else told of: what stands there is about it.
  const within = line.indent > 0 && lines.at(line.at + 1).search(/\S/) <= line.indent;
  const passed = within ? reading.passed.nameAbove(line.at) : null;
  if (passed?.line.at === line.at - 1 && line.indent > passed.line.indent) return false;
  // What a code below it means, as far in as what is said of other modules.
  const asStates = page.stateIndent > 0 && line.indent === page.stateIndent;
  if (asStates && reading.module !== null && reading.moduleIndent < line.indent && count === null)
    return false;
  if (isTitle(bare) || isSentence(heading.name)) return false;
  // Above all modules: `Garage door opener` may be one below others.
  if (reading.modules.length === 0 && namesBusiness(bare)) return false;
  return (
    isDecorated(line, lines) ||
    (count !== null && reading.namesCounted) ||
    nestsAsBefore(reading, line, lines, bare) ||
    opensChapter(line, lines) ||
    leadsToFinding(reading, line.at, page)
  );
}

/** `2   Instruments` over `2.1  Identification …`: a chapter for each module, in parts. */
function opensChapter({ text, at }: Line, lines: ReadingOrder): boolean {
  const number = /^\s{0,9}(\d{1,3})[.)]?\s{1,9}\p{Lu}/u.exec(text)?.[1];
  return (
    number !== undefined &&
    lines
      .at(at + 1)
      .trimStart()
      .startsWith(`${number}.1`)
  );
}

function isDecorated({ text, at }: Line, lines: ReadingOrder): boolean {
  // A section of keys: `[Airbag]` over `status=answered`.
  const keyed =
    /^\[[^\]]{2,60}\]$/.test(text.trim()) &&
    pairsOf(lines.at(at + 1).slice(0, longestPiece)).some(
      ({ label }) => label !== null && /^(?:result|status|code|codeCount|address)$/.test(label.role),
    );
  // `>>> Restraints`: more than a mark of quoting, where the line below is not quoted.
  const pointed = /^\s*>{2,}\s*\p{L}/u.test(lines.at(at)) && !/^\s*>/.test(lines.at(at + 1));
  return keyed || pointed || (decorated.test(text) && /^\s*(?:[=<]|#+(?!\p{Lu}{2,8}\s)|>>)/u.test(text));
}

/** Words around a code that are what it means, though they could be a name. */
function takeMeaning(reading: Reading, line: Line, { lines }: Page, { count }: NamedLine): boolean {
  const { open } = reading;
  const below = lines.at(line.at + 1).slice(0, longestPiece);
  const lacksText = open?.codes.at(-1)?.text === null;
  // Between a code and its own fields; where labels name the modules, no other line does.
  const between =
    lacksText &&
    open.at === line.at - 1 &&
    !decorated.test(line.text) &&
    (reading.moduleBy === 'label' || readCodeLine(below) === null) &&
    fieldsBelow(line, lines);
  // Below a code, where more of this module are to come.
  const behind =
    lacksText &&
    count === null &&
    line.indent >= open.indent &&
    (stateOf(below) === null || statusWordOf(below) !== null) &&
    reading.awaitsCodes();
  // Over a code that is still to come.
  const over =
    line.indent > reading.moduleIndent && reading.awaitsCodes() && readCodeLine(below)?.before === null;
  if (between || behind) reading.continueText(line.text);
  else if (!over) return false;
  reading.mark(line, 'detail');
  return true;
}

function enterNamed(reading: Reading, line: Line, { heading, odd, count }: NamedLine): void {
  const { name, address, labelled } = heading;
  if (labelled && reading.codes.length === 0) reading.modulesFirst = true;
  reading.enter(name, line, { address, by: 'heading', title: !labelled });
  if (odd) reading.say('unclear');
  else if (endsInNought(line.text)) reading.say('clean');
  if (count !== null) {
    reading.namesCounted = true;
    reading.say(count === 0 ? 'clean' : 'holdsCodes');
    reading.promise(count, line, name);
  }
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
}

/** As high as the heading above, with one line set in below it: nobody understands that, but it is said of this name. */
function nestsAsBefore(reading: Reading, { at, indent }: Line, lines: ReadingOrder, bare: string): boolean {
  if (reading.module === null || indent !== reading.moduleIndent) return false;
  if (lines.at(at - 1).search(/\S/) <= indent) return false;
  if (bare.length > 40 || !/^\p{Lu}/u.test(bare) || /[,:;.]/.test(bare)) return false;
  const below = lines.at(at + 1).search(/\S/);
  const next = lines.at(at + 2).search(/\S/);
  return below > indent && next <= indent;
}

/** `Cluster ........ 0`, `Cluster - 0 faults` */
function endsInNought(text: string): boolean {
  const nought = /(?:\.{2,200}\s?|\s[–—-]\s|\s{2,200}|:\s?)0(?:\s(\p{L}{2,20}))?\s*$/u.exec(text);
  return nought !== null && (nought[1] === undefined || labelOf(nought[1])?.role === 'code');
}

/** `AIRBAG      2`: a name, and as many codes below it; nought only where other names have their count so. */
function countsCodes(
  cells: readonly string[],
  { at }: Line,
  { lines, countsBehind }: Page,
  reading: Reading,
): boolean {
  const [name, figure] = cells;
  if (cells.length !== 2 || !/^\d{1,2}$/.test(figure!) || readModuleName(name!) === null) return false;
  const count = Number(figure);
  if (count === 0) return reading.namesCounted;
  let found = 0;
  for (let next = at + 1; next <= at + linesOfCode * count; next++) {
    const below = lines.at(next).slice(0, longestPiece);
    if ((countsBehind ? behindName : behindSign).test(below) && !readCodeLine(below)) break;
    found += readCodeLine(below)?.codes.length ?? 0;
  }
  return found === count;
}

const behindSign = /(?:\S\s{2,}|(?:[\p{L})\]]|\/[\dA-F]{2})\s?:\s?)\d{1,2}\s{0,9}$/u;
const behindName = /(?:\S\s|[\p{L})\]]\s?:\s?)\d{1,2}\s{0,9}$/u;

/** Lines that a code takes with its text and status. */
const linesOfCode = 4;

/** True where the next line holds a code's status, count or type by their labels. */
const fieldsBelow = ({ at }: Line, lines: ReadingOrder): boolean =>
  pairsOf(lines.at(at + 1).slice(0, longestPiece)).some(
    ({ label, value }) =>
      label !== null &&
      /^(?:status|byte|count|type)$/.test(label.role) &&
      (label.role !== 'status' || statusWordOf(value) !== null || stateOf(value) === null),
  );

/** Lines below a name in which what is found of it has to begin. */
const linesBelow = 9;

/** True where the next line that says something is a code, what is said of a module, or a table's header. */
function leadsToFinding(reading: Reading, at: number, { lines, stateIndent }: Page): boolean {
  let seen = 0;
  for (let next = at + 1; next <= at + linesBelow && seen < 2; next++) {
    const raw = lines.at(next).slice(0, longestPiece);
    if (next === at + 1 && oneDash.test(raw)) return true;
    if (!saysSomething(raw)) continue;
    if (isRequest(raw)) continue;
    if (isAnswer(raw)) return true;
    const text = segmentsOf(raw).find(saysSomething);
    if (text === undefined || isDump(text)) continue;
    seen++;
    if (readCodeLine(text) || reading.book.codeIn(text)) return true;
    // What stands over a section, a blank line between, before any module is named, is the report's title.
    if (isSection(text)) return next === at + 1 || reading.modules.length > 0;
    if (stateOf(text) !== null && /\p{L}/u.test(text)) return true;
    if (headerOf(text)) return true;
    if (overDeeperCode(raw, next, lines)) return true;
    // What a code below it means, as far in as what is said of other modules.
    if (stateIndent > 0 && raw.search(/\S/) === stateIndent && overCode(raw, next, lines)) return true;
    if (statusWithNone(text) || (/:\s*$/.test(text) && statusWordOf(text.replace(/:\s*$/, '')) !== null))
      return true;
    // `ID 4711-02  SW 3.1`
    if (seen < 2 && splitCells(text).every(isIdentity)) continue;
    const pairs = pairsOf(text);
    // `Software: 0410` below a name, where it is not the reader's.
    const own = pairs.filter(({ label }) => label !== null);
    if (reading.modules.length > 0 && own.length > 0 && own.every(({ label }) => ofPart.has(label!.role))) {
      seen--;
      continue;
    }
    // Fields of a module, whatever they are called, set in below its name.
    const inner = raw.search(/\S/) > lines.at(at).search(/\S/) && pairs.length > 0;
    if (reading.modules.length > 0 && inner && pairs.every(({ label }) => label?.role === 'other')) {
      if (pairs.some(({ value }) => unreadIn(value) !== null)) return true;
      seen--;
      continue;
    }
    if (pairs.some(({ label }) => label && reportRoles.has(label.role))) return false;
    // The next line names a module itself.
    if (pairs.some(({ label, value }) => label?.role === 'module' && /\p{L}{2}/u.test(value))) return false;
    if (pairs.some(({ label }) => label && findingRoles.has(label.role))) return true;
    // `Status: fault` is said of a module.
    if (pairs.some(({ label, value }) => label?.role === 'status' && stateOf(value) !== null)) return true;
    return false;
  }
  return false;
}

/** True where a code that stands alone is set in right below. */
function setInCode(text: string, at: number, lines: ReadingOrder): boolean {
  const below = lines.at(at + 1).slice(0, longestPiece);
  return below.search(/\S/) > text.search(/\S/) && readCodeLine(below)?.before === null;
}

/** True where a code that stands alone is right below, no less far in. */
function overCode(text: string, at: number, lines: ReadingOrder): boolean {
  const below = lines.at(at + 1).slice(0, longestPiece);
  return below.search(/\S/) >= text.search(/\S/) && readCodeLine(below)?.before === null;
}

/** `Attivo` over codes that are set in. */
const overDeeperCode = (text: string, at: number, lines: ReadingOrder): boolean =>
  statusWordOf(text.trim()) !== null && setInCode(text, at, lines);

/** A dash alone on the line below a name says that there is nothing. */
export const oneDash = /^\s{0,40}(?:[-–—]|\[\s?[-–—]?\s?\])\s{0,9}$|^\s{2,40}[-–—]{2,3}\s{0,9}$/;

/** A label of a part's number or version, and the number. */
const isIdentity = (cell: string): boolean => {
  const label = /^(\p{L}{2,12})\s\S{0,4}\d\S{0,20}$/u.exec(cell)?.[1];
  return label !== undefined && /^(?:ident|address|readerSoftware)$/.test(labelOf(label)?.role ?? '');
};

/** Fields of the report itself: what stands above them is its title. */
const reportRoles: ReadonlySet<Role> = new Set(['reader', 'odometer', 'date', 'vin', 'supplyVolts']);
/** Fields of a part. */
const ofPart: ReadonlySet<Role> = new Set(['ident', 'readerSoftware', 'vin']);
const findingRoles: ReadonlySet<Role> = new Set(['code', 'codeCount', 'address', 'result', 'ident']);
