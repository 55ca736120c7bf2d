/** The shop's settings and the log of what was changed in the shop. */
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Door } from '../http/door.js';
import { seenRevision, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import { listShopLog } from './log.js';
import { changeShop, shopOf } from './settings.js';

export function shopRoutes(door: Door, { pools, reviewer }: Services): void {
  const underReview = async () => ({ underReview: await reviewer.left() });
  door.on(endpoints.shop, async (_request, response) => {
    const shop = await shopOf(pools.read);
    response.set('ETag', `"${shop.revision}"`).json({ ...shop, ...(await underReview()) });
  });
  door.on(endpoints.changeShop, async (request, response, session) => {
    const { settings } = check(endpoints.changeShop.body, request.body);
    const shop = await changeShop(
      pools.write,
      session,
      writeOf(request, session),
      seenRevision(request),
      settings,
    );
    reviewer.look();
    response.json({ ...shop, ...(await underReview()) });
  });
  door.on(endpoints.shopLog, async (_request, response) => {
    response.json({ entries: await listShopLog(pools.read) });
  });
}
