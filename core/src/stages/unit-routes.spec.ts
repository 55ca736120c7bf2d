import { usualRoutes } from '../route/index.js';
import { defaultRoutePolicy as routePolicy } from '../shop/index.js';
import { flap, Story } from '../testing/story.js';
import { unitRoutes } from './unit-routes.js';

/** A baseline, a trace on the lamp of a right daytime unit, and its routes. */
class Unit {
  readonly story = new Story();
  readonly beaconId: string;
  readonly planId: string;

  constructor(more: object = {}) {
    this.beaconId = this.story.enter('beacons', { ...flap, name: 'Right daytime light' });
    this.story.scan('baseline', 'Body\n  B1318-16 Supply (active)\n');
    this.planId = this.story.enter('routePlans', {
      unit: 'right daytime unit',
      sort: 'lamp-unit',
      routes: usualRoutes('lamp-unit', 42_000),
      beaconIds: [this.beaconId],
      ...more,
    });
  }

  choose(routeId: string): this {
    this.story.enter('routeChoices', { planId: this.planId, routeId, recommended: routeId });
    return this;
  }

  answer(answer: string, origin = 'used', more: object = {}): this {
    this.story.enter('approvals', {
      item: 'right daytime unit',
      answer,
      origin,
      how: 'here',
      by: 'A. Lindqvist',
      planId: this.planId,
      ...more,
    });
    return this;
  }

  part(role: string, more: object = {}, facts: object = {}): string {
    const part = { kind: 'daytime LED unit', partNumber: 'OM-2210-04', hand: 'right', watts: 18, ...more };
    return this.story.enter('parts', { planId: this.planId, role, part, ...facts });
  }

  ordered(offerId: string, dueOn = '2026-11-20'): this {
    this.story.enter('partOrders', { offerId, step: 'ordered', dueOn });
    return this;
  }

  get step() {
    return this.story.assess().units[0]!.step;
  }
  get stages() {
    return ['route', 'match'].map((id) => this.story.stage(id).state);
  }
}

const used = { kind: 'used', event: 'none' };

describe('unitRoutes', () => {
  it('goes from the choice to the customer, the order, the box and the car', () => {
    const unit = new Unit();
    expect([unit.step, ...unit.stages, unit.story.next.sentence]).toEqual([
      'choose',
      'open',
      'closed',
      'Choose how “right daytime unit” is put right.',
    ]);
    unit.choose('used');
    expect([unit.step, unit.story.next.sentence]).toEqual([
      'ask',
      'Ask the customer about “right daytime unit”: used.',
    ]);
    unit.answer('asked');
    expect([unit.step, unit.stages[0], unit.story.next.waitsFor]).toEqual([
      'asked',
      'waiting',
      'the customer’s answer: right daytime unit',
    ]);
    unit.answer('yes');
    expect(unit.step).toBe('order');
    const offerId = unit.part('offered', { provenance: used }, { seller: 'North Yard' });
    unit.ordered(offerId);
    expect([unit.step, unit.story.next.waitsUntil]).toEqual(['ordered', '2026-11-20T12:00:00.000Z']);
    unit.story.enter('partOrders', { offerId, step: 'arrived' });
    expect([unit.step, ...unit.stages]).toEqual(['open-box', 'done', 'open']);
    unit.part('delivered', { provenance: used }, { offerId, tried: [{ what: 'burns', works: true }] });
    expect(unit.step).toBe('original');
    unit.part('removed');
    expect([unit.step, ...unit.stages]).toEqual(['fit', 'done', 'done']);
    unit.story.enter('routeOutcomes', {
      planId: unit.planId,
      routeId: 'used',
      sort: 'lamp-unit',
      kind: 'used',
      result: 'succeeded',
    });
    expect(unit.step).toBe('done');
  });

  it('asks again where the answer was about another way, and hears a no only after the choice', () => {
    const unit = new Unit().choose('used').answer('yes', 'maker-new');
    expect(unit.step).toBe('ask');
    unit.answer('no');
    expect(unit.step).toBe('declined');
    unit.choose('new');
    expect(unit.step).toBe('ask');
    unit.answer('yes', 'any');
    expect(unit.step).toBe('order');
  });

  it('sends back what is not what came out, and asks about what is not stated', () => {
    const unit = new Unit().choose('used').answer('yes');
    unit.part('removed');
    const offerId = unit.part('offered', { provenance: used }, { seller: 'North Yard' });
    unit.ordered(offerId);
    const came = unit.part('delivered', { hand: 'left' }, { offerId });
    expect([unit.step, unit.story.next.detail]).toEqual(['wrong', 'for the left, not the right']);
    expect(unit.story.assess().units[0]!.delivered!.notAsOrdered.map(({ name }) => name)).toEqual(['hand']);
    const asked = unit.story.enter(
      'parts',
      {
        planId: unit.planId,
        role: 'delivered',
        offerId,
        part: { kind: 'daytime LED unit', partNumber: 'OM-2210-04', watts: 18 },
      },
      came,
    );
    expect([unit.step, unit.story.next.sentence]).toEqual([
      'verify',
      'Make sure of “right daytime unit” before it is fitted: right on the original, not stated here.',
    ]);
    unit.story.enter('parts', {}, asked, true);
    unit.part('delivered', {}, { offerId, tried: [{ what: 'every light burns', works: false }] });
    expect([unit.step, unit.story.next.detail]).toEqual(['wrong', 'every light burns']);
    unit.story.enter('partOrders', { offerId, step: 'sent-back' });
    expect(unit.step).toBe('order');
  });

  it('ranks the offers by verdict, then by price, once the original is known', () => {
    const unit = new Unit();
    unit.part('offered', { priceCents: 9000, hand: 'left' }, { seller: 'cheap' });
    unit.part('offered', { priceCents: 30_000 }, { seller: 'dear' });
    unit.part('offered', { priceCents: 20_000 }, { seller: 'fits' });
    const sellers = () => unit.story.assess().units[0]!.offers.map(({ fact }) => fact.seller);
    expect(sellers()).toEqual(['cheap', 'fits', 'dear']);
    unit.part('removed');
    expect(sellers()).toEqual(['fits', 'dear', 'cheap']);
  });

  it('closes what a failure at the bench spoils, and asks for another choice', () => {
    const unit = new Unit({
      sort: 'instruments',
      routes: usualRoutes('instruments', 60_000),
    }).choose('bench-repair');
    unit.answer('yes', 'no-part');
    expect(unit.step).toBe('bench');
    unit.story.enter('benchWorks', {
      planId: unit.planId,
      routeId: 'bench-repair',
      staticCare: true,
      found: 'cracked joint',
      heats: [],
      tried: [{ what: 'speed', works: false }],
    });
    expect(unit.step).toBe('choose');
    const [own] = unit.story.assess().units;
    expect(own!.failed).toEqual(['bench-repair']);
    expect(own!.open.map(({ route }) => route.id)).toEqual(['new']);
    expect(unit.story.stage('match').state).toBe('closed');
  });

  it('waits for a unit that was sent in, and needs no comparison of it', () => {
    const unit = new Unit().choose('mail-in').answer('yes', 'no-part');
    expect(unit.step).toBe('pack');
    const sent = {
      planId: unit.planId,
      routeId: 'mail-in',
      service: 'Bench North',
      contents: [],
      dataSaved: true,
      insuredCents: 40_000,
      sentOn: '2026-11-18',
      dueOn: '2026-11-25',
    };
    const id = unit.story.enter('consignments', sent);
    expect([unit.step, ...unit.stages]).toEqual(['away', 'waiting', 'not-needed']);
    expect(unit.story.assess().notDriven).toEqual(['a unit is away for repair']);
    unit.story.enter('consignments', { ...sent, back: { on: '2026-11-24', result: 'repaired' } }, id);
    expect(unit.step).toBe('fit');
  });

  it('lets a limit agreed at take-in stand for a bulb, and for no more than a bulb', () => {
    const bulb = new Unit({ sort: 'lamp', routes: usualRoutes('lamp', 400) });
    bulb.answer('yes', 'any', { planId: null, smallParts: true, ceilingCents: 3000 });
    bulb.choose('new');
    expect(bulb.step).toBe('order');
    const unit = new Unit();
    unit.answer('yes', 'any', { planId: null, smallParts: true, ceilingCents: 3000 });
    unit.choose('new');
    expect(unit.step).toBe('ask');
  });

  it('is done when its part is repaired in its trace', () => {
    const story = new Unit({ traceId: '00000000-0000-4000-8000-000000000777', element: 'LED' });
    story.story.enter('repairs', {
      traceId: '00000000-0000-4000-8000-000000000777',
      element: 'LED',
      label: 'unit',
      method: 'replace',
      root: 'unknown',
      chance: null,
      beaconIds: [],
      cured: true,
    });
    expect(story.step).toBe('done');
  });

  it('is no match that nobody compared, though the part went in and works', () => {
    const traceId = '00000000-0000-4000-8000-000000000777';
    const unit = new Unit({ traceId, element: 'LED' }).choose('used').answer('yes');
    const offerId = unit.part('offered', { provenance: used }, { seller: 'North Yard' });
    unit.ordered(offerId).part('delivered', {}, { offerId });
    unit.story.enter('repairs', {
      traceId,
      element: 'LED',
      label: 'unit',
      method: 'replace',
      root: 'unknown',
      chance: null,
      beaconIds: [],
      cured: true,
    });
    expect(unit.step).toBe('done');
    expect(unit.stages[1]).not.toBe('done');
    unit.part('removed');
    expect(unit.stages[1]).toBe('done');
  });

  it('leaves only the new one where the name, a part or the circuit says restraint, whatever was entered', () => {
    const shut = (unit: Unit) => {
      const [own] = unit.story.assess().units;
      return [own!.restraint !== null, own!.open.map(({ route }) => route.id)];
    };
    expect(shut(new Unit({ unit: 'driver belt', sort: 'other', routes: usualRoutes('other', 300) }))).toEqual(
      [true, ['new']],
    );
    const module = new Unit({ unit: 'black box', sort: 'module', routes: usualRoutes('module', 300) });
    expect(shut(module)[0]).toBeFalse();
    module.part('removed', { kind: 'restraint control module' });
    expect(shut(module)).toEqual([true, ['new']]);
  });

  it('opens a used belt by its donor alone, and names the offer that is shown', () => {
    const unit = new Unit({
      unit: 'driver belt',
      sort: 'restraint-pyrotechnic',
      routes: usualRoutes('restraint-pyrotechnic', 40_000),
    });
    const open = () =>
      unitRoutes(unit.story.record, { ...routePolicy, restraintRoute: 'unfired-salvage' })[0]!.open.map(
        ({ route }) => route.id,
      );
    const donorVin = 'VLNRL8H26L0049911';
    const offer = (more: object) =>
      unit.part('offered', { provenance: { ...used, ...more } }, { seller: 'North Yard' });
    offer({ donorVin });
    expect(open()).not.toContain('used');
    const item = { id: 'belt-fl', item: 'belt', seat: 'front-left', label: 'driver belt' };
    unit.story.enter('inventories', { file: { items: [item] } });
    const donor = {
      item: 'belt-fl',
      seller: 'North Yard',
      event: 'none',
      photos: 3,
      signs: ['no-sign'],
      storage: 'dry',
      stalkMillimetres: 90,
      stalkAsBuiltMillimetres: 90,
    };
    unit.story.enter('donors', { ...donor, donorVin: 'VLNRL8H26L0040000' });
    expect(open()).not.toContain('used');
    unit.story.enter('donors', { ...donor, donorVin });
    expect(open()).toContain('used');
  });
});
