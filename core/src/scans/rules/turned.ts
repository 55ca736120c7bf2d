/** Rows of a table whose columns are modules. */
import { readCodeLine } from '../code-line.js';
import { stateOf, stateOfResult } from '../module-state.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { rowOf, statusOfRow } from '../turned-table.js';
import { labelOf, type ReachWord, reachWordOf } from '../vocabulary.js';
import { type Page } from './page.js';

/** The names, or what a row says of each: the codes of a status, whether it answered, or how many there are. */
export function takeTurned(reading: Reading, line: Line, page: Page): boolean {
  const table = page.turned!;
  if (line.number === table.at) {
    for (const name of table.names) reading.enter(name, line, { by: 'column' });
    reading.module = null;
    reading.mark(line, 'header');
    return true;
  }
  const row = line.number > table.at ? rowOf(table, line.text) : null;
  if (row === null) {
    if (line.number > table.at) page.turned = null;
    return false;
  }
  const status = table.bare ? undefined : statusOfRow(row.label);
  const label = labelOf(row.label);
  const told = row.cells.map((cell) => (status === undefined ? saidIn(cell, row.label) : null));
  const coded = table.bare || status !== undefined || label?.role === 'code';
  if (
    !coded &&
    !/^(?:codeCount|result|count|status)$/.test(label?.role ?? '') &&
    told.every((said) => said === null)
  )
    return false;
  const { section } = reading;
  let holds = false;
  for (const [at, cell] of row.cells.entries()) {
    if (cell === '') continue;
    reading.enter(table.names[at]!, line, { by: 'column' });
    const codes = coded ? readCodeLine(cell)?.codes : undefined;
    reading.section = status === undefined ? null : { status, over: false };
    if (codes !== undefined) {
      reading.add(codes, line, { by: 'column' });
      holds = true;
    } else {
      // A dash under a status says that there are no codes, where nothing else was said of the module.
      const none = status !== undefined && stateOf(cell) === 'clean' && !reading.isTold();
      const said = none ? 'clean' : told[at]!;
      if (said !== null) reading.say(said);
    }
  }
  reading.section = section;
  reading.module = null;
  reading.open = null;
  if (!holds) reading.mark(line, 'detail');
  return true;
}

/** What a cell says of its module. */
function saidIn(cell: string, label: string): ReachWord | null {
  const own = labelOf(label);
  // A dash where others have their number counts nothing.
  if (/^[-–—]+$/.test(cell) && own?.role !== 'status') return 'unclear';
  if (/^\d{1,3}$/.test(cell))
    return own?.role === 'result' ? null : Number(cell) === 0 ? 'clean' : 'holdsCodes';
  if (own?.role === 'result' || own?.role === 'status' || reachWordOf(label) === 'read')
    return stateOfResult(cell, true) ?? (own?.role === 'result' ? null : stateOf(cell));
  return stateOf(cell);
}
