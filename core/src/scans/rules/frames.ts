/** Answers to the public service that reads codes (19 02), as they were sent: `59 02 FF 93 18 16 2F`. */
import { readCodeBytes } from '../../codes/index.js';
import { type Line, type Reading } from '../reading.js';
import { ofByte } from '../status-cell.js';

const answer =
  /^\s{0,40}(?:[<«←]|<-|RX|RSP)?[\s:]{0,4}(?:[\dA-F]{3,8}[\s:]{1,3})?59\s02\s[\dA-F]{2}((?:\s[\dA-F]{2}){0,400})\s{0,9}$/i;

const request =
  /^\s{0,40}(?:[>»→]|->|TX|REQ)?[\s:]{0,4}(?:[\dA-F]{3,8}[\s:]{1,3})?19\s02\s[\dA-F]{2}\s{0,9}$/i;

export const isRequest = (text: string): boolean => text.includes('19 02') && request.test(text);
export const isAnswer = (text: string): boolean => text.includes('59 02') && answer.test(text);

/** The codes of such an answer of the module above, four bytes each: the code, its failure type and its status. */
export function takeAnswer(reading: Reading, line: Line): boolean {
  if (!line.text.includes('9 02')) return false;
  if (isRequest(line.text)) {
    reading.mark(line, 'header');
    return true;
  }
  if (reading.module === null || !line.text.includes('59 02')) return false;
  const held = answer.exec(line.text)?.[1]?.trim().toUpperCase();
  if (held === undefined) return false;
  const bytes = held === '' ? [] : held.split(/\s/);
  if (bytes.length % bytesOfCode !== 0) return false;
  const codes = Array.from({ length: bytes.length / bytesOfCode }, (_, n) => {
    const [first, second, type, status] = bytes.slice(bytesOfCode * n, bytesOfCode * (n + 1));
    return {
      ...readCodeBytes(`${first!} ${second!} ${type!}`)!,
      ...ofByte(parseInt(status!, 16)),
      statusText: status!,
      by: 'byte' as const,
      text: null,
      cells: [],
    };
  });
  if (codes.length > 0) reading.add(codes, line);
  else {
    reading.say('clean');
    reading.mark(line, 'detail');
  }
  return true;
}

/** Of each code in an answer. */
const bytesOfCode = 4;
