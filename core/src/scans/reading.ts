/** What has been read of a report so far. */
import { type CodeStatus, plainWord } from '../codes/index.js';
import type { FoundCode } from './code-line.js';
import type { PatternBook } from './patterns.js';
import type { LineKind, Scan, ScanCode, ScanModule } from './schema.js';

const unnamed = 'Unnamed module';
const shownLines = 1000;
const shownValues = 5000;
const shownCharacters = 200;

export type Draft<T> = { -readonly [K in keyof T]: T[K] };

/** One line of the report: its number from 1, its text, its place in the order of reading, and its plain words. */
export class Line {
  private plain: string | null = null;

  constructor(
    readonly number: number,
    readonly text: string,
    readonly at: number = number,
  ) {}

  get word(): string {
    return (this.plain ??= plainWord(this.text));
  }

  get indent(): number {
    return this.text.replace(/\t/g, '    ').search(/\S/);
  }
}

/** The codes of the last code line, while lines below it may still belong to it. */
export interface OpenCodes {
  readonly codes: readonly Draft<ScanCode>[];
  readonly indent: number;
  /** True where the line said `Code: …`: the fields of a record follow, its module among them. */
  readonly record: boolean;
}

export class Reading {
  readonly codes: Draft<ScanCode>[] = [];
  readonly modules: Draft<ScanModule>[] = [];
  readonly meta: Partial<Pick<Scan, 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts'>> = {};
  /** The reader's name out of a title; a labelled one stands above it. */
  titleReader: string | null = null;
  noModuleAnswered = false;
  module: string | null = null;
  open: OpenCodes | null = null;
  /** The status that a section's heading gives to the codes below it, and whether it reaches over modules. */
  section: { readonly status: CodeStatus; readonly over: boolean } | null = null;
  /** True once a module was named since the last blank line. */
  namedInBlock = false;
  private readonly byName = new Map<string, Draft<ScanModule>>();
  private readonly lines: { line: number; as: LineKind }[] = [];
  private readonly notRead: { line: number; text: string }[] = [];
  private readonly values: NonNullable<Scan['values']> = [];
  private notReadMore = 0;
  private valuesMore = 0;

  constructor(readonly book: PatternBook) {}

  mark({ number }: Line, as: LineKind): void {
    this.lines.push({ line: number, as });
  }

  skip(line: Line): void {
    this.open = null;
    if (this.notRead.length === shownLines) {
      this.notReadMore++;
      return;
    }
    this.mark(line, 'notRead');
    this.notRead.push({ line: line.number, text: line.text.trim().slice(0, shownCharacters) });
  }

  /** The module of that name, made when it is new. */
  enter(name: string, { number }: Line, address: string | null = null): Draft<ScanModule> {
    const key = plainWord(name);
    let module = this.byName.get(key);
    if (!module) {
      module = { name, answered: true, reach: 'answered', line: number };
      this.modules.push(module);
      this.byName.set(key, module);
    }
    if (address !== null) module.address ??= address;
    this.module = module.name;
    if (name !== unnamed) this.namedInBlock = true;
    return module;
  }

  /** Forgets the module that was only assumed, where it holds nothing. */
  leave(name: string): void {
    const at = this.modules.findIndex((module) => module.name === name);
    if (name !== unnamed || this.codes.some((code) => code.module === name) || at < 0) return;
    this.modules.splice(at, 1);
    this.byName.delete(plainWord(name));
  }

  add(found: readonly FoundCode[], line: Line, record: boolean): void {
    const module = this.module ?? this.enter(unnamed, line).name;
    const added = found.map((one): Draft<ScanCode> => {
      const code: Draft<ScanCode> = {
        module,
        code: one.code,
        failureType: one.failureType,
        status: one.status === 'unknown' && this.section ? this.section.status : one.status,
        statusText: one.statusText,
        text: one.text,
        line: line.number,
        repaired: one.repaired,
      };
      return one.statusByte === null ? code : Object.assign(code, bitsOf(one.statusByte));
    });
    this.codes.push(...added);
    this.open = { codes: added, indent: line.indent, record };
    this.mark(line, 'code');
  }

  addValue(name: string, value: string, line: Line): void {
    if (this.values.length === shownValues) {
      this.valuesMore++;
      return;
    }
    this.values.push({ module: this.module, name, value, line: line.number });
    this.mark(line, 'value');
  }

  /** Carries on the description of the code above. */
  continueText(text: string): void {
    const code = this.open!.codes.at(-1)!;
    code.text = code.text ? `${code.text} ${text.trim()}` : text.trim();
  }

  finish(): Scan {
    for (const code of this.codes) {
      const module = this.byName.get(plainWord(code.module));
      if (!module) continue;
      module.answered = true;
      module.reach = 'answered';
    }
    return {
      codes: this.codes,
      modules: this.modules,
      notRead: this.notRead,
      ...(this.notReadMore > 0 ? { notReadMore: this.notReadMore } : {}),
      ...(this.titleReader === null ? {} : { reader: this.titleReader }),
      ...this.meta,
      ...(this.noModuleAnswered ? { noModuleAnswered: true } : {}),
      ...(this.values.length > 0 ? { values: this.values } : {}),
      ...(this.valuesMore > 0 ? { valuesMore: this.valuesMore } : {}),
      lines: this.lines,
    };
  }
}

/** A status byte also says whether the test has run since the last clearing (ISO 14229-1, bit 4). */
export function bitsOf(statusByte: number | null): Pick<ScanCode, 'statusByte' | 'monitorRan'> {
  return statusByte === null ? {} : { statusByte, monitorRan: (statusByte & 0x10) === 0 };
}
