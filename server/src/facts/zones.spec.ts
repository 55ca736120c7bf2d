import { usualInventory } from '@dormant-beacon/core/restraints/scope';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Shop } from '../testing/shop.js';

describe('the outlines of a car', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  it('guard a step by the places that it touches, and a repair by those that it names', async () => {
    const { jobId, beaconId } = await shop.openBased('Left tail lamp out');
    const plan = templates.find(({ restraint }) => restraint !== true)!.build({});
    const [first, second] = plan.tests.filter((test) => test.kind === 'volts');
    const file = {
      items: usualInventory(5),
      places: [
        { name: 'C12', at: [50, 97] },
        { name: second!.from, at: [50, 97] },
        { name: 'C44', at: [32, 17] },
      ],
    };
    const tests = [
      { ...first!, id: 'near', label: 'Measure C44.1' },
      { ...second!, state: null, id: 'clear', label: 'Measure C12.1 behind the dash' },
    ];
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Left tail lamp',
      beaconIds: [beaconId],
      case: { ...plan, tests },
    });
    const reading = (test: string) => shop.enter(jobId, 'readings', { traceId, test, value: 12 });
    expect((await reading('clear')).status).toBe(409);
    expect((await shop.enter(jobId, 'inventories', { file })).status).toBe(201);
    expect(String((await reading('near')).body['detail'])).toContain('only while the car is safe');
    expect((await reading('clear')).status).toBe(201);
    const repair = (label: string) =>
      shop.enter(jobId, 'repairs', {
        beaconIds: [beaconId],
        label,
        method: 'clean',
        root: 'unknown',
        cured: true,
      });
    expect(String((await repair('Clean plug C44')).body['detail'])).toContain('C44 lies in the zone of');
    expect((await repair('Clean plug C12')).status).toBe(201);
  });
});
