/** Labels with values: each is read as what its label says. */
import { isCodeBytes, readCode, readCodeBytes } from '../../codes/index.js';
import { splitCells } from '../cells.js';
import { statusOfFlags } from '../flags.js';
import { readStatusCell, statusIn, unknownStatus } from '../status-cell.js';
import { typeIn } from '../type-cell.js';
import { noteField } from '../header-field.js';
import { readHeading, readModuleName } from '../heading.js';
import { stateOf, stateOfResult, unreadIn } from '../module-state.js';
import { moduleStates } from '../module-states.js';
import type { Legend } from '../legend.js';
import { opensCodes, type Pair, pairsOf } from '../pairs.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import {
  isNameKey,
  isOnlyLabel,
  labelOf,
  reachOfList,
  reachWordOf,
  type Role,
  saysFailed,
  saysNo,
  saysYes,
  statusOfField,
  statusWordOf,
} from '../vocabulary.js';
import { give, leadingStatus } from './codes.js';
import { takeModuleState } from './modules.js';
import { type Page, readsAsCode } from './page.js';

const codeRecord: ReadonlySet<Role> = new Set(['type', 'status', 'byte', 'count', 'text']);

/** Labels with values: each is read as what its label says. */
export function takePairs(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  const pairs = pairsOf(text);
  if (takeFlags(reading, line, pairs)) return true;
  // `Battery: no reply` is said of a module, `Battery: 12.4 V` is not.
  if (
    pairs.length === 1 &&
    pairs[0]!.label !== null &&
    !isOnlyLabel(pairs[0]!.key) &&
    stateOf(pairs[0]!.value, page.legend.reaches) !== null
  )
    return takeModuleState(reading, line, page);
  const known = pairs.filter(({ label }) => label !== null);
  if (known.length === 0) return takeBareField(reading, line, page) || takeName(reading, line, pairs, page);
  // A code in front of the labels, or in the value of one beside other words, is a line of a code.
  const lead = text.slice(0, Math.max(0, text.indexOf(known[0]!.key)));
  if (
    readsAsCode(lead) ||
    known.some(({ label, value }) => label!.role === 'code' && readsAsCode(value) && !isOneCode(value))
  )
    return false;
  // `code.1=B1318;active;Supply`: what stands beside the code is read with it.
  if (
    known.length === 1 &&
    known[0]!.label!.role === 'code' &&
    isOneCode(known[0]!.value) &&
    standsBeside(text)
  )
    return false;
  const of = (role: Role) => known.find(({ label }) => label!.role === role);
  // `System: Brakes (58)   not supported`: the state stands beside the pair.
  if (
    of('module') &&
    known.every(({ label }) => label!.role === 'module' || label!.role === 'address') &&
    moduleStates(text, page.legend.reaches)[0]?.name != null
  )
    return takeModuleState(reading, line, page);
  // `No faults: Cluster, Roof`, `No answer: [Tow bar]`: it is said of each of them.
  if (
    known.length === 1 &&
    /^(?:code|result|module)$/.test(known[0]!.label!.role) &&
    (/[,[]/.test(text) ||
      reachOfList(known[0]!.key) !== null ||
      (pairs.length === 1 && /^\D+$/.test(known[0]!.value) && reachWordOf(known[0]!.key) !== null))
  ) {
    const states = moduleStates(text, page.legend.reaches);
    if (states.length > 0 && states.every(({ name }) => name !== null && name !== known[0]!.key))
      return takeModuleState(reading, line, page);
  }
  if (known.length === 1 && known[0]!.label!.role === 'address' && readHeadingPair(line.text)) return false;
  const rest = beforePairs(line.text, known[0]!);
  let taken = false;
  let as: 'code' | 'module' | 'detail' | 'header' = 'header';
  const named = rest === null ? null : readModuleName(splitCells(rest)[0] ?? rest);
  const stated = named !== null && stateOf(of('status')?.value ?? '', page.legend.reaches) !== null;
  const decked = /^\s*\[/.test(text) && (of('address') ?? of('ident')) !== undefined;
  const titled = of('ident') !== undefined && (named?.labelled === true || overFields(line, page));
  if (named && (stated || of('code') || of('result') || of('codeCount') || decked || titled)) {
    const { name, address } = named;
    reading.enter(name, line, { address });
    reading.open = null;
    [taken, as] = [true, 'module'];
  }
  const module = named === null ? withName(of('module'), pairs) : of('module');
  if (module && takeModulePair(reading, module, line, page)) {
    [taken, as] = [true, 'module'];
    // `Unit: Tow bar      not found`: what stands beside the name is said of it, understood or not.
    const beside = splitCells(text.slice(text.indexOf(module.value) + module.value.length))
      .concat(splitCells(module.value).slice(1))
      .filter((cell) => /\p{L}{2}/u.test(cell) && !/[\d:=]/.test(cell));
    if (beside.length > 0 && known.length === 1)
      reading.say(stateOf(beside.join(' ')) ?? stateOf(beside[0]!) ?? 'unclear');
  }
  const address = of('address');
  if (address && takeAddress(reading, address, pairs)) taken = true;
  const code = of('code') ?? of('codeCount');
  const result =
    of('result') ?? (!stated && (reading.open || (code && isOneCode(code.value))) ? undefined : of('status'));
  const said =
    result && reading.module !== null
      ? result.label!.role === 'result' || (module && !of('code'))
        ? stateOfResult(result.value, result.label!.link, page.legend.reaches)
        : stateOf(result.value, page.legend.reaches)
      : null;
  if (said !== null && !(code && readsAsCode(code.value))) {
    reading.say(said);
    reading.open = null;
    [taken, as] = [true, as === 'module' ? 'module' : 'detail'];
  } else if (
    result &&
    said === null &&
    reading.module !== null &&
    !reading.open &&
    /\p{L}/u.test(result.value)
  )
    // Something is said of the module that nobody here understands: it does not count as read.
    reading.say('unclear');
  if (code) {
    const read = takeCodePair(reading, code, line, page);
    if (read === 'code') return (takeCodeFields(reading, known, page.legend), true);
    if (read === 'state') [taken, as] = [true, 'module'];
    else if (read === null && !taken && known.length === 1) return false;
  }
  if (reading.open && known.some(({ label }) => codeRecord.has(label!.role))) {
    const said = leadingStatus(`${lead.trim()}  `);
    if (said) for (const open of reading.open.codes) if (open.status === 'unknown') give(open, said);
    takeCodeFields(reading, known, page.legend);
    takeNow(reading, pairs);
    [taken, as] = [true, as === 'module' ? 'module' : 'detail'];
  }
  // `Identification: not available, the unit does not answer`
  const inner = line.indent > reading.moduleIndent;
  const ident =
    inner || reading.moduleBy === 'label' ? (of('ident') ?? (inner ? of('other') : undefined)) : undefined;
  const noted = (inner || reading.moduleBy === 'label') && !reading.open ? of('text') : undefined;
  const unread =
    reading.module === null
      ? null
      : ((ident && unreadIn(ident.value)) ?? (noted && unreadIn(noted.value)) ?? null);
  if (unread) {
    reading.say(unread);
    [taken, as] = [true, as === 'module' ? 'module' : 'detail'];
  }
  // `reason="no answer in 3 tries"`
  const why =
    module && result && said !== 'clean' && said !== 'read'
      ? pairs.map(({ label, value }) => (label === null ? unreadIn(value) : null)).find((one) => one !== null)
      : null;
  if (why) reading.say(why);
  // `Self-test: n.i.O.` beside a module's name: whatever was tried, it does not count as read.
  if (
    module &&
    said === null &&
    pairs.some(({ label, value }) => label === null && (saysFailed(value) || saysNo(value)))
  )
    reading.say('unclear');
  const total = of('total');
  const count = total ? /^(\d{1,5})\b/.exec(total.value.trim()) : null;
  if (total && count && known.length === 1) {
    if (
      !/\p{L}/u.test(total.value) ||
      reachWordOf(total.value) !== null ||
      /^\d+\s+\p{L}+\s+\p{L}+\s+\d+/u.test(total.value)
    ) {
      // Set in below a name it is that module's.
      const own = reading.module !== null && line.indent > reading.moduleIndent ? reading.module : null;
      if (own !== null) reading.say(Number(count[1]) === 0 ? 'clean' : 'holdsCodes');
      reading.promise(Number(count[1]), line, own);
    }
    taken = true;
  }
  for (const { label, value } of known) {
    if (label!.role === 'readerSoftware' && reading.module !== null) continue;
    noteField(reading, label!.role, value);
    if (headRoles.has(label!.role)) taken = true;
  }
  if (!taken && known.length < pairs.length) return false;
  if (!taken && !known.every(({ label }) => headRoles.has(label!.role) || codeRecord.has(label!.role)))
    return false;
  if (reading.open && as === 'header' && line.indent > reading.open.indent) as = 'detail';
  reading.mark(line, as);
  return true;
}

/** `unit=12 name="Restraints"`: the number is an address, and the name stands beside it. */
function withName(module: Pair | undefined, pairs: readonly Pair[]): Pair | undefined {
  if (module === undefined || !/^(?:0x|\$)?[\da-f]{1,4}h?$/i.test(module.value)) return module;
  const name = pairs.find(({ key, value }) => isNameKey(key) && /\p{L}{2}/u.test(value));
  return name === undefined ? module : { ...module, value: `${name.value} [${module.value}]` };
}

/** `Description side bag left` right below a code: a label and its value, a blank between. */
function takeBareField(reading: Reading, line: Line, { legend }: Page): boolean {
  const { open } = reading;
  if (!open || line.indent < open.indent || line.at - open.at > fieldLines || line.text.length > 200)
    return false;
  const [, key, value] = /^\s{0,40}(\p{L}{4,20})\s(\S.{1,180})$/u.exec(line.text) ?? [];
  const label = key === undefined || /\S\s{2,}\S/.test(value!) ? null : labelOf(key);
  if (label === null || !codeRecord.has(label.role) || readsAsCode(value!)) return false;
  const lacks = open.codes.at(-1)!;
  if (
    label.role === 'text' ? lacks.text !== null : lacks.status !== 'unknown' || statusWordOf(value!) === null
  )
    return false;
  takeCodeFields(reading, [{ key: key!, label, value: value! }], legend);
  reading.mark(line, 'detail');
  return true;
}

/** `Test failed: no   Confirmed: yes`: the statuses of the code above, each with yes or no. */
export function takeFlags(reading: Reading, line: Line, pairs: readonly Pair[]): boolean {
  if (!reading.open || pairs.length === 0 || readsAsCode(line.text)) return false;
  // `Body   present: 0   stored: 0` is said of a module.
  if (/\p{L}{2}/u.test(line.text.slice(0, Math.max(0, line.text.indexOf(pairs[0]!.key))))) return false;
  // `now="no" memory="yes"`: beside a status a bare word is one too.
  const wordOf = pairs.some(({ key }) => statusWordOf(key) !== null) ? statusOfField : statusWordOf;
  const flags = pairs.map(({ key, value }) => ({
    word: wordOf(key),
    yes: saysYes(value) || value === '1',
    no: saysNo(value) || value === '0',
  }));
  if (!flags.some(({ word }) => word !== null) || !flags.every(({ yes, no }) => yes || no)) return false;
  const status = statusOfFlags(
    flags.flatMap(({ word, yes }) => (word ? [{ status: word.status, yes }] : [])),
  );
  if (status !== 'unknown')
    for (const code of reading.open.codes)
      // `State: confirmed`, and below it `Present: yes`
      if (code.status === 'unknown' || (status === 'active' && code.how?.status === 'label'))
        give(code, { status, comesAndGoes: false, statusText: null, statusByte: null, by: 'label' });
  reading.mark(line, 'detail');
  return true;
}

const headRoles: ReadonlySet<Role> = new Set([
  'ident',
  'vin',
  'odometer',
  'supplyVolts',
  'date',
  'reader',
  'readerSoftware',
  'other',
  'environment',
  'total',
  'count',
]);

const standsBeside = (text: string): boolean => {
  const cells = splitCells(text);
  return cells.length > 1 && /[:=]/.test(cells[0]!);
};

const isOneCode = (value: string): boolean => readCode(value.trim()) !== null || isCodeBytes(value);

/** `name=Restraint control` below `[MODULE 58]`, or `"name": "Restraint control",` over what belongs to a module. */
function takeName(reading: Reading, line: Line, pairs: readonly Pair[], page: Page): boolean {
  const own = pairs.find(({ key }) => isNameKey(key));
  if (
    !own ||
    (reading.awaitsName === null && !namesModule(line, page) && !isListed(reading, line, own, page))
  )
    return false;
  const heading = readModuleName(own.value);
  if (!heading) return false;
  reading.enter(heading.name, line, { address: reading.awaitsName, by: 'label' });
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** Lines below the name of an object in which what it is shows. */
const objectLines = 8;
/** The same where each field has a line of its own without quotes. */
const fieldLines = 3;

/** `- name: Roof`, as others of the list, less far in than the codes above. */
const isListed = (reading: Reading, line: Line, { key }: Pair, { keys }: Page): boolean =>
  /^\s*-\s/.test(line.text) &&
  keys.has(key.toLowerCase()) &&
  reading.codes.length > 0 &&
  (reading.open === null || line.indent < reading.open.indent);

function namesModule(line: Line, { lines }: Page): boolean {
  const quoted = /^\s*"/.test(line.text);
  for (let at = line.at + 1; at <= line.at + (quoted ? objectLines : fieldLines); at++) {
    const below = lines.at(at).slice(0, 200);
    const pairs = pairsOf(below);
    if (pairs.some(({ key }) => isNameKey(key))) return false;
    if (
      opensCodes(below) ||
      pairs.some(
        ({ label }) =>
          label !== null &&
          (label.role === 'address' ||
            label.role === 'codeCount' ||
            label.link ||
            (quoted && label.role === 'code')),
      )
    )
      return true;
  }
  return false;
}

/** `Address 15: Restraint control` is a heading, `Address: 15` is not. */
const readHeadingPair = (text: string): boolean => {
  const heading = readModuleName(text);
  return heading !== null && heading.address !== null && !/:\s*(?:0x|\$)?[\da-f]{1,8}h?\s*$/i.test(text);
};

/** What stands in front of the first pair of a line, set apart from it. */
function beforePairs(text: string, first: Pair): string | null {
  const at = text.indexOf(first.key);
  if (at <= 0) return null;
  const before = text.slice(0, at).replace(/[=*#>-]{1,200}(?=\s{0,200}$)|^[\s=*#>-]{1,200}/g, '');
  // `Body | faults: 4`
  const barred = /^([^:=|]{2,60}?)\s\|\s$/.exec(before)?.[1];
  if (barred !== undefined && /\p{L}{2}/u.test(barred)) return barred.trim();
  return /\p{L}{2}[^:=]{0,200}\s{2,200}$/u.test(before) || /^\s*\[[^\][]{2,40}\]\s{1,9}$/.test(before)
    ? before.trim()
    : null;
}

/** True where a code, its label or what is said of a module is set in right below. */
function overFields(line: Line, { lines, legend }: Page): boolean {
  const below = lines.at(line.at + 1).slice(0, 300);
  if (below.search(/\S/) <= line.indent) return false;
  return (
    pairsOf(below).some(({ label }) => label?.role === 'code' || label?.role === 'codeCount') ||
    readsAsCode(below) ||
    stateOf(below, legend.reaches) !== null
  );
}

function takeModulePair(reading: Reading, { value, key }: Pair, line: Line, { labelBelow }: Page): boolean {
  const heading = readHeading(splitCells(value)[0] ?? value);
  if (!heading || reachWordOf(value) !== null || /^\d+$/.test(value.trim())) return false;
  // `Modules read: 4 of 5`
  if (/^\d{1,3}\s?(?:\/|\p{L}{1,3})\s?\d{1,3}$/u.test(value.trim())) return false;
  // `Units: km, V`
  if (value.includes(',') && value.split(',').every((part) => part.trim().length < 4)) return false;
  // `Modules: Engine, Brakes` lists; `System: 12` counts.
  if (
    labelOf(key)?.role === 'module' &&
    /,\s/.test(value) &&
    /s$|e$/i.test(key) &&
    value.split(/,\s/).length > 2
  )
    return false;
  const record =
    (reading.open?.record === true && !reading.namedInBlock && !reading.modulesFirst) ||
    (labelBelow && reading.open?.named === false);
  const before = reading.module;
  if (reading.codes.length === 0) reading.modulesFirst = true;
  const { name } = reading.enter(heading.name, line, { address: heading.address, by: 'label' });
  if (record) {
    reading.open!.named = true;
    for (const code of reading.open!.codes) code.module = name;
    if (before !== null) reading.leaveUnnamed(before);
  } else {
    reading.open = null;
    if (reading.section?.over === false) reading.section = null;
  }
  return true;
}

/** The address of the module named beside it, or of the one above. */
function takeAddress(reading: Reading, { value }: Pair, pairs: readonly Pair[]): boolean {
  const address = /^(?:0x|\$)?([\da-f]{1,8})h?$/i.exec(value.trim())?.[1];
  if (!address || reading.module === null) return false;
  const own = reading.modules.find(({ name }) => name === reading.module);
  if (own && (pairs.length > 1 || own.address == null)) own.address ??= address.toUpperCase();
  return true;
}

/** A code behind its label; or how many there are, or that there are none. */
function takeCodePair(
  reading: Reading,
  { value, label }: Pair,
  line: Line,
  page: Page,
): 'code' | 'state' | null {
  const bare = value.trim();
  const bytes = isCodeBytes(bare) ? readCodeBytes(bare) : null;
  const read = label!.bytes ? (bytes ?? readCode(bare)) : (readCode(bare) ?? bytes);
  if (read) {
    if (reading.open?.record) reading.namedInBlock = false;
    reading.add([{ ...read, ...unknownStatus, text: null, cells: [] }], line, { record: true });
    return 'code';
  }
  if (readsAsCode(bare)) return null;
  const said =
    stateOf(bare, page.legend.reaches) ?? (/^\[\s*\]$/.test(bare) ? 'clean' : null) ?? unreadIn(bare);
  // A nought may be printed, or read off a picture, as a letter.
  const count = /^(\d{1,4}|O)(?:\s|$)/.exec(bare);
  if (said === null && !count) return null;
  if (reading.module === null) return 'state';
  if (count) {
    const codes = count[1] === 'O' ? 0 : Number(count[1]);
    reading.say(codes === 0 ? 'clean' : 'holdsCodes');
    reading.promise(codes, line, reading.module);
  } else reading.say(said!);
  return 'state';
}

/** `Status: confirmed · now: yes`: what is asked beside a status counts, too. */
function takeNow(reading: Reading, pairs: readonly Pair[]): void {
  const now = pairs.find(
    ({ key, label, value }) => label === null && saysYes(value) && statusWordOf(key)?.status === 'active',
  );
  if (now === undefined) return;
  for (const code of reading.open!.codes)
    give(code, { status: 'active', comesAndGoes: false, statusText: null, statusByte: null, by: 'label' });
}

/** Failure type, status and text of the code that is open. */
export function takeCodeFields(reading: Reading, pairs: readonly Pair[], legend: Legend): void {
  for (const { label, value } of pairs)
    for (const code of reading.open!.codes) {
      const role = label!.role;
      if (role === 'type') {
        const [, first, words] = /^((?:0[xX])?[\da-fA-F]{2,3})\s+(?:[-–:]\s|\()?(\p{L}.{1,199}?)\)?$/u.exec(
          value,
        ) ?? [null, value, ''];
        const type = typeIn(first!, label!.decimal || legend.decimalTypes);
        if (type !== null && words) reading.continueText(words);
        if (type !== null && code.failureType == null) {
          code.failureType = type;
          code.how = { ...code.how, failureType: 'label' };
        } else if (type === null && statusWordOf(value) !== null) {
          // `Art: sporadisch`
          if (code.status === 'unknown') give(code, { ...readStatusCell(value)!, by: 'label' });
        } else if (type === null && /\p{L}{3}/u.test(value)) reading.continueText(value);
      } else if (
        (role === 'status' && (code.status === 'unknown' || code.how?.status === 'section')) ||
        role === 'byte'
      ) {
        const read = statusIn(value, role === 'byte', legend);
        if (read) give(code, { ...read, by: read.by === 'column' ? 'label' : read.by });
      } else if (role === 'text' && value.trim() !== '') reading.continueText(value);
    }
}
