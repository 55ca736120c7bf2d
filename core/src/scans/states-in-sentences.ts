/** What is said of modules in sentences. */
import { readModuleName } from './heading.js';
import { isUnread, stateOf } from './module-state.js';
import { type ModuleState, type Reaches, type Said, saidAbove, saidOf, type Way } from './state-ways.js';
import {
  isArticle,
  isFiller,
  isOnlyLabel,
  isSentence,
  isVerb,
  isWithin,
  labelOf,
  type ReachWord,
  reachWordOf,
  saysNo,
  saysYes,
} from './vocabulary.js';

/** `Were faults found? No` */
export const answered: Way = (line) => {
  const [, asked, reply] =
    /^\s{0,40}([^?]{5,50})\?\s{1,9}(\p{L}{1,5})(?:\s\(\d{1,3}\))?\.?\s{0,9}$/u.exec(line) ?? [];
  if (asked === undefined || !(saysYes(reply!) || saysNo(reply!))) return null;
  return asked.split(/\s+/).some((word) => labelOf(word)?.role === 'code')
    ? saidAbove(saysNo(reply!) ? 'clean' : 'holdsCodes')
    : null;
};

/** `Connection Park aid failed` */
export const aroundName: Way = (line) => {
  const [, begins, name, ends] =
    /^\s{0,40}(\p{L}{4,16})\s(\p{L}.{1,40}?)\s(\p{L}{4,16})\.?$/u.exec(line) ?? [];
  const reach = begins === undefined ? null : reachWordOf(`${begins} ${ends!}`);
  return reach !== null && isUnread.has(reach) && reachWordOf(name!) === null ? saidOf(name, reach) : null;
};

/** `Sunroof module. Did not answer.`: a name, and sentences that each say something of it. */
export function sentenced(line: string, legend: Reaches): Said {
  if (line.length > 160 || !/\p{L}{2}\)?\.\s\p{Lu}/u.test(line)) return null;
  const [name, ...said] = line
    .trim()
    .split(/\.\s+(?=\p{Lu})/u)
    .map((part) => part.replace(/[.:]$/, ''));
  const states = said.map((part) => stateOf(part, legend));
  const begins = name!.split(' ', 1)[0]!;
  if (states.length === 0 || states.includes(null) || isVerb(begins) || isFiller(begins)) return null;
  if (!readModuleName(name!)) return null;
  return [{ name: name!, reach: states.find((state) => state !== 'read') ?? 'read' }];
}

/** What a sentence may say of a module beside that it was not read. */
const saysSome: ReadonlySet<ReachWord> = new Set(['clean', 'unclear', 'unsupported']);
/** Words at the end of a sentence that complete what is said. */
const mostEnding = 3;

/**
 * `No codes in the cluster.`, `We could not establish communication with the left seat`, and with the name inside of what
 * is said: `Kommunikation mit Sitz links nicht möglich`.
 */
export function withinOf(line: string): ModuleState | null {
  if (line.length > 120 || /[:=|;\t]|\S\s{2,}\S/.test(line.trim())) return null;
  const words = line.trim().replace(/\.$/, '').split(/\s+/);
  if (words.length < 3 || !words.every((word) => /^[\p{L}\d]/u.test(word))) return null;
  for (let at = 1; at < words.length - 1; at++) {
    if (words[at]!.length > 5 || !isFiller(words[at]!)) continue;
    const name = nameBehind(words.slice(at + 1));
    // `We could not …`: who tried is no part of it.
    for (const from of at > 1 && isVerb(words[0]!) ? [0, 1] : [0]) {
      const said = words.slice(from, at).join(' ');
      const reach = said.length > 2 && name !== null ? reachWordOf(said) : null;
      if (reach !== null && (isUnread.has(reach) || (from === 0 && saysSome.has(reach))))
        return { name: name!, reach };
      for (let ending = 1; ending <= mostEnding && at + 1 + ending < words.length; ending++) {
        const inside = nameBehind(words.slice(at + 1, -ending));
        const around = inside === null ? null : reachWordOf(`${said} ${words.slice(-ending).join(' ')}`);
        if (around !== null && isUnread.has(around)) return { name: inside!, reach: around };
      }
    }
  }
  return null;
}

/** The name that words are, without an article. */
function nameBehind(words: readonly string[]): string | null {
  const own = (words.length > 1 && isArticle(words[0]!) ? words.slice(1) : words).join(' ');
  return own.length < 50 && !isFiller(own) && !isOnlyLabel(own) && !isSentence(own) && readModuleName(own)
    ? own
    : null;
}

/** `03 faults in Airbag` */
export function countedOf(line: string): ModuleState | null {
  const parts = /^\W*(\d{1,4})\s+(\p{L}[\p{L}()]{2,20})\s+(\p{L}{1,6})\s+(\p{L}.{1,50})$/u.exec(line);
  if (!parts || !isWithin(parts[3]!) || labelOf(parts[2]!)?.role !== 'code') return null;
  if (!readModuleName(parts[4]!) || /\d/.test(parts[4]!)) return null;
  return { name: parts[4]!, reach: Number(parts[1]) === 0 ? 'clean' : 'holdsCodes' };
}
