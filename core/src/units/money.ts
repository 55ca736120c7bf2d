/** Money in integer cents, written for a person. */

/**
 * Cents as a person of the locale writes money; whole amounts go without decimals.
 * @example showCents(123450, 'EUR', 'en-GB') // '€1,234.50'
 */
export function showCents(cents: number, currency: string, locale: string): string {
  return new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    maximumFractionDigits: cents % 100 === 0 ? 0 : 2,
  }).format(cents / 100);
}
