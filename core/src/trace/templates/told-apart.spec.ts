import { finish } from '../../progress/index.js';
import { closedTests } from '../plan/closed.js';
import { resolution } from '../observe/likelihood.js';
import { accuracyOf } from '../observe/evidence.js';
import { isMetered, predictions } from '../observe/predict.js';
import { prepare } from '../model/prepare.js';
import type { TraceTest } from '../model/schema.js';
import { nextTests } from '../plan/next-tests.js';
import { templates } from './index.js';

describe('the suspects of a template', () => {
  for (const template of templates)
    it(`${template.id}: any two of different parts are told apart by a test that is open`, () => {
      const source = template.build({});
      const closed = new Set(closedTests(source).map(({ test }) => test));
      const ready = prepare(source);
      const table = finish(predictions(ready));
      const open = source.tests.filter(({ id }) => !closed.has(id));
      const index = new Map(ready.suspects.map(({ id }, n) => [id, n]));
      /** A look at either of them, or a reading that the meter shows differently. */
      const parts = (test: TraceTest, a: string, b: string): boolean => {
        const [first, second] = [ready.suspects[index.get(a)!]!, ready.suspects[index.get(b)!]!];
        if (!isMetered(test)) return test.element === first.element || test.element === second.element;
        const read = (id: string) => [...table.tests.get(test.id)![index.get(id)!]!.all(0)];
        const two = read(b);
        return read(a).some((x) =>
          two.some((y) =>
            Number.isNaN(x) || Number.isNaN(y)
              ? Number.isNaN(x) !== Number.isNaN(y)
              : Math.abs(x - y) > resolution(accuracyOf(test), x),
          ),
        );
      };
      for (const a of source.suspects!)
        for (const b of source.suspects!)
          if (a.element !== b.element)
            expect(open.some((test) => parts(test, a.id!, b.id!)))
              .withContext(`${a.id} and ${b.id}`)
              .toBeTrue();
    });

  for (const template of templates)
    it(`${template.id}: each, if it is the fault, gains by what the best tests would read`, () => {
      const source = template.build({});
      const ready = prepare(source);
      const table = finish(predictions(ready));
      const closed = new Set(closedTests(source).map(({ test }) => test));
      for (const [at, suspect] of source.suspects!.entries()) {
        const readings = source.tests
          .filter(({ id }) => !closed.has(id))
          .map((test) => {
            if (!isMetered(test))
              return test.kind === 'swap'
                ? { test: test.id, moved: test.element === suspect.element }
                : {
                    test: test.id,
                    found:
                      (test.element === suspect.element &&
                        (test.mode == null || test.mode === suspect.mode)) ||
                      (table.shows.get(test.id)?.[at] ?? 0) > 0.5,
                  };
            // One world: a fault of middle size, at rest volts.
            const prediction = table.tests.get(test.id)![at]!;
            const steps = table.supply.length;
            const size = Math.floor(table.shares[at]!.length / steps / 2);
            const rest = table.supply.reduce(
              (best, volts, k) => (Math.abs(volts - 12.6) < Math.abs(table.supply[best]! - 12.6) ? k : best),
              0,
            );
            const value = prediction.at(0, size * steps + rest);
            return Number.isNaN(value) ? { test: test.id, overload: true } : { test: test.id, value };
          });
        const after = nextTests({ ...source, readings });
        const shares = new Map<string, number>();
        for (const { element, probability } of after.suspects)
          shares.set(element, (shares.get(element) ?? 0) + probability);
        const [[first, share]] = [...shares].sort((a, b) => b[1] - a[1]) as [[string, number]];
        expect(first).withContext(suspect.id!).toBe(suspect.element);
        expect(share).withContext(suspect.id!).toBeGreaterThan(0.8);
        expect(after.contradiction).withContext(suspect.id!).toBeFalse();
      }
    });
});
