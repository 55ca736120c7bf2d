/** The server's parts, put together. */
import type { Server } from 'node:http';
import { endpoints } from '@dormant-beacon/contract';
import { openapi } from '@dormant-beacon/contract/openapi';
import express, { type Express } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { accountRoutes, type Entrance } from './accounts/routes.js';
import { imageRoutes } from './images/routes.js';
import { attachmentRoutes } from './attachments/routes.js';
import type { Reach } from './customer/reach.js';
import { customerRoutes } from './customer/routes.js';
import { ClockWatch, lastJump, serverClock } from './database/clock.js';
import { closePools, type Pools } from './database/connect.js';
import { membersOf } from './database/membership.js';
import { eventRoutes } from './events/routes.js';
import { Feed } from './events/feed.js';
import { factRoutes } from './facts/routes.js';
import { Door } from './http/door.js';
import { ownHost, ownOrigin } from './http/guards.js';
import { problems } from './http/problem.js';
import { contentPolicy, nothingHere, web } from './http/web.js';
import { Lanes } from './jobs/lanes.js';
import { RecordMemory } from './jobs/memory.js';
import { PlanMemory } from './jobs/plans.js';
import { Reviewer } from './jobs/review.js';
import { jobRoutes } from './jobs/routes.js';
import { inventoryRoutes } from './inventory/routes.js';
import { libraryRoutes } from './library/routes.js';
import { documentRoutes } from './documents/routes.js';
import { logbookRoutes } from './logbook/routes.js';
import { Links } from './practice/links.js';
import { practiceRoutes } from './practice/routes.js';
import type { Services } from './services.js';
import { shopRoutes } from './shop/routes.js';
import { SettingsMemory } from './shop/settings.js';
import { workersOfProcess } from './work/workers.js';

export interface Parts {
  readonly pools: Pools;
  readonly log: Logger;
  readonly webFolder: string;
  /** The names by which this machine is known on the shop's network, where it is served there. */
  readonly hosts?: readonly string[];
  readonly tls?: boolean;
  readonly entrance: Entrance;
  /** Its name among the servers of a cluster. */
  readonly server?: string;
  /** Whose word about the client’s address and TLS is taken, as Express names them: the balancer in front. */
  readonly proxies?: readonly string[];
}

export interface App {
  readonly app: Express;
  readonly services: Services;
}

export function createApp({
  pools,
  log,
  webFolder,
  hosts = [],
  tls = false,
  entrance,
  server = '',
  proxies = [],
}: Parts): App {
  const app = express();
  const services = servicesOn(pools, log, server, { tls, hosts });
  const description = openapi();
  app.disable('x-powered-by');
  app.set('etag', false);
  if (proxies.length > 0) app.set('trust proxy', [...proxies]);
  app.set('query parser', 'simple');
  app.use(pinoHttp({ logger: log, autoLogging: false, serializers: { req: withoutSecrets } }));
  app.use(contentPolicy(tls), ownHost(hosts), ownOrigin);
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const door = new Door(pools.read);
  door.open(endpoints.health, async (_request, response) => {
    const members = await membersOf(pools.read);
    response.json({
      status: 'ok',
      database: 'ok',
      mode: entrance.mode,
      ...(members === null ? {} : { members }),
    });
  });
  door.on(endpoints.clock, async (_request, response) => {
    response.json({ now: serverClock.now().toISOString(), jumpedAt: await lastJump(pools.read) });
  });
  door.open(endpoints.openapi, (_request, response) => response.json(description));
  accountRoutes(door, services, entrance);
  shopRoutes(door, services);
  libraryRoutes(door, services);
  inventoryRoutes(door, services);
  jobRoutes(door, services);
  factRoutes(door, services);
  attachmentRoutes(door, services);
  imageRoutes(door, services);
  logbookRoutes(door, services);
  documentRoutes(door, services);
  customerRoutes(door, services, entrance.triesPerMinute);
  practiceRoutes(door, services);
  eventRoutes(door, services);
  app.use(door.router);
  app.use(web(webFolder), nothingHere, problems(log));
  return { app, services };
}

function servicesOn(pools: Pools, log: Logger, server: string, reach: Reach): Services {
  const workers = workersOfProcess();
  const parts = {
    pools,
    workers,
    records: new RecordMemory(),
    settings: new SettingsMemory(),
    plans: new PlanMemory(workers),
    lanes: new Lanes(),
    feed: new Feed(pools.read),
    clock: new ClockWatch(pools.write, log, server),
    links: new Links(),
    reach,
  };
  const reviewer = new Reviewer(parts);
  reviewer.begin();
  return { ...parts, reviewer };
}

/** Of a request only what it asked for is logged: no header, no cookie, no body, no query. */
function withoutSecrets({ id, method, url }: { id: unknown; method: string; url: string }): object {
  return { id, method, url: url.split('?')[0] };
}

/** Stops taking requests, ends the streams, lets what is under way finish, closes the pools. */
export async function shutDown(server: Server, shops: readonly Services[]): Promise<void> {
  for (const { feed, clock } of shops) {
    feed.stop();
    clock.end();
  }
  await Promise.all(shops.map(({ links }) => links.end()));
  const closed = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 1500).unref();
  await closed;
  await Promise.all(shops.map(({ reviewer }) => reviewer.end()));
  await Promise.all(shops.map(({ pools }) => closePools(pools)));
}
