/** Every write carries a key of its own: sent again, it is answered as it was the first time and done once. */
import { idempotencyHeader } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { HttpProblem } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { patiently } from './patiently.js';

/** The columns of a key that was used before; null in a row that was joined to none. */
export interface UsedKey {
  readonly request_hash: string | null;
  readonly answer: string | null;
}

/** The answer of an earlier, same request: ends the transaction without a trace. */
export class Replay {
  constructor(readonly answer: unknown) {}
}

/** @throws Replay where the same request was answered before, HttpProblem where the key was used for another */
export function refuseRepeated(used: UsedKey, write: Write): void {
  if (used.request_hash === null) return;
  if (used.request_hash !== write.requestHash)
    throw new HttpProblem(422, 'Key used before', 'This idempotency key was used for another request.', {
      path: idempotencyHeader,
    });
  throw new Replay(JSON.parse(used.answer!));
}

export async function enterKey(trx: Knex.Transaction, write: Write, answer: unknown): Promise<void> {
  await trx('idempotency').insert({
    idempotency_key: write.key,
    request_hash: write.requestHash,
    answer: JSON.stringify(answer ?? null),
  });
}

/** A write that concerns no job: accounts, the shop, the library. Sent again, it gives its first answer and does nothing. */
export async function writeOnce<A>(
  db: Knex,
  write: Write,
  body: (trx: Knex.Transaction) => Promise<A>,
): Promise<A> {
  try {
    return await patiently(db, async (trx) => {
      const used = (await trx('idempotency')
        .where({ idempotency_key: write.key })
        .first('request_hash', 'answer')) as UsedKey | undefined;
      if (used) refuseRepeated(used, write);
      const answer = await body(trx);
      await enterKey(trx, write, answer);
      return answer;
    });
  } catch (error) {
    if (error instanceof Replay) return error.answer as A;
    throw error;
  }
}
