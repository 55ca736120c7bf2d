/** The lines of a report without what a printer, a log or a screen puts around them. */
import { splitCells } from './cells.js';
import { readCodeLine } from './code-line.js';
import { anyCode, countFirst, eachCode, firstLines } from './first-lines.js';
import { readModuleName } from './heading.js';
import { type Lines } from './lines.js';
import { stateOf } from './module-state.js';
import { namesInOrder } from './name-order.js';
import { type ReadingOrder } from './page-columns.js';
import { blank, type Plain, when } from './plain.js';
import {
  countsRows,
  loggerIn,
  withYesAndNo,
  programSteps,
  withAddressesBelow,
  withLabelsBeside,
  withoutEdges,
} from './program-lines.js';
import { labelOf } from './vocabulary.js';

const speech =
  /^\[?(?:\d{1,4}[./-]\d{1,2}[./-]\d{2,4},?\s)?\d{1,2}:\d{2}(?::\d{2})?(?:\s?[AP]M)?\]?\s(?:-\s)?(\p{L}[^:]{1,30}):\s/iu;
/** People who write in a chat of a shop. */
const mostSpeakers = 3;

/**
 * What stands in front of each line of a chat in which few people write: the time and the name; null for no chat. A name
 * with a code right behind it, or with what is said of a module, is a module's.
 */
function speakerIn(lines: Lines): RegExp | null {
  const names = new Set<string>();
  let seen = 0;
  for (const { line } of firstLines(lines, 200)) {
    const spoken = speech.exec(line);
    if (!spoken) continue;
    const said = line.slice(spoken[0].length);
    if (readCodeLine(said)?.before === null || /^(?:silent|timed-out|clean)$/.test(stateOf(said) ?? ''))
      return null;
    names.add(spoken[1]!);
    seen++;
  }
  return seen >= 3 && names.size <= mostSpeakers && seen >= 2 * names.size ? speech : null;
}

const level =
  /^\s{0,9}(?:\[?[\d:.,T/-]{5,26}Z?\]?\s{1,9})?\[?(?:TRACE|DEBUG|INFO|NOTICE|WARN(?:ING)?|ERR(?:OR)?|FATAL)\]?:?\s{1,9}(?=\S)/;

/** What stands in front of each line of a log: how grave it is; null for no such log. */
function levelIn(lines: Lines): RegExp | null {
  let [first, last, seen] = [0, 0, 0];
  for (const { at, line } of firstLines(lines, 60))
    if (level.test(line)) {
      if (seen++ === 0) first = at;
      last = at;
    }
  return seen >= 3 && 2 * seen > last - first ? level : null;
}

const slashed = /(?<![\w.-])[PCBUpcbu][0-3][\da-fA-F]{3}(?:[-:][\da-fA-F]{2})?\/\p{L}[^/]{2,40}\//u;

/** True where every code has a slash and a word close behind it: `B1318-16/active/driver loop`. */
const isSlashed = (lines: Lines): boolean => eachCode(lines, 200, ({ line }) => slashed.test(line));

/** The parts of such a line, or of a name and what is said of it (`Trailer/no answer`); a name may have a slash of its own. */
const withoutSlashes: Plain = (line) => {
  const said = line.slice(line.indexOf('/') + 1);
  return anyCode.test(line) || (line.includes('/') && stateOf(said) !== null)
    ? line.replace(/\//g, '   ')
    : line;
};

export interface AddressBook {
  readonly names: ReadonlyMap<string, string>;
  /** The lines that they are printed on. */
  readonly lines: readonly number[];
}

const addressed = /^\s{0,9}((?:0x)?[\dA-F]{2,3})(?:\s?[:=]\s|\s{1,9}(?![:=]))/i;

/** `> 7A2 19 02 FF` */
const sentTo = /^\s{0,9}[<>]{1,2}\s?([\dA-F]{3})\s(?:[\dA-F]{2}\s?){3}/i;

/** Also `7A2/7AA = Restraints`: asked at one, answered from the other. */
const entry =
  /^\s{0,9}((?:0[xX])?[\da-fA-F]{2,3})(?:\s?\/\s?((?:0[xX])?[\da-fA-F]{2,3}))?\s?=\s?(\p{L}.{1,40})$/u;

/** `15 = Airbag, 17 = Cluster`, or one of them on a line, and lines that begin with those addresses; null for none. */
export function addressesIn(lines: Lines): AddressBook | null {
  const single = new Map<string, string>();
  const places: number[] = [];
  for (const { at, line } of firstLines(lines, 300)) {
    if (!line.includes('=')) continue;
    const names = new Map<string, string>();
    const parts = line.split(/[,;]\s{1,9}/);
    let told = 0;
    for (const part of parts) {
      const [, address, other, name] = entry.exec(part) ?? [];
      if (address === undefined || !/\d/.test(address) || readModuleName(name!) === null) break;
      told++;
      names.set(address.toUpperCase(), name!.trim());
      if (other !== undefined) names.set(other.toUpperCase(), name!.trim());
    }
    if (parts.length === 1 && names.size > 0) {
      for (const [address, name] of names) single.set(address, name);
      places.push(at);
    } else if (told >= 2 && told === parts.length && isUsed(lines, names)) return { names, lines: [at] };
  }
  return single.size >= 2 && isUsed(lines, single) ? { names: single, lines: places } : null;
}

/** True where lines begin with the addresses. */
const isUsed = (lines: Lines, names: ReadonlyMap<string, string>): boolean =>
  countFirst(
    lines,
    60,
    (line) =>
      !entry.test(line) && names.has((addressed.exec(line) ?? sentTo.exec(line))?.[1]?.toUpperCase() ?? ''),
  ) >= 2;

/** A line with the name in place of the address that it begins with. */
const withNameOf = (line: string, { names }: AddressBook): string =>
  line.replace(addressed, (whole, address: string) => {
    const name = names.get(address.toUpperCase());
    return name === undefined ? whole : `${name}: `;
  });

const lettered = /^(\s{0,20})([A-Z])[.)]?\s{2,9}(?=\S)/;

/** Names by a letter in front of them, where every code has one of those letters in front: two tables; null for none. */
function namesByLetter(lines: Lines): ReadonlyMap<string, string> | null {
  const names = new Map<string, string>();
  for (const { line } of firstLines(lines, 200)) {
    const letter = lettered.exec(line)?.[2];
    if (letter === undefined || anyCode.test(line)) continue;
    const name = splitCells(line)[1];
    if (name === undefined || names.has(letter) || !/\p{L}{3}/u.test(name) || readModuleName(name) === null)
      return null;
    names.set(letter, name);
  }
  return names.size >= 2 && eachCode(lines, 200, ({ line }) => names.has(lettered.exec(line)?.[2] ?? ''))
    ? names
    : null;
}

const shortName = /^\s{0,9}([A-Z]{2,5}\d?)\s{2,9}(?=\p{L}[^\s]{0,30}\p{Ll})/u;

/** True where rows begin with a short name of the module and its name behind it: `RCM  Restraint control   no codes`. */
function hasShortNames(lines: Lines): boolean {
  const seen = new Set<string>();
  let stated = 0;
  for (const { line } of firstLines(lines, 200)) {
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

const doubled = /^.{0,80}(?:\|\||!!).{0,80}(?:\|\||!!)/m;

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
const signsAtCode = /^\s{0,40}[+–-]{1,6}(?=[PCBU][0-3][\dA-F]{3}(?![\dA-F]))/i;

const addressAndName = /^(\s{0,40})(0[xX][\da-fA-F]{2,3})\s\((\p{L}[^()]{1,50})\)(?=\s|:|$)/u;

/** `0x15 (Airbag)` as `Airbag (0x15)`. */
const withNameBefore: Plain = (line) => line.replace(addressAndName, '$1$3 ($2)');

const firstCell = /^\s{0,20}(\S[^|]{1,30}?)\s?\|\s?([^|]{2,60}?)\s{0,20}(?:\||$)/;

/** What stands in front of several headings, each time the same: `Reader 3 | Airbag | 2 codes`; null for nothing. */
function repeatedInFront(lines: Lines): string | null {
  const seen = new Map<string, Set<string>>();
  for (const { line } of firstLines(lines, 200)) {
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

const inBrackets = /^\s{0,20}\[[^\][]{1,60}\]\s?\[[^\][]{1,60}\]\s?\[/;

/** True where every code has its fields in brackets, beginning with the line: `[15] [Body] [B1318-16] [active]`. */
const isInBrackets = (lines: Lines): boolean => eachCode(lines, 200, ({ line }) => inBrackets.test(line));

const withoutBrackets: Plain = (line) => line.replace(/\[([^\][]{1,60})\]/g, '  $1  ');

const addressInFront = /^(\s{0,20})(?=[\dA-F]{0,2}\d)[\dA-F]{2}(?:\s?[:–-]\s|\s{2,9})\p{L}{2}/u;
const lettersInFront =
  /^(\s{0,20})([A-F]{2})(?:\s?[:–-]\s|\s{2,9}(?=\S{1,40}(?:\s\S{1,40}){0,9}\s*$))(?=\p{L}{2})/u;

/** True where several lines begin with an address: one of two letters is an address too. */
const beginsWithAddresses = (lines: Lines): boolean =>
  countFirst(lines, 60, (line) => addressInFront.test(line)) >= 2;

/** `CE - Headlamp` as `[0xCE] Headlamp`. */
const withAddressHeld: Plain = (line) => line.replace(lettersInFront, '$1[0x$2] ');

const inAngles = /^(\s{0,20})<<\s(.{1,60})\s>>\s*$/m;

/** `B 0052 - 1B`: a code that a picture of a page was read as. */
const apartCode =
  /^(\s{0,40})([PCBU](?: ?[\dOI])(?: ?[\dA-FOI]){3}(?: ?- ?[\dA-FI] ?[\dA-F])?)(?=\s{2}|\s?$)/;
const isApart = (line: string): boolean => apartCode.exec(line)?.[2]?.includes(' ') === true;

const withCodeClosed: Plain = (line) =>
  line.replace(apartCode, (_, indent: string, code: string) => indent + code.replace(/ /g, ''));

const nameInAngles = /\s<(\p{L}[^<>]{1,50})>\s{0,9}$/u;

/** `B1318 active <Body>` as `B1318 active [Body]`. */
const withBracketBehind: Plain = (line) => line.replace(nameInAngles, ' [$1]');

const headInAngles = /^(\s{0,20})<(\p{L}[^<>/=]{2,50})>\s{0,9}$/u;

/** `<Body>` over its codes, where nothing is a tag, as `== Body ==`. */
const withoutAnglesAround: Plain = (line) => line.replace(headInAngles, '$1== $2 ==');

/** `<< Body >>`, which is no tag, as `== Body ==`. */
const withoutAngles: Plain = (line) => line.replace(inAngles, '$1== $2 ==');

const inSlashes = /^[^/|]{1,40}\S\/\S.{0,60}(?<=\/)[PCBU][0-3][\dA-F]{3}(?:[-:]?[\dA-F]{2})?\//i;

/** `15/Body/B1318-16/active`: cells that slashes part. */
const withBars: Plain = (line) =>
  /\/.{0,60}\/.{0,60}\//.test(line) ? line.replace(/\s?\/\s?/g, ' | ') : line;

const chapterPart = /^\s{0,9}(\d{1,3})\.\d{1,2}[.)]?\s{1,9}(\p{L}[\p{L} -]{2,30}?)(?:\s{2,80}(\S.*)|:?\s*)$/u;

interface Chapters {
  readonly numbers: ReadonlySet<string>;
  readonly parts: ReadonlySet<string>;
}

const chapterHead = /^\s{0,9}(\d{1,3})[.)]?\s{1,9}(\p{Lu}.{1,60})$/u;

/** Parts of which each chapter has one, `2.1 Identity   hw 03` below `2 Body`, by their names; null for none. */
function partsOfChapters(lines: Lines): Chapters | null {
  const seen = new Map<string, Set<string>>();
  let chapter: string | undefined;
  for (const { line } of firstLines(lines, 120)) {
    chapter = chapterHead.exec(line)?.[1] ?? chapter;
    const [, number, name] = chapterPart.exec(line) ?? [];
    if (name !== undefined && number === chapter) seen.set(name, (seen.get(name) ?? new Set()).add(number!));
  }
  const parts = [...seen].filter(([, chapters]) => chapters.size >= 2);
  if (parts.length < 2) return null;
  return {
    numbers: new Set(parts.flatMap(([, chapters]) => [...chapters])),
    parts: new Set(parts.map(([name]) => name)),
  };
}

/** `2.1 Identity   hw 03` as `    Identity: hw 03`, and the chapter’s head as `== Body ==`. */
function withoutNumbers(line: string, { numbers, parts }: Chapters): string {
  const [, , name, rest] = chapterPart.exec(line) ?? [];
  // The name of a part that nobody knows says nothing of what stands there.
  if (name !== undefined && parts.has(name))
    return `    ${rest === undefined || labelOf(name) !== null ? `${name}: ` : ''}${rest ?? ''}`.trimEnd();
  const [, number, head] = chapterHead.exec(line) ?? [];
  return number !== undefined && numbers.has(number) && !anyCode.test(head!) && stateOf(head!) === null
    ? `== ${head!} ==`
    : line;
}

/** The lines in their order, each as it would stand by itself; the same ones where nothing stands around them. */
export function plainOrder(
  printed: ReadingOrder,
  lines: Lines,
  text: string,
  book: AddressBook | null,
): ReadingOrder {
  const order = withAddressesBelow(withoutEdges(withLabelsBeside(printed, lines), lines), lines);
  const front = speakerIn(lines) ?? levelIn(lines) ?? loggerIn(lines);
  // A quick look, before a whole report is searched for a shape.
  const has = (sign: string): boolean => text.includes(sign);
  const letters = namesByLetter(lines);
  const chapters = partsOfChapters(lines);
  const banner = has('|') ? repeatedInFront(lines) : null;
  const steps: readonly Plain[] = [
    ...when(front !== null, (line) => line.replace(front!, '')),
    ...programSteps(lines, text),
    ...when(has(' rows)') && countsRows(lines), withYesAndNo),
    ...when(/[\u2500-\u257f]/.test(text), withoutBoxes),
    ...when(isSlashed(lines), withoutSlashes),
    ...when(has('/') && eachCode(lines, 200, ({ line }) => inSlashes.test(line)), withBars),
    ...when(/^\s{0,9}\*{8,200}\s{0,9}$/m.test(text.slice(0, firstPart)), withoutStars),
    ...when((has('||') || has('!!')) && doubled.test(text), withSingleBars),
    ...when(has('...') && anyDotted.test(text), withoutDots),
    ...when(
      has('<') && !has('</') && countFirst(lines, 80, (line) => headInAngles.test(line)) >= 2,
      withoutAnglesAround,
    ),
    ...when(has('<< ') && inAngles.test(text), withoutAngles),
    ...when(has('>') && eachCode(lines, 200, ({ line }) => nameInAngles.test(line)), withBracketBehind),
    ...when(countFirst(lines, 120, isApart) >= 2, withCodeClosed),
    ...when(isInBrackets(lines), withoutBrackets),
    ...when(beginsWithAddresses(lines), withAddressHeld),
    ...when(has(' . . . '), withLeaders),
    ...when(countFirst(lines, 120, (line) => signsAtCode.test(line)) > 0, (line) =>
      line.replace(signsAtCode, blank),
    ),
    ...when(has('0x') && has(' (') && /^\s{0,40}0x[\da-f]{2,3}\s\(/im.test(text), withNameBefore),
    ...namesInOrder(lines, text),
    ...when(banner !== null, (line) =>
      firstCell.exec(line)?.[1] === banner ? line.slice(line.indexOf('|') + 1).trimStart() : line,
    ),
    ...when(chapters !== null, (line) => withoutNumbers(line, chapters!)),
    ...when(book !== null, (line) => withNameOf(line, book!)),
    ...when(hasShortNames(lines), withoutShortName),
    ...when(letters !== null, (line) =>
      anyCode.test(line)
        ? line.replace(
            lettered,
            (_, indent: string, letter: string) => `${indent}${letters!.get(letter) ?? letter}   `,
          )
        : line,
    ),
  ];
  if (steps.length === 0) return order;
  return { ...order, at: (at) => steps.reduce((line, step) => step(line), order.at(at)) };
}
