/** The shop's settings and the log of what was changed in the shop. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Door } from '../http/door.js';
import { seenRevision } from '../http/writing.js';
import { listShopLog } from './log.js';
import { changeShop, shopOf } from './settings.js';

export function shopRoutes(door: Door, db: Knex): void {
  door.on(endpoints.shop, async (_request, response) => {
    const shop = await shopOf(db);
    response.set('ETag', `"${shop.revision}"`).json(shop);
  });
  door.on(endpoints.changeShop, async (request, response, session) => {
    const { settings } = check(endpoints.changeShop.body, request.body);
    response.json(await changeShop(db, session, seenRevision(request), settings));
  });
  door.on(endpoints.shopLog, async (_request, response) => {
    response.json({ entries: await listShopLog(db) });
  });
}
