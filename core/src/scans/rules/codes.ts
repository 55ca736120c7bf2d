/** Lines that hold codes, and what stands below them. */
import { plainWord } from '../../codes/index.js';
import { cellsOf, separatorOf, splitCells } from '../cells.js';
import { type FoundCode, readCodeLine } from '../code-line.js';
import { type StatusReading, readStatusCell, statusInside } from '../status-cell.js';
import { readModuleName } from '../heading.js';
import { type Line } from '../line.js';
import { type Reading, bitsOf } from '../reading.js';
import type { ReadBy } from '../schema.js';
import { isSentence, isWithin, labelOf, reachWordOf, saysCleared, statusWordOf } from '../vocabulary.js';
import { pairsOf } from '../pairs.js';
import { codeToken, type Page, pairSign } from './page.js';

export function give(code: Reading['codes'][number], read: StatusReading): void {
  code.status = read.status === 'unknown' ? code.status : read.status;
  code.statusText = read.statusText ?? code.statusText ?? null;
  if (read.comesAndGoes) code.comesAndGoes = true;
  code.how = { ...code.how, status: read.by };
  Object.assign(code, bitsOf(read.statusByte));
}

export function takeCodes(reading: Reading, line: Line, page: Page, coded: boolean): boolean {
  if (!coded && !pairSign.test(line.text)) return false;
  // A label has no figure in front of it.
  const ahead = leadsWithCode(line.text)
    ? null
    : /^\W*(?:([^:=\d]{2,24})[:=]|(\p{L}[^:=\d\s]{1,20})\s{2})/u.exec(line.text);
  // `cleared: B1318, B1402`: no longer in memory, and nothing that would be read of them.
  if (ahead?.[1] !== undefined && saysCleared(ahead[1])) {
    reading.skip(line);
    return true;
  }
  const found = readCodeLine(widened(line.text, page.starts), page.legend);
  if (!found) return false;
  if (page.starts.length < mostStarts && separatorOf(line.text) === null) {
    const own = cellsOf(line.text, null).map(({ from }) => from);
    if (own.some((from) => !page.starts.includes(from))) page.starts = [...new Set([...page.starts, ...own])];
  }
  let { codes } = found;
  // Set in under a module's own heading, words in front of a code name no module; where none stand behind it, they are what it means.
  const behindText =
    /[([]/.test(line.text) &&
    under(reading) &&
    readModuleName(found.before ?? '')?.labelled !== true &&
    /\p{L}\s?[([]$/u.test(line.text.slice(0, Math.max(0, line.text.search(codeToken))));
  // In small letters under a name with a capital it is no name, though a colon stands behind it.
  const small = /^\p{Ll}/u.test(found.before ?? '') && /^\p{Lu}/u.test(reading.module ?? '');
  const inside =
    (under(reading) && line.indent > reading.moduleIndent && (!found.over || small)) || behindText;
  if (inside && found.before !== null && codes.length === 1 && codes[0]!.text === null)
    codes = [{ ...codes[0]!, text: found.before }];
  const spoken = found.before === null || inside ? null : readModuleName(found.before);
  const heading = spoken && isSentence(spoken.name) ? null : spoken;
  const below =
    heading === null && !reading.modulesFirst && (namedBelow(line, page) || namedNext(line, page));
  const record =
    below || (ahead !== null && labelOf(ahead[1] ?? ahead[2]!)?.role === 'code' && codes[0]!.text === null);
  const own =
    locatedAt(codes, line) ??
    (reading.module === null || reading.moduleBy === 'guess' ? locatedIn(codes) : null) ??
    bracketed(reading, codes, line) ??
    (heading && { ...heading, by: 'word' as const, codes }) ??
    inCell(reading, codes, page) ??
    addressed(reading, line, page, codes);
  if (own) {
    reading.enter(own.name, line, own);
    codes = own.codes;
  } else if (below) reading.module = null;
  else if (reading.module === null || reading.moduleBy === 'guess') {
    const guessed = guessedIn(codes, line, page) ?? farBehind(codes, line, page);
    if (guessed) reading.enter(guessed.name, line, guessed);
    codes = guessed?.codes ?? codes;
  }
  if (record && reading.open?.record) reading.namedInBlock = false;
  reading.add(inParallel(codes, line), line, { record });
  return true;
}

/** A quick look: a letter and a figure begin the line, and no label and no address. */
const leadsWithCode = (text: string): boolean => /^\s*[PCBUpcbu]\d/.test(text);

/** Places at which cells of code lines begin, that are kept. */
const mostStarts = 16;

/** The module that a line of codes names itself, and its codes without the name. */
interface Own {
  readonly name: string;
  readonly address: string | null;
  readonly by: ReadBy;
  readonly codes: readonly FoundCode[];
}

/** `DTC B1318-16 @ Body: active` */
function locatedAt(codes: readonly FoundCode[], { text }: Line): Own | null {
  if (codes.length !== 1 || !text.includes('@')) return null;
  const parts = /^[^@]{0,60}@\s?(\p{L}[^:;,|]{1,40}?)\s{0,9}(?:[:;,|]\s{0,9}(.{0,200}))?$/u.exec(text);
  const place = parts ? readModuleName(parts[1]!) : null;
  if (!place) return null;
  const told = readStatusCell(parts![2] ?? '');
  const known = told && told.status !== 'unknown' ? told : {};
  return { ...place, by: 'word', codes: [{ ...codes[0]!, ...known, text: null, cells: [] }] };
}

/** `B1318-16 in Body (active)` */
function locatedIn(codes: readonly FoundCode[]): Own | null {
  if (codes.length !== 1) return null;
  const [, word, name] = /^(\p{Ll}{2,4})\s(\p{Lu}.{2,40})$/u.exec(codes[0]!.text ?? '') ?? [];
  const place = word !== undefined && isWithin(word) ? readModuleName(name!) : null;
  return place && { ...place, by: 'guess', codes: [{ ...codes[0]!, text: null, cells: [] }] };
}

/** `B1318-16 (stored) [Body]`: where no module stands above, the bracket at the end names it. */
function bracketed(reading: Reading, codes: readonly FoundCode[], { text }: Line): Own | null {
  if (codes.length !== 1 || (reading.module !== null && !reading.moduleInBrackets)) return null;
  const held = /\s\[(\p{L}[^[\]]{1,50})\]\s{0,9}$/u.exec(text)?.[1];
  const place =
    held === undefined || readStatusCell(held) !== null || codeToken.test(held) ? null : readModuleName(held);
  if (!place) return null;
  reading.moduleInBrackets = true;
  const [code] = codes;
  return {
    ...place,
    by: 'word',
    codes: [{ ...code!, text: code!.text?.replace(`[${held!}]`, '').trim() || null }],
  };
}

/** A cell behind the code is the name of a module that is given above, or listed somewhere. */
function inCell(reading: Reading, codes: readonly FoundCode[], { listed }: Page): Own | null {
  const cells = codes.length === 1 ? codes[0]!.cells : [];
  const at = cells.findIndex((cell) => {
    const key = plainWord(cell);
    return reading.namedBy(key) !== null || listed.has(key);
  });
  if (at < 0) return namedThenText(reading, codes, cells);
  const by = reading.moduleBy === 'guess' ? 'guess' : 'word';
  return {
    name: reading.named(cells[at]!)?.name ?? cells[at]!,
    address: null,
    by,
    codes: without(codes[0]!, cells, at),
  };
}

/** `Body, supply low`: a cell that begins with the name of a module that is given above. */
function namedThenText(reading: Reading, codes: readonly FoundCode[], cells: readonly string[]): Own | null {
  if (!reading.isTold()) return null;
  const at = cells.findIndex(
    (cell) => cell.includes(', ') && reading.named(cell.split(', ', 1)[0]!) !== null,
  );
  if (at < 0) return null;
  const [name, ...text] = cells[at]!.split(', ');
  const rest = cells.with(at, text.join(', '));
  return {
    name: reading.named(name!)!.name,
    address: null,
    by: reading.moduleBy === 'guess' ? 'guess' : 'word',
    codes: [{ ...codes[0]!, text: rest.join(', '), cells: rest }],
  };
}

/** `(58) B1318`, `58 B1318`: the address of a module that was named above, unless such numbers count the lines. */
function addressed(reading: Reading, { text }: Line, page: Page, codes: readonly FoundCode[]): Own | null {
  if (leadsWithCode(text)) {
    page.leading = NaN;
    return null;
  }
  const marked = /^\s*(?:[[(](?:0x|\$)?|0x)([\da-f]{2,4})h?[\])]?\s/i.exec(text)?.[1];
  const bare = /^\s*([\da-f]{2,4})\s?[:=]?\s+(?=[PCBU][0-3])/i.exec(text)?.[1];
  const counts = bare !== undefined && Number(bare) === page.leading + 1;
  page.leading = bare === undefined ? NaN : Number(bare);
  const address = marked ?? (counts ? undefined : bare);
  const name = address === undefined ? null : reading.namedAt(address.toUpperCase());
  return name === null ? null : { name, address: null, by: 'word', codes };
}

/** Without any heading one of the cells behind the code is the module's, where others follow. */
function guessedIn(codes: readonly FoundCode[], line: Line, page: Page): Own | null {
  const cells = codes.length === 1 ? partsOf(codes[0]!) : [];
  if (cells.length < (page.namesBeside ? 1 : 2)) return null;
  const at = cells.length === 1 ? 0 : moduleCell(cells.length, line, page);
  const name = readModuleName(cells[at]!);
  return name && { ...name, by: 'guess', codes: without(codes[0]!, cells, at) };
}

/** `B1318-16          Body`, and below it what the code means with its status: the one cell behind is the module's. */
function farBehind(codes: readonly FoundCode[], { at, indent, text }: Line, { lines }: Page): Own | null {
  const [cell, ...more] = codes.length === 1 && codes[0]!.status === 'unknown' ? codes[0]!.cells : [];
  const below = lines.at(at + 1).slice(0, 300);
  if (cell === undefined || more.length > 0 || !/\S\s{6,}\S/.test(text) || below.search(/\S/) <= indent)
    return null;
  if (codeToken.test(below) || (!statusCell(splitCells(below)) && !statusInside([below]))) return null;
  const name = readModuleName(cell);
  return name && { ...name, by: 'guess', codes: without(codes[0]!, [cell], 0) };
}

const partsOf = ({ cells }: FoundCode): readonly string[] =>
  cells.flatMap((cell) => (/[-–—]/.test(cell) ? cell.split(/\s[-–—]\s/) : [cell]));

function without(code: FoundCode, cells: readonly string[], at: number): readonly FoundCode[] {
  const rest = cells.filter((_, other) => other !== at);
  return [{ ...code, text: rest.join(', ') || null, cells: rest }];
}

/** Lines below the first code of a shape by which it is told which of its cells names the module. */
const compared = 80;

/** The cell that comes again on the code lines of as many cells, where the first never does; else the first. */
function moduleCell(count: number, line: Line, { lines, legend, moduleCells }: Page): number {
  const known = moduleCells.get(count);
  if (known !== undefined) return known;
  const seen: string[][] = Array.from({ length: count }, () => []);
  for (let at = line.at; at < line.at + compared; at++) {
    const code = readCodeLine(lines.at(at).slice(0, 300), legend)?.codes[0];
    const cells = code ? partsOf(code) : [];
    if (cells.length === count) for (const [n, cell] of cells.entries()) seen[n]!.push(cell);
  }
  const repeats = seen.map((own) => own.length - new Set(own).size);
  const most = Math.max(...repeats);
  const found = repeats[0] === 0 && most > 0 ? repeats.indexOf(most) : 0;
  moduleCells.set(count, found);
  return found;
}

/** `DTC=B1318-16,B1402-54|STAT=active,stored`: as many statuses as codes, in the same order. */
function inParallel(codes: readonly FoundCode[], line: Line): readonly FoundCode[] {
  if (codes.length < 2) return codes;
  const told = pairsOf(line.text)
    .find(({ label }) => label?.role === 'status')
    ?.value.split(/\s{0,9}[,;/]\s{0,9}/);
  const words = told?.length === codes.length ? told.map((one) => readStatusCell(one)) : [];
  if (words.length === 0 || words.some((one) => one === null || one.status === 'unknown')) return codes;
  return codes.map((code, at) => ({ ...code, ...words[at]!, by: 'label' as const }));
}

/** True where the lines set in below a code name its module: `Module: Restraints   Status: current`. */
function namedBelow(line: Line, { lines }: Page): boolean {
  for (let at = line.at + 1; at <= line.at + 4; at++) {
    const below = lines.at(at).slice(0, 300);
    if (below.search(/\S/) <= line.indent || codeToken.test(below)) return false;
    if (pairsOf(below).some(({ label }) => label?.role === 'module')) return true;
  }
  return false;
}

/** `DTC B1318-16` and nothing else, and the module behind its label on the next line, as far in. */
function namedNext(line: Line, { lines }: Page): boolean {
  if (leadsWithCode(line.text)) return false;
  const [, label] = /^\s*(\p{L}{2,16})\s[PCBUpcbu][0-3][\da-fA-F]{3}\S{0,9}\s*$/u.exec(line.text) ?? [];
  if (label === undefined || labelOf(label)?.role !== 'code') return false;
  const next = lines.at(line.at + 1).slice(0, 300);
  return next.search(/\S/) === line.indent && pairsOf(next)[0]?.label?.role === 'module';
}

/** A status that fills its column to the last place, set apart from the text behind it by the columns of the line above. */
function widened(text: string, starts: readonly number[]): string {
  // Only where a column begins a single blank behind what stands before it.
  if (
    starts.length < 2 ||
    !starts.some(
      (at) =>
        at > 1 &&
        text.charAt(at - 1) === ' ' &&
        text.charAt(at - 2).trim() !== '' &&
        text.charAt(at).trim() !== '',
    )
  )
    return text;
  for (const { text: cell, from } of separatorOf(text) === null ? cellsOf(text, null) : []) {
    // `not present`: a status as it stands.
    if (statusWordOf(cell) !== null) continue;
    const cut = starts.find(
      (start) => start > from && start < from + cell.length && text.charAt(start - 1) === ' ',
    );
    const sides = cut === undefined ? [] : [text.slice(from, cut), text.slice(cut).split(/\s{2}/)[0]!];
    if (sides.some((side) => statusWordOf(side) !== null))
      return `${text.slice(0, cut!)}  ${text.slice(cut!)}`;
  }
  return text;
}

/** True where the codes are those of a module that a heading names. */
export const under = (reading: Reading): boolean =>
  reading.module !== null && (reading.moduleBy === 'heading' || reading.moduleBy === 'label');

/** A line below a code that says nothing but a status. */
export function takeStatus(reading: Reading, line: Line, page: Page): boolean {
  if (!reading.open || line.text.length > 90) return false;
  const bare = line.text.trim();
  if (takeEach(reading.open.codes, bare)) {
    reading.mark(line, 'detail');
    return true;
  }
  const marked = page.legend.statuses.get(bare);
  const read: StatusReading | null = marked
    ? { ...marked, statusText: bare, statusByte: null, by: 'legend' }
    : (readStatusCell(bare) ??
      leadingStatus(bare) ??
      (lacksStatus(reading.open) ? behindUnknown(bare) : null));
  if (!read || (read.status === 'unknown' && read.statusByte === null)) return false;
  for (const code of reading.open.codes) if (code.status === 'unknown') give(code, read);
  reading.mark(line, 'detail');
  return true;
}

/** `Status   current   history` below two codes in a row: one for each of them. */
function takeEach(codes: NonNullable<Reading['open']>['codes'], text: string): boolean {
  const [label, ...each] = codes.length > 1 ? splitCells(text) : [];
  if (label === undefined || each.length !== codes.length || labelOf(label)?.role !== 'status') return false;
  const read = each.map((cell) => readStatusCell(cell));
  if (read.some((one) => one === null || one.status === 'unknown')) return false;
  for (const [at, code] of codes.entries()) give(code, read[at]!);
  return true;
}

const lacksStatus = ({ codes }: NonNullable<Reading['open']>): boolean =>
  codes.every(({ status }) => status === 'unknown');

/** `Merkmal   aktiv`: a status behind a name that nobody knows. */
function behindUnknown(text: string): StatusReading | null {
  const [, key, value] =
    /^(\p{L}[\p{L} ]{2,20}?)(?:\s{2,80}|\s?[:=]\s{1,9})(\p{L}.{2,40})$/u.exec(text) ?? [];
  if (key === undefined || labelOf(key) !== null || statusWordOf(key) !== null) return null;
  if (reachWordOf(value!) !== null) return null;
  const word = statusWordOf(value!);
  return word && { ...word, statusText: value!, statusByte: null, by: 'guess' };
}

/** `Present now, 6 times`: a line whose first part is a status and whose others are counts or short words. */
export function leadingStatus(text: string): StatusReading | null {
  const [first, ...others] = text.split(/[.;,]\s{1,9}|\s{2,99}|\s[|/·–—-]\s/);
  if (others.length === 0 || others.some((part) => part.length > 40)) return null;
  const read = readStatusCell(first!.replace(/\.$/, ''));
  return read && read.status !== 'unknown' ? { ...read, by: read.by === 'word' ? 'guess' : read.by } : null;
}

/** A line below a code that stands alone, where each has as many below it: what the code means. */
export function takeBelow(reading: Reading, line: Line, { linesBelow, nameBelow }: Page): boolean {
  const { open } = reading;
  if (linesBelow === 0 || !open || line.at - open.at > linesBelow || line.indent < open.indent) return false;
  const name =
    line.at - open.at === nameBelow && (reading.module === null || reading.moduleBy === 'guess')
      ? readModuleName(line.text)
      : null;
  if (name) {
    const before = reading.module;
    reading.enter(name.name, line, { address: name.address, by: 'guess' });
    for (const own of open.codes) Object.assign(own, { module: name.name });
    if (before !== null) reading.leaveUnnamed(before);
    reading.mark(line, 'module');
    return true;
  }
  const code = open.codes.at(-1)!;
  tellMore(reading, code, line);
  return true;
}

/** A line below a code: its status in a cell of its own or within the words, and what the code means. */
function tellMore(reading: Reading, code: Reading['codes'][number], line: Line): void {
  const cells = splitCells(line.text);
  const own = code.status === 'unknown' && cells.length > 1 ? statusCell(cells) : null;
  const inner = code.status === 'unknown' && !own ? statusInside([line.text]) : null;
  if (own) give(code, own.read);
  else if (inner) give(code, inner.status);
  reading.continueText(
    own ? cells.filter((cell) => cell !== own.cell).join(', ') : (inner?.rest[0] ?? line.text),
  );
  reading.mark(line, 'detail');
}

function statusCell(cells: readonly string[]): { cell: string; read: StatusReading } | null {
  for (const cell of cells) {
    const read = readStatusCell(cell);
    if (read && read.status !== 'unknown') return { cell, read };
  }
  return null;
}

/** A line over a code that is set in below it, as far in itself as what is said of modules: what the code means. */
export function takeOverCode(reading: Reading, line: Line, { lines, stateIndent }: Page): boolean {
  if (stateIndent === 0 || line.indent !== stateIndent || reading.module === null) return false;
  if (reading.moduleIndent >= stateIndent) return false;
  const below = lines.at(line.at + 1).slice(0, 300);
  if (below.search(/\S/) <= line.indent || readCodeLine(below)?.before !== null) return false;
  reading.open = null;
  reading.mark(line, 'detail');
  return true;
}

/** A line set further in than the code above it carries on that code's description. */
export function takeContinuation(reading: Reading, line: Line): boolean {
  if (!reading.open || line.indent <= reading.open.indent) return false;
  // As far in as the name above, which itself is further in than its codes.
  if (reading.moduleBy === 'heading' && line.indent === reading.moduleIndent) return false;
  const code = reading.open.codes.at(-1)!;
  tellMore(reading, code, line);
  return true;
}
