import { usualRoutes } from '../../route/index.js';
import { defaultRoutePolicy } from '../../shop/index.js';
import { flap, Story } from '../../testing/story.js';
import { quoteOf } from './quote.js';

describe('quoteOf', () => {
  const told = () => {
    const story = new Story();
    story.enter('beacons', flap);
    story.scan('baseline', 'Body\n  B1318-16 Supply (active)\n');
    const planId = story.enter('routePlans', {
      unit: 'body module',
      sort: 'module',
      routes: usualRoutes('module', 60_000),
      beaconIds: [],
    });
    return { story, planId, quote: () => quoteOf(story.record, story.assess().units, defaultRoutePolicy) };
  };

  it('takes the cheapest open route until one is chosen, then that one', () => {
    const { story, planId, quote } = told();
    expect(quote().items[0]!.chosen).toBeFalse();
    story.enter('routeChoices', { planId, routeId: 'new', recommended: null });
    const [item] = quote().items;
    // 60,000, a tenth of it for the coding, an hour at 90.
    expect(item!.lines).toEqual([
      { what: 'part', label: 'part, new', cents: 60_000 },
      { what: 'coding', label: 'coding', cents: 6000 },
      { what: 'labour', label: 'labour, 60 min', cents: 9000 },
    ]);
    expect([item!.chosen, quote().cents, item!.warrantyDays]).toEqual([true, 75_000, 730]);
  });

  it('takes the part that was ordered at its own price, its deposit apart, and the customer’s limit', () => {
    const { story, planId, quote } = told();
    story.enter('routeChoices', { planId, routeId: 'clone', recommended: null });
    story.enter('approvals', { planId, item: 'x', answer: 'yes', origin: 'used', ceilingCents: 50_000 });
    const part = { kind: 'body module', partNumber: 'OM-6610-11C', priceCents: 21_500 };
    const offerId = story.enter('parts', {
      planId,
      role: 'offered',
      seller: 'y',
      part,
      coreDepositCents: 6000,
    });
    story.enter('partOrders', { offerId, step: 'ordered' });
    const { items, cents, depositCents } = quote();
    expect(items[0]!.lines[0]).toEqual({
      what: 'part',
      label: 'part, other unit, own memory, OM-6610-11C',
      cents: 21_500,
    });
    // 21,500 and two hours.
    expect([cents, depositCents, items[0]!.ceilingCents]).toEqual([39_500, 6000, 50_000]);
  });

  it('holds nothing where nothing is put right', () => {
    expect(quoteOf(new Story().record, [], defaultRoutePolicy)).toEqual({
      items: [],
      cents: 0,
      depositCents: 0,
    });
  });
});
