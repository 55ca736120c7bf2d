/**
 * Adds accounts to one database, from JSON on standard input, and ends. With `first-lead` as its argument it adds
 * a lead where nobody can sign in yet, and prints the name and the first password, which are kept nowhere else.
 */
import { randomUUID } from 'node:crypto';
import { text } from 'node:stream/consumers';
import type { Person } from '@dormant-beacon/core/job';
import { firstPassword } from './accounts/secrets.js';
import { addAccount } from './accounts/service.js';
import { connect } from './database/connect.js';

const setting = (name: string): string => process.env[name] ?? '';
const db = connect(
  {
    port: Number(setting('BEACON_DATABASE_PORT')),
    user: setting('BEACON_DATABASE_USER'),
    password: setting('BEACON_DATABASE_PASSWORD'),
    database: setting('BEACON_DATABASE'),
  },
  4,
);

async function firstLead(): Promise<void> {
  const anyone: unknown = await db('accounts').whereNotNull('password_hash').first('person_id');
  if (anyone !== undefined) return;
  const password = firstPassword();
  const person: Person = { id: randomUUID(), name: 'Lead', initials: 'L', role: 'lead' };
  await addAccount(db, { person, password }, { mustChange: true, now: new Date() });
  process.stdout.write(JSON.stringify({ name: person.name, password }));
}

try {
  if (process.argv[2] === 'first-lead') await firstLead();
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
