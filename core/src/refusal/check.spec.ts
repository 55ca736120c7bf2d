import * as z from 'zod';
import { check, isRefusal, Refusal, writePath } from './index.js';

describe('check', () => {
  const part = z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('wire'), ohms: z.number().gt(0) }),
    z.strictObject({ kind: z.literal('lamp'), watts: z.number().min(1).max(100) }),
  ]);
  const schema = z.strictObject({
    name: z.string().min(1),
    parts: z.array(part).max(2),
    size: z.enum(['small', 'large']).nullish(),
    count: z.int().nullish(),
    either: z.union([z.string(), z.strictObject({ hex: z.string() })]).nullish(),
  });
  const refused = (input: unknown, root = '') => {
    try {
      check(schema, input, root);
      return null;
    } catch (error) {
      expect(isRefusal(error)).toBeTrue();
      return (error as Refusal).message;
    }
  };

  it('hands a sound value on', () => {
    const value = { name: 'a', parts: [{ kind: 'wire' as const, ohms: 1 }] };
    expect(check(schema, value)).toEqual(value);
  });

  it('says where and why, in one sentence', () => {
    const cases: [unknown, string][] = [
      [{ name: '', parts: [] }, 'name: is empty'],
      [{ parts: [] }, 'name: expected a string, got nothing'],
      [
        { name: 'a', parts: [{ kind: 'wire', ohms: -1 }] },
        'parts[0].ohms: expected a number above 0, got -1',
      ],
      [
        { name: 'a', parts: [{ kind: 'lamp', watts: 0 }] },
        'parts[0].watts: expected a number of at least 1, got 0',
      ],
      [
        { name: 'a', parts: [{ kind: 'lamp', watts: 300 }] },
        'parts[0].watts: expected a number of at most 100, got 300',
      ],
      [{ name: 'a', parts: [{ kind: 'bulb' }] }, 'parts[0].kind: expected "wire" or "lamp", got "bulb"'],
      [
        { name: 'a', parts: [1, 2, 3].map(() => ({ kind: 'wire', ohms: 1 })) },
        'parts: expected at most 2 entries',
      ],
      [{ name: 'a', parts: [], size: 'huge' }, 'size: expected "small" or "large", got "huge"'],
      [{ name: 'a', parts: [], colour: 1, shade: 2 }, 'unknown keys "colour", "shade"'],
      [{ name: 'a', parts: [], count: 1.5 }, 'count: expected an int, got 1.5'],
      [{ name: 'a', parts: [], either: { hex: 4 } }, 'either.hex: expected a string, got 4'],
      [7, 'expected an object, got 7'],
    ];
    for (const [input, message] of cases) expect(refused(input)).toBe(message);
  });

  it('begins the path where it is told to, and cuts what is too long to show', () => {
    expect(refused({ name: 3, parts: [] }, 'body')).toBe('body.name: expected a string, got 3');
    expect(refused({ name: 'a', parts: 'x'.repeat(200) })!.length).toBeLessThan(110);
    expect(writePath(['a', 0, 'b', 'c', 2])).toBe('a[0].b.c[2]');
  });

  it('tells a refusal from any other error', () => {
    expect(isRefusal(new Refusal('a', 'b'))).toBeTrue();
    expect(isRefusal(new Error('b'))).toBeFalse();
    expect(isRefusal({ tag: 'refusal' })).toBeFalse();
  });
});
