/** The customer's own page: what they are asked, and what they tell. Open to whoever has the secret of a link. */
import { createHash } from 'node:crypto';
import { type CustomerPage, type CustomerTells, endpoints, factKinds } from '@dormant-beacon/contract';
import { reportSays, watchedByCustomer } from '@dormant-beacon/core/proof';
import { check } from '@dormant-beacon/core/refusal';
import { type CustomerLink, type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import type { ShopSettings } from '@dormant-beacon/core/shop';
import { phoneTokenOf, setPhone } from '../accounts/cookies.js';
import { newToken } from '../accounts/secrets.js';
import { serverClock } from '../database/clock.js';
import { enterFact } from '../facts/enter.js';
import type { Door } from '../http/door.js';
import { HttpProblem, invalid } from '../http/problem.js';
import { limitOf } from '../http/rate-limit.js';
import type { Services } from '../services.js';
import { openLink, tiePhone } from './links.js';
import { doorOf, isReached } from './reach.js';

/** What one link may tell in a day: more than any car is started. */
const mostReportsADay = 40;
const dayMilliseconds = 24 * 3_600_000;

export function customerRoutes(door: Door, services: Services, perMinute = 30): void {
  const { pools, feed, settings, reach } = services;
  const limit = limitOf(pools.write, {
    door: 'customer',
    perMinute,
    says: 'That was too often for one minute. Wait a little, then try again.',
  });
  for (const { path } of [endpoints.customerPage, endpoints.customerTells])
    door.router.post(path, (request, response, next) => {
      if (!isReached(reach)) throw new HttpProblem(404, 'Not here', 'This server has no page for customers.');
      return limit(request, response, next);
    });

  door.on(endpoints.customerDoor, (request, response) => {
    response.json(doorOf(reach, request.headers.host ?? ''));
  });

  door.open(endpoints.customerPage, async (request, response) => {
    const { token } = check(endpoints.customerPage.body, request.body);
    const { link, record } = await openLink(services, token, phoneTokenOf(request), serverClock.now());
    response.json(pageOf(record, link, (await settings.now(pools.read)).settings));
  });

  door.open(endpoints.customerTells, async (request, response) => {
    const told: CustomerTells = check(endpoints.customerTells.body, request.body);
    const now = serverClock.now();
    const own = phoneTokenOf(request);
    const { link, record } = await openLink(services, told.token, own, now);
    if (madeInADay(record, link, now) >= mostReportsADay)
      throw new HttpProblem(429, 'Enough for today', 'That is enough for one day. Call the shop, please.');
    const entry = check(factKinds['customer-reports'].entry, {
      id: told.id,
      observedAt: seenAt(told.observedAt, link, now),
      data: { ...told.report, linkId: link.id },
    });
    if (!watchedByCustomer(record).some(({ beaconId }) => beaconId === told.report.beaconId))
      throw invalid('report.beaconId', 'no such light is watched');
    // Only what will be taken ties the link to this telephone.
    const phone = own ?? newToken();
    await tiePhone(pools.write, link.id, phone, now);
    setPhone(response, phone);
    await enterFact(services, 'customer-reports', writeOfReport(told, link, record.id), entry);
    feed.wake();
    const after = await openLink(services, told.token, phone, now);
    response.status(201).json(pageOf(after.record, link, (await settings.now(pools.read)).settings));
  });
}

/** By the telephone’s clock, where that can be: between the making of the link and now. */
function seenAt(told: string, { recordedAt }: CustomerLink, now: Date): string {
  const at = Date.parse(told);
  return at >= Date.parse(recordedAt) && at <= now.getTime() ? told : now.toISOString();
}

/** Who made the link answers for what comes by it: nobody is signed in. */
function writeOfReport(told: CustomerTells, link: CustomerLink, jobId: string) {
  const { token: _token, ...body } = told;
  return {
    key: told.id,
    jobId,
    personId: link.personId,
    role: 'desk' as const,
    deviceId: null,
    requestHash: createHash('sha256')
      .update(JSON.stringify([link.id, body]))
      .digest('hex'),
  };
}

function madeInADay({ customerReports }: JobRecord, link: CustomerLink, now: Date): number {
  const since = now.getTime() - dayMilliseconds;
  return customerReports.filter(
    ({ linkId, recordedAt, withdrawn }) => linkId === link.id && !withdrawn && Date.parse(recordedAt) > since,
  ).length;
}

/** Neither names nor a plate: the link may lie open on a telephone. */
function pageOf(record: JobRecord, link: CustomerLink, shop: ShopSettings): CustomerPage {
  const taken = new Set(standing(record.exposures).map(({ reportId }) => reportId));
  return {
    shop: shop.name,
    car: `${record.vehicle.make} ${record.vehicle.model}`,
    locale: shop.locale,
    timeZone: shop.timeZone,
    until: link.until,
    handedBackAt: standing(record.handBacks).at(-1)?.observedAt ?? null,
    lights: watchedByCustomer(record).map((light) => ({ ...light, conditions: [...light.conditions] })),
    told: standing(record.customerReports)
      .filter(({ linkId }) => linkId === link.id)
      .map((report) => ({
        at: report.observedAt,
        says: reportSays(report, standingFor(record.beacons, report.beaconId)),
        taken: taken.has(report.id),
      }))
      .reverse(),
  };
}
