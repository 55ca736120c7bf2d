/** How often one address may try at a door in a minute. Counted in the database, for every server behind one address. */
import type { RequestHandler } from 'express';
import type { Knex } from 'knex';
import { RateLimiterMySQL } from 'rate-limiter-flexible';
import { untilItHolds } from '../database/patiently.js';
import { HttpProblem } from './problem.js';

export interface Limit {
  /** Which door, in the table of counts. */
  readonly door: string;
  readonly perMinute: number;
  /** What is said to whoever comes too often. */
  readonly says: string;
}

export function limitOf(db: Knex, { door, perMinute, says }: Limit): RequestHandler {
  const limiter = new RateLimiterMySQL({
    storeClient: db,
    storeType: 'knex',
    dbName: (db.client as { config: { connection: { database: string } } }).config.connection.database,
    tableName: 'rate_limits',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: door,
    points: perMinute,
    duration: 60,
  });
  return async (request, response, next) => {
    // Behind a balancer the address is the one that it names.
    const from = request.ip ?? 'unknown';
    const taken = await untilItHolds(() => limiter.consume(from)).catch((error: unknown) => {
      if (error instanceof Error) throw error;
      return null;
    });
    if (taken) return next();
    response.set('Retry-After', '60');
    throw new HttpProblem(429, 'Too many tries', says);
  };
}
