/** What a cell, a field or a part of a description says of a code's status. */
import { statusOfByte } from '../codes/index.js';
import { type Legend, markOf } from './legend.js';
import { remembered } from './remembered.js';
import type { ReadBy } from './schema.js';
import { labelOf, saysNo, saysYes, statusOfField, type StatusWord, statusWordOf } from './vocabulary.js';

export interface StatusReading extends StatusWord {
  readonly statusText: string | null;
  readonly statusByte: number | null;
  readonly by: ReadBy | null;
}

export const unknownStatus: StatusReading = {
  status: 'unknown',
  comesAndGoes: false,
  statusText: null,
  statusByte: null,
  by: null,
};

/** What the legend says of a mark, in brackets or not. */
export const legendStatus = (cell: string, legend?: Legend): StatusReading | null => {
  if (legend === undefined || legend.statuses.size === 0) return null;
  const mark = markOf(cell.trim());
  const marked = legend.statuses.get(mark) ?? legend.statuses.get(mark.replace(/^[[(]|[\])]?[.,;]?$/g, ''));
  return marked ? { ...marked, statusText: cell.trim(), statusByte: null, by: 'legend' } : null;
};

/** What a status byte says. */
export const ofByte = (statusByte: number) => ({
  status: statusOfByte(statusByte),
  comesAndGoes: false,
  statusByte,
});

/** The short names of the public status byte's bits, from the lowest on; the fifth and seventh as two ways are used. */
const bitNames = [
  ['tf', 'testfailed'],
  ['tftoc', 'tftmc', 'testfailedthisoperationcycle', 'testfailedthismonitoringcycle'],
  ['pdtc', 'pd', 'pendingdtc'],
  ['cdtc', 'cd', 'confirmeddtc'],
  ['tncslc', 'tncsc', 'testnotcompletedsincelastclear'],
  ['tfslc', 'tfsc', 'testfailedsincelastclear'],
  ['tnctoc', 'tnctmc', 'testnotcompletedthisoperationcycle', 'testnotcompletedthismonitoringcycle'],
  ['wir', 'warningindicatorrequested'],
];
const bitsByName = new Map(bitNames.flatMap((names, bit) => names.map((name) => [name, bit])));

/** Which bit of the public status byte has that short name; -1 for none. */
export const bitOf = (name: string): number =>
  bitsByName.get(name.trim().replace(/[_ ]/g, '').toLowerCase()) ?? -1;
const oneBit = /(?<![\p{L}\d])(\p{L}{2,40})\s?[=:]\s?([01])(?![\p{L}\d])/gu;

/** Words for bits, that are bits only where others stand beside them: `testFailed=0 confirmed=1`. */
const besideBits = ['failed', '', 'pending', 'confirmed'];

/** `TF=0 TFTOC=0 PDTC=1 CDTC=0 ...`: the status byte, bit by bit; null where fewer than two are named. */
export function ofBits(text: string): StatusReading | null {
  if (!/[=:]/.test(text)) return null;
  let [byte, named] = [0, 0];
  for (const [, name, value] of text.matchAll(oneBit)) {
    const bit = Math.max(bitOf(name!), besideBits.indexOf(name!.toLowerCase()));
    if (bit < 0) continue;
    named++;
    if (value === '1') byte |= 1 << bit;
  }
  return named >= 2 ? { ...ofByte(byte), statusText: text.trim(), by: 'byte' } : null;
}

/**
 * `TF PD CD`, `testFailed, confirmedDTC`: the bits that are set.
 * @param inField short names are bits too, where nothing but a status can stand
 */
function ofSetBits(text: string, inField = false): StatusReading | null {
  if (text.length > 200) return null;
  const names = text.split(/[\s,;|+/]{1,3}/);
  const set: number[] = [];
  for (const name of names) {
    const bit = bitOf(name);
    if (bit < 0) return null;
    set.push(bit);
  }
  if (!inField && !names.some((name) => name.length > longestShort)) return null;
  return { ...ofByte(set.reduce((all, bit) => all | (1 << bit), 0)), statusText: text, by: 'byte' };
}

/** `00101111`: the status byte, bit by bit from the highest. */
const ofBinary = (text: string): StatusReading | null =>
  /^[01]{8}$/.test(text) ? { ...ofByte(parseInt(text, 2)), statusText: text, by: 'byte' } : null;

/** Longer names of bits are no abbreviations: they are no other word either. */
const longestShort = 7;

/** `Now: yes`, `Present: no`: the status is the label, and the answer says whether it holds. */
function answered(label: string, answer: string): StatusReading | null {
  const asked = statusWordOf(label);
  if (!asked || !(saysYes(answer) || saysNo(answer))) return null;
  const statusText = `${label}: ${answer}`;
  if (saysYes(answer)) return { ...asked, statusText, statusByte: null, by: 'label' };
  // What is not there now is in memory; what else it is not leaves all open.
  return asked.status === 'active'
    ? { status: 'stored', comesAndGoes: false, statusText, statusByte: null, by: 'label' }
    : null;
}

/** A cell or line that says nothing but a status: a word, `Status: stored`, `status 2F`, `0x2F`. */
export const readStatusCell = remembered((cell: string): StatusReading | null => {
  const trimmed = cell.trim().replace(/^[[(]|[\])]$/g, '');
  const bits = ofBits(trimmed) ?? ofSetBits(trimmed) ?? ofBinary(trimmed);
  if (bits) return bits;
  const pair =
    /^(\p{L}[\p{L} ]{0,20}?)\s{0,200}(?:[:=]\s{0,200}|\s{1,200}(?=(?:0[xX])?[\da-fA-F]{2}[hH]?(?:$|\s{0,200}[[(])))(.{0,200})$/u.exec(
      trimmed,
    );
  // `Status aktiv`
  const [, label, said] = pair ? [] : (/^(\p{L}{4,16})\s(\p{L}[\p{L} ]{2,30})$/u.exec(trimmed) ?? []);
  const spoken = label !== undefined && labelOf(label)?.role === 'status' ? statusWordOf(said!) : null;
  if (spoken) return { ...spoken, statusText: said!, statusByte: null, by: 'label' };
  const role = pair ? labelOf(pair[1]!)?.role : undefined;
  const told = pair && role === undefined ? answered(pair[1]!, pair[2]!.trim()) : null;
  if (told) return told;
  // `faulty: sporadic`: what stands behind the colon is said last.
  const second =
    pair && role === undefined && /[:=]/.test(trimmed) && statusWordOf(pair[1]!)
      ? statusWordOf(pair[2]!)
      : null;
  if (second) return { ...second, statusText: trimCell(pair![2]!), statusByte: null, by: 'word' };
  const labelled = role === 'status' || role === 'byte';
  // `stored (3 times)`
  const value = (labelled ? pair![2]!.trim() : trimmed).replace(/\s\(\d{1,4}\s?\p{L}{0,12}\)?$/u, '');
  const set = labelled ? ofSetBits(value, true) : null;
  if (set) return set;
  const byte = (
    labelled ? /^(?:0x)?([0-9a-f]{2})h?(?:\s*[[(].{0,80})?$/i : /^(?:0x|\$)([0-9a-f]{2})(?:\s*[[(].{0,80})?$/i
  ).exec(value);
  if (byte) return { ...ofByte(parseInt(byte[1]!, 16)), statusText: value, by: 'byte' };
  const both = /^(.{1,200}?)\s{0,200}[[(](?:0x)?([0-9a-f]{2})h?[\])]?$/i.exec(value);
  const word = both ? statusWordOf(both[1]!) : null;
  if (word)
    return {
      ...word,
      statusText: trimCell(both![1]!),
      statusByte: parseInt(both![2]!, 16),
      by: labelled ? 'label' : 'word',
    };
  const [part] = labelled ? value.split(/[,;]\s|\s\/\s/) : [value];
  // `event stored - HISTORY`: what stands apart in capitals counts.
  const apart =
    labelled || !/\s[-–—]\s/.test(value) ? null : /^.*\p{Ll}\s[-–—]\s(\p{Lu}{3,20})$/u.exec(value)?.[1];
  if (apart && statusWordOf(apart) !== null)
    return { ...statusWordOf(apart)!, statusText: apart, statusByte: null, by: 'word' };
  const status = labelled
    ? (statusOfField(value) ?? statusOfField(part!) ?? firstWord(value))
    : statusWordOf(value);
  if (status)
    return { ...status, statusText: trimCell(value), statusByte: null, by: labelled ? 'label' : 'word' };
  // `Status present: loop left`
  const inKey = labelled ? statusWordOf(pair![1]!) : null;
  if (inKey) return { ...inKey, statusText: pair![1]!, statusByte: null, by: 'label' };
  return labelled && value !== '' ? { ...unknownStatus, statusText: value, by: 'label' } : null;
});

/** A status in a column of statuses: a word, a mark of the legend, or a byte. */
export function statusIn(cell: string, isByte: boolean, legend?: Legend): StatusReading | null {
  const bare = cell.trim();
  if (bare === '') return null;
  const byte = /^(?:0x)?([0-9a-f]{2})h?$/i.exec(bare);
  if (byte && (isByte || /\d/.test(bare)))
    return { ...ofByte(parseInt(byte[1]!, 16)), statusText: bare, by: 'column' };
  const marked = legendStatus(bare, legend);
  if (marked) return marked;
  const set = ofSetBits(bare, true);
  if (set) return { ...set, by: 'column' };
  // Under *Presence* or *Active*.
  if (saysYes(bare))
    return { status: 'active', comesAndGoes: false, statusText: bare, statusByte: null, by: 'column' };
  if (saysNo(bare) || bare === '0')
    return { status: 'stored', comesAndGoes: false, statusText: bare, statusByte: null, by: 'column' };
  const letter = oneLetter.get(bare.toUpperCase());
  if (letter) return { status: letter, comesAndGoes: false, statusText: bare, statusByte: null, by: 'guess' };
  const read = readStatusCell(bare) ?? inField(bare);
  if (read) return { ...read, by: 'column' };
  // `AF` is no word.
  return /^[A-F]{2}$/.test(bare)
    ? { ...ofByte(parseInt(bare, 16)), statusText: bare, by: 'guess' }
    : { ...unknownStatus, statusText: bare, by: 'column' };
}

/** A word alone in its cell may be a field of its own: `memory`. */
export const fieldOfOneWord = (cell: string): StatusReading | null =>
  /\s/.test(cell.trim()) ? null : inField(cell.trim());

/** `intermittente Messaggi da airbag`: a word of a status in front of a text with a capital. */
function firstWord(text: string): StatusWord | null {
  const word = /^(\p{L}{3,20})\s(?=\p{Lu}\p{Ll})/u.exec(text)?.[1];
  return word === undefined ? null : statusWordOf(word);
}

function inField(bare: string): StatusReading | null {
  const word = statusOfField(bare) ?? statusOfField(bare.split(/[,;]\s|\s\/\s/)[0]!) ?? firstWord(bare);
  return word ? { ...word, statusText: bare, statusByte: null, by: 'word' } : null;
}

/** Single letters that can mean one thing only in a status column. */
export const oneLetter: ReadonlyMap<string, 'active' | 'stored' | 'history'> = new Map([
  ['A', 'active'],
  ['S', 'stored'],
  ['H', 'history'],
]);

/** `pretensor. Estado: presente. Contador: 3` */
const labelledInside = /(?<![\p{L}])\p{L}{2,12}\s*[:=]\s*[^.,;:|=]{1,40}/gu;

interface Inside {
  readonly form: RegExp;
  /** What a text has to hold for it. */
  readonly sign: RegExp;
  /** It leaves no doubt. */
  readonly sure?: boolean;
}

const insides: readonly Inside[] = [
  {
    sign: /[:=]/,
    form: /^(?<rest>.{0,200}?)[\s.,;–—-]{0,200}(?<![\p{L}])(?<word>\p{L}{2,12}\s{0,200}[:=]\s{0,200}[^:]{1,40})$/u,
  },
  {
    sign: /[\])]/,
    form: /^(?<rest>.{0,200}?)\s{0,200}[[(](?<word>[^\])]{1,40})[\])]\s{0,200}\.?$/,
    sure: true,
  },
  {
    sign: /[-–—;/:,.]/,
    form: /^(?<rest>.{0,200}?)\s{0,200}(?:[-–—;/:]\s{1,200}|\s[-–—]\s{0,200}|[,.]\s{1,200})(?<word>[^-–—,;/:]{1,40})$/,
  },
  // `(driver loop) in memory`
  { sign: /\)/, form: /^(?<rest>\(.{2,200}\))\s(?<word>\p{L}[\p{L} ]{2,30})$/u },
  // `driver loop - active - 12x`
  { sign: /[-–—]/, form: /^(?<rest>.{0,200}?)\s[-–—]\s(?<word>[^-–—]{3,30})\s[-–—]\s\d{1,4}\s?x?$/ },
  // `resistance low. Status not present.`
  { sign: /[.;]/, form: /^(?<rest>.{0,200})[.;]\s{1,9}(?<word>[^.;]{3,40})\.?$/ },
  { sign: /[\])]/, form: /^[[(](?<word>[^\])]{1,40})[\])]\s{0,200}(?<rest>.{0,200})$/, sure: true },
  // `active (driver loop open)`
  { sign: /\)/, form: /^(?<word>\p{L}{3,20})\s{0,9}\((?<rest>[^()]{2,200})\)[,;.]?$/u },
  {
    sign: /[-–—,;:]/,
    form: /^(?<word>\p{L}[\p{L} ]{1,24}?)\s{0,200}(?:[-–—,;:]\s{1,200}|\s[-–—]\s{0,200})(?<rest>.{0,200})$/u,
  },
  {
    sign: /\s/,
    form: /^(?<rest>.{0,200}?)\s(?:is|ist|est|está|è|jest|é|är)\s(?<word>[^.]{3,40})\.?$/u,
  },
  // `open circuit. Intermittent, count 2.`
  {
    sign: /[.;,]/,
    form: /^(?<rest>.{0,200}?)[.;,]\s{1,200}(?<word>\p{L}[\p{L} ]{2,40})[.;,]\s{1,200}[^.;,]{1,30}\.?$/u,
  },
  // A capital in the middle of a sentence, or capitals before one, begin a field of their own.
  { sign: /\s/, form: /^(?<rest>.*\p{Ll})\s(?<word>\p{Lu}[\p{L}]{2,14})$/u },
  { sign: /\s/, form: /^(?<word>\p{Lu}{4,14})\s(?<rest>.{0,200}\p{Ll}.{0,200})$/u },
];

/** A status at the end or the start of a description, in brackets or behind a dash or comma. */
export function statusInside(
  cells: readonly string[],
  legend?: Legend,
): { status: StatusReading; rest: string[] } | null {
  for (const [index, cell] of cells.entries()) {
    if (cell.length > 200) continue;
    for (const match of /[:=]/.test(cell) ? cell.matchAll(labelledInside) : []) {
      const status = readStatusCell(match[0]);
      if (status && status.by !== 'word' && status.status !== 'unknown')
        return { status, rest: cells.map((other, i) => (i === index ? cell.replace(match[0], '') : other)) };
    }
    // A mark of the legend behind the words, a blank away.
    const marked = legend && legend.statuses.size > 0 ? /^(.{2,190}\S)\s(\S{1,3})$/u.exec(cell.trim()) : null;
    const byMark = marked ? legendStatus(marked[2]!, legend) : null;
    if (byMark) return { status: byMark, rest: cells.map((other, i) => (i === index ? marked![1]! : other)) };
    for (const { sign, form, sure } of insides) {
      const match = sign.test(cell) ? form.exec(cell.trim())?.groups : undefined;
      const status = match && (legendStatus(match['word']!, legend) ?? readStatusCell(match['word']!));
      if (status && status.status !== 'unknown')
        return {
          status: { ...status, by: status.by === 'word' && sure !== true ? 'guess' : status.by },
          rest: cells.map((other, i) => (i === index ? match!['rest']! : other)),
        };
    }
  }
  return null;
}

/** A cell without the signs around it. */
export function trimCell(text: string): string {
  const own = text.trim();
  if (ofWordsAlone.test(own)) return own;
  const bare = own.replace(/^[\s,;:*`_–—-]{1,200}|[\s,;:*`_–—-]{1,200}$/g, '');
  const said = bare.includes('=') ? bare.replace(/^(?:desc(?:ription)?|text)\s*=\s*/i, '') : bare;
  return said.startsWith('"') ? said.replace(/^"(.*)"$/, '$1') : said;
}
const ofWordsAlone = /^[A-Za-z0-9 ]*$/;
