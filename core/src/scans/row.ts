/** One row of a table whose columns are known. */
import { type CodeStatus, isCodeBytes, readCode, readCodeBytes, strongestStatus } from '../codes/index.js';
import { type FoundCode, readCodeLine } from './code-line.js';
import { ofByte, type StatusReading, statusInside, statusIn, unknownStatus } from './status-cell.js';
import { typeIn } from './type-cell.js';
import { type Columns, isByStatus, isNoCode, marksIn, placeOf } from './columns.js';
import { anyCode } from './first-lines.js';
import { type Heading, readModuleName } from './heading.js';
import type { Legend } from './legend.js';
import { stateOf, stateOfResult } from './module-state.js';
import type { Line } from './line.js';
import type { Reading } from './reading.js';
import { pairsOf } from './pairs.js';
import { isPageMark, noteField } from './header-field.js';
import {
  isTitle,
  type Label,
  reachWordOf,
  type ReachWord,
  saysNo,
  saysYes,
  statusWordOf,
} from './vocabulary.js';

/** `Instrument   Ingen fejl`: words in place of a code, beside a name and nothing else. */
function wordsForCode(cells: readonly string[], columns: Columns): boolean {
  const places = [placeOf(columns, 'module'), placeOf(columns, 'code')];
  const [, code] = places.map((at) => cells[at]?.trim() ?? '');
  return (
    columns.length > 2 &&
    /^\p{L}[\p{L} ]{3,30}$/u.test(code!) &&
    cells.every((cell, at) => places.includes(at) || cell.trim() === '')
  );
}

/**
 * True where the row was one of the table: codes, or a module and what is said of it.
 * @param carries the module's name may be carried on, and a name alone on a row may be the second half of the last
 */
export function takeRow(
  reading: Reading,
  cells: readonly string[],
  line: Line,
  columns: Columns,
  legend: Legend,
  carries: boolean,
): boolean {
  const cell = (role: Label['role']) => (cells[placeOf(columns, role)] ?? '').trim();
  const codeColumn = columns[placeOf(columns, 'code')];
  const code = cell('code');
  let found = codeColumn ? codesOf(code, codeColumn.bytes, reading, legend) : [];
  // The column that is called so counts them, and the codes stand in another.
  if (found.length === 0 && /^\d{1,3}$/.test(code)) found = codesInAnother(cells);
  // A line that begins with a code where the table has none belongs to something else.
  if (found.length === 0 && code !== '' && beginsWithCode(cells)) return false;
  if (found.length === 0 && holdsCodeElsewhere(cells, columns)) return false;
  let said = found.length > 0 ? null : stateIn(cells, columns, legend);
  if (found.length === 0 && said === null && carries && carryOn(reading, cells, columns, line)) return true;
  // Where no column is of modules, a line with a name of its own is no row of the table.
  if (
    found.length === 0 &&
    placeOf(columns, 'module') < 0 &&
    cells.filter((one) => /\p{L}/u.test(one)).length > 1
  )
    return false;
  const counted = /^\d{1,3}$/.exec(cell('codeCount') || code)?.[0];
  if (found.length === 0 && counted !== undefined && (said === null || said === 'read'))
    said = Number(counted) === 0 ? 'clean' : 'holdsCodes';
  const promised = said === 'holdsCodes' && counted !== undefined ? Number(counted) : null;
  // Something is said of a module in a list of them that nobody here understands: it does not count as read.
  if (
    said === null &&
    found.length === 0 &&
    (codeColumn === undefined ||
      wordsForCode(cells, columns) ||
      (isNoCode(code) && /\p{L}/u.test(cell('result')) && readCodeLine(line.text) === null)) &&
    readModuleName(cell('module')) !== null &&
    !isTitle(cell('module')) &&
    !cells.some(isPageMark) &&
    (cells.some((one, at) => at !== placeOf(columns, 'module') && /\p{L}{2}/u.test(one)) ||
      /\p{L}/u.test(cell('result')))
  )
    said = 'unclear';
  const alone = isNoCode(code) && onlyModule(cells, columns);
  if (found.length === 0 && said === null && !alone) return false;

  // `Supplemental restraint` over `system control unit`, each beside a code: one name in two rows.
  const goesOn =
    carries &&
    found.length > 0 &&
    /^\p{Ll}/u.test(cell('module')) &&
    reading.open?.inTable === true &&
    reading.open.at === line.at - 1 &&
    /^\p{Lu}/u.test(reading.module ?? '');
  if (goesOn) reading.carryName(cell('module'), line);
  const heading = goesOn ? null : namedIn(cell('module'));
  const address =
    /^(?:0x|\$)?([0-9a-f]{1,4})h?$/i.exec(cell('address'))?.[1]?.toUpperCase() ?? heading?.address ?? null;
  // What is said of something that is no module's name is not said of the module above.
  if (heading === null && !goesOn && found.length === 0 && /\p{L}{2}/u.test(cell('module'))) return false;
  if (heading) reading.enter(heading.name, line, { address, by: 'column' });
  else if (placeOf(columns, 'module') < 0 && address !== null)
    reading.enter(reading.namedAt(address) ?? `Address ${address}`, line, { address, by: 'column' });
  for (const role of ['reader', 'readerSoftware', 'date', 'odometer', 'supplyVolts'] as const)
    if (cell(role) !== '') noteField(reading, role, cell(role));
  if (found.length > 0) {
    reading.add(
      found.map((one) => completed(one, cells, columns, legend)),
      line,
      { inTable: true },
    );
    return true;
  }
  if (reading.module === null) return false;
  // Where a column tells whether modules answered, one of which it tells nothing may not have.
  const untold = columns.some((column, at) => column?.link === true && (cells[at] ?? '').trim() === '');
  // A name with nothing beside it but dashes and noughts.
  if (said !== null || alone) reading.say(said ?? (untold ? 'unclear' : 'clean'));
  if (promised !== null) reading.promise(promised, line, reading.module);
  reading.open = null;
  if (heading) reading.statedAt = line.at;
  reading.mark(line, 'module');
  return true;
}

/** The module that a cell names; a word that is cut short there (`Door rear.`, `Airbag-`) keeps its sign. */
function namedIn(cell: string): Heading | null {
  const heading = readModuleName(cell);
  if (heading && /\p{L}-$/u.test(cell) && cell.endsWith(`${heading.name}-`))
    return { ...heading, name: `${heading.name}-` };
  return heading && /\s\p{L}{1,5}\.$/u.test(cell) && cell.endsWith(`${heading.name}.`)
    ? { ...heading, name: `${heading.name}.` }
    : heading;
}

function codesOf(cell: string, bytes: boolean, reading: Reading, legend: Legend): readonly FoundCode[] {
  if (cell === '') return [];
  const asBytes = () => {
    const whole =
      isCodeBytes(cell) || isRawCode(cell, bytes || reading.bytesInColumn) ? readCodeBytes(cell) : null;
    if (whole) reading.bytesInColumn = true;
    return whole;
  };
  const read = bytes ? (asBytes() ?? readCode(cell)) : (readCode(cell) ?? asBytes());
  if (read) return [bare(read.code, read.failureType, read.repaired)];
  if (reading.book.isCode(cell)) return [bare(cell.toUpperCase(), null, false)];
  return readCodeLine(cell, legend)?.codes ?? [];
}

/** A code where none is looked for: the row is no row of this table. */
const holdsCodeElsewhere = (cells: readonly string[], columns: Columns): boolean =>
  cells.some(
    (cell, at) =>
      anyCode.test(cell) &&
      !/^(?:ident|text|readerSoftware|date|other)$/.test(columns[at]?.role ?? '') &&
      readCodeLine(cell) !== null,
  );

/** The codes of the first cell that begins with one. */
const codesInAnother = (cells: readonly string[]): readonly FoundCode[] =>
  cells.map((cell) => readCodeLine(cell)).find((read) => read?.before === null)?.codes ?? [];

const beginsWithCode = (cells: readonly string[]): boolean =>
  readCodeLine(cells.find((cell) => cell.trim() !== '') ?? '')?.before === null;

/** Bytes written together: six digits, or four of which one is a letter; figures alone where the column is known to be of bytes. */
const isRawCode = (cell: string, known: boolean): boolean =>
  /^(?:0x)?[0-9a-f]{6}$/i.test(cell) ||
  (/^(?:0x)?[0-9a-f]{4}(?: [0-9a-f]{2})?$/i.test(cell) && (known || /[a-f]/i.test(cell) || / /.test(cell)));

/** A code of which no more is known. */
function bare(code: string, failureType: string | null, repaired: boolean): FoundCode {
  return { code, failureType, repaired, ...unknownStatus, text: null, cells: [] };
}

function completed(found: FoundCode, cells: readonly string[], columns: Columns, legend: Legend): FoundCode {
  const cell = (role: Label['role']) => (cells[placeOf(columns, role)] ?? '').trim();
  const type = columns[placeOf(columns, 'type')];
  const told = [
    byMarks(cells, columns),
    statusIn(cell('byte'), true, legend),
    statusIn(cell('status'), false, legend),
    inUnnamed(cells, columns, legend),
  ].filter((one) => one !== null);
  const text = cell('text');
  const inText =
    told.some(({ status }) => status !== 'unknown') || text === '' ? null : statusInside([text], legend);
  const own = found.by === 'legend' && found.status !== 'unknown' ? found : null;
  const read =
    own ??
    told.find(({ status }) => status !== 'unknown') ??
    inText?.status ??
    (found.status === 'unknown' ? (told[0] ?? unmarked(found, legend)) : found);
  const { failureType } = found;
  return {
    ...found,
    failureType:
      failureType ??
      (type ? typeIn(cell('type'), type.decimal || legend.decimalTypes) : null) ??
      typeOfBytes(found.code, cells),
    status: read.status,
    comesAndGoes: read.comesAndGoes,
    statusText: read.statusText,
    statusByte: read.statusByte,
    by: read.by,
    text: text === '' ? found.text : (inText?.rest[0] ?? text).trim().replace(/\s+/g, ' '),
  };
}

/** A code without a mark, where the legend says what such are. */
const unmarked = (found: FoundCode, { others }: Legend): FoundCode =>
  others === null || found.statusText !== null ? found : { ...found, ...others, by: 'legend' };

/** The failure type of a cell that holds the same code as bytes: `900113` beside `B1001`. */
function typeOfBytes(code: string, cells: readonly string[]): string | null {
  for (const cell of cells) {
    const read = /^(?:0x)?[\da-f]{2} ?[\da-f]{2} ?[\da-f]{2}$/i.test(cell.trim())
      ? readCodeBytes(cell.trim())
      : null;
    if (read?.code === code) return read.failureType;
  }
  return null;
}

const mark = /^(?:[x✓✔•*●■+]|[1-9]\d*)$/i;
const isMarked = (cell: string): boolean => mark.test(cell) || saysYes(cell);

const isUnmarked = (cell: string): boolean => cell === '0' || saysNo(cell);

/** The status whose column carries a mark; the strongest of several. */
export function byMarks(cells: readonly string[], columns: Columns): StatusReading | null {
  if (marksIn(columns) === 0) return null;
  if (columns.some((column) => column?.bit !== undefined)) return byBits(cells, columns);
  const told = columns.flatMap((column, at) =>
    column?.marks && isMarked((cells[at] ?? '').trim()) ? [column.marks] : [],
  );
  const status = strongestStatus(told) ?? statusOfNo(cells, columns);
  return status ? { status, comesAndGoes: false, statusText: null, statusByte: null, by: 'mark' } : null;
}

/** Columns that are called by the short names of the status byte's bits. */
function byBits(cells: readonly string[], columns: Columns): StatusReading | null {
  let byte = 0;
  for (const [at, column] of columns.entries()) {
    if (column?.bit === undefined) continue;
    const cell = (cells[at] ?? '').trim();
    if (!isMarked(cell) && !isUnmarked(cell) && !/^[-–—.]?$/.test(cell)) return null;
    if (isMarked(cell)) byte |= 1 << column.bit;
  }
  return { ...ofByte(byte), statusText: null, by: 'byte' };
}

/** What is not present now is stored. */
const statusOfNo = (cells: readonly string[], columns: Columns): CodeStatus | undefined =>
  marksIn(columns) === 1 &&
  columns.some((column, at) => column?.marks === 'active' && isUnmarked((cells[at] ?? '').trim()))
    ? 'stored'
    : undefined;

/** Columns in which nobody looks for a status. */
const withoutStatus: ReadonlySet<Label['role']> = new Set(['code', 'module', 'text', 'address']);

/** Statuses in columns whose names say nothing of them to us; the strongest of several. */
function inUnnamed(cells: readonly string[], columns: Columns, legend: Legend): StatusReading | null {
  const told = cells.flatMap((cell, at) =>
    cell.trim() !== '' && !withoutStatus.has(columns[at]?.role ?? 'other')
      ? [{ cell, word: legend.statuses.get(cell.trim()) ?? statusWordOf(cell) }]
      : [],
  );
  const strongest = strongestStatus(told.flatMap(({ word }) => (word ? [word.status] : [])));
  const best = told.find(({ word }) => word !== null && word.status === strongest);
  return best ? { ...best.word!, statusText: best.cell.trim(), statusByte: null, by: 'guess' } : null;
}

/** What the cells beside the module's say of it: a word before mere dashes. */
function stateIn(cells: readonly string[], columns: Columns, legend: Legend): ReachWord | null {
  const module = placeOf(columns, 'module');
  const result = (cells[placeOf(columns, 'result')] ?? '').trim();
  const told =
    result === '' ? null : stateOfResult(result, columns[placeOf(columns, 'result')]!.link, legend.reaches);
  if (told !== null && told !== 'read' && told !== 'clean') return told;
  const others = cells.filter((_, at) => at !== module && columns[at]?.role !== 'address');
  const states = others.flatMap((cell) => (cell.trim() === '' ? [] : [stateOf(cell, legend.reaches)]));
  const words = others.filter((cell) => /\p{L}/u.test(cell) && cell.trim() !== result);
  const all = others
    .filter((cell) => /\p{L}/u.test(cell) || legend.reaches.has(cell.trim()))
    .map((cell) => stateOf(cell, legend.reaches))
    .filter((one) => one !== null && one !== 'read');
  // `DTC | none`: what a word for codes alone says is said last.
  const said = all.find((one) => one !== 'holdsCodes') ?? all[0];
  // `No disponible en | este vehículo`: a sentence that runs over the columns.
  const parts = words.filter((cell) => stateOf(cell, legend.reaches) !== null);
  const sentence = words.length > 1 && parts.length === 1 ? reachWordOf(words.join(' ')) : null;
  return (
    sentence ?? said ?? told ?? (words.length === 0 ? null : (states.find((one) => one === 'read') ?? null))
  );
}

/** Columns that say who a module is, and nothing of its codes. */
const ofModuleAlone: ReadonlySet<Label['role']> = new Set(['address', 'ident', 'readerSoftware']);

const onlyModule = (cells: readonly string[], columns: Columns): boolean => {
  const module = placeOf(columns, 'module');
  return (
    module >= 0 &&
    cells.every(
      (cell, at) =>
        at === module || ofModuleAlone.has(columns[at]?.role ?? 'other') || /^(?:[-–—.\s]*|0+)$/.test(cell),
    ) &&
    /\p{L}{2}/u.test(cells[module] ?? '')
  );
};

/** A row that only carries on the module's name or the text of the row above. */
function carryOn(reading: Reading, cells: readonly string[], columns: Columns, line: Line): boolean {
  // `Control module: Airbag`
  if (/^[^:=]{2,30}[:=]\s/.test(line.text) && pairsOf(line.text)[0]?.label?.role === 'module') return false;
  const stated = reading.open === null && reading.statedAt === line.at - 1;
  if (!reading.open?.inTable && !stated) return false;
  const [module, text] = [placeOf(columns, 'module'), placeOf(columns, 'text')];
  const filled = cells.flatMap((cell, at) => (cell.trim() === '' ? [] : [at]));
  if (filled.length === 0 || filled.some((at) => at !== module && at !== text)) return false;
  const name = (cells[module] ?? '').trim();
  const more = (cells[text] ?? '').trim();
  const hyphened = reading.module?.endsWith('-') === true;
  if (name !== '' && !/^\p{Ll}/u.test(name) && !hyphened) return false;
  if ((more === '' && name === '') || (more !== '' && stated)) return false;
  if (name !== '') reading.carryName(name, line);
  if (more !== '') reading.continueText(more);
  reading.mark(line, 'detail');
  return true;
}

/** Codes themselves under columns that name statuses: `Module   Active   Stored` over names and their codes. */
export function takeCodesByStatus(
  reading: Reading,
  cells: readonly string[],
  line: Line,
  columns: Columns,
  legend: Legend,
): boolean {
  if (columns.some((column) => column?.bit !== undefined)) return false;
  if (!isByStatus(columns) || !readCodeLine(line.text)) return false;
  const name = readModuleName(cells[placeOf(columns, 'module')] ?? '');
  const codes = cells.flatMap((cell, at) => {
    const status = columns[at]?.marks;
    return status === undefined
      ? []
      : (readCodeLine(cell, legend)?.codes ?? []).map((code) => ({ ...code, status, by: 'column' as const }));
  });
  if (codes.length === 0) return false;
  if (name) reading.enter(name.name, line, { address: name.address, by: 'column' });
  reading.add(codes, line, { inTable: true });
  return true;
}
