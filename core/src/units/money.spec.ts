import { showCents } from './money.js';

describe('showCents', () => {
  it('writes money as the country does, whole amounts without decimals', () => {
    const written = (cents: number, currency: string, locale: string) =>
      showCents(cents, currency, locale).replace(/\s/g, ' ');
    expect(written(123450, 'EUR', 'en-GB')).toBe('€1,234.50');
    expect(written(123400, 'EUR', 'en-GB')).toBe('€1,234');
    expect(written(123450, 'EUR', 'de-DE')).toBe('1.234,50 €');
    expect(written(5, 'CHF', 'en-US')).toBe('CHF 0.05');
  });
});
