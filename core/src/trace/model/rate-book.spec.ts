import { element } from '../../circuit/index.js';
import { check } from '../../refusal/index.js';
import { baseRates } from './base-rates.js';
import { elementKind, rateBook, rateOf, suppliedRate, suppliedRates } from './rate-book.js';

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

  it('are the table’s own weight and one more for every proven closure', () => {
    expect(rateOf(book(), 'lamp', 'open')).toEqual({ weight: 8, closures: 0 });
    const learned = [{ kind: 'lamp', mode: 'open', closures: 3 }];
    expect(rateOf(book({ learned }), 'lamp', 'open')).toEqual({ weight: 11, closures: 3 });
    expect(rateOf(book({ rates: [{ kind: 'lamp', mode: 'open', weight: 2 }] }), 'lamp', 'open').weight).toBe(
      2,
    );
  });

  it('take one case for what no table names', () => {
    expect(suppliedRate('switch', 'endNotReached')).toBe(1);
    expect(rateOf(book(), 'switch', 'endNotReached').weight).toBe(1);
    const learned = [{ kind: 'switch', mode: 'endNotReached', closures: 2 }];
    expect(rateOf(book({ learned }), 'switch', 'endNotReached').weight).toBe(3);
  });

  it('are refused where a weight or a count cannot be', () => {
    expect(() => book({ rates: [{ kind: 'lamp', mode: 'open', weight: -1 }] })).toThrowError(
      /rates\[0\]\.weight/,
    );
    expect(() => book({ learned: [{ kind: 'lamp', mode: 'open', closures: 0.5 }] })).toThrowError(
      /learned\[0\]\.closures/,
    );
    expect(() => book({ version: -1 })).toThrowError(/version/);
  });
});
