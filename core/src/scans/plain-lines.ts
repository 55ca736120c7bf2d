/** The lines of a report without what a printer, a log or a screen puts around them. */
import { splitCells } from './cells.js';
import { readCodeLine } from './code-line.js';
import { anyCode } from './habits.js';
import { readModuleName } from './heading.js';
import { type Lines } from './lines.js';
import { stateOf } from './module-state.js';
import { type ReadingOrder } from './page-columns.js';
import { isFiller, labelOf, statusWordOf } from './vocabulary.js';

type Plain = (line: string) => string;

/** As many blanks. */
export const blank = (text: string): string => ' '.repeat(text.length);

/** Lines by which it is told what stands around all of them. */
const searched = 400;

const speech =
  /^\[?\d{1,4}[./-]\d{1,2}[./-]\d{2,4},?\s\d{1,2}:\d{2}(?::\d{2})?(?:\s?[AP]M)?\]?\s(?:-\s)?(\p{L}[^:]{1,30}):\s/iu;

/**
 * What stands in front of each line of a chat in which one person writes: the time and the name; null for no chat. A name
 * with a code right behind it is a module's.
 */
function speakerIn(lines: Lines): RegExp | null {
  const names = new Set<string>();
  let seen = 0;
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 200);
    const spoken = speech.exec(line);
    if (!spoken) continue;
    if (readCodeLine(line.slice(spoken[0].length))?.before === null) return null;
    names.add(spoken[1]!);
    seen++;
  }
  return seen >= 3 && names.size === 1 ? speech : null;
}

const level =
  /^\s{0,9}(?:\[?[\d:.,T/-]{5,26}Z?\]?\s{1,9})?\[?(?:TRACE|DEBUG|INFO|NOTICE|WARN(?:ING)?|ERR(?:OR)?|FATAL)\]?:?\s{1,9}(?=\S)/;

/** What stands in front of each line of a log: how grave it is; null for no such log. */
function levelIn(lines: Lines): RegExp | null {
  let seen = 0;
  const last = Math.min(lines.count, searched);
  for (let at = 1; at <= last; at++) if (level.test(lines.at(at).slice(0, 60))) seen++;
  return seen >= 3 && 2 * seen > last ? level : null;
}

/** True where every code has a slash and a word close behind it: `B1318-16/active/driver loop`. */
function isSlashed(lines: Lines): boolean {
  let seen = 0;
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 200);
    if (!anyCode.test(line)) continue;
    if (!/(?<![\w.-])[PCBU][0-3][\dA-F]{3}(?:[-:][\dA-F]{2})?\/\p{L}[^/]{2,40}\//iu.test(line)) return false;
    seen++;
  }
  return seen >= 2;
}

/** The parts of such a line, or of a name and what is said of it (`Trailer/no answer`); a name may have a slash of its own. */
const withoutSlashes: Plain = (line) => {
  const said = line.slice(line.indexOf('/') + 1);
  return anyCode.test(line) || (line.includes('/') && stateOf(said) !== null)
    ? line.replace(/\//g, '   ')
    : line;
};

export interface AddressBook {
  readonly names: ReadonlyMap<string, string>;
  /** The line that they are printed on. */
  readonly line: number;
}

const addressed = /^\s{0,9}((?:0x)?[\dA-F]{2,3})\s?[:=]\s/i;

/** `15 = Airbag, 17 = Cluster`, and lines that begin with those addresses; null for none. */
export function addressesIn(lines: Lines): AddressBook | null {
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 300);
    const names = new Map<string, string>();
    const parts = line.split(/[,;]\s{1,9}/);
    for (const part of parts) {
      const [, address, name] = /^\s{0,9}((?:0x)?[\dA-F]{2,3})\s?=\s?(\p{L}.{1,40})$/iu.exec(part) ?? [];
      if (address === undefined || !/\d/.test(address) || readModuleName(name!) === null) break;
      names.set(address.toUpperCase(), name!.trim());
    }
    if (names.size < 2 || names.size < parts.length) continue;
    let used = 0;
    for (let below = at + 1; below <= Math.min(lines.count, searched); below++)
      if (names.has(addressed.exec(lines.at(below).slice(0, 20))?.[1]?.toUpperCase() ?? '')) used++;
    if (used >= 2) return { names, line: at };
  }
  return null;
}

/** A line with the name in place of the address that it begins with. */
const withNameOf = (line: string, { names }: AddressBook): string =>
  line.replace(addressed, (whole, address: string) => {
    const name = names.get(address.toUpperCase());
    return name === undefined ? whole : `${name}: `;
  });

const shortName = /^\s{0,9}([A-Z]{2,5}\d?)\s{2,9}(?=\p{L}[^\s]{0,30}\p{Ll})/u;

/** True where rows begin with a short name of the module and its name behind it: `RCM  Restraint control   no codes`. */
function hasShortNames(lines: Lines): boolean {
  const seen = new Set<string>();
  let stated = 0;
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 200);
    const short = shortName.exec(line);
    if (!short) continue;
    const cells = splitCells(line);
    if (cells.length < 3 || seen.has(short[1]!)) return false;
    seen.add(short[1]!);
    if (stateOf(cells[2]!) !== null) stated++;
  }
  return seen.size >= 3 && stated > 0;
}

/** A row without the short name in front. */
const withoutShortName = (line: string): string => line.replace(shortName, blank);

/** Lines that are drawn: those that run down part cells, all others are blanks. */
const withoutBoxes: Plain = (line) =>
  /[\u2500-\u257f]/.test(line)
    ? line
        .replace(/^[\s\u2500-\u257f]+/, blank)
        .replace(/[│┃║]/g, '|')
        .replace(/[\u2500-\u257f]/g, ' ')
    : line;

/** ` . . . . ` as it would stand without blanks between. */
const withLeaders: Plain = (line) =>
  line.includes(' . . . ') ? line.replace(/(?: \.){3,200} ?/g, (dots) => '.'.repeat(dots.length)) : line;

/** `| Airbag || B1318-16`: cells of a page that people edit. */
const withSingleBars: Plain = (line) => line.replace(/\|\||!!/g, '|').replace(/^!/, '|');

/** `Body....B1318-16....active`: dots close to a code are blanks. */
const withoutDots: Plain = (line) =>
  anyDotted.test(line) ? line.replace(/\.{3,200}/g, (dots) => ' '.repeat(dots.length)) : line;
const anyDotted = /\.{3}[PCBU][0-3][\dA-F]{3}(?!\w)/i;

/** Characters in which a box of stars begins. */
const firstPart = 8192;

/** A line of a box of stars. */
const withoutStars: Plain = (line) =>
  line.replace(/^(\s{0,9})\*(?=\s.*\s\*\s*$)/, '$1 ').replace(/\s\*\s*$/, '');

/** Signs of a list close in front of a code: `++B1318`, `-B1318`. */
const signsAtCode = /^\s{0,40}[+–-]{1,6}(?=[PCBU][0-3][\dA-F]{3}(?![\dA-F]))/im;

const nameAtEnd =
  /^(\s{0,40})(\S.{2,200}?)\s(?:(\p{L}{1,5})\s["“„]([^"“”„]{2,60})["”“]|\((\p{L}[^()]{2,40})\))\s{0,9}$/u;

/** True where every code has a name at the end of its line: `B1318-16 active in "Body"`, `B1318-16 active (Body)`. */
function endsInNames(lines: Lines): boolean {
  let [seen, stated] = [0, 0];
  const names = new Set<string>();
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 300);
    const own = withNameInFront(line);
    // Each code has one; what stands in brackets behind a name is none.
    if (own === line && anyCode.test(line)) return false;
    if (own === line) continue;
    seen++;
    // What stands in brackets behind codes alone may as well be what they mean.
    if (!line.trimEnd().endsWith(')') || !anyCode.test(line)) stated++;
    names.add(own.slice(0, own.indexOf(':')).trim());
  }
  return seen >= 3 && stated > 0 && names.size < seen;
}

/** Such a line with the name in front. */
const withNameInFront: Plain = (line) => {
  const [, indent, said, word, quoted, held] = nameAtEnd.exec(line) ?? [];
  const name = quoted ?? held;
  if (name === undefined || statusWordOf(name) !== null || stateOf(name) !== null) return line;
  const isSaid = word === undefined ? anyCode.test(said!) || stateOf(said!) !== null : isFiller(word);
  return isSaid && readModuleName(name) !== null ? `${indent!}${name!}:   ${said!}` : line;
};

const addressAndName = /^(\s{0,40})(0x[\da-f]{2,3})\s\((\p{L}[^()]{1,50})\)(?=\s|:|$)/iu;

/** `0x15 (Airbag)` as `Airbag (0x15)`. */
const withNameBefore: Plain = (line) => line.replace(addressAndName, '$1$3 ($2)');

const firstCell = /^\s{0,20}(\S[^|]{1,30}?)\s?\|\s?([^|]{2,60}?)\s{0,20}(?:\||$)/;

/** What stands in front of several headings, each time the same: `Reader 3 | Airbag | 2 codes`; null for nothing. */
function repeatedInFront(lines: Lines): string | null {
  const seen = new Map<string, Set<string>>();
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 200);
    const [, first, second] = firstCell.exec(line) ?? [];
    if (first === undefined || !/\p{L}{2}/u.test(first)) continue;
    const own = seen.get(first) ?? new Set();
    seen.set(first, own);
    // A name that codes stand beside is a module's.
    own.add(anyCode.test(line) ? '' : second!);
  }
  const [found] = [...seen].find(([, own]) => own.size >= 3 && !own.has('')) ?? [];
  return found ?? null;
}

const nameLast =
  /^(\s{0,40})(\p{L}.{2,80}?)(\s{2,80}[PCBU][0-3][\dA-F]{3}(?:[-:][\dA-F]{2})?(?![\w-]).{0,80}?\s{2,80})(\p{L}(?:\S|\s(?=\S)){1,40})\s{0,9}$/u;

/** `no faults   -   -   Cluster` */
const stateFirst =
  /^(\s{0,40})(\p{L}.{2,60}?)(\s{2,80}(?:-\s{2,80}){0,4})(\p{L}(?:\S|\s(?=\S)){1,40})\s{0,9}$/u;

/** Such a line with the name in front. */
const withNameFirst: Plain = (line) =>
  stateOf(stateFirst.exec(line)?.[2] ?? '') !== null
    ? line.replace(stateFirst, '$1$4$3$2')
    : line.replace(nameLast, '$1$4$3$2');

/**
 * True where every code has words in front and a name that comes again at the end of its line, and lines that say
 * something of a module end with its name too: without those, what stands in front may as well be the names.
 */
function endsInNamesOfCodes(lines: Lines): boolean {
  const names = new Set<string>();
  let [seen, stated] = [0, 0];
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 300);
    if (!anyCode.test(line)) {
      const [, , said, , name] = stateFirst.exec(line) ?? [];
      if (said !== undefined && stateOf(said) !== null && stateOf(name!) === null && readModuleName(name!))
        stated++;
      continue;
    }
    const [, , text, , name] = nameLast.exec(line) ?? [];
    if (text === undefined || statusWordOf(name!) !== null || !readModuleName(name!)) return false;
    names.add(name!);
    seen++;
  }
  return seen >= 3 && names.size < seen && stated > 0;
}

/** True where every code has its fields in brackets, beginning with the line: `[15] [Body] [B1318-16] [active]`. */
function isInBrackets(lines: Lines): boolean {
  let seen = 0;
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 200);
    if (!anyCode.test(line)) continue;
    if (!/^\s{0,20}\[[^\][]{1,60}\]\s?\[[^\][]{1,60}\]\s?\[/.test(line)) return false;
    seen++;
  }
  return seen >= 2;
}

const addressInFront = /^(\s{0,20})(?=[\dA-F]{0,2}\d)[\dA-F]{2}(?:\s?[:–-]\s|\s{2,9})\p{L}{2}/u;
const lettersInFront =
  /^(\s{0,20})([A-F]{2})(?:\s?[:–-]\s|\s{2,9}(?=\S{1,40}(?:\s\S{1,40}){0,9}\s*$))(?=\p{L}{2})/u;

/** True where several lines begin with an address: one of two letters is an address too. */
function beginsWithAddresses(lines: Lines): boolean {
  let seen = 0;
  for (let at = 1; at <= Math.min(lines.count, searched); at++)
    if (addressInFront.test(lines.at(at).slice(0, 60))) seen++;
  return seen >= 2;
}

const nameAndWord = /^(\s{0,20}\p{L}[^():=|]{1,30}?)\s\((\p{Ll}[\p{L} ]{2,14})\)/u;

/** Names that differ by no more than a word in brackets: `Seat (driver)`, `Seat (passenger)`. */
function toldApart(lines: Lines): ReadonlySet<string> {
  const words = new Map<string, Set<string>>();
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const [, name, word] = nameAndWord.exec(lines.at(at).slice(0, 80)) ?? [];
    if (
      name === undefined ||
      statusWordOf(word!) !== null ||
      stateOf(word!) !== null ||
      labelOf(word!) !== null
    )
      continue;
    const own = words.get(name.trim()) ?? new Set();
    words.set(name.trim(), own.add(word!));
  }
  return new Set([...words].filter(([, own]) => own.size > 1).map(([name]) => name));
}

const labelAtEnd = /^(\s{0,40})(\S.{0,200}?)\s{3,200}(\p{L}{3,20})\s{0,9}$/u;
const ofFields: ReadonlySet<string> = new Set([
  'module',
  'code',
  'text',
  'status',
  'type',
  'count',
  'address',
]);

/** `B1318-16        Code` as `Code: B1318-16`. */
const withLabelInFront: Plain = (line) => {
  const [, indent, value, label] = labelAtEnd.exec(line.slice(0, 300)) ?? [];
  const role = label === undefined ? undefined : labelOf(label)?.role;
  return role !== undefined && ofFields.has(role) && labelOf(value!) === null
    ? `${indent!}${label!}: ${value!}`
    : line;
};

/** True where nearly every line has its label at the end, of a code among them. */
function endsInLabels(lines: Lines): boolean {
  let [all, labelled, codes] = [0, 0, 0];
  for (let at = 1; at <= Math.min(lines.count, searched); at++) {
    const line = lines.at(at).slice(0, 300);
    if (line.trim() === '') continue;
    all++;
    if (withLabelInFront(line) === line) continue;
    labelled++;
    if (readCodeLine(line)?.before === null) codes++;
  }
  return codes >= 2 && labelled >= 0.8 * all;
}

/** The lines in their order, each as it would stand by itself; the same ones where nothing stands around them. */
export function plainOrder(
  order: ReadingOrder,
  lines: Lines,
  text: string,
  book: AddressBook | null,
): ReadingOrder {
  const steps: Plain[] = [];
  const front = speakerIn(lines) ?? levelIn(lines);
  if (front) steps.push((line) => line.replace(front, ''));
  if (/[\u2500-\u257f]/.test(text)) steps.push(withoutBoxes);
  if (isSlashed(lines)) steps.push(withoutSlashes);
  if (/^\s{0,9}\*{8,200}\s{0,9}$/m.test(text.slice(0, firstPart))) steps.push(withoutStars);
  if (/^.{0,80}(?:\|\||!!).{0,80}(?:\|\||!!)/m.test(text)) steps.push(withSingleBars);
  if (anyDotted.test(text)) steps.push(withoutDots);
  if (/^\s{0,20}<<\s.{1,60}\s>>\s*$/m.test(text))
    steps.push((line) => line.replace(/^(\s{0,20})<<\s(.{1,60})\s>>\s*$/, '$1== $2 =='));
  if (isInBrackets(lines)) steps.push((line) => line.replace(/\[([^\][]{1,60})\]/g, '  $1  '));
  if (beginsWithAddresses(lines)) steps.push((line) => line.replace(lettersInFront, '$1address $2 '));
  if (text.includes(' . . . ')) steps.push(withLeaders);
  if (signsAtCode.test(text)) steps.push((line) => line.replace(signsAtCode, blank));
  if (/["”“)]\s*$/m.test(text) && endsInNames(lines)) steps.push(withNameInFront);
  if (/^\s{0,40}0x[\da-f]{2,3}\s\(/im.test(text)) steps.push(withNameBefore);
  if (endsInNamesOfCodes(lines)) steps.push(withNameFirst);
  if (endsInLabels(lines)) steps.push(withLabelInFront);
  const apart = text.includes('(') ? toldApart(lines) : new Set();
  if (apart.size > 0)
    steps.push((line) =>
      line.replace(nameAndWord, (whole, name: string, word: string) =>
        apart.has(name.trim()) ? `${name} ${word}` : whole,
      ),
    );
  const banner = text.includes('|') ? repeatedInFront(lines) : null;
  if (banner !== null)
    steps.push((line) =>
      firstCell.exec(line)?.[1] === banner ? line.slice(line.indexOf('|') + 1).trimStart() : line,
    );
  if (book) steps.push((line) => withNameOf(line, book));
  if (hasShortNames(lines)) steps.push(withoutShortName);
  if (steps.length === 0) return order;
  return { ...order, at: (at) => steps.reduce((line, step) => step(line), order.at(at)) };
}
