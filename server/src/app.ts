/** The server's parts, put together. */
import type { Server } from 'node:http';
import { endpoints } from '@dormant-beacon/contract';
import { openapi } from '@dormant-beacon/contract/openapi';
import express, { type Express } from 'express';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { eventRoutes } from './events/routes.js';
import { Feed } from './events/feed.js';
import { factRoutes } from './facts/routes.js';
import { accountRoutes, type Entrance } from './accounts/routes.js';
import { attachmentRoutes } from './attachments/routes.js';
import { Door } from './http/door.js';
import { ownHost, ownOrigin } from './http/guards.js';
import { problems } from './http/problem.js';
import { contentPolicy, nothingHere, web } from './http/web.js';
import { jobRoutes } from './jobs/routes.js';
import { libraryRoutes } from './library/routes.js';
import { logbookRoutes } from './logbook/routes.js';
import { shopRoutes } from './shop/routes.js';

export interface Parts {
  readonly db: Knex;
  readonly log: Logger;
  readonly webFolder: string;
  /** The names by which this machine is known on the shop's network, where it is served there. */
  readonly hosts?: readonly string[];
  readonly tls?: boolean;
  readonly entrance: Entrance;
}

export interface App {
  readonly app: Express;
  readonly feed: Feed;
}

export function createApp({ db, log, webFolder, hosts = [], tls = false, entrance }: Parts): App {
  const app = express();
  const feed = new Feed(db);
  const description = openapi();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(pinoHttp({ logger: log, autoLogging: false, serializers: { req: withoutSecrets } }));
  app.use(contentPolicy(tls), ownHost(hosts), ownOrigin);
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const door = new Door(db);
  door.open(endpoints.health, async (_request, response) => {
    await db.raw('SELECT 1');
    response.json({ status: 'ok', database: 'ok', mode: entrance.mode });
  });
  door.open(endpoints.openapi, (_request, response) => response.json(description));
  accountRoutes(door, db, entrance);
  shopRoutes(door, db);
  libraryRoutes(door, db);
  jobRoutes(door, db, feed);
  factRoutes(door, db, feed);
  attachmentRoutes(door, db);
  logbookRoutes(door, db, feed);
  eventRoutes(door, db, feed);
  app.use(door.router);
  app.use(web(webFolder), nothingHere, problems(log));
  return { app, feed };
}

/** Of a request only what it asked for is logged: no header, no cookie, no body, no query. */
function withoutSecrets({ id, method, url }: { id: unknown; method: string; url: string }): object {
  return { id, method, url: url.split('?')[0] };
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
