import fc from 'fast-check';
import { isRefusal } from '@dormant-beacon/core/refusal';
import { verbs } from './verbs.js';

/** Places of numbers that JSON has no word for: printed, they would be null. */
const notFinite = (answer: unknown): string[] =>
  places(answer)
    .filter((path) => {
      const value = path.reduce<unknown>(
        (own, key) => (own as Record<string | number, unknown>)[key],
        answer,
      );
      return typeof value === 'number' && !Number.isFinite(value);
    })
    .map((path) => path.join('.'));

/** Every place in a JSON value, as the path to it. */
function places(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path];
  return [
    path,
    ...Object.entries(value).flatMap(([key, own]) =>
      places(own, [...path, Array.isArray(value) ? Number(key) : key]),
    ),
  ];
}

function changed(value: unknown, path: readonly (string | number)[], by: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return by;
  const copy = structuredClone(value) as Record<string | number, unknown>;
  copy[key] = changed(copy[key], rest, by);
  return copy;
}

const strange = fc.oneof(
  fc.constantFrom(
    null,
    undefined,
    0,
    -1,
    1e308,
    1e-308,
    NaN,
    '',
    'gnd',
    'open',
    true,
    [],
    {},
    [['a', 'b']],
    'C2',
    'F7',
  ),
  fc.integer(),
  fc.string({ maxLength: 8 }),
);

describe('figures beyond any car', () => {
  const far = [1e308, -1e308, 1e-308];
  for (const [area, own] of Object.entries(verbs))
    for (const [name, verb] of Object.entries(own))
      it(`${area} ${name}: one in any place is answered in figures or refused`, () => {
        for (const path of places(verb.example))
          for (const figure of far) {
            try {
              const answer = verb.run(changed(structuredClone(verb.example), path, figure), {
                cases: 3,
                seed: 1,
              });
              expect(notFinite(answer))
                .withContext(`${path.join('.')} = ${figure}`)
                .toEqual([]);
            } catch (error) {
              if (!isRefusal(error)) throw error;
              expect(error.reason).not.toBe('');
            }
          }
      });
});

describe('wrong input', () => {
  for (const [area, own] of Object.entries(verbs))
    for (const [name, verb] of Object.entries(own))
      it(`${area} ${name}: is answered or refused in words, never a fault of ours`, () => {
        fc.assert(
          fc.property(fc.array(fc.tuple(fc.nat(), strange), { minLength: 1, maxLength: 3 }), (changes) => {
            const input = changes.reduce<unknown>((value, [at, by]) => {
              const all = places(value);
              return changed(value, all[at % all.length]!, by);
            }, structuredClone(verb.example));
            try {
              const answer = verb.run(input, { cases: 3, seed: 1 });
              expect(() => JSON.stringify(answer)).not.toThrow();
              expect(notFinite(answer)).toEqual([]);
            } catch (error) {
              if (!isRefusal(error)) throw error;
              expect(error.reason).not.toBe('');
              expect(error.message).not.toContain('\n');
            }
          }),
          { numRuns: 300 },
        );
      });
});
