/** The cells of a line, and where they stand. */

export interface Cell {
  readonly text: string;
  /** The place of its first character in the line, a tab counted as one. */
  readonly from: number;
}

/** A blank, as a regular expression has it. */
const isBlank = (c: number): boolean =>
  c === 32 || (c >= 9 && c <= 13) || (c >= 0xa0 && otherBlanks.test(String.fromCharCode(c)));
const otherBlanks = /\s/;

/** How many characters from there part two cells: blanks, leaders or a blank to fill in; 0 where none do. */
function gapAt(line: string, at: number): number {
  const c = line.charCodeAt(at);
  let to = at + 1;
  if (c === 46 || c === 95) {
    while (line.charCodeAt(to) === c) to++;
    return to - at > 2 ? to - at : 0;
  }
  if (!isBlank(c)) return 0;
  while (isBlank(line.charCodeAt(to))) to++;
  return to - at > 1 ? to - at : 0;
}

/** What parts the cells of a line: a delimiter, or blanks. */
export const separatorOf = (line: string): '|' | '\t' | ';' | null =>
  line.includes('|')
    ? '|'
    : line.includes('\t') && line.trim().includes('\t')
      ? '\t'
      : line.includes(';')
        ? ';'
        : null;

/**
 * The cells of a line, empty ones too where a delimiter parts them.
 * @param starts places at which a column is known to begin: a cell that runs into one is cut there
 */
export function cellsOf(
  line: string,
  separator = separatorOf(line),
  starts: readonly number[] = [],
): readonly Cell[] {
  const cells: Cell[] = [];
  if (separator !== null) {
    for (let from = 0; from <= line.length;) {
      const quoted = separator === ';' && line.charAt(from) === '"' ? line.indexOf('"', from + 1) : -1;
      const end = line.indexOf(separator, Math.max(from, quoted));
      const to = end < 0 ? line.length : end;
      const raw = line.slice(from, to);
      cells.push({
        text: raw
          .trim()
          .replace(/^"(.*)"$/, '$1')
          .replace(/""/g, '"'),
        from: from + Math.max(0, raw.search(/\S/)),
      });
      from = to + 1;
    }
    return cells;
  }
  let from = line.search(/\S/);
  if (from < 0) return cells;
  for (let at = from; at < line.length;) {
    const gap = gapAt(line, at);
    if (gap > 0) {
      push(cells, line.slice(from, at), from, starts);
      from = at + gap;
    }
    at += Math.max(1, gap);
  }
  push(cells, line.slice(from), from, starts);
  return cells;
}

function push(cells: Cell[], text: string, from: number, starts: readonly number[]): void {
  const own = text.trim();
  if (own === '') return;
  const cut = starts.find(
    (start) =>
      start > from &&
      start < from + text.length &&
      /\s/.test(text.charAt(start - from - 1)) &&
      /\S/.test(text.charAt(start - from)),
  );
  if (cut === undefined) cells.push({ text: own, from: from + text.search(/\S/) });
  else {
    cells.push({ text: text.slice(0, cut - from).trim(), from });
    push(cells, text.slice(cut - from), cut, starts);
  }
}

const bulleted = /^[-–—:,*•]/;

/** The texts of the cells that hold something, without a bullet or colon before them. */
export function splitCells(line: string): string[] {
  return cellsOf(line)
    .map(({ text }) => (bulleted.test(text) ? text.replace(/^[-–—:,*•]\s+|^[:,]/, '').trim() : text))
    .filter((text) => text !== '');
}
