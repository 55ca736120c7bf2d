/** The status of a code: the bits that readers print, brought to one normal form. */
import * as z from 'zod';

export const codeStatus = z.enum(['active', 'stored', 'history', 'pending', 'permanent', 'unknown']);
export type CodeStatus = z.infer<typeof codeStatus>;

const byStrength: readonly CodeStatus[] = ['active', 'stored', 'history', 'pending', 'permanent'];

/** The status that counts where several are said of one code; undefined where none of them says anything. */
export function strongestStatus(told: Iterable<CodeStatus>): CodeStatus | undefined {
  const says = new Set(told);
  return byStrength.find((status) => says.has(status));
}

/** Lower case, without accents, punctuation at the ends or doubled blanks: the form that the tables use. */
export function plainWord(text: string): string {
  let [from, to] = [0, text.length];
  while (from < to && inEdge(text.charCodeAt(from), opening)) from++;
  while (to > from && inEdge(text.charCodeAt(to - 1), closing)) to--;
  let word = text.slice(from, to);
  if (notPlain.test(word)) word = word.normalize('NFD').replace(accents, '').replace(blanks, ' ');
  else if (doubled.test(word)) word = word.replace(blanks, ' ');
  return word.toLowerCase();
}

const notPlain = /[^ -~\t]/;
const accents = /[\u0300-\u036f]/g;
const doubled = /\s\s|\t/;
const blanks = /\s+/g;
const opening = new Set([...' \t\n\r\f\v\u00a0\ufeff([{.,:;*!?-_`"\''].map((c) => c.charCodeAt(0)));
const closing = new Set([...' \t\n\r\f\v\u00a0\ufeff)]}.,:;*!?-_`"\''].map((c) => c.charCodeAt(0)));
const inEdge = (character: number, set: ReadonlySet<number>) => character <= 0xfeff && set.has(character);

/** Normal form of an ISO 14229-1 status byte (0 to 255): bit 0 active, else bit 3 stored, else bit 2 pending. */
export function statusOfByte(byte: number): CodeStatus {
  if (byte & 0x01) return 'active';
  if (byte & 0x08) return 'stored';
  if (byte & 0x04) return 'pending';
  return 'unknown';
}
