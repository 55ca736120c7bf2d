/** The rows of a text with delimiters, a stretch at a time, each with the line on which it starts. */
import papa from 'papaparse';

export interface Row {
  readonly cells: readonly string[];
  readonly line: number;
  /** The row as it stands in the text, without its line break. */
  readonly raw: string;
}

/** Characters that are parted at once; a stretch ends at a line break outside quotes. */
export const stretch = 65_536;

export function* tableRows(text: string, delimiter: string): Generator<Row, void, void> {
  const source = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  let line = 1;
  for (let from = 0; from < source.length;) {
    const to = endOfStretch(source, from);
    const part = withoutDittos(source.slice(from, to), delimiter);
    let at = 0;
    const rows: Row[] = [];
    papa.parse<string[]>(part, {
      delimiter,
      step: ({ data, meta }) => {
        const raw = part.slice(at, meta.cursor);
        rows.push({ cells: data, line, raw: raw.replace(/[\r\n]{1,200}$/, '') });
        line += breaksIn(raw);
        at = meta.cursor;
      },
    });
    // What ends with a break has no further row behind it.
    if (to < source.length && rows.at(-1)?.raw === '' && rows.at(-1)!.cells.join('') === '') rows.pop();
    yield* rows;
    from = to;
  }
}

/** A quote alone in its cell says that the row above holds the same: it opens no quoted cell. */
function withoutDittos(text: string, delimiter: string): string {
  if (delimiter === ',' || !text.includes('"')) return text;
  let quoted = false;
  let from = 0;
  const found: number[] = [];
  for (let at = text.indexOf('"'); at >= 0; at = text.indexOf('"', at + 1)) {
    const before = at === 0 ? '\n' : text.charAt(at - 1);
    if (!quoted && (before === '\n' || before === delimiter) && text.charAt(at + 1) === delimiter)
      found.push(at);
    else quoted = !quoted;
  }
  let own = '';
  for (const at of found) {
    own += `${text.slice(from, at)} `;
    from = at + 1;
  }
  return own + text.slice(from);
}

/** The first rows, enough to know a table by. */
export function firstRows(text: string, delimiter: string, count: number): Row[] {
  const rows: Row[] = [];
  for (const row of tableRows(text.slice(0, stretch), delimiter)) {
    rows.push(row);
    if (rows.length === count) break;
  }
  return rows;
}

/** Behind the first line break, past a stretch, that no quote is open at. */
function endOfStretch(source: string, from: number): number {
  if (source.length - from <= stretch) return source.length;
  let quoted = false;
  for (let at = from; at < source.length; at++) {
    const character = source.charCodeAt(at);
    if (character === 34) quoted = !quoted;
    else if (!quoted && at - from >= stretch && (character === 10 || character === 13))
      return character === 13 && source.charCodeAt(at + 1) === 10 ? at + 2 : at + 1;
  }
  return source.length;
}

function breaksIn(text: string): number {
  let count = 0;
  for (let at = 0; at < text.length; at++) {
    const character = text.charCodeAt(at);
    if (character === 10 || (character === 13 && text.charCodeAt(at + 1) !== 10)) count++;
  }
  return count;
}
