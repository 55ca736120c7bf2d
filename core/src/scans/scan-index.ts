/** What a scan says of a module and of a code, found without going through it again: names and codes as they are compared. */
import { plainWord } from '../codes/index.js';
import type { ComparableScan } from './schema.js';

type Code = ComparableScan['codes'][number];
type CodeName = Pick<Code, 'module' | 'code' | 'failureType'>;

/** Module and code, whatever the failure type. */
export const codeKey = ({ module, code }: Pick<CodeName, 'module' | 'code'>): string =>
  `${plainWord(module)}\n${code.toUpperCase()}`;
/** Module, code and failure type. */
export const typedCodeKey = (code: CodeName): string =>
  `${codeKey(code)}\n${(code.failureType ?? '').toUpperCase()}`;

export class ScanIndex {
  private readonly listed = new Map<string, { answered: boolean; ran: boolean }>();
  private readonly typed = new Map<string, Code>();
  private readonly codes = new Map<string, { ran: boolean }>();
  private readonly speaking = new Set<string>();

  constructor(scan: ComparableScan) {
    for (const { name, answered, monitorRan } of scan.modules) {
      const key = plainWord(name);
      const known = this.listed.get(key);
      this.listed.set(key, {
        answered: answered || known?.answered === true,
        ran: monitorRan === true || known?.ran === true,
      });
    }
    for (const code of scan.codes) {
      const typed = typedCodeKey(code);
      if (!this.typed.has(typed)) this.typed.set(typed, code);
      const key = codeKey(code);
      this.codes.set(key, { ran: code.monitorRan === true || this.codes.get(key)?.ran === true });
      this.speaking.add(plainWord(code.module));
    }
  }

  /** A module that is listed as silent did not answer, whatever else the report says of it. */
  answered(module: string): boolean {
    const key = plainWord(module);
    return this.listed.get(key)?.answered ?? this.speaking.has(key);
  }

  /** Listed, and said not to answer: one that a report leaves out was not read, which says nothing of it. */
  silent(module: string): boolean {
    return this.listed.get(plainWord(module))?.answered === false;
  }

  /** The first code of that key, the failure type included. */
  code(typedKey: string): Code | undefined {
    return this.typed.get(typedKey);
  }

  has(key: string): boolean {
    return this.codes.has(key);
  }

  /** The monitor of a code has run: its module says so, or a code of the same name. */
  ran(code: Pick<CodeName, 'module' | 'code'>): boolean {
    return (
      this.listed.get(plainWord(code.module))?.ran === true || this.codes.get(codeKey(code))?.ran === true
    );
  }
}
