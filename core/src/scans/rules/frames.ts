/** Answers to the public service that reads codes (19 02), as they were sent: `59 02 FF 93 18 16 2F`. */
import { readCodeBytes } from '../../codes/index.js';
import { type FoundCode } from '../code-line.js';
import { type AddressBook } from '../plain-lines.js';
import { type ReadingOrder } from '../page-columns.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { ofByte } from '../status-cell.js';

const answer =
  /^\s{0,40}(?:[<«←]|<-|RX|RSP)?[\s:]{0,4}(?:[\dA-F]{3,8}[\s:]{1,3})?59\s02\s[\dA-F]{2}((?:\s[\dA-F]{2}){0,400})\s{0,9}$/i;

const request =
  /^\s{0,40}(?:[>»→]|->|TX|REQ)?[\s:]{0,4}(?:[\dA-F]{3,8}[\s:]{1,3})?19\s02\s[\dA-F]{2}\s{0,9}$/i;

/** True for the question: `> 19 02 FF`. */
export const isRequest = (text: string): boolean => text.includes('19 02') && request.test(text);
/** True for the answer, whatever it holds. */
export const isAnswer = (text: string): boolean => text.includes('59 02') && answer.test(text);

/** Of each code in an answer: the code itself, its failure type and its status. */
const bytesOfCode = 4;

/** Lines around an answer in which its codes may be spelled as well. */
const spelledWithin = 60;

const sender = /^\s{0,40}\W{0,4}(?:[A-Z]{2,3}\W{1,4})?([\dA-F]{3})[\s:]{1,3}[15]9\s02\s/i;

/**
 * A question, or the codes in the answer of the module above, or of the one at whose address it stands; those that the
 * report spells beside it are read there.
 */
export function takeAnswer(
  reading: Reading,
  line: Line,
  lines: ReadingOrder,
  book: AddressBook | null,
): boolean {
  if (!line.text.includes('9 02')) return false;
  const name = book?.names.get(sender.exec(line.text)?.[1]?.toUpperCase() ?? '');
  if (name !== undefined) reading.enter(name, line, { by: 'label' });
  if (isRequest(line.text)) {
    reading.mark(line, 'header');
    return true;
  }
  const codes = reading.module === null ? null : codesIn(line.text);
  if (codes === null) return false;
  const spelled = codes.length === 0 ? '' : beside(line.at, lines);
  const own = codes.filter(({ code }) => !spelled.includes(code));
  if (own.length > 0) reading.add(own, line);
  else {
    if (codes.length === 0) reading.say('clean');
    reading.mark(line, 'detail');
  }
  return true;
}

/** The codes of an answer, none where it holds none; null for anything else. */
function codesIn(text: string): readonly FoundCode[] | null {
  const held = text.includes('59 02') ? answer.exec(text)?.[1]?.trim().toUpperCase() : undefined;
  if (held === undefined) return null;
  const bytes = held === '' ? [] : held.split(/\s/);
  if (bytes.length % bytesOfCode !== 0) return null;
  return Array.from({ length: bytes.length / bytesOfCode }, (_, n) => {
    const [first, second, type, status] = bytes.slice(bytesOfCode * n, bytesOfCode * (n + 1));
    return {
      ...readCodeBytes(`${first!} ${second!} ${type!}`)!,
      ...ofByte(parseInt(status!, 16)),
      statusText: status!,
      by: 'byte',
      text: null,
      cells: [],
    };
  });
}

/** What stands around an answer, in capitals. */
function beside(at: number, lines: ReadingOrder): string {
  const near = Array.from({ length: 2 * spelledWithin + 1 }, (_, n) => lines.at(at - spelledWithin + n));
  return near.join('\n').toUpperCase();
}
