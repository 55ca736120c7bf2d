/** What has been read of a report so far. */
import { type CodeStatus, plainWord } from '../codes/index.js';
import type { FoundCode } from './code-line.js';
import type { HeadFields } from './header-field.js';
import type { Line } from './line.js';
import type { LineMark, PatternBook } from './patterns.js';
import { shorterNames } from './names.js';
import { PassedLines, mostBetween } from './passed-lines.js';
import { lookAgain, namesBeside, namesInFront } from './second-look.js';
import type { Draft, LineKind, ReadBy, Scan, ScanCode, ScanModule } from './schema.js';
import type { ReachWord } from './vocabulary.js';

const unnamed = 'Unnamed module';
const shownLines = 1000;
const shownValues = 5000;
const shownCharacters = 200;
/** A report of more codes explains none of them. */
const mostExplained = 1000;
/** No car has more; what has is no report of one. */
const mostModules = 500;
const shownMismatches = 50;
/** Names that a module may have at its address. */
const mostNamesAt = 2;

/** The codes of the last code line, while lines below it may still belong to it. */
export interface OpenCodes {
  readonly codes: readonly Draft<ScanCode>[];
  readonly indent: number;
  /** The line's place in the order of reading. */
  readonly at: number;
  /** True where the line said `Code: …`: the fields of a record follow, its module among them. */
  readonly record: boolean;
  readonly inTable: boolean;
  /** A line below it has named its module. */
  named: boolean;
}

const firstWord = (text: string): string => /\p{L}[\p{L}\d]*/u.exec(text)?.[0].toLowerCase() ?? '';

type How = NonNullable<ScanCode['how']>;
const hows = new Map<string, How>();

/** One object for each way of reading: thousands of codes are read in a few ways. */
function howOf(module: ReadBy | null, failureType: ReadBy | null, status: ReadBy | null): How {
  const key = `${module} ${failureType} ${status}`;
  let how = hows.get(key);
  if (!how) hows.set(key, (how = Object.freeze({ module, failureType, status })));
  return how;
}

export class Reading {
  readonly codes: Draft<ScanCode>[] = [];
  readonly modules: Draft<ScanModule>[] = [];
  readonly meta: HeadFields = {};
  /** The reader's name out of a title; a labelled one stands above it. */
  titleReader: string | null = null;
  noModuleAnswered = false;
  module: string | null = null;
  moduleBy: ReadBy = 'heading';
  /** What nothing understood, and what may be a module's name. */
  readonly passed = new PassedLines();
  /** The module is one that was passed over, and only assumed. */
  private assumedPassed = false;
  /** Headings that no label and no address calls modules: they may be titles. */
  private readonly titled = new Set<string>();
  /** The heading of that kind that was entered last, with no other module behind it. */
  private lastTitle: { readonly name: string; readonly indent: number } | null = null;
  /** The last row of a table that only said something of its module, by its place. */
  statedAt = 0;
  /** Names of modules stand with the number of their codes in a cell beside them. */
  namesCounted = false;
  /** Codes name their modules in brackets at their ends. */
  moduleInBrackets = false;
  /** How far the line was set in that named the module. */
  moduleIndent = 0;
  /** The place of that line. */
  moduleAt = 0;
  open: OpenCodes | null = null;
  /** The status that a section's heading gives to the codes below it, and whether it reaches over modules. */
  section: { readonly status: CodeStatus; readonly over: boolean } | null = null;
  /** The module that was entered last could not be read. */
  private failed = false;
  /** What a heading says of the modules that are listed below it, whether one was named, and the last line of both. */
  list: { readonly reach: ReachWord; readonly named: boolean; readonly at: number } | null = null;
  /** Where names stood in a row under what is said of them, the last time. */
  rowAt = 0;
  /** True once a module was named since the last blank line. */
  namedInBlock = false;
  /** Below a heading of parts: how far it is set in; up to a blank line or a name as far in. */
  inParts: number | null = null;
  /** A block of ambient conditions or live values: what is set in further than this belongs to it. */
  block: number | null = null;
  /** The address of a heading that gave no name yet (`[MODULE 58]`). */
  awaitsName: string | null = null;
  /** Records name the module before its codes, not behind each. */
  modulesFirst = false;
  /** A code of a column was read from bytes: its others are bytes too, though they hold figures only. */
  bytesInColumn = false;
  private readonly byName = new Map<string, Draft<ScanModule>>();
  private readonly firstWords = new Set<string>();
  private readonly byAddress = new Map<string, string>();
  /** Names in headings by their addresses, and the addresses with too many. */
  private readonly crowded = new Set<string>();
  private readonly headedAt = new Map<string, Set<string>>();
  private readonly said = new Map<string, ReachWord>();
  private readonly unread = new Set<string>();
  /** The module that was put there last. */
  private lastUnread: string | null = null;
  private readonly printed: { line: number; codes: number; module: string | null }[] = [];
  private readonly lines: { line: number; as: LineKind }[] = [];
  private readonly notRead: { line: number; text: string }[] = [];
  private readonly values: NonNullable<Scan['values']> = [];
  private notReadMore = 0;
  private valuesMore = 0;

  constructor(readonly book: PatternBook) {}

  mark({ number }: Line, as: LineKind): void {
    this.lines.push({ line: number, as });
  }

  /** @param within the line stands among the fields of the code that is open, and leaves it open */
  skip(line: Line, within = false): void {
    if (!within) this.open = null;
    if (this.module !== null && this.module !== this.lastUnread) {
      this.lastUnread = this.module;
      this.unread.add(plainWord(this.module));
    }
    if (this.notRead.length === shownLines) {
      this.notReadMore++;
      return;
    }
    this.mark(line, 'notRead');
    this.notRead.push({ line: line.number, text: line.printed.trim().slice(0, shownCharacters) });
  }

  /** The module of that name, made when it is new. */
  enter(
    name: string,
    line: Line,
    {
      address = null,
      by = 'heading',
      title = false,
    }: { address?: string | null; by?: ReadBy; title?: boolean } = {},
  ): Draft<ScanModule> {
    const key = plainWord(name);
    let module = this.byName.get(key);
    if (!module) {
      module = { name, answered: true, reach: 'answered', line: line.number };
      this.modules.push(module);
      this.byName.set(key, module);
      this.firstWords.add(firstWord(name));
    }
    if (address !== null) module.address ??= address;
    if (module.address != null && !this.byAddress.has(module.address))
      this.byAddress.set(module.address, name);
    this.noteTitle(module.name, line, by === 'heading' && title);
    this.module = module.name;
    this.assumedPassed = false;
    this.passed.forget();
    this.failed = false;
    this.moduleBy = by;
    this.awaitsName = null;
    this.moduleIndent = line.indent;
    this.moduleAt = line.at;
    if (name !== unnamed) this.namedInBlock = true;
    return module;
  }

  /**
   * Takes the line that was passed over for the name of the module of what follows, where none is named otherwise: codes
   * and states have to be somebody's, and it says so as a guess.
   * @param stated the line says how far a module was reached: right below a name as high as the last one it is said of that
   */
  assume({ at, indent }: Line, stated = false): void {
    const passed = this.passed.nameAbove(at);
    if (passed === null) return;
    const own = passed.line.indent;
    const again =
      (this.assumedPassed && (passed.begins || (own === this.moduleIndent && indent > own))) ||
      (stated &&
        own === this.moduleIndent &&
        (passed.line.at === at - 1 || (indent > own && at - passed.line.at < mostBetween)));
    if (this.module !== null && !again) return;
    this.enter(passed.name, passed.line, { by: 'guess' });
    this.assumedPassed = true;
  }

  /** True where the line is set in below one that was passed over and could be a module's name. */
  isBelowPassed({ at, indent }: Line): boolean {
    return indent > (this.passed.nameAbove(at)?.line.indent ?? Infinity);
  }

  /** A quick look: false where no module that was named so far begins with the first word of a text. */
  mayName(text: string): boolean {
    return this.firstWords.has(firstWord(text));
  }

  /** The module of that name, if one was named so far. */
  named(name: string): Draft<ScanModule> | null {
    return this.namedBy(plainWord(name));
  }

  /** The same, by the plain word of the name. */
  namedBy(key: string): Draft<ScanModule> | null {
    return this.byName.get(key) ?? null;
  }

  /** The name of the module at that address, if one was named with it so far. */
  namedAt(address: string): string | null {
    return this.byAddress.get(address) ?? null;
  }

  /**
   * True for one name too many over codes at an address: two may be ways of printing it; with more it is the number of
   * something else, as of a frame in a log.
   */
  isOneTooMany(name: string, address: string): boolean {
    const names = this.headedAt.get(address) ?? new Set();
    if (names.size < mostNamesAt || names.has(plainWord(name))) {
      this.headedAt.set(address, names.add(plainWord(name)));
      return false;
    }
    this.crowded.add(address);
    return true;
  }

  /** Names at such numbers, of which nothing is known. */
  private forgetCrowded(): void {
    if (this.crowded.size > mostModules) return;
    for (const key of [...this.crowded].flatMap((address) => [...this.headedAt.get(address)!])) {
      if (this.said.get(key) === 'unclear') this.said.delete(key);
      const module = this.byName.get(key);
      if (module) this.leave(module.name);
    }
  }

  /** True where no module is open, or one of which something was said already. */
  isTold(): boolean {
    return this.module === null || this.said.has(plainWord(this.module));
  }

  /** What is said of the module that was entered last; that it could not be read is not taken back by less. */
  say(reach: ReachWord): void {
    const key = plainWord(this.module!);
    const before = this.said.get(key);
    if (before === undefined || !isFailure(before)) this.said.set(key, reach);
    this.failed ||= isFailure(reach);
  }

  /** The last module's name goes on in the next line of its cell. */
  carryName(more: string, line: Line): void {
    const before = this.module;
    if (before === null) return;
    const said = this.said.get(plainWord(before));
    const module = this.enter(before.endsWith('-') ? before + more : `${before} ${more}`, line, {
      by: 'column',
    });
    for (const code of this.open?.codes ?? []) code.module = module.name;
    if (this.open === null && said !== undefined) {
      this.said.delete(plainWord(before));
      this.said.set(plainWord(module.name), said);
    }
    this.leave(before);
  }

  /** A bare heading may be a title, unless it stands between others that are as far in. */
  private noteTitle(name: string, { indent }: Line, title: boolean): void {
    if (!title) {
      this.titled.delete(name);
      this.lastTitle = null;
      return;
    }
    const { lastTitle } = this;
    const between =
      lastTitle !== null && lastTitle.indent === indent && lastTitle.name !== this.modules[0]!.name;
    if (between) this.titled.delete(lastTitle.name);
    this.titled.add(name);
    this.lastTitle = { name, indent };
  }

  /** Forgets a module that was only assumed, where it holds nothing and nothing was said of it. */
  leave(name: string): void {
    const key = plainWord(name);
    const at = this.modules.findIndex((module) => module.name === name);
    if (at < 0 || this.said.has(key) || this.codes.some((code) => code.module === name)) return;
    this.modules.splice(at, 1);
    this.byName.delete(key);
  }

  /** Forgets the module of codes for which none was named. */
  leaveUnnamed(name: string): void {
    if (name === unnamed) this.leave(name);
  }

  add(
    found: readonly FoundCode[],
    line: Line,
    {
      record = false,
      inTable = false,
      by = null,
    }: { record?: boolean; inTable?: boolean; by?: ReadBy | null } = {},
  ): void {
    // A module that did not answer has no codes: those below it are another's.
    if (this.failed) this.module = null;
    this.assume(line);
    if (this.explains(found)) {
      this.mark(line, 'detail');
      return;
    }
    const assumed = this.module === null;
    const module = this.module ?? this.enter(unnamed, line, { by: 'guess' }).name;
    const added = found.map((one): Draft<ScanCode> => {
      const bySection = one.status === 'unknown' && one.by === null && this.section !== null;
      const code: Draft<ScanCode> = {
        module,
        code: one.code,
        failureType: one.failureType,
        status: bySection ? this.section!.status : one.status,
        statusText: one.statusText,
        text: one.text,
        line: line.number,
        repaired: one.repaired,
        how: howOf(
          assumed ? 'guess' : (by ?? this.moduleBy),
          one.failureType === null ? null : inTable ? 'column' : 'word',
          bySection ? 'section' : one.by,
        ),
      };
      if (one.comesAndGoes) code.comesAndGoes = true;
      return one.statusByte === null ? code : Object.assign(code, bitsOf(one.statusByte));
    });
    this.codes.push(...added);
    this.open = { codes: added, indent: line.indent, at: line.at, record, inTable, named: false };
    this.block = null;
    this.mark(line, 'code');
  }

  /**
   * Codes that were read before without a text, where no module is named, and now nothing but what they mean: a list of
   * explanations.
   */
  private explains(found: readonly FoundCode[]): boolean {
    if (this.module !== null || this.codes.length === 0 || this.codes.length > mostExplained) return false;
    const before = found.map((one) =>
      this.codes.find(
        ({ code, failureType, text }) =>
          code === one.code && (failureType ?? null) === one.failureType && text == null,
      ),
    );
    if (!found.every(({ status, text }, at) => before[at] && status === 'unknown' && text !== null))
      return false;
    for (const [at, { text }] of found.entries()) before[at]!.text = text;
    return true;
  }

  addValue(name: string, value: string, line: Line): void {
    if (this.values.length === shownValues) {
      this.valuesMore++;
      return;
    }
    this.values.push({ module: this.module, name, value, line: line.number });
    this.mark(line, 'value');
  }

  /** Puts right what was said of the codes of single lines. */
  correct(marks: readonly LineMark[]): void {
    for (const { line, as, code: said, failureType, status, module } of marks) {
      if (as !== 'code') continue;
      const wanted = said!.toUpperCase();
      const own = this.codes.filter((code) => code.line === line);
      for (const code of own.length === 1 ? own : own.filter(({ code }) => wanted.startsWith(code))) {
        if (failureType != null) code.failureType = failureType === '' ? null : failureType;
        if (status != null) Object.assign(code, { status, comesAndGoes: null });
        if (module != null) this.moveTo(code, module);
        code.how = {
          module: module == null ? (code.how?.module ?? null) : 'hand',
          failureType: failureType == null ? (code.how?.failureType ?? null) : 'hand',
          status: status == null ? (code.how?.status ?? null) : 'hand',
        };
      }
    }
  }

  private moveTo(code: Draft<ScanCode>, name: string): void {
    const before = code.module;
    const now = this.byName.get(plainWord(name)) ?? {
      name,
      answered: true,
      reach: 'answered' as const,
      line: code.line ?? 1,
    };
    if (!this.byName.has(plainWord(name))) {
      this.modules.push(now);
      this.byName.set(plainWord(name), now);
    }
    code.module = now.name;
    this.leave(before);
  }

  /** A number of codes that the report itself prints, of a module or of all. */
  promise(codes: number, { number }: Line, module: string | null): void {
    this.printed.push({ line: number, codes, module });
  }

  /** True while the module is to hold more codes, by the number printed under its name. */
  awaitsCodes(): boolean {
    const last = this.printed.at(-1);
    if (!last || last.module === null || last.module !== this.module) return false;
    let read = 0;
    for (let at = this.codes.length - 1; at >= 0 && this.codes[at]!.module === last.module; at--) read++;
    return read < last.codes || (read === last.codes && this.open !== null);
  }

  /** Carries on the description of the code above. */
  continueText(text: string): void {
    const code = this.open!.codes.at(-1)!;
    if ((code.text?.length ?? 0) < 2000) code.text = code.text ? `${code.text} ${text.trim()}` : text.trim();
  }

  /** What was taken for a module, and holds nothing where others are told of, is a title. */
  private forgetTitles(): void {
    if (this.titled.size === 0 || this.titled.size > mostModules) return;
    const told = new Set([
      ...this.said.keys(),
      ...this.unread,
      ...this.codes.map(({ module }) => plainWord(module)),
    ]);
    if (told.size < 2) return;
    for (const name of this.titled) if (!told.has(plainWord(name))) this.leave(name);
  }

  /** What the report prints with all names is no part of them. */
  private shortenNames(): void {
    if (this.modules.length > mostModules) return;
    const shorter = shorterNames(this.modules);
    for (const module of [...this.modules]) {
      const own = shorter.get(module.name);
      if (own === undefined) continue;
      if (own.address !== null) module.address ??= own.address;
      this.rename(module, own.name);
    }
  }

  /** Codes for which no module was named, where what stands beside each names it. */
  private nameUnnamed(): void {
    if (!this.codes.every(({ module }) => module === unnamed)) return;
    // Where the report names no module at all, words beside a code alone are rather what it means.
    const others = this.modules.some(({ name }) => name !== unnamed);
    const names = namesInFront(this.codes) ?? (others ? namesBeside(this.codes) : null);
    for (const [at, code] of names === null ? [] : [...this.codes.entries()]) {
      this.moveTo(code, names![at]!.name);
      code.text = names![at]!.text;
      code.how = { ...code.how, module: 'guess' };
    }
  }

  private rename(module: Draft<ScanModule>, name: string): void {
    const [before, key] = [plainWord(module.name), plainWord(name)];
    const same = this.byName.get(key);
    for (const code of this.codes) if (code.module === module.name) code.module = same?.name ?? name;
    const said = this.said.get(before);
    const known = this.said.get(key);
    // What was said of it before counts, unless it was no more than that it answered.
    if (said !== undefined && (known === undefined || known === 'read')) this.said.set(key, said);
    if (this.unread.has(before)) this.unread.add(key);
    this.byName.delete(before);
    if (same) {
      same.address ??= module.address ?? null;
      this.modules.splice(this.modules.indexOf(module), 1);
    } else {
      module.name = name;
      this.byName.set(key, module);
    }
  }

  finish(language: string | null): Scan {
    lookAgain(this.codes);
    this.nameUnnamed();
    // Beside faults that come and go, those that are called permanent are there now, where none is called so otherwise.
    if (
      this.codes.some(({ comesAndGoes }) => comesAndGoes) &&
      !this.codes.some(({ status }) => status === 'active')
    )
      for (const code of this.codes)
        if (code.status === 'permanent' && code.how?.status !== 'section') code.status = 'active';
    this.forgetCrowded();
    this.forgetTitles();
    this.shortenNames();
    const holding = new Map<string, number>();
    for (const { module } of this.codes) {
      const key = plainWord(module);
      holding.set(key, (holding.get(key) ?? 0) + 1);
    }
    const counted = new Set(
      this.printed.flatMap(({ module }) => (module === null ? [] : [plainWord(module)])),
    );
    for (const module of this.modules) {
      const key = plainWord(module.name);
      // It failed, without a count or a code, where others have their codes printed: it may not have answered at all.
      const bare = this.codes.length > 0 && !holding.has(key) && !counted.has(key);
      const said = bare && this.said.get(key) === 'holdsCodes' ? 'unclear' : this.said.get(key);
      const reach: NonNullable<ScanModule['reach']> =
        holding.has(key) || said === 'clean' || said === 'read' || said === 'holdsCodes'
          ? 'answered'
          : (said ?? 'unclear');
      module.reach = reach;
      module.answered = reach === 'answered';
    }
    const mismatches = this.printed.flatMap(({ line, codes, module }) => {
      const read = module === null ? this.codes.length : (holding.get(plainWord(module)) ?? 0);
      return read === codes ? [] : [{ line, printed: codes, read, module }];
    });
    return {
      codes: this.codes,
      modules: this.modules,
      notRead: this.notRead,
      ...(this.notReadMore > 0 ? { notReadMore: this.notReadMore } : {}),
      ...(this.titleReader === null ? {} : { reader: this.titleReader }),
      ...this.meta,
      ...(this.noModuleAnswered ? { noModuleAnswered: true } : {}),
      language,
      ...(mismatches.length > 0 ? { mismatches: mismatches.slice(0, shownMismatches) } : {}),
      ...(this.values.length > 0 ? { values: this.values } : {}),
      ...(this.valuesMore > 0 ? { valuesMore: this.valuesMore } : {}),
      lines: this.lines,
    };
  }
}

const isFailure = (reach: ReachWord): boolean =>
  reach !== 'clean' && reach !== 'read' && reach !== 'holdsCodes' && reach !== 'unclear';

/** A status byte also says whether the test has run since the last clearing (ISO 14229-1, bit 4). */
export function bitsOf(statusByte: number | null): Pick<ScanCode, 'statusByte' | 'monitorRan'> {
  return statusByte === null ? {} : { statusByte, monitorRan: (statusByte & 0x10) === 0 };
}
