/**
 * Adds accounts to one database, from JSON on standard input, and ends. With `first-lead` as its argument it adds
 * a lead where nobody can sign in yet, and prints the name and the first password, which are kept nowhere else. With
 * `known` or `made-up` it gives people their passwords anew.
 */
import { randomUUID } from 'node:crypto';
import { text } from 'node:stream/consumers';
import type { Person } from '@dormant-beacon/core/record';
import { firstPassword, fits, hashSecret } from './accounts/secrets.js';
import { addAccount } from './accounts/service.js';
import { endSessions } from './accounts/sessions.js';
import { connect, databaseOfEnvironment } from './database/connect.js';

const db = connect(databaseOfEnvironment(), 4);

async function firstLead(): Promise<void> {
  const anyone: unknown = await db('accounts').whereNotNull('password_hash').first('person_id');
  if (anyone !== undefined) return;
  const password = firstPassword();
  const person: Person = { id: randomUUID(), name: 'Lead', initials: 'L', role: 'lead' };
  await addAccount(db, { person, password }, { mustChange: true, now: new Date() });
  process.stdout.write(JSON.stringify({ name: person.name, password }));
}

/**
 * Gives people passwords: `known` those that they come with, `made-up` new ones, which are printed. Where they are
 * given already nothing is done, so that sessions hold over a start.
 */
async function givePasswords(madeUp: boolean): Promise<void> {
  const people = JSON.parse(await text(process.stdin)) as {
    personId: string;
    name: string;
    password: string;
    pin?: string;
  }[];
  const given: { name: string; password: string }[] = [];
  for (const { personId, name, password, pin } of people) {
    const row = (await db('accounts').where({ person_id: personId }).first('password_hash')) as
      { password_hash: string | null } | undefined;
    if (!row || (await fits(row.password_hash, password)) !== madeUp) continue;
    const fresh = madeUp ? firstPassword() : password;
    await db('accounts')
      .where({ person_id: personId })
      .update({
        password_hash: await hashSecret(fresh),
        pin_hash: madeUp || !pin ? null : await hashSecret(pin),
        must_change: false,
      });
    await endSessions(db, { person_id: personId }, new Date());
    if (madeUp) given.push({ name, password: fresh });
  }
  process.stdout.write(JSON.stringify(given));
}

try {
  if (process.argv[2] === 'first-lead') await firstLead();
  else if (process.argv[2] === 'known') await givePasswords(false);
  else if (process.argv[2] === 'made-up') await givePasswords(true);
  else
    for (const added of JSON.parse(await text(process.stdin)) as {
      person: Person;
      password: string;
      pin?: string;
    }[])
      await addAccount(db, added, { mustChange: false, now: new Date() });
} finally {
  await db.destroy();
}
