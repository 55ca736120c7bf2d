/** How well reports were read, field by field, against what they say. */
import type { Scan } from '@dormant-beacon/core/scans';
import { plainName, type Truth } from './truth.js';

export interface Rates {
  readonly reports: number;
  /** Of the codes that a report holds, those found; of those read, those that it holds. */
  readonly found: number;
  readonly right: number;
  readonly failureType: number;
  readonly status: number;
  readonly module: number;
  readonly answered: number;
}

export interface Missed {
  /** Modules that did not answer and were called clean: the mistake that costs most. */
  readonly silentCalledClean: readonly string[];
}

const same = (a: string, b: string) => plainName(a) === plainName(b);

export class Score {
  private reports = 0;
  private codes = 0;
  private read = 0;
  private readonly hits = { found: 0, failureType: 0, status: 0, module: 0 };
  private modules = 0;
  private answered = 0;

  add(scan: Scan, truth: Truth): Missed {
    this.reports++;
    this.codes += truth.codes.length;
    this.read += scan.codes.length;
    const left = [...scan.codes];
    for (const wanted of truth.codes) {
      const all = left.filter(({ code }) => code === wanted.code);
      const one = all.find(({ module }) => same(module, wanted.module)) ?? all[0];
      if (!one) continue;
      left.splice(left.indexOf(one), 1);
      this.hits.found++;
      if ((one.failureType ?? null) === wanted.failureType) this.hits.failureType++;
      if (one.status === wanted.status) this.hits.status++;
      if (same(one.module, wanted.module)) this.hits.module++;
    }
    this.modules += truth.modules.length;
    const silentCalledClean: string[] = [];
    for (const { name, reach } of truth.modules) {
      const own = scan.modules.find((module) => same(module.name, name));
      if (own?.answered === (reach === 'answered')) this.answered++;
      else if (own?.answered) silentCalledClean.push(name);
    }
    return { silentCalledClean };
  }

  rates(): Rates {
    const of = (count: number, all: number) => (all === 0 ? 1 : count / all);
    return {
      reports: this.reports,
      found: of(this.hits.found, this.codes),
      right: of(this.hits.found, this.read),
      failureType: of(this.hits.failureType, this.codes),
      status: of(this.hits.status, this.codes),
      module: of(this.hits.module, this.codes),
      answered: of(this.answered, this.modules),
    };
  }
}
