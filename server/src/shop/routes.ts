/** The shop's settings and the log of what was changed in the shop. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { proofPolicyOf } from '@dormant-beacon/core/shop';
import { isDeepStrictEqual } from 'node:util';
import type { Knex } from 'knex';
import { refreshProofs } from '../jobs/summary.js';
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
    const before = await shopOf(db);
    const shop = await changeShop(db, session, seenRevision(request), settings);
    if (!isDeepStrictEqual(proofPolicyOf(before.settings), proofPolicyOf(settings))) await refreshProofs(db);
    response.json(shop);
  });
  door.on(endpoints.shopLog, async (_request, response) => {
    response.json({ entries: await listShopLog(db) });
  });
}
