/** What the shop has taught, and what was said of this line, before any rule is asked. */
import { readCode } from '../codes/index.js';
import { textAround } from './code-line.js';
import { readHeading } from './heading.js';
import type { LineMark } from './patterns.js';
import type { Line } from './line.js';
import type { Reading } from './reading.js';

/** True where the line was settled by a mark or a pattern. */
export function takeTaught(reading: Reading, line: Line, mark: LineMark | undefined): boolean {
  if (mark?.as === 'code') {
    const from = line.text.indexOf(mark.code!);
    // A code that is read as one anyhow keeps its columns and labels; what was said of it is put right afterwards.
    if (from < 0 || readCode(mark.code!) !== null) return false;
    reading.add([textAround(line.text, mark.code!, from)], line);
    return true;
  }
  const meaning = mark?.as ?? reading.book.meaningOf(line.text);
  if (meaning === 'ignore') reading.mark(line, 'ignored');
  else if (meaning === 'module') {
    const heading = readHeading(line.text);
    reading.enter(heading?.name ?? line.text.trim().slice(0, 60), line, {
      address: heading?.address ?? null,
      by: 'hand',
    });
    reading.open = null;
    reading.mark(line, 'module');
  } else if (meaning === 'description' && reading.codes.length > 0) {
    reading.open ??= {
      codes: reading.codes.slice(-1),
      indent: 0,
      at: line.at,
      record: false,
      inTable: false,
      named: false,
    };
    reading.continueText(line.text);
    reading.mark(line, 'detail');
  } else {
    const found = mark ? null : reading.book.codeIn(line.text);
    if (!found) return false;
    reading.add([textAround(line.text, found.code, found.from)], line);
  }
  return true;
}
