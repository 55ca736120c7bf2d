/** What a report says of a module instead of codes: none stored, silent, or out of this reader's reach. */
import { plainWord } from '../codes/index.js';
import { splitCells } from './code-line.js';
import type { ScanModule } from './schema.js';
import { codeCount, columnLabel, noCodes, silent, stateHint, unsupported } from './words.js';

export type ModuleState = NonNullable<ScanModule['reach']>;

/** The state that a text (a line or a cell) speaks of and nothing else, or null. */
export function stateOf(text: string): ModuleState | null {
  const word = plainWord(text).replace(
    /^(?:status|result|ergebnis|resultat|resultado|zustand|etat|estado)\s*[:=]\s*/,
    '',
  );
  if (word.length > 80) return null;
  if (noCodes.test(word) || codeCount.exec(word)?.[1] === '0') return 'answered';
  if (silent.test(word)) return 'silent';
  return unsupported.test(word) ? 'unsupported' : null;
}

/** The state in a line, with the module's name where that stands on the same line. */
export function splitState(
  line: string,
  word: string = plainWord(line),
): { name: string | null; state: ModuleState } | null {
  if (line.length > 200 || (!stateHint.test(word) && !/[-–—]\s*$/.test(line))) return null;
  const whole = stateOf(line);
  if (whole) return { name: null, state: whole };
  const cells = splitCells(line);
  for (let at = 1; at < cells.length; at++) {
    const state = stateOf(cells[at]!);
    const name = cells
      .slice(0, at)
      .find((cell) => /\p{L}{2}/u.test(cell) && !columnLabel.test(plainWord(cell)));
    if (state && name !== undefined) return { name, state };
  }
  const match =
    /^(?<name>.*?\p{L}.*?)\s*(?::|\s[-–—=>]+\s|\.{2,}|,\s|[[(])\s*(?<state>[^:]+?)[\])]?\s*$/u.exec(
      line.trim(),
    )?.groups;
  const state = match ? (/^[-–—]+$/.test(match['state']!) ? 'answered' : stateOf(match['state']!)) : null;
  return state ? { name: match!['name']!, state } : stateAtEnd(line.trim());
}

/** `Trailer NO RESPONSE`: the state as the last words; one word alone only in capitals (`Engine OK`). */
function stateAtEnd(line: string): { name: string; state: ModuleState } | null {
  const words = line.split(/\s+/);
  if (words.length > 12) return null;
  for (let count = Math.min(7, words.length - 1); count >= 1; count--) {
    const phrase = words.slice(-count).join(' ');
    const state = stateOf(phrase);
    if (state && (count > 1 || phrase === phrase.toUpperCase()))
      return { name: words.slice(0, -count).join(' '), state };
  }
  return null;
}
