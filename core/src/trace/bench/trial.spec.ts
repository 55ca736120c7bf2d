import { type Kind, kinds } from '../../worlds/index.js';
import { templates } from '../templates/index.js';
import { foreseenFor, played } from './trial.js';
import { carOf } from './unknown-cars.js';

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
});
