/**
 * The order in which jobs have changed, for every server of a shop: microseconds of this server’s clock, but always
 * above the last number in the database and above every number given here. Servers whose clocks differ keep one order
 * all the same, since each looks at the last number as it takes its own.
 */
import { serverClock } from './clock.js';

/** The last number in the database, as a column of a question that is asked anyway. */
export const lastChange = '(SELECT MAX(change_no) FROM job_summaries) AS last_change';

export interface LastChange {
  readonly last_change: number | string | null;
}

export class ChangeOrder {
  private given = 0;

  constructor(private readonly now: () => Date = () => serverClock.now()) {}

  /** @returns the number of the change that is made now, after the last that the database shows */
  after({ last_change }: LastChange): number {
    this.given = Math.max(this.now().getTime() * 1000, Number(last_change ?? 0) + 1, this.given + 1);
    return this.given;
  }
}

/** That of this process. */
export const changeOrder = new ChangeOrder();

/** Numbers that lie between two moments so many seconds apart. */
export const changesIn = (seconds: number): number => seconds * 1_000_000;
