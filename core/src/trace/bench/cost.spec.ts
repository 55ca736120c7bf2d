import { kinds } from '../../worlds/index.js';
import { templates } from '../templates/index.js';
import { asPlanned, foreseenFor, likeliestFirst, played, quickestFirst } from './trial.js';
import { carOf } from './unknown-cars.js';

describe('the planner in worlds that it does not know', () => {
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
