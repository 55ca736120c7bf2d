/** Transactions that give way to others and try again. */
import type { Knex } from 'knex';

const mostTries = 6;
const deadlock = 1213;
const lockTimeout = 1205;
const duplicate = 1062;

/**
 * A transaction that is run again where the database chose it as a deadlock's victim, and once where another
 * has written the same row meanwhile: then it finds that row and can say so.
 */
export async function patiently<A>(db: Knex, run: (trx: Knex.Transaction) => Promise<A>): Promise<A> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction(run);
    } catch (error) {
      const { errno, sqlMessage } = error as { errno?: number; sqlMessage?: string };
      const sameKeyAtOnce = errno === duplicate && /idempotency/.test(sqlMessage ?? '');
      const again =
        errno === deadlock ||
        errno === lockTimeout ||
        sameKeyAtOnce ||
        (errno === duplicate && /PRIMARY/.test(sqlMessage ?? '') && tries === 1);
      if (!again || tries >= mostTries) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5 * tries + Math.random() * 20));
    }
  }
}
