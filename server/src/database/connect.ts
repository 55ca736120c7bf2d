/** Connections to the shop's own MariaDB. */
import knex, { type Knex } from 'knex';

export interface DatabaseAddress {
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly database: string;
}

/** Where the environment says that the database is. */
export function databaseOfEnvironment(): DatabaseAddress {
  const setting = (name: string): string => process.env[name] ?? '';
  return {
    port: Number(setting('BEACON_DATABASE_PORT')),
    user: setting('BEACON_DATABASE_USER'),
    password: setting('BEACON_DATABASE_PASSWORD'),
    database: setting('BEACON_DATABASE'),
  };
}

/** Those who read and those who write wait in lines of their own: a hot job cannot keep the bays from being read. */
export interface Pools {
  readonly read: Knex;
  readonly write: Knex;
}

export function connectPools(address: DatabaseAddress): Pools {
  return { read: connect(address, 8), write: connect(address, 8, 'READ COMMITTED') };
}

export async function closePools({ read, write }: Pools): Promise<void> {
  await Promise.all([read.destroy(), write.destroy()]);
}

/** UTC throughout; moments and big numbers as text; waits four seconds for a connection, then says so. */
export function connect(
  address: DatabaseAddress,
  connections = 10,
  isolation: 'READ COMMITTED' | 'REPEATABLE READ' = 'REPEATABLE READ',
): Knex {
  return knex({
    client: 'mysql2',
    // Not in knex's own types: mysql2 hands JSON columns on as text.
    connection: Object.assign(
      { jsonStrings: true },
      {
        host: '127.0.0.1',
        ...address,
        charset: 'utf8mb4',
        timezone: 'Z',
        dateStrings: true,
        connectTimeout: 2000,
        typeCast: (field: { type: string; length: number; string(): string | null }, next: () => unknown) => {
          if (field.type !== 'TINY' || field.length !== 1) return next();
          const text = field.string();
          return text === null ? null : text === '1';
        },
      },
    ),
    pool: { min: 0, max: connections, acquireTimeoutMillis: 4000, afterCreate: prepareSession(isolation) },
    acquireConnectionTimeout: 4000,
    asyncStackTraces: false,
  });
}

const prepareSession =
  (isolation: string) =>
  (
    connection: { query(sql: string, done: (error: unknown) => void): void },
    done: (error: unknown, connection: unknown) => void,
  ): void => {
    connection.query(
      // In a cluster a question waits until what was committed elsewhere has come here: whoever has signed in, or
      // entered something, by another server finds it; and a single statement that gives way to another node’s is run
      // again. Alone, a node has nothing to wait for and nobody to give way to.
      `SET time_zone = '+00:00', innodb_lock_wait_timeout = 10, wsrep_sync_wait = 1, wsrep_retry_autocommit = 20, tx_isolation = '${isolation.replace(' ', '-')}'`,
      (error) => done(error, connection),
    );
  };

/** `2026-11-17 08:12:00.000` as MariaDB writes it, in ISO 8601. */
export function isoOf(stored: string): string {
  return `${stored.replace(' ', 'T')}Z`;
}

/** A moment as MariaDB takes it. */
export function storedOf(moment: Date | string): string {
  return new Date(moment).toISOString().replace('T', ' ').replace('Z', '');
}
