/** The server's parts, put together. */
import type { Server } from 'node:http';
import { openapi } from '@dormant-beacon/contract/openapi';
import express, { type Express } from 'express';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { eventRoutes } from './events/routes.js';
import { Feed } from './events/feed.js';
import { factRoutes } from './facts/routes.js';
import { ownHost, ownOriginAndJson } from './http/guards.js';
import { problems } from './http/problem.js';
import { contentPolicy, nothingHere, web } from './http/web.js';
import { jobRoutes } from './jobs/routes.js';
import { logbookRoutes } from './logbook/routes.js';
import { peopleRoutes } from './people/routes.js';

export interface Parts {
  readonly db: Knex;
  readonly log: Logger;
  readonly webFolder: string;
  readonly mode: 'demo' | 'shop';
}

export interface App {
  readonly app: Express;
  readonly feed: Feed;
}

export function createApp({ db, log, webFolder, mode }: Parts): App {
  const app = express();
  const feed = new Feed(db);
  const description = openapi();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use(contentPolicy(), ownHost, ownOriginAndJson);
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  app.get('/api/health', async (_request, response) => {
    await db.raw('SELECT 1');
    response.json({ status: 'ok', database: 'ok', mode });
  });
  app.get('/api/openapi.json', (_request, response) => void response.json(description));
  app.use(peopleRoutes(db), jobRoutes(db, feed), factRoutes(db, feed), logbookRoutes(db), eventRoutes(feed));
  app.use(web(webFolder), nothingHere, problems(log));
  return { app, feed };
}

/** Stops taking requests, ends the streams, lets what is under way finish, closes the pool. */
export async function shutDown(server: Server, feed: Feed, db: Knex): Promise<void> {
  feed.stop();
  const closed = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 1500).unref();
  await closed;
  await db.destroy();
}
