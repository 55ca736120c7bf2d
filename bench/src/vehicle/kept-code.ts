/** A trouble code with its debounce, its operation cycles and its eight status bits. Source: ISO 14229-1, annex D. */
import type { KeptCode } from '../services/index.js';

export const bits = {
  failed: 0x01,
  failedThisCycle: 0x02,
  pending: 0x04,
  confirmed: 0x08,
  notCompletedSinceClear: 0x10,
  failedSinceClear: 0x20,
  notCompletedThisCycle: 0x40,
  lamp: 0x80,
} as const;

/** Operation cycles in which a code must fail to be confirmed, and without a failure after which it is forgotten. */
const confirmAfter = 1;
const forgetAfter = 40;

/** A fresh code: nothing was tested yet. */
const untested = bits.notCompletedSinceClear | bits.notCompletedThisCycle;

export class CodeMemory {
  private status: number = untested;
  private failing = 0;
  private passing = 0;
  private occurrences = 0;
  private cyclesSince = 0;
  private failedCycles = 0;
  private snapshot: KeptCode['snapshot'] = null;

  /**
   * @param number three bytes: two of the code, one of the failure type
   * @param seconds for which it must fail, and pass, before that counts
   * @param lamp whether it asks for a lamp
   */
  constructor(
    readonly number: number,
    private readonly seconds: number,
    private readonly lamp: boolean,
  ) {}

  /** What was found over so many seconds. */
  see(fails: boolean, seconds: number, around: () => KeptCode['snapshot']): void {
    if (fails) {
      this.failing += seconds;
      this.passing = 0;
      if (this.failing >= this.seconds) this.fail(around);
      return;
    }
    this.passing += seconds;
    this.failing = 0;
    if (this.passing < this.seconds) return;
    this.status &= ~(bits.failed | bits.notCompletedSinceClear | bits.notCompletedThisCycle);
  }

  private fail(around: () => KeptCode['snapshot']): void {
    if ((this.status & bits.failed) === 0) {
      this.occurrences += 1;
      this.snapshot ??= around();
    }
    if ((this.status & bits.failedThisCycle) === 0) this.failedCycles += 1;
    this.cyclesSince = 0;
    this.status |= bits.failed | bits.failedThisCycle | bits.pending | bits.failedSinceClear;
    this.status &= ~(bits.notCompletedSinceClear | bits.notCompletedThisCycle);
    if (this.failedCycles >= confirmAfter) this.status |= bits.confirmed | (this.lamp ? bits.lamp : 0);
  }

  /** The ignition goes on: a new operation cycle. */
  newCycle(): void {
    const tested = (this.status & bits.notCompletedThisCycle) === 0;
    if (tested && (this.status & bits.failedThisCycle) === 0) {
      this.cyclesSince += 1;
      this.status &= ~(bits.pending | bits.lamp);
      if (this.cyclesSince >= forgetAfter) this.clear();
    }
    this.status &= ~(bits.failedThisCycle | bits.failed);
    this.status |= bits.notCompletedThisCycle;
    this.failing = 0;
    this.passing = 0;
  }

  clear(): void {
    this.status = untested;
    this.failing = 0;
    this.passing = 0;
    this.occurrences = 0;
    this.cyclesSince = 0;
    this.failedCycles = 0;
    this.snapshot = null;
  }

  /** Null where nothing was found since it was cleared. */
  get kept(): KeptCode | null {
    const { number, status, occurrences, cyclesSince, snapshot } = this;
    return status & (bits.failedSinceClear | bits.pending | bits.confirmed)
      ? { number, status, occurrences, cyclesSince, snapshot }
      : null;
  }

  get lit(): boolean {
    return (this.status & bits.lamp) !== 0;
  }
}
