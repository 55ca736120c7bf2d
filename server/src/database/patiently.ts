/** Transactions that give way to others and try again. */
import type { Knex } from 'knex';

/** For so long a write is tried again before it is given back as “busy”. */
const longestMs = 10_000;
/** For so long a node is waited for that is between two views of its cluster, or has lost it. */
const longestCutOffMs = 4000;
const cutOff = 1047;
/** The wait before the second try is drawn from so many milliseconds, and doubles from try to try up to the most. */
const [firstWaitMs, mostWaitMs] = [10, 320];
const duplicate = 1062;
/**
 * Lock time-out, deadlock, and what a cluster says instead: the write of another server was certified first, here or
 * only at the commit.
 */
const givenWay = new Set([1205, 1213, 1180, 1317]);

/**
 * A transaction that is run again where the database chose another’s before it, here or on another node of the
 * cluster, and once where another has written the same row meanwhile: then it finds that row and can say so. A run
 * whose commit went wrong may have been committed all the same: `run` begins by looking for its key, or does no harm twice.
 */
export function patiently<A>(db: Knex, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  return untilItHolds(() => db.transaction(run));
}

/** The same for what makes its own transaction. */
export async function untilItHolds<A>(run: () => Promise<A>): Promise<A> {
  const since = Date.now();
  for (let tries = 1; ; tries++) {
    try {
      return await run();
    } catch (error) {
      if (Date.now() - since > patienceWith(error, tries)) throw error;
      const most = Math.min(mostWaitMs, firstWaitMs * 2 ** (tries - 1));
      await new Promise((resolve) => setTimeout(resolve, Math.random() * most));
    }
  }
}

/** For how many milliseconds from the first try an error is tried again; below 0 where it never is. */
function patienceWith(error: unknown, tries: number): number {
  const { errno, sqlMessage = '' } = error as { errno?: number; sqlMessage?: string };
  if (errno === cutOff) return longestCutOffMs;
  const again =
    errno === duplicate
      ? /idempotency/.test(sqlMessage) || (/PRIMARY/.test(sqlMessage) && tries === 1)
      : errno !== undefined && givenWay.has(errno);
  return again ? longestMs : -1;
}
