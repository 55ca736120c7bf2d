/** Links by which customers tell of their cars: found by the hash of their secret, tied to the first telephone that used them. */
import { timingSafeEqual } from 'node:crypto';
import { type CustomerLink, type JobRecord, standing } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { tokenHash } from '../accounts/secrets.js';
import { storedOf } from '../database/connect.js';
import { HttpProblem } from '../http/problem.js';
import { findJob } from '../jobs/repository.js';
import type { Services } from '../services.js';

export interface OpenLink {
  readonly link: CustomerLink;
  readonly record: JobRecord;
}

const ended = () =>
  new HttpProblem(410, 'Link ended', 'This link has ended. Call the shop: they can send you a new one.');

/**
 * @param phone the telephone's own secret, where it has one
 * @throws HttpProblem 404 where there is no such link, 410 where it has ended or belongs to another telephone
 */
export async function openLink(
  { pools, records }: Pick<Services, 'pools' | 'records'>,
  token: string,
  phone: string | null,
  now: Date,
): Promise<OpenLink> {
  const db = pools.write;
  const row = (await db('customer_links')
    .where({ token_hash: tokenHash(token), withdrawn: false })
    .first('id', 'job_id')) as { id: string; job_id: string } | undefined;
  const job = row && (await findJob(db, row.job_id));
  if (!row || !job)
    throw new HttpProblem(
      404,
      'No such link',
      'There is no such link. Open it from the shop’s message once more, or call the shop.',
    );
  const record = await records.recordAt(db, job, job.seq);
  const link = standing(record.customerLinks).find(({ id }) => id === row.id);
  if (!link || Date.parse(link.until) <= now.getTime()) throw ended();
  const tied = await phoneOf(db, link.id);
  if (tied !== null && !same(tied, phone)) throw otherPhone();
  return { link, record };
}

/** Ties a link to the telephone that tells by it first. @throws HttpProblem 410 where another one was first */
export async function tiePhone(db: Knex, linkId: string, phone: string, now: Date): Promise<void> {
  await db('customer_phones')
    .insert({ link_id: linkId, phone_hash: tokenHash(phone), tied_at: storedOf(now) })
    .onConflict('link_id')
    .ignore();
  if (!same((await phoneOf(db, linkId)) ?? '', phone)) throw otherPhone();
}

const otherPhone = () =>
  new HttpProblem(
    410,
    'Another telephone',
    'This link was used on another telephone, or by another browser, and works there only. Call the shop: they can send you a new one.',
  );

async function phoneOf(db: Knex, linkId: string): Promise<string | null> {
  const row = (await db('customer_phones').where({ link_id: linkId }).first('phone_hash')) as
    { phone_hash: string } | undefined;
  return row?.phone_hash ?? null;
}

function same(hash: string, phone: string | null): boolean {
  if (phone === null) return false;
  const [a, b] = [Buffer.from(hash), Buffer.from(tokenHash(phone))];
  return a.length === b.length && timingSafeEqual(a, b);
}
