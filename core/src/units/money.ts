/** Money in integer cents, written for a person. */

/** `showCents(123450)` is `1,234.50 €`, in the way of the reader's language. */
export function showCents(cents: number, currency = 'EUR', locale = 'en'): string {
  return new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    maximumFractionDigits: cents % 100 === 0 ? 0 : 2,
  }).format(cents / 100);
}
