/** A pool of connections to the shop's own MariaDB. */
import knex, { type Knex } from 'knex';

export interface DatabaseAddress {
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly database: string;
}

/** UTC throughout; moments and big numbers as text; waits two seconds for a connection, then says so. */
export function connect(address: DatabaseAddress, connections = 10): Knex {
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
    pool: { min: 0, max: connections, acquireTimeoutMillis: 4000, afterCreate: prepareSession },
    acquireConnectionTimeout: 4000,
    asyncStackTraces: false,
  });
}

function prepareSession(
  connection: { query(sql: string, done: (error: unknown) => void): void },
  done: (error: unknown, connection: unknown) => void,
): void {
  connection.query("SET time_zone = '+00:00', innodb_lock_wait_timeout = 10", (error) =>
    done(error, connection),
  );
}

/** `2026-11-17 08:12:00.000` as MariaDB writes it, in ISO 8601. */
export function isoOf(stored: string): string {
  return `${stored.replace(' ', 'T')}Z`;
}

/** A moment as MariaDB takes it. */
export function storedOf(moment: Date | string): string {
  return new Date(moment).toISOString().replace('T', ' ').replace('Z', '');
}
