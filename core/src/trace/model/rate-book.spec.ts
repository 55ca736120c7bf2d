import { element } from '../../circuit/index.js';
import { check } from '../../refusal/index.js';
import { baseRates } from './base-rates.js';
import {
  elementKind,
  learnedWeight,
  rateBook,
  rateOf,
  remembered,
  suppliedRate,
  suppliedRates,
} from './rate-book.js';

const book = (more: object = {}) =>
  check(rateBook, { version: 2, rates: [...suppliedRates], learned: [], ...more });

describe('the shop’s base rates', () => {
  it('name every kind of element, each mode once', () => {
    expect(elementKind.options.length).toBe(element.options.length);
    const keys = suppliedRates.map(({ kind, mode }) => `${kind} ${mode}`);
    expect(new Set(keys).size).toBe(keys.length);
    for (const kind of elementKind.options)
      expect(Object.keys(baseRates[kind]).length).withContext(kind).toBeGreaterThan(0);
  });

  it('are the table’s own weight, raised by closures that were not to be expected', () => {
    expect(rateOf(book(), 'lamp', 'open')).toEqual({ weight: 8, closures: 0 });
    // Eight cases of the table and three proven, where one was to be expected.
    const learned = [{ kind: 'lamp', mode: 'open', closures: 3, expected: 1 }];
    expect(rateOf(book({ learned }), 'lamp', 'open')).toEqual({ weight: (8 * 11) / 9, closures: 3 });
    expect(rateOf(book({ rates: [{ kind: 'lamp', mode: 'open', weight: 2 }] }), 'lamp', 'open').weight).toBe(
      2,
    );
  });

  it('take one case for what no table names', () => {
    expect(suppliedRate('switch', 'endNotReached')).toBe(1);
    expect(rateOf(book(), 'switch', 'endNotReached').weight).toBe(1);
    const learned = [{ kind: 'switch', mode: 'endNotReached', closures: 2, expected: 0.5 }];
    expect(rateOf(book({ learned }), 'switch', 'endNotReached').weight).toBe(2);
  });

  it('stay as they are where things fail as often as was to be expected, however many there are of a kind', () => {
    // Every circuit has contacts with a share of 0.6, and six of ten closures were contacts.
    expect(learnedWeight(3, { closures: 6, expected: 10 * 0.6 })).toBe(3);
    // Half as often as expected, and never: less, but not nothing.
    expect(learnedWeight(3, { closures: 3, expected: 6 })).toBe(2);
    expect(learnedWeight(3, { closures: 0, expected: 6 })).toBe(1);
    // Where the shop says never and it happens all the same, what happened stands for itself.
    expect(learnedWeight(0, { closures: 2, expected: 1 })).toBe(1);
  });

  it('are moved half as much by a closure of three years ago', () => {
    expect([remembered(2026, 2026), remembered(2023, 2026), remembered(2020, 2026)]).toEqual([1, 0.5, 0.25]);
    // A clock that runs behind makes nothing count more than once.
    expect(remembered(2027, 2026)).toBe(1);
  });

  it('are refused where a weight or a count cannot be', () => {
    expect(() => book({ rates: [{ kind: 'lamp', mode: 'open', weight: -1 }] })).toThrowError(
      /rates\[0\]\.weight/,
    );
    expect(() => book({ learned: [{ kind: 'lamp', mode: 'open', closures: -1, expected: 0 }] })).toThrowError(
      /learned\[0\]\.closures/,
    );
    expect(() => book({ version: -1 })).toThrowError(/version/);
  });
});
