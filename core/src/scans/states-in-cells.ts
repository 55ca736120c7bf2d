/** What the cells of a line say of modules: by their places, their marks, or their words. */
import { cellsOf, splitCells } from './cells.js';
import { isNoNumber, readModuleName } from './heading.js';
import { markOf } from './legend.js';
import { stateOf } from './module-state.js';
import { statusOfPlural } from './section-words.js';
import {
  type ModuleState,
  mostCells,
  type Reaches,
  type Said,
  saidAbove,
  saidOf,
  type Way,
} from './state-ways.js';
import { isAsking, isTitle, labelOf, reachWordOf, statusWordOf } from './vocabulary.js';

/** `Gauges   CUR: none   HIST: none` */
function ofStatuses(cells: readonly string[]): Said {
  const parts = cells.slice(1).map((cell) => /^(\p{L}[\p{L} ]{1,20}?)\s?[:=]\s?(\S.{0,30})$/u.exec(cell));
  const clean = parts.every(
    (part) =>
      part &&
      (statusWordOf(part[1]!) !== null || statusOfPlural(part[1]!.toLowerCase()) !== null) &&
      (part[2] === '0' || stateOf(part[2]!) === 'clean'),
  );
  return parts.length > 0 && clean ? saidOf(cells[0], 'clean') : null;
}

/** `Airbag   no codes`, `Step 4   Read codes   0 codes`: one of the cells, or several of them, say it. */
function behindCells(cells: readonly string[], legend: Reaches): Said {
  for (let at = 1; at < Math.min(cells.length, mostCells); at++) {
    if (at + 1 < cells.length && cells.slice(0, at + 1).every(isOfSteps)) continue;
    const reach =
      stateOf(cells.slice(at).join(' '), legend) ??
      (/\p{L}/u.test(cells[at]!) || at === cells.length - 1 ? stateOf(cells[at]!, legend) : null);
    if (reach === null) continue;
    const name = cells.slice(0, at).join('  ');
    // `BEFORE CLEAR   AFTER CLEAR` stands over columns.
    if (isTitle(name) && isTitle(cells[at]!)) return [];
    // `Step 4   Read codes   0 codes` is said of the module above.
    if (at > 1 && cells.slice(0, at).every(isOfSteps)) return saidAbove(reach);
    // `Hitch   n.v.   -`: whatever is said between, it does not count as read.
    const between = /^[-–—]+$/.test(cells[at]!) && at > 1 && /^(?:\p{Ll}\.?\s?){1,4}$/u.test(cells[at - 1]!);
    const unclear = between ? saidOf(cells[0], 'unclear') : null;
    if (unclear) return unclear;
    if (readModuleName(cells.slice(0, at).find((cell) => /\p{L}{2}/u.test(cell)) ?? ''))
      return [{ name, reach }];
  }
  return null;
}

export const byCells: Way = (line, legend) => {
  const cells = splitCells(line);
  // A line of so many cells is a row of figures.
  if (cells.length > 2 * mostCells) return [];
  // `TRAILER UNIT   part no. not read`: it is said of the number.
  if (cells.length > 1 && isNoNumber(cells.at(-1)!)) return [];
  const first = (): Said => {
    const found = inFront(cells);
    return found && [found];
  };
  return ofStatuses(cells) ?? inTurn(cells, legend) ?? first() ?? behindCells(cells, legend);
};

/** The number of a step, or what is done in it. */
const isOfSteps = (cell: string): boolean =>
  /^\p{L}{1,8}\.?\s?\d{1,3}[.:]?$/u.test(cell) ||
  isTitle(cell) ||
  (isAsking(cell.split(' ', 1)[0]!) && labelOf(cell.slice(cell.indexOf(' ') + 1))?.role === 'code');

/** `Restraints   2 codes   Body   no codes`: a name and its state, in turn. */
function inTurn(cells: readonly string[], legend: Reaches): Said {
  if (cells.length < 4 || cells.length > mostCells || cells.length % 2 !== 0) return null;
  const found: ModuleState[] = [];
  for (let at = 0; at < cells.length; at += 2) {
    const reach = stateOf(cells[at + 1]!, legend);
    if (reach === null || stateOf(cells[at]!, legend) !== null || !readModuleName(cells[at]!)) return null;
    found.push({ name: cells[at]!, reach });
  }
  return found;
}

/** `(+) Restraints 2`: a mark of the legend, a name, and how many codes it holds. */
export function markedBy(line: string, legend: Reaches): ModuleState | null {
  if (!legend || legend.size === 0) return null;
  // `GREEN   Cluster`
  const [worded, named, ...more] = splitCells(line);
  const byWord = more.length === 0 && /^\p{L}{3,12}$/u.test(worded ?? '') ? legend.get(worded!) : undefined;
  if (byWord !== undefined && named !== undefined && readModuleName(named))
    return { name: named, reach: byWord };
  const [, mark, name, count] =
    /^\s{0,40}([^\s\p{L}\p{N}]{1,4}|[([][\p{L}\p{N}]{1,4}[)\]])\s{1,9}(\p{L}.{1,50}?)(?:\s{1,40}(\d{1,4}))?\s{0,9}$/u.exec(
      line.replace(/^\s{0,40}(?:\[\s{1,3}\]|\(\s{1,3}\))/, (box) => markOf(box.trim())),
    ) ?? [];
  const reach =
    mark === undefined ? undefined : (legend.get(mark) ?? legend.get(mark.replace(/^[[(]|[\])]$/g, '')));
  if (!reach || !readModuleName(name!)) return null;
  return {
    name: name!,
    reach: count === undefined || reach !== 'read' ? reach : Number(count) > 0 ? 'holdsCodes' : 'clean',
  };
}

/** `[OK]   Engine`, `✔ Engine`: what is said stands in front of the name. */
function inFront(all: readonly string[]): ModuleState | null {
  const cells = all.filter((cell) => !/^[-–—]+$/.test(cell));
  const tick = cells.length === 1 ? /^[✓✔☑✅]\s*(\p{L}.{1,60})$/u.exec(cells[0]!)?.[1] : undefined;
  if (tick !== undefined && readModuleName(tick)) return { name: tick, reach: 'read' };
  // `[0] Cluster`: how many codes it holds, where others have more.
  const nought = cells.length === 1 ? /^\[0\]\s(\p{L}.{1,60})$/u.exec(cells[0]!)?.[1] : undefined;
  if (nought !== undefined && readModuleName(nought)) return { name: nought, reach: 'clean' };
  // `no codes / Cluster`
  const [, before, behind] = /^(.{2,40}?)\s[/–—-]\s(\p{L}.{1,50})$/u.exec(cells[0] ?? '') ?? [];
  const over = cells.length === 1 && before !== undefined ? reachWordOf(before) : null;
  if (over !== null && over !== 'holdsCodes' && over !== 'read' && reachWordOf(behind!) === null)
    return readModuleName(behind!) ? { name: behind!, reach: over } : null;
  const bracket = /^[[(]([^\])]{1,20})[\])](?:\s*(\p{L}.*))?$/u.exec(cells[0] ?? '');
  const rest = bracket?.[2] === undefined ? cells.slice(1) : [bracket[2], ...cells.slice(1)];
  // A figure behind the name counts what it holds.
  const alone = rest.length === 1 || (rest.length === 2 && /^\(?\d{1,4}\)?$/.test(rest[1]!));
  const [said, name] =
    bracket && alone ? [bracket[1]!, rest[0]!] : cells.length === 2 ? [cells[0]!, cells[1]!] : ['', ''];
  if (!/\p{L}/u.test(said) || reachWordOf(name) !== null) return null;
  const reach = reachWordOf(said);
  return reach !== null && (bracket || reach !== 'holdsCodes') && reach !== 'read' && readModuleName(name)
    ? { name, reach }
    : null;
}

/** `+ Engine   ! Restraints   x Seat left`: names in a row, each behind a mark of the legend. */
export const marksInCells: Way = (line, legend) => {
  if (legend === undefined || legend.size === 0) return null;
  const cells = cellsOf(line, null);
  const said = cells.map(({ text }) => {
    const [, mark, name] = /^(\S{1,3})\s(\p{L}.{1,50})$/u.exec(text) ?? [];
    return saidOf(name, legend.get(mark ?? '') ?? null);
  });
  return cells.length > 1 && said.every((one) => one !== null) ? said.flat() : null;
};
