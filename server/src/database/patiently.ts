/** Transactions that give way to others and try again. */
import type { Knex } from 'knex';

/** For so long a write is tried again before it is given back as “busy”. */
const longestMs = 10_000;
/** The wait before the second try is drawn from so many milliseconds, and doubles from try to try up to the most. */
const [firstWaitMs, mostWaitMs] = [10, 320];
const duplicate = 1062;
/**
 * Lock time-out, deadlock, and what a cluster says instead: the write of another server was certified first, here or
 * only at the commit; the node is between two views of the cluster.
 */
const givenWay = new Set([1205, 1213, 1180, 1317, 1047]);

/**
 * A transaction that is run again where the database chose another’s before it, here or on another node of the
 * cluster, and once where another has written the same row meanwhile: then it finds that row and can say so. A run
 * whose commit went wrong may have been committed all the same: `run` begins with what tells it so, its key.
 */
export function patiently<A>(db: Knex, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  return untilItHolds(() => db.transaction(run));
}

/** The same for what makes its own transaction. */
export async function untilItHolds<A>(run: () => Promise<A>): Promise<A> {
  const until = Date.now() + longestMs;
  for (let tries = 1; ; tries++) {
    try {
      return await run();
    } catch (error) {
      if (!again(error, tries) || Date.now() > until) throw error;
      const most = Math.min(mostWaitMs, firstWaitMs * 2 ** (tries - 1));
      await new Promise((resolve) => setTimeout(resolve, Math.random() * most));
    }
  }
}

function again(error: unknown, tries: number): boolean {
  const { errno, sqlMessage = '' } = error as { errno?: number; sqlMessage?: string };
  if (errno === undefined) return false;
  if (errno === duplicate)
    return /idempotency/.test(sqlMessage) || (/PRIMARY/.test(sqlMessage) && tries === 1);
  return givenWay.has(errno);
}
