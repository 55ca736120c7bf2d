/** What is said of a module instead of codes. */
import { splitCells } from '../cells.js';
import { saidOfName } from '../habits.js';
import { type Heading, readHeading, readModuleName } from '../heading.js';
import { stateOf, unreadIn } from '../module-state.js';
import { countedIn, type ModuleState, moduleStates } from '../module-states.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import {
  isModuleToken,
  isOthers,
  isSentence,
  isTitle,
  labelOf,
  type ReachWord,
  statusWordOf,
  tokensOf,
} from '../vocabulary.js';
import { takeList } from './lists.js';
import { type Page } from './page.js';

/** What is said of a module instead of codes, with its name on the line or above it. */
export function takeModuleState(reading: Reading, line: Line, page: Page): boolean {
  if (reading.module !== null && statusWithNone(line.text)) {
    reading.say('clean');
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  const under = reading.module !== null ? unreadUnderStatus(line.text) : null;
  if (under !== null) {
    reading.say(under);
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  if (takeCount(reading, line)) return true;
  if (takeList(reading, line, page)) return true;
  const states = stated(reading, line, page);
  if (states.length === 0) return false;
  const [first] = states;
  if (first!.name === null) {
    // What stands first in a report may as well be its title.
    if (reading.modules.length > 0 || reading.isBelowPassed(line)) reading.assume(line, true);
    if (reading.module === null) return false;
    if (
      reading.open &&
      line.indent > reading.open.indent &&
      (first!.reach === 'holdsCodes' || lacksText(reading, line))
    )
      return false;
    // `2.0 Codes` heads a chapter.
    if (first!.reach === 'holdsCodes' && /^\s*\d{1,2}\.\d{1,2}\s/.test(line.text)) return false;
    reading.say(first!.reach);
    const count = /^\W*(\d{1,4})\s/.exec(line.text);
    if (count) reading.promise(Number(count[1]), line, reading.module);
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  if (
    states.length === 1 &&
    first!.reach === 'holdsCodes' &&
    isTitle(line.text) &&
    (isTitleAlone(first!.name) || !/[:–—-]\s\d|\s{2}\p{L}+\s\d{1,3}$/u.test(line.text)) &&
    !/\.{3}/.test(line.text) &&
    !line.text.includes(`"${first!.name}"`)
  )
    return false;
  // Set in below a code it is said of the code, unless it stands where other names do.
  const asNames =
    first!.name !== null && /^(?:word|guess)$/.test(reading.moduleBy) && page.starts.includes(line.indent);
  if (reading.open && line.indent > reading.open.indent && !asNames) return false;
  return takeNamed(reading, line, states);
}

/** `[15] Airbag (2 codes)`: a heading that says all that it can, so that no other rule need be asked. */
export function takeCountedHeading(reading: Reading, line: Line, { legend }: Page): boolean {
  if (!line.text.includes('[') || !addressInFront.test(line.text) || isTitle(line.text)) return false;
  if (reading.open && line.indent > reading.open.indent) return false;
  const states = countedIn(line.text, legend.reaches);
  return states !== null && takeNamed(reading, line, states);
}
const addressInFront = /^\s{0,20}\[[\dA-F]{2,4}\]\s\p{L}/iu;

/** What is said of modules by their names. */
function takeNamed(reading: Reading, line: Line, states: readonly ModuleState[]): boolean {
  let taken = false;
  for (const { name, reach } of states) {
    const cells = splitCells(name!);
    // A mark in brackets in front of the name (`[ERR]  Parking aid`) is no part of it.
    const marked = cells.length > 1 && /^[[(][^\])]{1,12}[\])]$/.test(cells[0]!) ? cells.slice(1) : cells;
    const named = marked.filter(
      (cell, at) =>
        /\p{L}{2}/u.test(cell) &&
        !/^\p{L}{1,4}\.?\s?\d{1,3}[.:]?$/u.test(cell) &&
        // `CE;Headlamp;2`
        !(at === 0 && marked.length > 1 && /^[A-F]{2}$/.test(cell)),
    );
    // `Module 0x58   Restraints`: the label with its address is no name.
    const own =
      named.length > 1 && labelOf(readHeading(named[0]!)?.name ?? '')?.role === 'module'
        ? named[1]
        : named[0];
    const heading = readModuleName(own ?? name!);
    if (!heading || isSentence(heading.name) || isOthers(heading.name)) continue;
    // `ECU list`, whatever stands in brackets behind it.
    if (!/\s/.test(heading.name) && (isTitle(heading.name) || isTitle(name!.split(/\s?\(/, 1)[0]!))) continue;
    // `Full scan, 9 modules asked, 8 replied` counts them.
    if (/,\s\d/.test(heading.name)) continue;
    const address =
      heading.address ??
      cells
        .map((cell) => /^(?:0x)?([\da-f]{2,3})h?$/i.exec(cell)?.[1])
        // `Dach` is a word.
        .find((one) => one !== undefined && /\d|^[A-F]{2}$/.test(one))
        ?.toUpperCase() ??
      null;
    // `Cluster, Restraints: reached`
    const several = heading.name.split(/,\s/);
    if (several.length > 1 && several.some((one) => reading.named(one))) {
      for (const one of several) {
        reading.enter(one, line);
        reading.say(reach);
      }
      taken = true;
      continue;
    }
    reading.enter(heading.name, line, { address });
    reading.say(reach);
    const count =
      reach === 'holdsCodes' || reach === 'clean' ? /(\d{1,4})\s+\p{L}+[).:]*\s*$/u.exec(line.text) : null;
    if (count) reading.promise(Number(count[1]), line, heading.name);
    taken = true;
  }
  if (!taken) return false;
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** True right below a code that nothing was told of: whatever stands there is what it means. */
const lacksText = ({ open }: Reading, { at }: Line): boolean =>
  open?.at === at - 1 && open.codes.at(-1)!.text === null && !open.inTable;

/** A title that does not say by its last word that it is a module: `Sensing and Diagnostic Module` does. */
const isTitleAlone = (name: string): boolean => {
  const last = name.split(' ').at(-1)!;
  return isTitle(name) && !(last.length > 3 && isModuleToken(last));
};

/** `count 3`, `0 fejl` below a module's name. */
function takeCount(reading: Reading, line: Line): boolean {
  // No word that anybody could know is needed for nought.
  if (
    reading.module !== null &&
    reading.moduleAt === line.at - 1 &&
    /^\s*0\s\p{L}{3,20}\s*$/u.test(line.text)
  ) {
    reading.say('clean');
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  const [, label, figure] =
    /^\s*(?:\p{L}{2,8}\s[\dA-F]{2,4}\s)?(\p{L}{3,20}(?:\s\p{L}{3,20})?)\s{1,9}(\d{1,3})\s*$/u.exec(
      line.text,
    ) ?? [];
  if (label === undefined || reading.module === null || reading.open) return false;
  if (!/^(?:count|codeCount)$/.test(labelOf(label)?.role ?? '')) return false;
  reading.say(Number(figure) === 0 ? 'clean' : 'holdsCodes');
  reading.promise(Number(figure), line, reading.module);
  reading.mark(line, 'detail');
  return true;
}

/** What a line says of modules. Where labels name them, a key that comes again is a field of theirs. */
function stated(reading: Reading, { text, indent }: Line, { legend, keys }: Page): readonly ModuleState[] {
  const states = moduleStates(text, legend.reaches);
  const [only] = states;
  const field =
    states.length === 1 &&
    reading.module !== null &&
    (reading.moduleBy === 'label' || indent > reading.moduleIndent);
  return field && only!.name !== null && keys.has(only!.name.trim().toLowerCase())
    ? [{ name: null, reach: only!.reach }]
    : states;
}

/** `active: none`, `Confirmed DTCs: 0` */
export function statusWithNone(text: string): boolean {
  const parts = /^\s{0,99}(\p{L}[\p{L} ]{2,30}?)\s?:\s{1,99}(\S.{0,30})$/u.exec(text);
  if (parts === null || statusWordOf(parts[1]!) === null) return false;
  return parts[2]!.trim() === '0' || stateOf(parts[2]!) === 'clean';
}

/** `before: no response` */
function unreadUnderStatus(text: string): ReachWord | null {
  const [, key, said] = /^\s{0,99}(\p{L}[\p{L} ]{2,30}?)\s?:\s{1,99}(\p{L}.{2,40})$/u.exec(text) ?? [];
  return key !== undefined && statusWordOf(key) !== null ? unreadIn(said!) : null;
}

/** In a record (`Code: …`, then the module) the module may follow its code. */
export function takeRecordModule(reading: Reading, line: Line): boolean {
  if (!reading.open?.record || reading.namedInBlock || reading.modulesFirst) return false;
  const heading = readModuleName(line.text);
  if (!heading?.labelled || !saysModule(line.text)) return false;
  const before = reading.module;
  const { name } = reading.enter(heading.name, line, { address: heading.address, by: 'label' });
  for (const code of reading.open.codes) code.module = name;
  if (before !== null) reading.leaveUnnamed(before);
  reading.mark(line, 'module');
  return true;
}

const saysModule = (text: string): boolean =>
  labelOf(/^\W*(\p{L}+)/u.exec(text)?.[1] ?? '')?.role === 'module';

/** `Response time 38 ms, no DTCs` right below a name: one of the parts of the line says it. */
export function takeStateAmong(reading: Reading, line: Line, { legend }: Page): boolean {
  if (reading.module === null || reading.moduleAt !== line.at - 1 || line.text.length > 120) return false;
  const parts = line.text.split(/[,;]\s{1,9}/);
  const told = parts.length > 1 ? parts.map((part) => stateOf(part, legend.reaches)) : [];
  const said = told.find((one) => one !== null && one !== 'read');
  if (!said) return false;
  reading.say(said);
  reading.mark(line, 'detail');
  return true;
}

/** `Gauges: 0` among names with counts; `Gauges ok` below names that stand in front of their codes. */
function takeShortState(reading: Reading, line: Line, { countsBehind }: Page): boolean {
  const [, counted, figure] =
    (countsBehind
      ? /^\s{0,20}((?:[\dA-F]{2,3}\s)?\p{L}[^:=\d]{2,36}?):?\s(\d{1,2})\s{0,9}$/u.exec(line.text)
      : null) ?? [];
  const [, stated, word] =
    (reading.moduleBy === 'word' && line.indent <= reading.moduleIndent
      ? /^\s{0,20}(\p{L}[^:=\d]{2,36}?)\s(\p{Ll}{2,12})\s{0,9}$/u.exec(line.text)
      : null) ?? [];
  // In small letters only where other names are.
  if (stated !== undefined && /^\p{Ll}/u.test(stated) && !/^\p{Ll}/u.test(reading.module ?? '')) return false;
  const reach = word === undefined ? null : stateOf(word);
  const name = counted ?? (reach === null || reach === 'holdsCodes' ? undefined : stated);
  const heading = name === undefined || labelOf(name) !== null || isTitle(name) ? null : readModuleName(name);
  if (!heading) return false;
  reading.enter(heading.name, line, { address: heading.address });
  reading.say(figure === undefined ? reach! : Number(figure) === 0 ? 'clean' : 'holdsCodes');
  if (figure !== undefined) reading.promise(Number(figure), line, heading.name);
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** The name in a line set out as others that say something of a module. */
function nameAsOthers(reading: Reading, { text, indent }: Line, { forms, keys }: Page): Heading | null {
  const parts = forms.size > 0 && reading.modules.length > 0 ? saidOfName(text) : null;
  if (parts === null || !forms.has(parts.form) || keys.has(parts.name.toLowerCase())) return null;
  if (reading.open && indent > reading.open.indent) return null;
  if (labelOf(parts.name) !== null || statusWordOf(parts.said) !== null || /[\d:=|]/.test(parts.said))
    return null;
  const heading = readModuleName(parts.name);
  return heading && !isSentence(parts.name) && !isTitle(parts.name) && tokensOf(parts.said).length <= 6
    ? heading
    : null;
}

const saidOfAddressed = /^(\p{L}[^:]{1,50}[\])>])\s?[:–—-]\s(\p{L}[^.:]{2,40})$/u;

/** `Trailer (69): asleep`: what is said of a module with its address, in words that no table knows. */
export function takeUnclear(reading: Reading, line: Line, page: Page): boolean {
  const bare = line.text.trim();
  if (isTitle(bare)) return false;
  const named = saidOfAddressed.exec(bare)?.[1];
  const addressed = named === undefined ? null : readModuleName(named);
  if (addressed?.address == null && takeShortState(reading, line, page)) return true;
  const heading = addressed?.address == null ? nameAsOthers(reading, line, page) : addressed;
  if (!heading) return false;
  reading.enter(heading.name, line, { address: heading.address });
  reading.say('unclear');
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}
