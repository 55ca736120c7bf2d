/** Which part number took the place of which: each row with its source; what is taken back does not count. */
import { randomUUID } from 'node:crypto';
import type { AddSupersession, ImportSupersessions, Supersessions } from '@dormant-beacon/contract';
import { normalNumber } from '@dormant-beacon/core/fit';
import { Refusal } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict, notFound } from '../http/problem.js';
import { enterShopLog } from '../shop/log.js';

interface Row {
  readonly id: string;
  readonly old_number: string;
  readonly new_number: string;
  readonly old_normal: string;
  readonly new_normal: string;
  readonly source: string;
  readonly person_id: string;
  readonly added_at: string;
}

/** Most rows of a chain that are followed, and of the whole list that is shown. */
const mostRows = 500;

/** Rows that lead to or from a number, step by step; without one the newest of the list. */
export async function supersessionsOf(
  db: Knex,
  number: string | null,
): Promise<Supersessions['supersessions']> {
  if (number === null)
    return asAnswer(
      (await db('supersessions')
        .whereNull('withdrawn_at')
        .orderBy('added_at', 'desc')
        .limit(mostRows)) as Row[],
    );
  const found = new Map<string, Row>();
  const seen = new Set<string>();
  let edge = [normalNumber(number)];
  while (edge.length > 0 && found.size < mostRows) {
    edge.forEach((one) => seen.add(one));
    const rows = (await db('supersessions')
      .whereIn('old_normal', edge)
      .whereNull('withdrawn_at')
      .union(
        (own) =>
          void own.from('supersessions').whereIn('new_normal', edge).whereNull('withdrawn_at').select('*'),
      )
      .limit(mostRows)) as Row[];
    rows.forEach((row) => found.set(row.id, row));
    edge = [...new Set(rows.flatMap((row) => [row.old_normal, row.new_normal]))].filter(
      (one) => !seen.has(one),
    );
  }
  return asAnswer([...found.values()].slice(0, mostRows));
}

function asAnswer(rows: readonly Row[]): Supersessions['supersessions'] {
  return rows.map((row) => ({
    id: row.id,
    old: row.old_number,
    new: row.new_number,
    source: row.source,
    personId: row.person_id,
    addedAt: isoOf(row.added_at),
  }));
}

/** @throws HttpProblem 409 where the id is another's, Refusal where a number would take its own place */
export async function addSupersession(
  db: Knex,
  { session, write }: Author,
  { id, old, new: next, source }: AddSupersession,
): Promise<void> {
  refuseItself(old, next, 'new');
  await writeOnce(db, write, async (trx) => {
    const there = (await trx('supersessions').where({ id }).first()) as Row | undefined;
    if (there && (there.old_number !== old || there.new_number !== next))
      throw conflict('There is another entry with this id.');
    const row = {
      ...normals(old, next),
      source,
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    };
    await trx('supersessions')
      .insert({ id, ...row })
      .onConflict()
      .merge(counting);
    await enterShopLog(trx, session, `Library: ${next} takes the place of ${old}`, {
      id,
      old,
      new: next,
      source,
    });
    return null;
  });
}

/** A whole list in one transaction: all of it or nothing. @throws Refusal with the row that is not sound */
export async function importSupersessions(
  db: Knex,
  { session, write }: Author,
  { rows, source }: ImportSupersessions,
): Promise<{ added: number; there: number }> {
  rows.forEach((row, n) => refuseItself(row.old, row.new, `rows[${n}].new`));
  return writeOnce(db, write, async (trx) => {
    const at = storedOf(new Date());
    const count = async () =>
      Number((await trx('supersessions').whereNull('withdrawn_at').count({ own: '*' }))[0]!['own']);
    const before = await count();
    for (let from = 0; from < rows.length; from += 500) {
      const some = rows.slice(from, from + 500).map((row) => ({
        id: randomUUID(),
        ...normals(row.old, row.new),
        source,
        person_id: session.person.id,
        added_at: at,
      }));
      await trx('supersessions').insert(some).onConflict().merge(counting);
    }
    const added = (await count()) - before;
    await enterShopLog(trx, session, `Library: a list of ${rows.length} supersessions`, { source, added });
    return { added, there: rows.length - added };
  });
}

/** A row that was taken back and is added again counts again; one that counts stays as it is. */
const counting = { withdrawn_at: null };

/** @throws HttpProblem 404 where there is no such row, or it is taken back already */
export async function withdrawSupersession(db: Knex, { session, write }: Author, id: string): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    const row = (await trx('supersessions').where({ id, withdrawn_at: null }).forUpdate().first()) as
      Row | undefined;
    if (!row) throw notFound('row');
    await trx('supersessions')
      .where({ id })
      .update({ withdrawn_at: storedOf(new Date()) });
    const { old_number: old, new_number: next } = row;
    await enterShopLog(trx, session, `Library: that ${next} takes the place of ${old} taken back`, { id });
    return null;
  });
}

function normals(old: string, next: string) {
  return {
    old_number: old,
    new_number: next,
    old_normal: normalNumber(old),
    new_normal: normalNumber(next),
  };
}

function refuseItself(old: string, next: string, path: string): void {
  if (normalNumber(old) === normalNumber(next))
    throw new Refusal(path, `"${next}" cannot take its own place`);
  if (normalNumber(old) === '' || normalNumber(next) === '')
    throw new Refusal(path, 'a part number has at least one letter or figure');
}
