import { type Kind, kinds, type WorldCase, worldOf } from '../../worlds/index.js';
import type { TraceCase, TraceReading, TraceTest } from '../model/schema.js';
import { templates } from '../templates/index.js';
import { asPlanned, foreseenFor, likeliestFirst, played, quickestFirst } from './trial.js';

function carOf(source: TraceCase, kind: Kind, n: number) {
  const world = worldOf(source as unknown as WorldCase, kind, n);
  return { fault: world.fault, read: (test: TraceTest) => world.read(test) as TraceReading };
}

/** Cars of each template, with faults, supplies, meters and eyes that the planner knows nothing of. */
function tried(kind: Kind, cars: number): { stated: number; right: boolean }[] {
  return templates.flatMap((template) => {
    const source = template.build({});
    const foreseen = foreseenFor(source);
    return Array.from({ length: cars }, (_, n) => {
      const car = carOf(source, kind, n);
      const { covers, stated } = played(source, foreseen, car);
      return { stated, right: covers.includes(car.fault.element) };
    });
  });
}

describe('the planner in worlds that it does not know', () => {
  for (const name of ['engine running', 'all unknown'])
    it(`${name}: what it is sure of is right in 97 of 100, and it is right as often as it says`, () => {
      const all = tried(kinds[name]!, 12);
      const sure = all.filter(({ stated }) => stated >= 0.95);
      expect(sure.length).toBeGreaterThan(all.length / 3);
      expect(sure.filter(({ right }) => right).length / sure.length).toBeGreaterThanOrEqual(0.97);
      const right = all.filter((one) => one.right).length / all.length;
      const stated = all.reduce((sum, one) => sum + one.stated, 0) / all.length;
      expect(right).toBeGreaterThan(stated - 0.02);
    }, 120_000);

  it('all unknown: until the fault is gone it costs less than either habit, over all circuits', () => {
    const cents = (way: typeof asPlanned) =>
      templates.reduce((sum, template) => {
        const source = template.build({});
        const foreseen = foreseenFor(source);
        const all = Array.from({ length: 6 }, (_, n) =>
          played(source, foreseen, carOf(source, kinds['all unknown']!, n), way, 'cured'),
        );
        return sum + all.reduce((own, one) => own + one.cents, 0);
      }, 0);
    const planned = cents(asPlanned);
    expect(planned).toBeLessThan(cents(quickestFirst));
    expect(planned).toBeLessThan(cents(likeliestFirst));
  }, 120_000);
});
