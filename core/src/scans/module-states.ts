/** What a line says of modules, with their names where these stand on it: one way of saying it after the other. */
import { readModuleName, withoutFields } from './heading.js';
import { isUnread, stateOf, unreadIn } from './module-state.js';
import { mayStateModule } from './quick-looks.js';
import {
  type ModuleState,
  mostCells,
  one,
  type Reaches,
  type Said,
  saidAbove,
  saidOf,
  type Way,
} from './state-ways.js';
import { byCells, markedBy, marksInCells } from './states-in-cells.js';
import { answered, aroundName, countedOf, sentenced, withinOf } from './states-in-sentences.js';
import {
  denies,
  isModuleToken,
  isOnlyLabel,
  isSentence,
  isTitle,
  labelOf,
  reachOfList,
  type ReachWord,
  reachWordOf,
  saysNoLink,
} from './vocabulary.js';

export { type ModuleState } from './state-ways.js';

/** `Airbag (2 codes)`, the way in which most headings have it. */
export const countedIn: Way = (line, legend) => {
  const [, name, said] =
    (line.includes('(')
      ? /^\s*((?:\[\w{1,4}\]\s)?\p{L}[^\s:=?"“.,;()[\]]{0,30}(?:\s[^\s:=?"“.,;()[\]]{1,30}){0,6})\s\((\d{1,3}\s\p{L}{2,20})\)\s*$/u.exec(
          line,
        )
      : null) ?? [];
  return name === undefined ? null : saidOf(name, stateOf(said!, legend));
};

/** `Airbag: no codes` */
const behindColon: Way = (line, legend) => {
  const [, name, said] = /^\s*(?:\d{1,2}[.)]\s)?(\p{L}[^:=]{1,50}?)\s*:\s*(\S.*)$/u.exec(line) ?? [];
  if (name === undefined || isOnlyLabel(name) || reachWordOf(name) !== null || !readModuleName(name))
    return null;
  const reach = stateOf(said!, legend) ?? (said!.length < 60 ? unreadIn(said!) : null);
  // `Read-out of "Restraints": 2 faults`
  const quoted = /"([^"]{2,60})"\s{0,9}$/.exec(name)?.[1];
  // `List of faults: empty` is said of the module above.
  return saidOf(quoted, reach) ?? (isTitle(name) ? saidAbove(reach) : saidOf(name, reach));
};

/** `ECU 77 "Tailgate" timeout` */
const behindQuotes: Way = (line, legend) => {
  const [, name, said] =
    (line.includes('"') ? /^\s*([^"]{0,40}"[^"]{2,60}")\s{1,9}(\p{L}.{1,60})$/u.exec(line) : null) ?? [];
  return name === undefined ? null : saidOf(name, stateOf(said!, legend));
};

/** `2.1 no faults` */
const numbered: Way = (line, legend) => {
  const said = /^\s*\d{1,2}\.\d{1,2}\.?\s{1,9}(\p{L}.{1,60})$/u.exec(line)?.[1];
  const reach = said === undefined ? null : stateOf(said, legend);
  return reach === 'holdsCodes' ? null : saidAbove(reach);
};

/** `Unable to communicate ........ op 9001`: that it was not read, and something else behind leaders. */
const beforeDots: Way = (line) => {
  const said = line.includes('....')
    ? /^\s{0,40}(\p{L}[^.]{3,40}?)\s?\.{4,200}\s?\S/u.exec(line)?.[1]
    : undefined;
  const reach = said === undefined ? null : reachWordOf(said);
  return reach !== null && isUnread.has(reach) ? saidAbove(reach) : null;
};

/** `Airbag   A:1 S:0`: how many there are, by letters of a legend. */
const byLetters: Way = (line, legend) => {
  if (legend === undefined) return null;
  const [, name, counts] =
    /^\s*(\p{L}.{1,50}?)\s{1,40}((?:\p{Lu}{1,3}[:=]\d{1,3}[\s,]{0,3}){1,6})$/u.exec(line) ?? [];
  return saidOf(name, /[1-9]/.test(counts ?? '') ? 'holdsCodes' : 'clean');
};

/** `- no answer, supply cut`: that it was not read, and then why. */
function unreadFirst(line: string): ReachWord | null {
  const first =
    line.length < 80
      ? /^\s{0,40}(?:[-–•*]\s)?(\p{L}[^,;]{2,40})[,;]\s\p{L}[^:=]{2,60}$/u.exec(line)?.[1]
      : undefined;
  const reach = first === undefined ? null : reachWordOf(first);
  return reach !== null && isUnread.has(reach) ? reach : null;
}

/** `no response`, and nothing else. */
const alone: Way = (line, legend) => {
  const reach = stateOf(line, legend) ?? unreadFirst(line);
  return reach !== null && !/\p{L}/u.test(line) ? [] : saidAbove(reach);
};

/** `BODY (0)`, `BODY [ ]`: no address is nought. */
const noughtInBrackets: Way = (line) =>
  saidOf(
    /^[\s+|`└├─–-]{0,12}((?:\d{1,3}[.)]\s)?\p{L}[^()[\]]{1,50}?)\s?(?:\(0\)|\[0\]|\(\s{0,3}\)|\[\s{0,3}\])[.:]?\s*$/u.exec(
      line,
    )?.[1],
    'clean',
  );

/** `[INFO] no codes` */
const behindTag: Way = (line, legend) => {
  const said = /^\s{0,40}\[\p{Lu}{2,6}\s?\]\s{1,9}(\p{L}.{2,60})$/u.exec(line)?.[1];
  return said === undefined ? null : saidAbove(stateOf(said, legend));
};

/** `no answer [Park aid]` */
const beforeBracket: Way = (line) => {
  const [, said, name] = /^\s{0,40}(\p{L}[^[\]]{2,40}?)\s\[(\p{L}[^[\]]{1,50})\]\s{0,9}$/u.exec(line) ?? [];
  const reach = said === undefined ? null : reachWordOf(said);
  return reach === 'holdsCodes' || reach === 'read' ? null : saidOf(name, reach);
};

/** `Restraints: 2 codes, Body: no codes` */
function namedInTurn(line: string, legend: Reaches): Said {
  const parts = line
    .trim()
    .replace(/\.$/, '')
    .split(/[,;]\s{1,9}/);
  if (parts.length < 2 || parts.length > mostNames) return null;
  const found = parts.flatMap((part): ModuleState[] => {
    const [, name, said] = /^(\p{L}[^:=]{1,40}?)\s?:\s(.{2,40})$/u.exec(part) ?? [];
    const reach = said === undefined ? null : stateOf(said, legend);
    return reach !== null && !isOnlyLabel(name!) && readModuleName(name!) ? [{ name: name!, reach }] : [];
  });
  return found.length === parts.length ? found : null;
}

/** `0x  Cluster`: how many codes there are. */
function countedTimes(line: string): ModuleState | null {
  const [, count, name] = /^\s{0,20}(\d{1,3})x\s{1,9}(\p{L}[^:=]{1,50})$/u.exec(line) ?? [];
  return name !== undefined && !isOnlyLabel(name) && !isTitle(name) && readModuleName(name)
    ? { name, reach: Number(count) === 0 ? 'clean' : 'holdsCodes' }
    : null;
}

/** `GW OK / AIRBAG 2 / ROOF KO`: names with a word of the legend, or with the number of their codes. */
function shortInTurn(line: string, legend: Reaches): Said {
  const parts = line.trim().split(/\s[/|]\s|\s{3,80}/);
  if (parts.length < 3 || parts.length > mostNames) return null;
  const found = parts.flatMap((part): ModuleState[] => {
    const [, name, said] = /^(\p{L}[^:=]{1,40}?)\s(\S{1,12})$/u.exec(part) ?? [];
    if (name === undefined || !readModuleName(name)) return [];
    const count = /^\d{1,2}$/.test(said!) ? Number(said) : null;
    const reach = count === null ? stateOf(said!, legend) : count === 0 ? 'clean' : 'holdsCodes';
    return reach === null ? [] : [{ name, reach }];
  });
  return found.length === parts.length ? found : null;
}

/** Names in one line. */
const mostNames = 24;

/** `Cluster ... 0`; what has two figures may be an address. */
function dottedCount(line: string): ModuleState | null {
  const [, name, count] =
    /^\s{0,40}(\p{L}[^.:=|]{1,40}?)\s{0,9}\.{3,80}\s{0,9}(\d)\s{0,9}$/u.exec(line) ?? [];
  return name !== undefined && !isOnlyLabel(name) && !isTitle(name) && readModuleName(name)
    ? { name, reach: Number(count) === 0 ? 'clean' : 'holdsCodes' }
    : null;
}

/** `17;Cluster;0;`, `CLUSTER   000` */
function partedNought(line: string): ModuleState | null {
  const name = (/^\s{0,20}(?:(?:0x)?[\dA-F]{2};)?(\p{L}[^;|]{1,40});\s?0;?\s{0,9}$/u.exec(line) ??
    /^\s{0,20}(\p{L}[^;|:=]{1,40}?)\s{2,80}000\s{0,9}$/u.exec(line))?.[1];
  return name !== undefined && !isOnlyLabel(name) && readModuleName(name) ? { name, reach: 'clean' } : null;
}

/** Two sentences are a letter: what it says is about something else. */
const sentences = /\p{L}{2}[.!?]\s+(?:\p{Lu}|\d{1,3}\s\p{L})/u;

const parted = /\s{0,200}(?::\s|:$|\s[-–—=>]{1,200}\s|\.{2,200}\s{0,200}|,\s|\s[[(])\s{0,200}/g;

/** Letters of a word that alone says that a module did not answer. */
const longWord = 7;

function atEnd(line: string, legend: Reaches): readonly ModuleState[] {
  let tried = 0;
  for (const match of line.matchAll(parted)) {
    if (++tried > mostCells) break;
    const name = line.slice(0, match.index);
    // `Roof not configured, skipped`: the name ends before the first word of its state.
    if (match[0].startsWith(',') && endsInState(name)) continue;
    const rest = line.slice(match.index + match[0].length).replace(/[\])]\s*$/, '');
    const reach =
      stateOf(rest, legend) ??
      (/[,;]/.test(rest) && /^\s*[-–—:]/.test(match[0]) ? unreadIn(rest.split(/[,;]/)[0]!) : null) ??
      (match[0].startsWith(':') && sentences.test(rest) ? stateOf(rest.split(/[.!?]\s/)[0]!, legend) : null);
    if (
      reach !== null &&
      /\p{L}{2}/u.test(name) &&
      !sentences.test(name) &&
      (match[0].trim().startsWith(':') || !sentences.test(line)) &&
      readModuleName(name)
    )
      return [{ name, reach }];
  }
  const words = line.split(/\s+/);
  if (words.length > 16) return [];
  for (let count = Math.min(8, words.length - 1); count >= 1; count--) {
    const phrase = words.slice(-count).join(' ');
    if (/^[^([]*[)\]]/.test(phrase)) continue;
    const said = reachWordOf(phrase);
    const reach = said ?? legend?.get(phrase) ?? null;
    if (reach === null) continue;
    // `Trailer control unit did not respond`: what can be said without the label leaves it to the name.
    let own = count;
    for (let fewer = count; fewer > 1; fewer--)
      if (isOfName(words, fewer) && reachWordOf(words.slice(1 - fewer).join(' ')) === reach) own = fewer - 1;
    const name = withoutState(words.slice(0, -own));
    if (
      count === 1 &&
      said !== null &&
      phrase !== phrase.toUpperCase() &&
      !/^\p{Lu}{2,5}$/u.test(name) &&
      readModuleName(name)?.labelled !== true &&
      // `Liftgate unreachable`
      !((said === 'silent' || said === 'timed-out') && phrase.length >= longWord && words.length <= 4)
    )
      continue;
    // `kein DTC`
    if (reach === 'holdsCodes' && saysNoLink(name)) return [{ name: null, reach: 'clean' }];
    return !sentences.test(line) && readModuleName(name) ? [{ name, reach }] : [];
  }
  return [];
}

/** `Trailer control unit did not respond`, `Seat memory no response`: a word that the name may end with. */
const isOfName = (words: readonly string[], fromEnd: number): boolean =>
  isModuleToken(words.at(-fromEnd)!) ||
  (/^m[eé]m(?:ory|oire|[oó]ria)$/i.test(words.at(-fromEnd)!) &&
    labelOf(words.at(-fromEnd - 1) ?? '')?.role !== 'code');

/** `Airbag a répondu et`: what is said already ends the name. */
function withoutState(words: readonly string[]): string {
  for (let count = Math.min(4, words.length - 1); count > 1; count--)
    if (reachWordOf(words.slice(-count).join(' ')) === 'read') return words.slice(0, -count).join(' ');
  return words.join(' ');
}

const endsInState = (text: string): boolean => {
  const words = text.split(/\s+/);
  return [1, 2, 3, 4].some(
    (count) => count < words.length && reachWordOf(words.slice(-count).join(' ')) !== null,
  );
};

/** `Silent units`: a label of modules beside what is said of them. */
function reachOfLabelled(text: string): ReachWord | null {
  const words = text.split(/\s+/);
  const rest =
    labelOf(words[0]!)?.role === 'module'
      ? words.slice(1)
      : labelOf(words.at(-1)!)?.role === 'module'
        ? words.slice(0, -1)
        : [];
  if (rest.length === 0) return null;
  return reachWordOf(rest.join(' ')) ?? reachWordOf(rest.map((word) => word.replace(/s$/, '')).join(' '));
}

/** `Modules without faults: Steering, Brakes`. */
function listOf(line: string): Said {
  const parts =
    /^\s*(?:[-*•]\s{1,9})?(\p{L}[^:(]{1,60}?)\s*(?:\(([^()]{1,30})\)\s*)?(?:(:)\s*|\s{2,200})(\S.*)$/u.exec(
      line,
    );
  if (!parts) return null;
  // `Modules not read (no answer)`: the bracket tells why.
  const why = parts[2] === undefined ? null : reachWordOf(parts[2]);
  const said = reachWordOf(parts[1]!);
  const told = said === null ? null : (why ?? said);
  const names = parts[4]!
    .split(/\s{0,200}[,;]\s{0,200}/)
    .map((name) => name.replace(/^\[([^[\]]{2,60})\]$/, '$1').replace(/(?<=\p{L}{5})\.$/u, ''));
  // `No answer: Trailer, Roof`: names, and nothing that anybody understands as something else.
  if (
    told !== null &&
    told !== 'holdsCodes' &&
    parts[3] !== undefined &&
    names.every((name) => /^\p{Lu}/u.test(name) && readModuleName(name) !== null && !isSentence(name))
  )
    return names.map((name) => ({ name, reach: told }));
  const listed = reachOfList(parts[1]!);
  const reach = (listed === null ? null : why) ?? listed ?? reachOfLabelled(parts[1]!);
  if (reach === null || reach === 'holdsCodes' || (reach === 'read' && parts[3] === undefined)) return null;
  const listedNames = names.filter((name) => readModuleName(name) !== null);
  return listedNames.length === 0 ? null : listedNames.map((name) => ({ name, reach }));
}

/** In the order in which they are asked: the first that finds something says it. */
const ways: readonly Way[] = [
  countedIn,
  behindColon,
  answered,
  sentenced,
  namedInTurn,
  shortInTurn,
  behindQuotes,
  numbered,
  beforeDots,
  byLetters,
  alone,
  listOf,
  noughtInBrackets,
  aroundName,
  behindTag,
  beforeBracket,
  one(withinOf),
  one(countedOf),
  one(countedTimes),
  one(dottedCount),
  one(partedNought),
  marksInCells,
  one(markedBy),
  byCells,
  (line, legend) => atEnd(line.trim(), legend),
];

/**
 * The states in a line: one, or one for each name of a list (`Silent modules: Trailer, Roof`).
 * @example moduleStates('Trailer ... no response')[0] // { name: 'Trailer', reach: 'silent' }
 */
export function moduleStates(line: string, legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] {
  if (line.length > longestLine) return [];
  if ((legend === undefined || legend.size === 0) && !mayStateModule(line)) return [];
  // What is said of a number is not said of the module.
  const bare = line.includes(', ') ? withoutFields(line) : line;
  for (const way of ways) {
    const said = way(bare, legend);
    if (said !== null) return said.some(isDenied) ? [] : said;
  }
  return [];
}

/** `I could not get the park aid to talk`: what stands in front turns it into its opposite. */
const isDenied = ({ name, reach }: ModuleState): boolean =>
  reach === 'read' && name !== null && name.split(/\s+/).slice(0, -1).some(denies);

/** A longer line says something of itself. */
const longestLine = 300;
