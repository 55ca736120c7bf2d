/** What a report says of a module instead of codes, with the module's name where that stands on the same line. */
import { isNoNumber, readModuleName } from './heading.js';
import { statusOfPlural } from './section-words.js';
import {
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
  saysFailed,
  saysNo,
  saysNoLink,
  saysNothing,
  saysYes,
  statusWordOf,
} from './vocabulary.js';
import { splitCells } from './cells.js';

export interface ModuleState {
  /** The module's part of the line; null where the line speaks of the module above. */
  readonly name: string | null;
  readonly reach: ReachWord;
}

/** What a text says of a module and nothing else; dashes alone are of no code. */
export function stateOf(text: string, legend?: ReadonlyMap<string, ReachWord>): ReachWord | null {
  const bare = text.trim();
  const own = legend?.get(bare) ?? legend?.get(bare.replace(/^[[(]|[\])]$/g, ''));
  if (own) return own;
  // `n/a (no response)`: why stands in the bracket.
  const held = bare.length < 80 ? /^\S[^()]{0,40}?\s?\(([^()]{3,40})\)$/.exec(bare)?.[1] : undefined;
  const why = held === undefined ? null : reachWordOf(held);
  if (why !== null && unread.has(why) && reachWordOf(bare.slice(0, bare.indexOf('('))) !== null) return why;
  // `not available, no response`: the plainer one counts. `read, no codes`: what says more.
  const parts = bare.length < 80 ? bare.split(/,\s{0,9}|\s[-–—]\s/).map((part) => reachWordOf(part)) : [];
  const parted = parts.length > 1 && parts.every((part) => part !== null);
  if (parted && parts.includes('silent')) return 'silent';
  const said = reachWordOf(
    bare.replace(/^(\p{L}[\p{L} ]{2,20})\s*[:=]\s*/u, (whole, key: string) => {
      const role = labelOf(key)?.role;
      return role === 'status' || role === 'result' ? '' : whole;
    }),
  );
  if (said !== null) return said;
  if (bare.length < 24 && saysNothing(bare)) return 'clean';
  // `DTC count 0`
  const [, label, figure] = /^(\p{L}[\p{L} ]{2,20})\s(\d{1,4})$/u.exec(bare) ?? [];
  const counted =
    label !== undefined && labelOf(label)?.role === 'codeCount' ? Number(figure) : countsIn(bare);
  if (counted !== null) return counted > 0 ? 'holdsCodes' : 'clean';
  if (parted) return parts.find((part) => part !== 'read') ?? 'read';
  return /^(?:[-–—]{1,6}|\{\s*\}|\[\s*\])$/.test(bare) ? 'clean' : null;
}

/** `4 stored, 1 current`: how many codes there are, counted by status; null where that is not all that is said. */
function countsIn(text: string): number | null {
  if (text.length > 80 || !/^\d/.test(text)) return null;
  const parts = text
    .split(/\s{0,9}[,;/+]\s{0,9}/)
    .map((part) => /^(\d{1,4})\s(\p{L}[\p{L} ]{2,20})$/u.exec(part));
  return parts.every((part) => part !== null && statusWordOf(part[2]!) !== null)
    ? parts.reduce((sum, part) => sum + Number(part![1]), 0)
    : null;
}

const unread: ReadonlySet<ReachWord> = new Set(['silent', 'timed-out', 'refused', 'not-fitted']);

/** Why a module was not read, where one part of a text says so: `unknown, no answer`. */
export const unreadIn = (text: string): ReachWord | null =>
  text
    .split(/[,;]\s{1,9}/)
    .map((part) => reachWordOf(part))
    .find((one) => one !== null && unread.has(one)) ?? null;

/**
 * What stands under a label or column that tells whether a module was reached.
 * @param link it tells of the contact alone: `none` is no answer there, and no clean module
 */
export function stateOfResult(
  text: string,
  link: boolean,
  legend?: ReadonlyMap<string, ReachWord>,
): ReachWord | null {
  const bare = text.trim();
  const own = legend?.get(bare);
  if (own) return own;
  if (saysNo(bare) || saysFailed(bare) || /^(?:-+|✗|✘|0)$/.test(bare) || (link && saysNoLink(bare)))
    return 'silent';
  if (link && (saysYes(bare) || bare === '1')) return 'read';
  return stateOf(text, legend);
}

/**
 * The states in a line: one, or one for each name of a list (`Silent modules: Trailer, Roof`).
 * @example moduleStates('Trailer ... no response')[0] // { name: 'Trailer', reach: 'silent' }
 */
export function moduleStates(line: string, legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] {
  if (line.length > 300) return [];
  const over = /^\s*(?:\d{1,2}[.)]\s)?(\p{L}[^:=]{1,50}?)\s*:\s*(\S.*)$/u.exec(line);
  if (over && !isOnlyLabel(over[1]!) && reachWordOf(over[1]!) === null && readModuleName(over[1]!)) {
    const reach = stateOf(over[2]!, legend) ?? (over[2]!.length < 60 ? unreadIn(over[2]!) : null);
    // `Read-out of "Restraints": 2 faults`
    const quoted = /"([^"]{2,60})"\s{0,9}$/.exec(over[1]!)?.[1];
    if (reach !== null && quoted !== undefined && readModuleName(quoted)) return [{ name: quoted, reach }];
    // `List of faults: empty` is said of the module above.
    if (reach !== null) return [{ name: isTitle(over[1]!) ? null : over[1]!, reach }];
  }
  // `Were faults found? No`
  const [, asked, reply] =
    /^\s{0,40}([^?]{5,50})\?\s{1,9}(\p{L}{1,5})(?:\s\(\d{1,3}\))?\.?\s{0,9}$/u.exec(line) ?? [];
  if (
    asked !== undefined &&
    (saysYes(reply!) || saysNo(reply!)) &&
    asked.split(/\s+/).some((word) => labelOf(word)?.role === 'code')
  )
    return [{ name: null, reach: saysNo(reply!) ? 'clean' : 'holdsCodes' }];
  const told = sentenced(line, legend) ?? namedInTurn(line, legend);
  if (told) return told;
  // `ECU 77 "Tailgate" timeout`
  const quoted = line.includes('"') ? /^\s*([^"]{0,40}"[^"]{2,60}")\s{1,9}(\p{L}.{1,60})$/u.exec(line) : null;
  const behind = quoted && stateOf(quoted[2]!, legend);
  if (behind && readModuleName(quoted[1]!)) return [{ name: quoted[1]!, reach: behind }];
  // `2.1 no faults`
  const numbered = /^\s*\d{1,2}\.\d{1,2}\.?\s{1,9}(\p{L}.{1,60})$/u.exec(line)?.[1];
  const below = numbered === undefined ? null : stateOf(numbered, legend);
  if (below !== null && below !== 'holdsCodes') return [{ name: null, reach: below }];
  // `Airbag   A:1 S:0`: how many there are, by letters.
  const lettered = /^\s*(\p{L}.{1,50}?)\s{1,40}((?:\p{Lu}{1,3}[:=]\d{1,3}[\s,]{0,3}){1,6})$/u.exec(line);
  if (lettered && readModuleName(lettered[1]!) && legend !== undefined)
    return [{ name: lettered[1]!, reach: /[1-9]/.test(lettered[2]!) ? 'holdsCodes' : 'clean' }];
  const whole = stateOf(line, legend);
  if (whole !== null) return /\p{L}/u.test(line) ? [{ name: null, reach: whole }] : [];
  const listed = listOf(line);
  if (listed.length > 0) return listed;
  // `BODY (0)`, `BODY [ ]`: no address is nought.
  const nought =
    /^\s*((?:\d{1,3}[.)]\s)?\p{L}[^()[\]]{1,50}?)\s?(?:\(0\)|\[0\]|\(\s{0,3}\)|\[\s{0,3}\])[.:]?\s*$/u.exec(
      line,
    )?.[1];
  if (nought !== undefined && readModuleName(nought)) return [{ name: nought, reach: 'clean' }];
  // `Connection Park aid failed`
  const [, begins, between, ends] =
    /^\s{0,40}(\p{L}{4,16})\s(\p{L}.{1,40}?)\s(\p{L}{4,16})\.?$/u.exec(line) ?? [];
  const around = begins === undefined ? null : reachWordOf(`${begins} ${ends!}`);
  if (around !== null && unread.has(around) && reachWordOf(between!) === null && readModuleName(between!))
    return [{ name: between!, reach: around }];
  // `[INFO] no codes`
  const tagged = /^\s{0,40}\[\p{Lu}{2,6}\s?\]\s{1,9}(\p{L}.{2,60})$/u.exec(line)?.[1];
  const ofTagged = tagged === undefined ? null : stateOf(tagged, legend);
  if (ofTagged !== null) return [{ name: null, reach: ofTagged }];
  // `no answer [Park aid]`
  const [, before, held] = /^\s{0,40}(\p{L}[^[\]]{2,40}?)\s\[(\p{L}[^[\]]{1,50})\]\s{0,9}$/u.exec(line) ?? [];
  const ofHeld = before === undefined ? null : reachWordOf(before);
  if (ofHeld !== null && ofHeld !== 'holdsCodes' && ofHeld !== 'read' && readModuleName(held!))
    return [{ name: held!, reach: ofHeld }];
  const within = withinOf(line);
  if (within) return [within];
  const counted = countedOf(line) ?? dottedCount(line) ?? partedNought(line);
  if (counted) return [counted];
  const marked = markedBy(line, legend);
  if (marked) return [marked];
  const cells = splitCells(line);
  // A line of so many cells is a row of figures.
  if (cells.length > 2 * mostCells) return [];
  // `TRAILER UNIT   part no. not read`: it is said of the number.
  if (cells.length > 1 && isNoNumber(cells.at(-1)!)) return [];
  // `Gauges   CUR: none   HIST: none`
  const ofStatuses = cells
    .slice(1)
    .map((cell) => /^(\p{L}[\p{L} ]{1,20}?)\s?[:=]\s?(\S.{0,30})$/u.exec(cell));
  if (
    ofStatuses.length > 0 &&
    ofStatuses.every(
      (parts) =>
        parts &&
        (statusWordOf(parts[1]!) !== null || statusOfPlural(parts[1]!.toLowerCase()) !== null) &&
        (parts[2] === '0' || stateOf(parts[2]!) === 'clean'),
    ) &&
    readModuleName(cells[0]!)
  )
    return [{ name: cells[0]!, reach: 'clean' }];
  const turns = inTurn(cells, legend);
  if (turns.length > 0) return turns;
  const first = inFront(cells);
  if (first) return [first];
  for (let at = 1; at < Math.min(cells.length, mostCells); at++) {
    if (at + 1 < cells.length && cells.slice(0, at + 1).every(isOfSteps)) continue;
    const reach =
      stateOf(cells.slice(at).join(' '), legend) ??
      (/\p{L}/u.test(cells[at]!) || at === cells.length - 1 ? stateOf(cells[at]!, legend) : null);
    if (reach === null) continue;
    const name = cells.slice(0, at).join('  ');
    // `Step 4   Read codes   0 codes` is said of the module above.
    if (at > 1 && cells.slice(0, at).every(isOfSteps)) return [{ name: null, reach }];
    // `Hitch   n.v.   -`: whatever is said between, it does not count as read.
    const between = /^[-–—]+$/.test(cells[at]!) && at > 1 && /^(?:\p{Ll}\.?\s?){1,4}$/u.test(cells[at - 1]!);
    if (between && readModuleName(cells[0]!)) return [{ name: cells[0]!, reach: 'unclear' }];
    if (
      /\p{L}{2}/u.test(name) &&
      readModuleName(cells.slice(0, at).find((cell) => /\p{L}{2}/u.test(cell)) ?? '')
    )
      return [{ name, reach }];
  }
  return atEnd(line.trim(), legend);
}

/** The number of a step, or what is done in it. */
const isOfSteps = (cell: string): boolean =>
  /^\p{L}{1,8}\.?\s?\d{1,3}[.:]?$/u.test(cell) ||
  isTitle(cell) ||
  (isAsking(cell.split(' ', 1)[0]!) && labelOf(cell.slice(cell.indexOf(' ') + 1))?.role === 'code');

/** `Sunroof module. Did not answer.`: a name, and sentences that each say something of it. */
function sentenced(line: string, legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] | null {
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
function namedInTurn(line: string, legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] | null {
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

/** Names in one line. */
const mostNames = 24;

/** `Restraints   2 codes   Body   no codes`: a name and its state, in turn. */
function inTurn(cells: readonly string[], legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] {
  if (cells.length < 4 || cells.length > mostCells || cells.length % 2 !== 0) return [];
  const found: ModuleState[] = [];
  for (let at = 0; at < cells.length; at += 2) {
    const reach = stateOf(cells[at + 1]!, legend);
    if (reach === null || stateOf(cells[at]!, legend) !== null || !readModuleName(cells[at]!)) return [];
    found.push({ name: cells[at]!, reach });
  }
  return found;
}

/** `(+) Restraints 2`: a mark of the legend, a name, and how many codes it holds. */
function markedBy(line: string, legend?: ReadonlyMap<string, ReachWord>): ModuleState | null {
  if (!legend || legend.size === 0) return null;
  const [, mark, name, count] =
    /^\s{0,40}([^\s\p{L}\p{N}]{1,4}|[([][\p{L}\p{N}]{1,4}[)\]])\s{1,9}(\p{L}.{1,50}?)(?:\s{1,40}(\d{1,4}))?\s{0,9}$/u.exec(
      line,
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

/** `No codes in the cluster.`, `No answer from the seat` */
function withinOf(line: string): ModuleState | null {
  const [, said, word, name] =
    /^\s{0,40}(\p{L}.{2,40}?)\s(\p{L}{1,5})\s(\p{L}[^:]{1,50}?)\.?\s{0,9}$/u.exec(line) ?? [];
  if (said === undefined || !isFiller(word!)) return null;
  const reach = reachWordOf(said);
  return reach !== null &&
    reach !== 'holdsCodes' &&
    reach !== 'read' &&
    !isOnlyLabel(name!) &&
    readModuleName(name!)
    ? { name: name!, reach }
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

function atEnd(line: string, legend?: ReadonlyMap<string, ReachWord>): readonly ModuleState[] {
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

/** `Modules without faults: Steering, Brakes`. */
function listOf(line: string): readonly ModuleState[] {
  const parts =
    /^\s*(?:[-*•]\s{1,9})?(\p{L}[^:(]{1,60}?)\s*(?:\(([^()]{1,30})\)\s*)?(?:(:)\s*|\s{2,200})(\S.*)$/u.exec(
      line,
    );
  if (!parts) return [];
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
  if (reach === null || reach === 'holdsCodes' || (reach === 'read' && parts[3] === undefined)) return [];
  return names.filter((name) => readModuleName(name) !== null).map((name) => ({ name, reach }));
}
