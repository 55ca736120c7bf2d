/** What a line says of modules, with their names where these stand on it: one way of saying it after the other. */
import { cellsOf, splitCells } from './cells.js';
import { isNoNumber, readModuleName, withoutFields } from './heading.js';
import { markOf } from './legend.js';
import { isUnread, stateOf, unreadIn } from './module-state.js';
import { mayStateModule } from './quick-looks.js';
import { statusOfPlural } from './section-words.js';
import {
  denies,
  isArticle,
  isAsking,
  isFiller,
  isModuleToken,
  isOnlyLabel,
  isSentence,
  isTitle,
  isVerb,
  isWithin,
  labelOf,
  reachOfList,
  type ReachWord,
  reachWordOf,
  saysNo,
  saysNoLink,
  saysYes,
  statusWordOf,
} from './vocabulary.js';

export interface ModuleState {
  /** The module's part of the line; null where the line speaks of the module above. */
  readonly name: string | null;
  readonly reach: ReachWord;
}

type Reaches = ReadonlyMap<string, ReachWord> | undefined;

/** What a line says; null where it does not say it so. */
type Said = readonly ModuleState[] | null;

/** One way in which a line may say something of modules. */
type Way = (line: string, legend: Reaches) => Said;

/** What is said of a module by its name, where that can be one. */
const saidOf = (name: string | undefined, reach: ReachWord | null): Said =>
  name !== undefined && reach !== null && readModuleName(name) ? [{ name, reach }] : null;

/** What is said of the module above. */
const saidAbove = (reach: ReachWord | null): Said => (reach === null ? null : [{ name: null, reach }]);

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

/** `Were faults found? No` */
const answered: Way = (line) => {
  const [, asked, reply] =
    /^\s{0,40}([^?]{5,50})\?\s{1,9}(\p{L}{1,5})(?:\s\(\d{1,3}\))?\.?\s{0,9}$/u.exec(line) ?? [];
  if (asked === undefined || !(saysYes(reply!) || saysNo(reply!))) return null;
  return asked.split(/\s+/).some((word) => labelOf(word)?.role === 'code')
    ? saidAbove(saysNo(reply!) ? 'clean' : 'holdsCodes')
    : null;
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

/** `Connection Park aid failed` */
const aroundName: Way = (line) => {
  const [, begins, name, ends] =
    /^\s{0,40}(\p{L}{4,16})\s(\p{L}.{1,40}?)\s(\p{L}{4,16})\.?$/u.exec(line) ?? [];
  const reach = begins === undefined ? null : reachWordOf(`${begins} ${ends!}`);
  return reach !== null && isUnread.has(reach) && reachWordOf(name!) === null ? saidOf(name, reach) : null;
};

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

/** One that a function finds. */
const one =
  (find: (line: string, legend: Reaches) => ModuleState | null): Way =>
  (line, legend) => {
    const found = find(line, legend);
    return found && [found];
  };

/** `Gauges   CUR: none   HIST: none` */
function ofStatuses(cells: readonly string[]): Said {
  const parts = cells.slice(1).map((cell) => /^(\p{L}[\p{L} ]{1,20}?)\s?[:=]\s?(\S.{0,30})$/u.exec(cell));
  const clean = parts.every(
    (part) =>
      part &&
      (statusWordOf(part[1]!) !== null || statusOfPlural(part[1]!.toLowerCase()) !== null) &&
      (part[2] === '0' || stateOf(part[2]!) === 'clean'),
  );
  return parts.length > 0 && clean ? saidOf(cells[0], 'clean') : null;
}

/** `Airbag   no codes`, `Step 4   Read codes   0 codes`: one of the cells, or several of them, say it. */
function behindCells(cells: readonly string[], legend: Reaches): Said {
  for (let at = 1; at < Math.min(cells.length, mostCells); at++) {
    if (at + 1 < cells.length && cells.slice(0, at + 1).every(isOfSteps)) continue;
    const reach =
      stateOf(cells.slice(at).join(' '), legend) ??
      (/\p{L}/u.test(cells[at]!) || at === cells.length - 1 ? stateOf(cells[at]!, legend) : null);
    if (reach === null) continue;
    const name = cells.slice(0, at).join('  ');
    // `BEFORE CLEAR   AFTER CLEAR` stands over columns.
    if (isTitle(name) && isTitle(cells[at]!)) return [];
    // `Step 4   Read codes   0 codes` is said of the module above.
    if (at > 1 && cells.slice(0, at).every(isOfSteps)) return saidAbove(reach);
    // `Hitch   n.v.   -`: whatever is said between, it does not count as read.
    const between = /^[-–—]+$/.test(cells[at]!) && at > 1 && /^(?:\p{Ll}\.?\s?){1,4}$/u.test(cells[at - 1]!);
    const unclear = between ? saidOf(cells[0], 'unclear') : null;
    if (unclear) return unclear;
    if (readModuleName(cells.slice(0, at).find((cell) => /\p{L}{2}/u.test(cell)) ?? ''))
      return [{ name, reach }];
  }
  return null;
}

const byCells: Way = (line, legend) => {
  const cells = splitCells(line);
  // A line of so many cells is a row of figures.
  if (cells.length > 2 * mostCells) return [];
  // `TRAILER UNIT   part no. not read`: it is said of the number.
  if (cells.length > 1 && isNoNumber(cells.at(-1)!)) return [];
  const first = (): Said => {
    const found = inFront(cells);
    return found && [found];
  };
  return ofStatuses(cells) ?? inTurn(cells, legend) ?? first() ?? behindCells(cells, legend);
};

/** The number of a step, or what is done in it. */
const isOfSteps = (cell: string): boolean =>
  /^\p{L}{1,8}\.?\s?\d{1,3}[.:]?$/u.test(cell) ||
  isTitle(cell) ||
  (isAsking(cell.split(' ', 1)[0]!) && labelOf(cell.slice(cell.indexOf(' ') + 1))?.role === 'code');

/** `Sunroof module. Did not answer.`: a name, and sentences that each say something of it. */
function sentenced(line: string, legend: Reaches): Said {
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

/** `Restraints   2 codes   Body   no codes`: a name and its state, in turn. */
function inTurn(cells: readonly string[], legend: Reaches): Said {
  if (cells.length < 4 || cells.length > mostCells || cells.length % 2 !== 0) return null;
  const found: ModuleState[] = [];
  for (let at = 0; at < cells.length; at += 2) {
    const reach = stateOf(cells[at + 1]!, legend);
    if (reach === null || stateOf(cells[at]!, legend) !== null || !readModuleName(cells[at]!)) return null;
    found.push({ name: cells[at]!, reach });
  }
  return found;
}

/** `(+) Restraints 2`: a mark of the legend, a name, and how many codes it holds. */
function markedBy(line: string, legend: Reaches): ModuleState | null {
  if (!legend || legend.size === 0) return null;
  // `GREEN   Cluster`
  const [worded, named, ...more] = splitCells(line);
  const byWord = more.length === 0 && /^\p{L}{3,12}$/u.test(worded ?? '') ? legend.get(worded!) : undefined;
  if (byWord !== undefined && named !== undefined && readModuleName(named))
    return { name: named, reach: byWord };
  const [, mark, name, count] =
    /^\s{0,40}([^\s\p{L}\p{N}]{1,4}|[([][\p{L}\p{N}]{1,4}[)\]])\s{1,9}(\p{L}.{1,50}?)(?:\s{1,40}(\d{1,4}))?\s{0,9}$/u.exec(
      line.replace(/^\s{0,40}(?:\[\s{1,3}\]|\(\s{1,3}\))/, (box) => markOf(box.trim())),
    ) ?? [];
  const reach =
    mark === undefined ? undefined : (legend.get(mark) ?? legend.get(mark.replace(/^[[(]|[\])]$/g, '')));
  if (!reach || !readModuleName(name!)) return null;
  return {
    name: name!,
    reach: count === undefined || reach !== 'read' ? reach : Number(count) > 0 ? 'holdsCodes' : 'clean',
  };
}

/** `Cluster ... 0`; what has two figures may be an address. */
function dottedCount(line: string): ModuleState | null {
  const [, name, count] =
    /^\s{0,40}(\p{L}[^.:=|]{1,40}?)\s{0,9}\.{3,80}\s{0,9}(\d)\s{0,9}$/u.exec(line) ?? [];
  return name !== undefined && !isOnlyLabel(name) && !isTitle(name) && readModuleName(name)
    ? { name, reach: Number(count) === 0 ? 'clean' : 'holdsCodes' }
    : null;
}

/** Words in front of what is said that do not belong to it: `We could …`. */
const mostBefore = 1;
/** Words at the end of a sentence that complete what is said. */
const mostEnding = 3;

/**
 * `No codes in the cluster.`, `We could not establish communication with the left seat`, and with the name inside of what
 * is said: `Kommunikation mit Sitz links nicht möglich`.
 */
function withinOf(line: string): ModuleState | null {
  if (line.length > 120 || /[:=|;\t]|\S\s{2,}\S/.test(line.trim())) return null;
  const words = line.trim().replace(/\.$/, '').split(/\s+/);
  if (words.length < 3 || !words.every((word) => /^[\p{L}\d]/u.test(word))) return null;
  for (let at = 1; at < words.length - 1; at++) {
    if (words[at]!.length > 5 || !isFiller(words[at]!)) continue;
    for (let from = 0; from <= mostBefore && from < at; from++) {
      const said = words.slice(from, at).join(' ');
      const name = nameBehind(words.slice(at + 1));
      const reach = said.length > 2 && name !== null ? reachWordOf(said) : null;
      if (reach !== null && reach !== 'holdsCodes' && reach !== 'read') return { name: name!, reach };
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

/** `17;Cluster;0;`, `CLUSTER   000` */
function partedNought(line: string): ModuleState | null {
  const name = (/^\s{0,20}(?:(?:0x)?[\dA-F]{2};)?(\p{L}[^;|]{1,40});\s?0;?\s{0,9}$/u.exec(line) ??
    /^\s{0,20}(\p{L}[^;|:=]{1,40}?)\s{2,80}000\s{0,9}$/u.exec(line))?.[1];
  return name !== undefined && !isOnlyLabel(name) && readModuleName(name) ? { name, reach: 'clean' } : null;
}

/** `03 faults in Airbag` */
function countedOf(line: string): ModuleState | null {
  const parts = /^\W*(\d{1,4})\s+(\p{L}[\p{L}()]{2,20})\s+(\p{L}{1,6})\s+(\p{L}.{1,50})$/u.exec(line);
  if (!parts || !isWithin(parts[3]!) || labelOf(parts[2]!)?.role !== 'code') return null;
  if (!readModuleName(parts[4]!) || /\d/.test(parts[4]!)) return null;
  return { name: parts[4]!, reach: Number(parts[1]) === 0 ? 'clean' : 'holdsCodes' };
}

/** `[OK]   Engine`, `✔ Engine`: what is said stands in front of the name. */
function inFront(all: readonly string[]): ModuleState | null {
  const cells = all.filter((cell) => !/^[-–—]+$/.test(cell));
  const tick = cells.length === 1 ? /^[✓✔☑✅]\s*(\p{L}.{1,60})$/u.exec(cells[0]!)?.[1] : undefined;
  if (tick !== undefined && readModuleName(tick)) return { name: tick, reach: 'read' };
  // `[0] Cluster`: how many codes it holds, where others have more.
  const nought = cells.length === 1 ? /^\[0\]\s(\p{L}.{1,60})$/u.exec(cells[0]!)?.[1] : undefined;
  if (nought !== undefined && readModuleName(nought)) return { name: nought, reach: 'clean' };
  // `no codes / Cluster`
  const [, before, behind] = /^(.{2,40}?)\s[/–—-]\s(\p{L}.{1,50})$/u.exec(cells[0] ?? '') ?? [];
  const over = cells.length === 1 && before !== undefined ? reachWordOf(before) : null;
  if (over !== null && over !== 'holdsCodes' && over !== 'read' && reachWordOf(behind!) === null)
    return readModuleName(behind!) ? { name: behind!, reach: over } : null;
  const bracket = /^[[(]([^\])]{1,20})[\])](?:\s*(\p{L}.*))?$/u.exec(cells[0] ?? '');
  const rest = bracket?.[2] === undefined ? cells.slice(1) : [bracket[2], ...cells.slice(1)];
  // A figure behind the name counts what it holds.
  const alone = rest.length === 1 || (rest.length === 2 && /^\(?\d{1,4}\)?$/.test(rest[1]!));
  const [said, name] =
    bracket && alone ? [bracket[1]!, rest[0]!] : cells.length === 2 ? [cells[0]!, cells[1]!] : ['', ''];
  if (!/\p{L}/u.test(said) || reachWordOf(name) !== null) return null;
  const reach = reachWordOf(said);
  return reach !== null && (bracket || reach !== 'holdsCodes') && reach !== 'read' && readModuleName(name)
    ? { name, reach }
    : null;
}

const mostCells = 10;

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
    if (/^[^(]*\)/.test(phrase)) continue;
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

/** `+ Engine   ! Restraints   x Seat left`: names in a row, each behind a mark of the legend. */
const marksInCells: Way = (line, legend) => {
  if (legend === undefined || legend.size === 0) return null;
  const cells = cellsOf(line, null);
  const said = cells.map(({ text }) => {
    const [, mark, name] = /^(\S{1,3})\s(\p{L}.{1,50})$/u.exec(text) ?? [];
    return saidOf(name, legend.get(mark ?? '') ?? null);
  });
  return cells.length > 1 && said.every((one) => one !== null) ? said.flat() : null;
};

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
