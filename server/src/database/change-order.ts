/**
 * The order in which jobs have changed, for every server of a shop: microseconds of this server’s clock, but always
 * above every number that it has given or seen. Servers whose clocks differ a little keep one order all the same,
 * since each sees the others’ numbers with the next question of its feed.
 */
import type { Knex } from 'knex';
import { serverClock } from './clock.js';

export class ChangeOrder {
  private last = 0;

  /** @returns the number of the change that is made now */
  next(): number {
    this.last = Math.max(serverClock.now().getTime() * 1000, this.last + 1);
    return this.last;
  }

  /** A number that some server gave: what comes from here comes after it. */
  seen(changeNo: number): void {
    if (changeNo > this.last) this.last = changeNo;
  }

  /** Before the first change: what is in the database already. */
  async catchUp(db: Knex): Promise<void> {
    const [row] = (await db('job_summaries').max({ last: 'change_no' })) as { last: number | null }[];
    this.seen(Number(row?.last ?? 0));
  }
}

/** That of this process. */
export const changeOrder = new ChangeOrder();

/** Numbers that lie between two moments so many seconds apart. */
export const changesIn = (seconds: number): number => seconds * 1_000_000;
