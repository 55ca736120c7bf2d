/** Lines that hold codes, and what stands below them. */
import { cellsOf, separatorOf } from '../cells.js';
import { type FoundCode, readCodeLine } from '../code-line.js';
import { type StatusReading, readStatusCell, statusInside } from '../status-cell.js';
import { readModuleName } from '../heading.js';
import { type Line, type Reading, bitsOf } from '../reading.js';
import { labelOf, statusWordOf } from '../vocabulary.js';
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
  const found = readCodeLine(widened(line.text, page.starts), page.legend);
  if (!found) return false;
  if (page.starts.length === 0 && separatorOf(line.text) === null)
    page.starts = cellsOf(line.text, null).map(({ from }) => from);
  let { codes } = found;
  // Set in under a module's own heading, words in front of a code name no module; where none stand behind it, they are what it means.
  const inside = under(reading) && line.indent > reading.moduleIndent && !found.over;
  if (inside && found.before !== null && codes.length === 1 && codes[0]!.text === null)
    codes = [{ ...codes[0]!, text: found.before }];
  const heading = found.before === null || inside ? null : readModuleName(found.before);
  const label = /^\W*(?:([^:=\d]{2,24})[:=]|(\p{L}[^:=\d\s]{1,20})\s{2})/u.exec(line.text);
  const below = heading === null && !reading.modulesFirst && namedBelow(line, page);
  const record =
    below || (labelOf(label?.[1] ?? label?.[2] ?? '')?.role === 'code' && codes[0]!.text === null);
  // `(58) B1318`: the address of a module that was named above.
  const address = /^\s*(?:[[(](?:0x|\$)?|0x)([\da-f]{2,4})h?[\])]?\s/i.exec(line.text)?.[1];
  const leading = /^\s*([\da-f]{2,4})\s+(?=[PCBU][0-3])/i.exec(line.text)?.[1]?.toUpperCase();
  const counted = leading !== undefined && Number(leading) === page.leading + 1;
  page.leading = leading === undefined ? NaN : Number(leading);
  const at = address?.toUpperCase() ?? (counted ? undefined : leading);
  const addressed = at === undefined ? null : reading.namedAt(at);
  const cell = codes.length === 1 ? codes[0]!.cells.findIndex((one) => reading.named(one) !== null) : -1;
  // `DTC B1318-16 @ Body: active`
  const located =
    codes.length === 1 && line.text.includes('@')
      ? /^[^@]{0,60}@\s?(\p{L}[^:;,|]{1,40}?)\s{0,9}(?:[:;,|]\s{0,9}(.{0,200}))?$/u.exec(line.text)
      : null;
  const place = located ? readModuleName(located[1]!) : null;
  if (heading && place === null) reading.enter(heading.name, line, { address: heading.address, by: 'word' });
  else if (place) {
    reading.enter(place.name, line, { address: place.address, by: 'word' });
    const told = readStatusCell(located![2] ?? '');
    codes = [{ ...codes[0]!, ...(told && told.status !== 'unknown' ? told : {}), text: null, cells: [] }];
  } else if (cell >= 0) {
    // A cell that is a module's name, as it was given above.
    const rest = codes[0]!.cells.filter((_, at) => at !== cell);
    const by = reading.moduleBy === 'guess' ? 'guess' : 'word';
    reading.enter(reading.named(codes[0]!.cells[cell]!)!.name, line, { by });
    codes = [{ ...codes[0]!, text: rest.join(', ') || null, cells: rest }];
  } else if (addressed !== null) reading.enter(addressed, line, { by: 'word' });
  else if (below) reading.module = null;
  else if (reading.module === null || reading.moduleBy === 'guess') {
    // Without any heading the first words behind the code are the module's, where others follow.
    const cells = codes[0]!.cells.flatMap((cell) => cell.split(/\s[-–—]\s/));
    const spot = codes.length === 1 && cells.length > 1 ? moduleCell(cells, line, page) : 0;
    const rest = cells.filter((_, other) => other !== spot);
    const name = codes.length === 1 && rest.length > 0 ? readModuleName(cells[spot]!) : null;
    if (name) {
      reading.enter(name.name, line, { address: name.address, by: 'guess' });
      codes = [{ ...codes[0]!, text: rest.join(', '), cells: rest }];
    }
  }
  if (record && reading.open?.record) reading.namedInBlock = false;
  codes = inParallel(codes, line);
  reading.add(codes, line, { record });
  return true;
}

/** Code lines that are looked at to tell which of their cells names the module. */
const compared = 40;

/** The cell that comes again on other code lines, where the first never does; else the first. */
function moduleCell(cells: readonly string[], line: Line, { lines, legend }: Page): number {
  const seen: string[][] = cells.map((cell) => [cell]);
  for (let at = Math.max(1, line.at - compared); at < line.at + compared; at++) {
    if (at === line.at) continue;
    const own = readCodeLine(lines.at(at).slice(0, 300), legend)?.codes[0]?.cells.flatMap((cell) =>
      cell.split(/\s[-–—]\s/),
    );
    if (own?.length === cells.length) for (const [n, cell] of own.entries()) seen[n]!.push(cell);
  }
  const repeats = seen.map((own) => own.length - new Set(own).size);
  const most = Math.max(...repeats);
  return repeats[0] === 0 && most > 0 ? repeats.indexOf(most) : 0;
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

/** A status that fills its column to the last place, set apart from the text behind it by the columns of the line above. */
function widened(text: string, starts: readonly number[]): string {
  // Only where a column begins a single blank behind what stands before it.
  if (
    starts.length < 3 ||
    !starts.some((at) => at > 1 && text.charAt(at - 1) === ' ' && /\S\s\S/.test(text.slice(at - 2, at + 1)))
  )
    return text;
  for (const { text: cell, from } of separatorOf(text) === null ? cellsOf(text, null) : []) {
    const cut = starts.find(
      (start) => start > from && start < from + cell.length && text.charAt(start - 1) === ' ',
    );
    if (cut !== undefined && statusWordOf(text.slice(from, cut)) !== null)
      return `${text.slice(0, cut)}  ${text.slice(cut)}`;
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
  const marked = page.legend.statuses.get(bare);
  const read: StatusReading | null = marked
    ? { ...marked, statusText: bare, statusByte: null, by: 'legend' }
    : (readStatusCell(bare) ?? leadingStatus(bare));
  if (!read || (read.status === 'unknown' && read.statusByte === null)) return false;
  for (const code of reading.open.codes) if (code.status === 'unknown') give(code, read);
  reading.mark(line, 'detail');
  return true;
}

/** `Present now, 6 times`: a line whose first part is a status and whose others are counts or short words. */
export function leadingStatus(text: string): StatusReading | null {
  const [first, ...others] = text.split(/[.;,]\s{1,9}|\s{2,99}|\s[|/·–—-]\s/);
  if (others.length === 0 || others.some((part) => part.length > 40)) return null;
  const read = readStatusCell(first!.replace(/\.$/, ''));
  return read && read.status !== 'unknown' ? { ...read, by: read.by === 'word' ? 'guess' : read.by } : null;
}

/** A line set further in than the code above it carries on that code's description. */
export function takeContinuation(reading: Reading, line: Line): boolean {
  if (!reading.open || line.indent <= reading.open.indent) return false;
  const code = reading.open.codes.at(-1)!;
  const inner = code.status === 'unknown' ? statusInside([line.text]) : null;
  if (inner) give(code, inner.status);
  reading.continueText(inner?.rest[0] ?? line.text);
  reading.mark(line, 'detail');
  return true;
}
