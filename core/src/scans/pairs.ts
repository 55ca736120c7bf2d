/** Labels with their values in a line: `Key: value`, `key....... value`, `#KEY# value`, `"key": "value"`, `key="value"`. */
import { readCode } from '../codes/index.js';
import {
  isModuleToken,
  isNameKey,
  isNumberWord,
  isOnlyLabel,
  type Label,
  labelOf,
  reachWordOf,
  type Role,
  statusWordOf,
} from './vocabulary.js';

export interface Pair {
  readonly key: string;
  /** What the label holds; null where no table knows it. */
  readonly label: Label | null;
  readonly value: string;
}

const json = /"([^"\\]{1,40})"\s*:\s*(?:"((?:[^"\\]|\\.){0,400})"|(\[\s*\]|-?\d[\d.]*|true|false|null))/g;
const attribute = /([\p{L}_][\p{L}\p{N}_:-]{0,39})\s*=\s*"([^"]{0,400})"/gu;
/** `<code>B1318</code>` */
const element = /<([\p{L}_][\p{L}\p{N}_:-]{0,39})>([^<>]{1,400})<\/\1>/gu;
const tag = /#([^#]{1,30})#\s*([^#]*)/g;
const leaders =
  /^\s{0,200}[-*•]?\s{0,200}(\p{L}[^.:=|]{0,38}?)\s{0,200}(?:\.{3,200}|…{1,200})\s{0,200}[:=]?\s{0,200}(\S.{0,200})$/u;

/**
 * The pairs of a line, or none where it is not made of them.
 * @example pairsOf('State: stored   Count: 3').map(({ key, value }) => [key, value]) // [['State', 'stored'], ['Count', '3']]
 */
export function pairsOf(whole: string): readonly Pair[] {
  if (whole.length > 2000) return [];
  // `[AIRBAG] id=15 hw=B04`
  const behindName = /^\s{0,40}\[[^\][=]{2,40}\]\s{1,9}(?=[\p{L}_]{1,20}=\S)/u.exec(whole);
  if (behindName) return pairsOf(whole.slice(behindName[0].length));
  const closed = /\s{2,200}[:=]\s/.test(whole) ? whole.replace(/\s{2,200}(?=[:=]\s)/g, ' ') : whole;
  // `Unit:      Restraints`: the value stands in a column of its own.
  const line = /[:=]\s{2}/.test(closed)
    ? closed.replace(/(\p{L}[:=])\s{2,200}(?=\S)(?!\p{L}[\p{L} ]{0,20}[:=])/gu, '$1 ')
    : closed;
  if (line.includes('"')) {
    const found = [...line.matchAll(json)].map(([, key, text, bare]) => pair(key!, text ?? bare!));
    if (found.length > 0) return withNamed(line, withCode(found));
    const quoted = quotedPairs(line);
    if (quoted) return quoted;
    const attributes = [...line.matchAll(attribute)];
    if (attributes.length > 0 && /^\s*<\w/.test(line))
      return [
        ...xmlPairs(line, attributes),
        ...[...line.matchAll(element)].map(([, key, value]) => pair(key!, value!.trim())),
      ];
  }
  if (line.includes('</')) {
    const elements = [...line.matchAll(element)].map(([, key, value]) => pair(key!, value!.trim()));
    if (elements.length > 0) return elements;
  }
  if (/^\s*#[^#]{1,30}#/.test(line))
    return [...line.matchAll(tag)].map(([, key, value]) => pair(key!, value!.trim()));
  // `#STA active`: a sign and a short word in capitals in front of what it says.
  const signed = /^\s{0,40}[#@$%&!*]{1,2}(\p{Lu}{2,8})[\s:=]{1,9}(\S.{0,300})$/u.exec(line);
  if (signed && labelOf(signed[1]!)) return [pair(signed[1]!, signed[2]!.trim())];
  const capitals = capitalPairs(line);
  if (capitals) return capitals;
  const dotted = line.includes('...') || line.includes('…') ? leaders.exec(line) : null;
  if (dotted) {
    const own = pair(dotted[1]!, dotted[2]!.trim());
    // `Test failed ....... no`
    return own.label || statusWordOf(own.key) ? [own] : [];
  }
  if (!/[:=\t]/.test(line)) {
    const parted = partedPair(line);
    if (parted) return parted;
    const qualified = /^\s*(\p{L}[^.:=|()]{0,30}\((?:hex|dec|dez)\))\.{0,2}\s+(\S.*)$/iu.exec(line);
    return qualified && labelOf(qualified[1]!)
      ? [pair(qualified[1]!, qualified[2]!.trim())]
      : bareCells(line);
  }
  const tight = tightPairs(line);
  if (tight) return withCode(tight);
  const cells = line
    .trim()
    .split(/\s{0,200}[|\t;]\s{0,200}|\s[·•]\s|\s{2,200}|,\s{1,200}(?=\p{L}[\p{L} ]{1,20}[:=])/u);
  const tabbed = line.includes('\t') && cells.length === 2 ? pair(cells[0]!, cells[1]!) : null;
  if (tabbed?.label) return [tabbed];
  const parted = partedPair(line);
  if (parted) return parted;
  const found: Pair[] = [];
  for (const cell of cells) found.push(...inCell(cell));
  return withCode(found);
}

/** `unit "Airbag" address 15 reply yes`: labels and what they say, words of several in quotes; null for anything else. */
function quotedPairs(line: string): readonly Pair[] | null {
  const parts = [
    ...line.matchAll(/\s{0,40}(\p{L}[\p{L}_-]{1,20})\s(?:"([^"]{0,200})"|([^\s"]{1,40}))(?=\s|$)/gu),
  ];
  const covered = parts.reduce((sum, [whole]) => sum + whole.length, 0);
  const found = parts.map(([, key, quoted, bare]) => pair(key!, quoted ?? bare!));
  return covered >= line.trimEnd().length &&
    (found[0]?.label?.role === 'module' || found[0]?.label?.role === 'code')
    ? found
    : null;
}

/** `ecu=RCM state=err reason="no answer"`: keys with their values close behind, and nothing between. */
function tightPairs(line: string): readonly Pair[] | null {
  const parts = [
    ...line.matchAll(/\s{0,200}([\p{L}_][\w.-]{0,23})=(?:"([^"]{0,400})"|([^\s"=]{0,200}))(?=\s|$)/gu),
  ];
  const covered = parts.reduce((sum, [whole]) => sum + whole.length, 0);
  return parts.length >= 2 && covered >= line.trimEnd().length
    ? parts.map(([, key, quoted, bare]) => pair(key!, quoted ?? bare!))
    : null;
}

/** `SYSTEM Airbag ID 15 DTC COUNT 2`: labels in capitals with what they say between, and no other sign. */
function capitalPairs(line: string): readonly Pair[] | null {
  if (line.length > 200 || !/^\s{0,40}\p{Lu}{2,12}\s/u.test(line) || /[:=|;\t(),]|\s{3}\S/.test(line.trim()))
    return null;
  const words = line.trim().split(/\s+/);
  if (words.length < 4 || words.length > 40) return null;
  if (reachWordOf(line) !== null) return null;
  // `NO RESPONSE` at the end is no label with a value.
  const said = [4, 3, 2].find(
    (count) =>
      count < words.length &&
      labelOf(words.at(-count)!) === null &&
      !/\d/.test(words.at(-count)!) &&
      reachWordOf(words.slice(-count).join(' ')) !== null,
  );
  const rest = said === undefined ? words : words.slice(0, -said);
  const found: { key: string; value: string[] }[] = [];
  for (let at = 0; at < rest.length; at++) {
    const two = rest.slice(at, at + 2).join(' ');
    const key = [two, rest[at]!].find(
      (text) => /^\p{Lu}{2,12}(?: \p{Lu}{2,12})?$/u.test(text) && labelOf(text),
    );
    const open = found.at(-1);
    if (key !== undefined && (open === undefined || open.value.length > 0)) {
      found.push({ key, value: [] });
      if (key === two) at++;
    } else if (open) open.value.push(rest[at]!);
    else return null;
  }
  const whole = found.every(({ value }) => value.length > 0);
  if (!whole || found.length + (said === undefined ? 0 : 1) < 2) return null;
  const pairs = found.map(({ key, value }) => pair(key, value.join(' ')));
  return said === undefined ? pairs : [...pairs, { ...pair('result', words.slice(-said).join(' ')) }];
}

const moduleRoles: ReadonlySet<Role> = new Set(['address', 'result', 'codeCount']);

/** True where the line opens a list of codes: `"codes": [`. */
export const opensCodes = (line: string): boolean =>
  [...line.matchAll(/"([^"\\]{1,40})"\s*:\s*\[/g)].some(([, key]) => labelOf(key!)?.role === 'code');

/** The name of an object that has an address, a result or a list of codes is a module's. */
function withNamed(line: string, found: readonly Pair[]): readonly Pair[] {
  const of = (role: Role) => found.some(({ label }) => label?.role === role);
  if (of('module') || !found.some(({ key }) => isNameKey(key))) return found;
  const holds = found.some(({ label }) => label !== null && moduleRoles.has(label.role)) || opensCodes(line);
  if (!holds) return found;
  return found.map((one) => (isNameKey(one.key) ? { ...one, label: labelOf('module') } : one));
}

/** `{ "id": "B1049", "sub": "13" }`: an identifier that is a code, where no other label names one. */
function withCode(found: readonly Pair[]): readonly Pair[] {
  const of = (role: Role) => found.find(({ label }) => label?.role === role);
  const id = of('address');
  if (of('code') || of('module') || !id || readCode(id.value)?.repaired !== false) return found;
  return found.map((one) => (one === id ? { ...one, label: labelOf('code') } : one));
}

/** `Control unit;Airbag;address 58`: a module's label, its name, and what goes with it. */
function partedPair(line: string): readonly Pair[] | null {
  if (!/[;|]/.test(line)) return null;
  const cells = line
    .trim()
    .split(/\s{0,200}[;|]\s{0,200}/)
    .filter((cell) => cell !== '');
  const own = cells.length >= 2 && cells.length <= 4 ? pair(cells[0]!, cells[1]!) : null;
  if (own?.label?.role !== 'module' || labelOf(cells[1]!) !== null || /\d{4}/.test(cells[1]!)) return null;
  const address = cells
    .slice(2)
    .flatMap((cell) => /^(.{2,16}?)[\s:.]+((?:0x)?[\da-f]{2,4})$/i.exec(cell) ?? []);
  const label = address.length > 0 ? labelOf(address[1]!) : null;
  const found = label?.role === 'address' ? [own, { key: address[1]!, label, value: address[2]! }] : [own];
  // `ECU;Seat left;6E;silent`
  const others = cells.slice(2);
  // A word that nobody knows may say as well that it was not reached.
  const said =
    others.find((cell) => reachWordOf(cell) !== null) ??
    others.find((cell) => /^[\p{L} ]{3,40}$/u.test(cell));
  return said === undefined ? found : [...found, { ...pair('result', said), key: said }];
}

/** `Number: B1318-16`: a number that is a code. */
const numbersCode = (key: string, value: string): boolean =>
  isNumberWord(key) && readCode(value.trim())?.repaired === false;

function pair(key: string, value: string): Pair {
  const label = labelOf(key) ?? (numbersCode(key, value) ? labelOf('code') : null);
  return { key: key.trim(), label, value: value.replace(/^"([^"]*)"$/, '$1') };
}

const open = /^[\s*•-]{0,200}(\p{L}[^:=|]{0,38}?)\s{0,200}(?::|=)(?!=)\s{0,200}(.{0,200})$/u;
const next = /\s(\p{L}[\p{L}. -]{1,22}?)\s*[:=]\s*(?=\S)/gu;

/** `DTC bytes: 9D 82 13 status: 09` holds two pairs; `Status: not active: see below` one. */
function inCell(cell: string): Pair[] {
  const first = open.exec(cell);
  if (!first) return [];
  const own = pair(first[1]!, first[2]!.trim());
  if (!own.label) return [own];
  for (const match of first[2]!.matchAll(next)) {
    const key = shortestLabel(match[1]!);
    if (key === null) continue;
    const at = match.index + match[0].indexOf(match[1]!) + match[1]!.length - key.length;
    return [{ ...own, value: first[2]!.slice(0, at).trim() }, ...inCell(first[2]!.slice(at))];
  }
  return [own];
}

/** The last words before a colon that are a label: of `13 left status` it is `status`. */
function shortestLabel(words: string): string | null {
  const all = words.split(' ');
  for (let count = Math.min(2, all.length); count >= 1; count--) {
    const key = all.slice(-count).join(' ');
    // `Climate control status`: what a module's name ends with is not the label's.
    const ofName =
      count === 2 && isModuleToken(all.at(-2)!) && labelOf(all.at(-1)!)?.role === labelOf(key)?.role;
    if (labelOf(key) && !ofName) return key;
  }
  return null;
}

/** `Odometer   88 120 km`: a label and what stands beside it, where all of a line is such. */
function bareCells(line: string): readonly Pair[] {
  if (!/\S\s{2,}\S/.test(line)) return [];
  const cells = line.trim().split(/\s{2,}/);
  if (cells.length % 2 !== 0 || cells.length > 12) return [];
  const found: Pair[] = [];
  for (let at = 0; at < cells.length; at += 2) {
    const label = labelOf(cells[at]!);
    const named = cells.length === 2 && isNameKey(cells[at]!);
    // `Battery   no reply` is said of a module.
    if (label && reachWordOf(cells[at + 1]!) !== null && !isOnlyLabel(cells[at]!.replace(/^\d{1,3}\s/, '')))
      return [];
    if ((!label && !named) || (labelOf(cells[at + 1]!) && reachWordOf(cells[at + 1]!) === null)) return [];
    found.push({ key: cells[at]!, label, value: cells[at + 1]! });
  }
  return found;
}

/** The attributes of a tag; `name` is the name of what the tag is called. */
function xmlPairs(line: string, attributes: readonly RegExpMatchArray[]): readonly Pair[] {
  const name = /^\s*<([\w:-]{1,40})/.exec(line)![1]!;
  const own = labelOf(name);
  const found = attributes.map(([, key, value]) =>
    isNameKey(key!) && own ? { key: name, label: own, value: value! } : pair(key!, value!),
  );
  // `<code id="B1318">`: of a code the number is the code.
  if (own?.role === 'code' && !found.some(({ label }) => label?.role === 'code')) {
    const at = found.findIndex(({ value }) => readCode(value) !== null);
    if (at >= 0) found[at] = { key: name, label: own, value: found[at]!.value };
  }
  const inside = />([^<>]{1,400})<\/[\w:-]+>\s*$/.exec(line)?.[1]?.trim();
  return inside && own?.role === 'code'
    ? [...found, { key: 'text', label: labelOf('text'), value: inside }]
    : found;
}
