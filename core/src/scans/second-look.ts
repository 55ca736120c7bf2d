/** A second look at a whole report: where every code has a word of a status at the same place of its text, it is its status. */
import { readModuleName } from './heading.js';
import type { Draft, ScanCode } from './schema.js';
import { fieldOfOneWord, readStatusCell, type StatusReading } from './status-cell.js';
import { labelOf, negates } from './vocabulary.js';

/** Codes that are looked at to find the place. */
const looked = 400;

/** Where a status may stand among the words of a text. */
type Place = (words: readonly string[]) => { readonly at: number; readonly read: StatusReading } | null;

const bare = (word: string): string => word.replace(/^[\s'"“”‘’([{<]{1,9}|[\s'"“”‘’)\]}>,.;:]{1,9}$/g, '');

function statusAt(words: readonly string[], at: number): StatusReading | null {
  const word = bare(words[at] ?? '');
  if (!/^\p{L}{3,20}$/u.test(word)) return null;
  // `sensor not present` says nothing of the fault.
  if (at > 0 && negates(bare(words[at - 1]!))) return null;
  const read = readStatusCell(word);
  return read && read.status !== 'unknown' ? read : null;
}

const first: Place = (words) => {
  const read = statusAt(words, 0);
  return read && { at: 0, read };
};
const last: Place = (words) => {
  const read = statusAt(words, words.length - 1);
  return read && { at: words.length - 1, read };
};
/** In brackets at the end, as a field of its own: `(memory)`. */
const lastHeld: Place = (words) => {
  const word = /^[[(](\p{L}{3,20})[\])]$/u.exec(words.at(-1) ?? '')?.[1];
  const read = word === undefined ? null : fieldOfOneWord(word);
  return read && { at: words.length - 1, read };
};
/** Right behind a word that stands in every text: `STATUS Active`. */
const behind =
  (label: string): Place =>
  (words) => {
    const at = words.indexOf(label) + 1;
    const read = at > 0 ? statusAt(words, at) : null;
    return read && { at, read };
  };

const wordsOf = ({ text }: Draft<ScanCode>): readonly string[] =>
  (text ?? '')
    .slice(0, 400)
    .split(/\s+/)
    .filter((word) => bare(word) !== '');

/**
 * Gives codes of which nothing said the status the one that stands at the same place of every such code's text: behind
 * the same label, or where the words differ, since what codes mean may end in one and the same (`Crash data stored`).
 * One code alone gets a word that says the status of others.
 */
export function lookAgain(codes: readonly Draft<ScanCode>[]): void {
  const open = codes.filter(
    ({ status, statusText, text }) => status === 'unknown' && statusText == null && text,
  );
  if (open.length === 0) return;
  const place =
    (open.length > 1 && 2 * open.length >= codes.length ? placeIn(open) : placeAsOthers(open, codes)) ??
    (open.every((code) => lastHeld(wordsOf(code)) !== null) ? lastHeld : null);
  if (!place) return;
  for (const code of open) {
    const words = wordsOf(code);
    const found = place(words);
    if (!found) continue;
    const { status, comesAndGoes, statusText } = found.read;
    code.status = status;
    code.statusText = statusText;
    if (comesAndGoes) code.comesAndGoes = true;
    code.how = {
      module: code.how?.module ?? null,
      failureType: code.how?.failureType ?? null,
      status: 'guess',
    };
    code.text = words.filter((_, at) => at !== found.at).join(' ') || null;
  }
}

/** The place at which all of these codes have a word of a status. */
function placeIn(open: readonly Draft<ScanCode>[]): Place | null {
  const sample = open.slice(0, looked).map(wordsOf);
  const everywhere = (place: Place) => sample.every((words) => place(words) !== null);
  const labels = sample[0]!.filter(
    (word) => labelOf(word)?.role === 'status' && sample.every((words) => words.includes(word)),
  );
  const labelled = labels.map(behind).find(everywhere);
  if (labelled) return labelled;
  const said = (place: Place) => new Set(sample.map((words) => place(words)!.read.status));
  return [last, first].find((place) => everywhere(place) && said(place).size > 1) ?? null;
}

/** The place at which these codes have the very word that says the status of another. */
function placeAsOthers(open: readonly Draft<ScanCode>[], codes: readonly Draft<ScanCode>[]): Place | null {
  const words = new Set(
    codes.flatMap(({ how, statusText }) =>
      how?.status === 'word' && statusText ? [statusText.toLowerCase()] : [],
    ),
  );
  const known = (place: Place) =>
    open.every((code) => {
      const own = wordsOf(code);
      const found = place(own);
      return found !== null && words.has(bare(own[found.at]!).toLowerCase());
    });
  return [last, first].find(known) ?? null;
}

/** The module of a code, and what is left of its text. */
interface NamedCode {
  readonly name: string;
  readonly text: string | null;
}

/**
 * The names that stand in front of a colon in what every code means (`Airbag: side bag left`), by the place of each code;
 * null where one has none.
 */
export function namesInFront(codes: readonly Draft<ScanCode>[]): readonly NamedCode[] | null {
  if (codes.length < 2 || codes.length > looked) return null;
  const found = codes.flatMap(({ text }) => {
    const [, name, rest] = /^(\p{Lu}[^:]{1,30}):\s(\S.{0,400})$/u.exec((text ?? '').trim()) ?? [];
    return name !== undefined && labelOf(name) === null && readModuleName(name)
      ? [{ name, text: rest! }]
      : [];
  });
  return found.length === codes.length ? found : null;
}

const shortName = /^\p{Lu}[\p{L}-]{1,20}(?: [\p{L}-]{1,12}){0,2}$/u;

/**
 * The names of the modules of codes that have none, by the place of each code: where all that stands beside them is a few
 * words that come again. Null where it cannot be a name. Ask only where the report names other modules: elsewhere it may
 * as well be what the codes mean.
 */
export function namesBeside(codes: readonly Draft<ScanCode>[]): readonly NamedCode[] | null {
  if (codes.length < 2 || codes.length > looked) return null;
  const names = codes.map(({ text }) => (text ?? '').trim());
  const again = names.length - new Set(names).size;
  return again > 0 && names.every((name) => shortName.test(name) && readModuleName(name) !== null)
    ? names.map((name) => ({ name, text: null }))
    : null;
}
