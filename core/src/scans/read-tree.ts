/**
 * Reads what another program wrote as JSON, as XML or in sections of keys. What a branch is follows from what it holds: a code is a value or a
 * key that is one; a module is what codes are listed in, and whatever stands beside such a one and is built alike.
 */
import { readCode, readCodeBytes } from '../codes/index.js';
import { readCodeLine } from './code-line.js';
import { noteField } from './header-field.js';
import { readModuleName } from './heading.js';
import { type Legend, legendOf, withLearned } from './legend.js';
import { Lines } from './lines.js';
import { stateOf, stateOfResult, unreadIn } from './module-state.js';
import { moduleStates } from './module-states.js';
import { type Pair } from './pairs.js';
import { PatternBook, patternsFor } from './patterns.js';
import { type TextOptions } from './read-text.js';
import { Line } from './line.js';
import { Reading } from './reading.js';
import { give } from './rules/codes.js';
import { languageIn, readerOf } from './rules/head.js';
import { takeCodeFields, takeFlags } from './rules/labels.js';
import { type Scan } from './schema.js';
import { readStatusCell, unknownStatus } from './status-cell.js';
import {
  alike,
  buildOf,
  codeField,
  countedIn,
  isBare,
  isCode,
  isCodeBranch,
  isContact,
  isEmpty,
  isExact,
  isName,
  isNamedMap,
  isOfStatus,
  isSpokenList,
  lineOf,
  listsCodes,
  mayHoldCode,
  mostBuilds,
  nameOf,
  namesCode,
  namesCodes,
  namesItsModule,
  namesModule,
  roleOf,
  saysOfContact,
  spaced,
  spelled,
  tellsOfModule,
  wordsOfCode,
} from './tree-parts.js';
import { type Branch, type Field } from './branch.js';
import { treeOf } from './tree.js';
import { labelOf, type ReachWord, reachWordOf, saysNo, saysYes, statusWordOf } from './vocabulary.js';

/** Fields beside the modules that may say something of the whole report. */
const mostHeaders = 500;

class TreeReading {
  private readonly modules = new Set<Branch>();
  /** The keys of lists that hold codes somewhere: an empty one says that there are none. */
  private readonly codeLists = new Set<string>();
  /** A code stands where no module is named. */
  private lost = false;
  private headers = 0;
  /** Of modules that did not answer it says so. */
  private tellsFailures = false;

  /** @param ignored true for a line that somebody said holds nothing */
  constructor(
    private readonly reading: Reading,
    private readonly legend: Legend,
    private readonly ignored: (line: number) => boolean,
  ) {}

  /** @returns whether every code of the tree found its module */
  read(root: Branch): boolean {
    this.mark(root);
    this.tellsFailures = [...this.modules].some(
      ({ fields }) => fields.length > 1 && fields.some((field) => this.saysUnread(field)),
    );
    this.walk(root);
    return !this.lost;
  }

  private saysUnread({ key, value }: Field): boolean {
    const label = labelOf(key);
    return (
      unreadIn(value) !== null ||
      (label?.role === 'result' && stateOfResult(value, label.link, this.legend.reaches) === 'silent')
    );
  }

  /** The codes that follow are nobody's. */
  private lose(): void {
    this.lost = true;
    this.reading.module = null;
  }

  /** Finds the modules: what codes are listed in, then what stands beside one of those and has the same keys or tag. */
  private mark(branch: Branch): void {
    for (const child of branch.branches) {
      this.mark(child);
      if (child.list && listsCodes(child)) this.codeLists.add(child.key);
    }
    const built = new Set<string>();
    for (const child of branch.branches)
      if (this.isModule(child)) {
        this.modules.add(child);
        built.add(buildOf(child));
      }
    if (built.size === 0 || built.size > mostBuilds) return;
    // In a map whose keys are names: `"Roof": {"error": "asleep"}` beside modules with codes.
    const byKey = branch.branches.some((child) => this.modules.has(child) && nameOf(child) === child.key);
    for (const child of branch.branches)
      if (
        !this.modules.has(child) &&
        !isCodeBranch(child) &&
        (alike(buildOf(child), built) ||
          (byKey && isName(child.key) && (isEmpty(child) || child.fields.some(tellsOfModule))))
      )
        this.modules.add(child);
  }

  private isModule(branch: Branch): boolean {
    if (isCodeBranch(branch) || isSpokenList(branch) || branch.branches.some(namesItsModule)) return false;
    // `"Restraints": ["B1318-16"]`, `<unit name="Restraints"><fault ...`: a list of codes under a name.
    // `{"Restraints": ["B1318-16"], "Body": []}`: a map of modules.
    if (branch.branches.filter(({ list, key }) => list && isName(key)).length > 1) return false;
    return listsCodes(branch) || namesCodes(branch)
      ? nameOf(branch) !== null
      : branch.branches.some(
          (child) => listsCodes(child) && !child.branches.some(namesItsModule) && !isNamedMap(child, branch),
        );
  }

  private walk(branch: Branch): void {
    if (this.modules.has(branch)) {
      this.takeModule(branch);
      return;
    }
    if (isCodeBranch(branch)) {
      this.takeFlatCode(branch);
      return;
    }
    if (isSpokenList(branch)) {
      for (const field of branch.fields) this.takeSpoken(field);
      return;
    }
    // `"modules": {"Cluster": "no codes", "Roof": "no response"}`
    const told =
      branch.fields.length > 1 &&
      branch.fields.every(({ key, value }) => isName(key) && stateOf(value) !== null);
    const spoken =
      told || branch.fields.some(({ key, value }) => isName(key) && readCodeLine(value) !== null);
    for (const field of branch.fields) {
      // `"Lights": "1 fault: B1318 active"`
      if (spoken && isName(field.key) && readCodeLine(field.value)) {
        this.reading.enter(field.key, lineOf(field), { by: 'label' });
        this.takeCodes(field.value, lineOf(field));
        continue;
      }
      const line = lineOf(field);
      if (isExact(field.key) || (isExact(field.value) && mayHoldCode(field.key))) {
        this.lose();
        this.takeCodes(isExact(field.key) ? spelled(field) : field.value, line);
        continue;
      }
      // `"Tailgate": "no answer"` beside modules with codes.
      const reach =
        (spoken || branch.branches.some((child) => this.modules.has(child))) && isName(field.key)
          ? (stateOf(field.value) ?? (field.value === 'null' ? 'unclear' : null))
          : null;
      if (reach !== null && labelOf(field.key) === null) {
        this.reading.enter(field.key, line, { by: 'label' });
        this.reading.say(reach);
        this.reading.mark(line, 'module');
      } else {
        const role = this.headers++ < mostHeaders ? roleOf(field.key) : undefined;
        if (role !== undefined) noteField(this.reading, role, field.value);
        this.reading.mark(line, 'header');
      }
    }
    // `"no_reply": ["Tailgate"]`
    const said = branch.list ? reachWordOf(spaced(branch.key)) : null;
    if (said !== null && said !== 'holdsCodes')
      for (const field of branch.fields) {
        const heading = readModuleName(field.value);
        if (!heading) continue;
        this.reading.enter(heading.name, lineOf(field), { address: heading.address, by: 'label' });
        this.reading.say(said);
        this.reading.mark(lineOf(field), 'module');
      }
    // In a list of all codes one without a code speaks of its module.
    const flat = branch.branches.some(namesItsModule);
    for (const child of branch.branches)
      if (flat && !isCodeBranch(child) && namesModule(child)) this.takeModule(child);
      else this.walk(child);
  }

  private takeModule(branch: Branch): void {
    const { reading } = this;
    const line = new Line(branch.line, '');
    const named = nameOf(branch);
    const address = branch.fields
      .filter(({ key }) => roleOf(key) === 'address')
      .flatMap(({ value }) => /^(?:0x|\$)?([\da-f]{1,4})h?$/i.exec(value.trim())?.[1] ?? [])[0];
    if (named === null && address === undefined) {
      this.lose();
      for (const child of branch.branches) this.takeBelow(child);
      return;
    }
    reading.enter(named ?? `Address ${address!.toUpperCase()}`, line, {
      address: address?.toUpperCase() ?? null,
      by: 'label',
    });
    reading.open = null;
    reading.mark(line, 'module');
    // `"connection": {"state": "no response"}`
    const contacts = [branch, ...branch.branches.filter(saysOfContact)];
    const told = contacts.map((one) => this.sayOf(one)).includes(true);
    // Neither codes, nor an empty list of them, nor a word on the contact: it does not count as read.
    const lists =
      branch.list ||
      branch.branches.some(
        (child) =>
          isCodeBranch(child) ||
          listsCodes(child) ||
          isOfStatus(child) ||
          (child.list && this.codeLists.has(child.key)),
      );
    const silentOnIt = this.tellsFailures && isBare(branch);
    // `"Cluster": {}` in a map of codes
    const names = branch.fields.some(({ key }) => namesCode(key) || isExact(key));
    if (!told) reading.say(isEmpty(branch) || lists || silentOnIt || names ? 'clean' : 'unclear');
    for (const field of branch.fields) {
      if (roleOf(field.key) === 'code' && field.value === 'null') reading.say('clean');
      else if (namesCode(field.key) && !isCode(field.value)) this.takeCodes(field.value, lineOf(field));
      else if (branch.list || isExact(field.key)) this.takeCodes(spelled(field), lineOf(field));
      else reading.mark(lineOf(field), 'detail');
    }
    for (const child of branch.branches) this.takeBelow(child);
  }

  /** What the fields of a module say of the contact with it. @returns whether they do */
  private sayOf({ fields }: Branch): boolean {
    const { reading, legend } = this;
    const all: ReachWord[] = [];
    for (const { key, value } of fields) {
      const label = labelOf(key);
      const role = label?.role;
      let said = null;
      if (role === 'result' || role === 'status') said = stateOfResult(value, label!.link, legend.reaches);
      else if (isContact(key) && (saysYes(value) || saysNo(value)))
        said = saysYes(value) ? ('read' as const) : ('silent' as const);
      else if (role === 'text') {
        const whole = reachWordOf(value);
        said = whole === null ? null : (unreadIn(value) ?? (whole === 'clean' ? whole : null));
      } else if (role !== 'ident' && /\p{L}{2}/u.test(value)) said = unreadIn(value);
      if (
        said === null &&
        (role === 'result' || role === 'status') &&
        /\p{L}/u.test(value) &&
        all.length === 0
      )
        said = 'unclear' as const;
      if (said !== null) all.push(said);
    }
    // Why it was not read says more than that it did not answer.
    const why = all.find((said) => said === 'not-fitted' || said === 'unsupported' || said === 'refused');
    for (const said of why === undefined ? all : [why, ...all]) reading.say(said);
    return all.length > 0;
  }

  private takeBelow(branch: Branch): void {
    if (isCodeBranch(branch)) {
      this.takeCode(branch);
      return;
    }
    if (roleOf(branch.key) === 'environment') return;
    const words = wordsOfCode(branch);
    if (words) return this.takeCodes(words.value, lineOf(words));
    // `"active": ["B1318-16"]`
    const status = branch.list ? statusWordOf(spaced(branch.key)) : null;
    if (status) this.reading.section = { status: status.status, over: false };
    for (const field of branch.fields)
      if (branch.list || isExact(field.key)) this.takeCodes(spelled(field), lineOf(field));
      else if (isExact(field.value)) this.takeCodes(field.value, lineOf(field));
      else this.reading.mark(lineOf(field), 'detail');
    for (const child of branch.branches) this.takeBelow(child);
    if (status) this.reading.section = null;
  }

  /** A code that names its module itself, in a list of all codes. */
  private takeFlatCode(branch: Branch): void {
    const own = branch.fields.find(({ key }) => roleOf(key) === 'module');
    const heading = own && readModuleName(own.value);
    if (heading) this.reading.enter(heading.name, lineOf(own), { address: heading.address, by: 'label' });
    else this.lose();
    this.takeCode(branch);
  }

  private takeCode(branch: Branch): void {
    const { reading, legend } = this;
    const field = codeField(branch);
    const text = isExact(branch.key) ? branch.key : field!.value;
    const read = readCode(text) ?? readCodeBytes(text)!;
    const line = new Line(field?.line ?? branch.line, '');
    if (this.ignored(line.number)) return reading.mark(line, 'ignored');
    reading.add([{ ...read, ...unknownStatus, text: null, cells: [] }], line, { record: true });
    const pairs = branch.fields
      .filter((other) => other !== field && other.value !== 'null')
      .map(({ key, value }): Pair => ({ key, label: labelOf(key === '' ? 'text' : key), value }));
    takeCodeFields(
      reading,
      pairs.filter(({ label }) => label !== null),
      legend,
    );
    this.takeShortKeys(pairs.filter(({ label }) => label === null));
    const flags = pairs.filter(({ value }) => saysYes(value) || saysNo(value) || /^[01]$/.test(value));
    takeFlags(reading, line, flags);
    // `"flags": ["testFailed", "confirmedDTC"]`
    for (const { list, key, fields } of branch.branches) {
      const role = roleOf(key);
      if (role !== 'status' && role !== 'byte') continue;
      // `"flags": {"testFailed": true, "confirmed": true}`
      if (!list) {
        takeFlags(
          reading,
          line,
          fields.map((one): Pair => ({ key: spaced(one.key), label: labelOf(one.key), value: one.value })),
        );
        continue;
      }
      const value = fields.map((one) => spaced(one.value)).join(', ');
      takeCodeFields(reading, [{ key, label: labelOf(key), value }], legend);
    }
    for (const other of branch.fields) if (other !== field) reading.mark(lineOf(other), 'detail');
  }

  /** `c="B0024" t="13" s="active"`: what keys that nobody knows hold, by their values. */
  private takeShortKeys(pairs: readonly Pair[]): void {
    const [code] = this.reading.open!.codes;
    const types = pairs.filter(({ value }) => /^(?:0x)?[\dA-F]{2}$/i.test(value));
    const statuses = pairs.filter(({ value }) => statusWordOf(value) !== null);
    if (code!.failureType == null && types.length === 1) {
      code!.failureType = types[0]!.value.slice(-2).toUpperCase();
      code!.how = { ...code!.how, failureType: 'guess' };
    }
    if (code!.status === 'unknown' && statuses.length === 1)
      give(code!, { ...readStatusCell(statuses[0]!.value)!, by: 'guess' });
  }

  /** `Airbag: B1318 active`, `Roof: no answer`: a line in a list. */
  private takeSpoken(field: Field): void {
    const line = lineOf(field);
    const name = readCodeLine(field.value)?.before;
    const states = name == null ? moduleStates(field.value, this.legend.reaches) : [];
    const heading = readModuleName(name ?? states[0]?.name ?? '');
    if (!heading) return this.reading.mark(line, 'header');
    this.reading.enter(heading.name, line, { address: heading.address, by: 'word' });
    if (name != null) return this.takeCodes(field.value, line);
    this.reading.say(states[0]!.reach);
    this.reading.mark(line, 'module');
  }

  /** Codes in a value, with what stands beside them. */
  private takeCodes(value: string, line: Line): void {
    if (this.ignored(line.number)) return this.reading.mark(line, 'ignored');
    const read = readCodeLine(value.replace(/[,;|](?=\S)/g, '   '), this.legend);
    if (read) this.reading.add(read.codes, line);
    else {
      // `"error": "asleep"`: whatever it means, the module does not count as read.
      const said = value.trim() === '' ? null : (countedIn(value) ?? stateOf(value) ?? 'unclear');
      if (said !== null && this.reading.module !== null) this.reading.say(said);
      this.reading.mark(line, 'detail');
    }
  }
}

const anyCode = /(?<![\p{L}\d])[PCBUpcbu][0-3][\da-fA-F]{3}/u;

/** Whether a field that is called a code holds one of a shape that the shop has taught. */
const holdsOwnCode = ({ fields, branches }: Branch, book: PatternBook): boolean =>
  fields.some(({ key, value }) => namesCode(key) && !isCode(value) && book.isCode(value)) ||
  branches.some((child) => holdsOwnCode(child, book));

/** What was read of a tree, and whether every code of it found its module. */
export interface TreeScan {
  readonly scan: Scan;
  readonly whole: boolean;
}

/** The scan in a text that is a tree as a whole; null where it is none, or holds no code. */
export function readTree(text: string, { patterns, marks }: TextOptions = {}): TreeScan | null {
  const root = anyCode.test(text) ? treeOf(text) : null;
  if (root === null) return null;
  const lines = new Lines(text);
  const known = patternsFor(readerOf(lines), patterns ?? { codes: [], lines: [] });
  const book = new PatternBook(known);
  const said = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  // What was said of single lines beyond that, or a code of the shop's own shape, asks for a reading line by line.
  const byLine = [...said.values()].some(
    ({ as, code }) => as !== 'ignore' && (as !== 'code' || readCode(code!) === null),
  );
  if (byLine || (known.codes.length > 0 && holdsOwnCode(root, book))) return null;
  const ignored = (line: number) =>
    (said.get(line)?.as ?? (known.lines.length > 0 ? book.meaningOf(lines.at(line)) : null)) === 'ignore';
  const reading = new Reading(book);
  const legend = withLearned(legendOf(lines), known.words ?? []);
  const whole = new TreeReading(reading, legend, ignored).read(root);
  if (reading.codes.length === 0) return null;
  reading.correct(marks ?? []);
  return { scan: reading.finish(languageIn(lines)), whole };
}
