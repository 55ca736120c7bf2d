/** Flags of a status byte as letters, each with its answer: `T:fail C:yes`, `T=1 B=0 W=1`. */
import { type CodeStatus, strongestStatus } from '../codes/index.js';
import { type Legend } from './legend.js';
import { ofByte, type StatusReading } from './status-cell.js';
import { reachWordOf, saysFailed, saysNo, saysYes, statusWordOf } from './vocabulary.js';

const flag = /(?<![\p{L}\d])(\p{Lu})\s?[:=]\s?([01]|\p{L}{2,6})(?![\p{L}\d]|\s?[:=])/gu;

/** The letters that people give to the bits of the public status byte, where no legend gives others. */
const bitOfLetter: ReadonlyMap<string, number> = new Map([
  ['T', 0],
  ['P', 2],
  ['C', 3],
  ['B', 3],
  ['W', 7],
]);
const bitOfStatus: ReadonlyMap<string, number> = new Map([
  ['active', 0],
  ['pending', 2],
  ['stored', 3],
]);

/** Whether the flag is set; null for what answers no such question. */
function isSet(answer: string): boolean | null {
  if (answer === '1' || saysYes(answer) || saysFailed(answer)) return true;
  if (answer === '0' || saysNo(answer) || /^(?:clean|read)$/.test(reachWordOf(answer) ?? '')) return false;
  const status = statusWordOf(answer)?.status;
  return status === undefined ? null : status === 'active';
}

/**
 * What the letters behind a code say, and the text without them; null where fewer than two are flags.
 * @example ofFlags('   T:fail C:yes')?.read.status // 'active'
 */
export function ofFlags(text: string, legend?: Legend): { read: StatusReading; rest: string } | null {
  if (!/[:=]/.test(text)) return null;
  const inWords = ofWords(text);
  if (inWords) return inWords;
  if (!/\p{Lu}\s?[:=]/u.test(text)) return null;
  let [byte, told] = [0, 0];
  const said: string[] = [];
  for (const [whole, letter, answer] of text.matchAll(flag)) {
    const set = isSet(answer!);
    if (set === null) return null;
    const meant = legend?.statuses.get(letter!)?.status;
    const bit = meant === undefined ? bitOfLetter.get(letter!) : bitOfStatus.get(meant);
    said.push(whole);
    if (bit === undefined) continue;
    told++;
    if (set) byte |= 1 << bit;
  }
  if (told === 0 || said.length < 2) return null;
  const { status } = ofByte(byte);
  return {
    read: {
      status,
      comesAndGoes: false,
      statusText: said.join(' '),
      statusByte: null,
      by: legend ? 'legend' : 'guess',
    },
    rest: said.reduce((left, one) => left.replace(one, ' '), text),
  };
}

const question = /(?<asked>\p{L}[^?=:;]{2,60})\?\s{1,40}(?<reply>\p{L}{1,5})\.?\s{0,9}$/u;
/** Words of a question that can say a status. */
const mostWords = 4;

/**
 * `Is it there now? No`: what is asked of a code, and the answer; null for no question about its status.
 * @example ofQuestion('   Present now? No')?.read.status // 'stored'
 */
export function ofQuestion(text: string): { read: StatusReading; rest: string } | null {
  const found = question.exec(text);
  const { asked, reply } = found?.groups ?? {};
  if (asked === undefined || !(saysYes(reply!) || saysNo(reply!))) return null;
  const words = asked.trim().split(/\s+/);
  const status = Array.from({ length: Math.min(mostWords, words.length) }, (_, n) =>
    statusWordOf(words.slice(-n - 1).join(' ')),
  ).findLast((one) => one !== null);
  if (!status) return null;
  const yes = saysYes(reply!);
  const told = yes ? status.status : status.status === 'active' ? 'stored' : 'unknown';
  return {
    read: {
      status: told,
      comesAndGoes: yes && status.comesAndGoes,
      statusText: found![0].trim(),
      statusByte: null,
      by: 'label',
    },
    rest: text.slice(0, found!.index),
  };
}

const wordFlag =
  /(?<![\p{L}\d])(\p{L}{1,20}(?:\s\p{L}{1,20}){0,3})\s?[:=]\s?([01]|\p{L}{1,5})(?![\p{L}\d])/gu;

/** The longest phrase right before an answer that names a status. */
function askedBy(words: readonly string[]): { phrase: string; status: CodeStatus } | null {
  for (let from = 0; from < words.length; from++) {
    const phrase = words.slice(from).join(' ');
    const word = statusWordOf(phrase);
    if (word) return { phrase, status: word.status };
  }
  return null;
}

/**
 * The status of a code by the statuses of which it is said whether they hold.
 * @example statusOfFlags([{ status: 'active', yes: false }]) // 'stored'
 */
export function statusOfFlags(flags: readonly { status: CodeStatus; yes: boolean }[]): CodeStatus {
  const asked = new Set(flags.map(({ status }) => status));
  // What is not there now is in memory, unless it is not there either: then nobody can tell why the code is listed.
  const otherwise = asked.has('active') && !asked.has('stored') ? 'stored' : 'unknown';
  return strongestStatus(flags.flatMap(({ status, yes }) => (yes ? [status] : []))) ?? otherwise;
}

/** `Active=1 Stored=1 Pending=0`, `failed now: no, confirmed: yes`: words for statuses, each with whether it holds; null for fewer than two. */
function ofWords(text: string): { read: StatusReading; rest: string } | null {
  if (!/\p{L}{3}\s?[:=]\s?[01\p{L}]/u.test(text)) return null;
  const flags = [...text.matchAll(wordFlag)].flatMap(([whole, words, answer]) => {
    const yes = answer === '1' || saysYes(answer!);
    const asked = yes || answer === '0' || saysNo(answer!) ? askedBy(words!.split(/\s/)) : null;
    return asked
      ? [{ whole: whole.slice(words!.length - asked.phrase.length), status: asked.status, yes }]
      : [];
  });
  if (flags.length < 2) return null;
  return {
    read: {
      status: statusOfFlags(flags),
      comesAndGoes: false,
      statusText: flags.map(({ whole }) => whole).join(' '),
      statusByte: null,
      by: 'label',
    },
    rest: flags.reduce((left, { whole }) => left.replace(whole, ' '), text),
  };
}
