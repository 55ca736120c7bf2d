import { Story } from '../testing/story.js';
import type { UnitRoutes } from './unit-routes.js';
import { warrantiesOf } from './warranty.js';

const unit = (more: object): UnitRoutes =>
  ({ plan: { unit: 'Charge flap' }, chosen: null, consignment: null, ...more }) as UnitRoutes;

describe('warrantiesOf', () => {
  it('runs from the day on which the car was given back, else from the repair', () => {
    const story = new Story();
    const id = story.enter('beacons', { kind: 'complaint', name: 'It', conditions: [] });
    const fitted = [unit({ chosen: { warrantyDays: 730 } })];
    expect(warrantiesOf(story.record, fitted, '2026-12-01')).toEqual([]);
    story.enter('repairs', { beaconIds: [id], cured: true });
    expect(warrantiesOf(story.record, fitted, '2026-12-01')).toEqual([
      { unit: 'Charge flap', until: '2028-11-16', runs: true },
    ]);
    story.later(2 * 1440).enter('handBacks', {});
    expect(warrantiesOf(story.record, fitted, '2028-11-18')[0]).toEqual({
      unit: 'Charge flap',
      until: '2028-11-18',
      runs: true,
    });
    expect(warrantiesOf(story.record, fitted, '2028-11-19')[0]!.runs).toBeFalse();
  });

  it('is what the service that sent it back says, and none where nobody gave one', () => {
    const story = new Story();
    story.enter('handBacks', {});
    const sent = unit({
      chosen: { warrantyDays: 30 },
      consignment: { back: { guaranteeUntil: '2027-01-31' } },
    });
    expect(warrantiesOf(story.record, [sent, unit({})], '2027-02-01')).toEqual([
      { unit: 'Charge flap', until: '2027-01-31', runs: false },
    ]);
  });
});
