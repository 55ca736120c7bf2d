/** Figures in the sentences that a person reads, with the decimal mark of the shop’s country. */

/** What stands behind a measured figure. */
const unit =
  '(?:[mµkM]?[VAΩWF]|[kM]?Hz|[mµ]?s|min|h|[kM]?B|k?g|[cmk]?m|mi|N m|Nm|l|Ah|bar|kPa|psi|%|°[CF]?|times|volts|ohms|amps|milliohms|seconds|minutes|hours)';
const number = String.raw`\d{1,9}(?:\.\d{1,9})?`;
/** Further figures that share the unit: `4.1 to 7.9 V`, `1.4, 1.5 and 3.6 Ω`. */
const more = `(?:(?:, | to | and | or |, and |–|-| ± |/)[+−-]?${number}){0,8}`;
/** Free-standing: no part of a word, a version, a date, an address or a longer number. */
const measured = new RegExp(
  String.raw`(?<![\p{L}\d_.,:/#-])\d{1,9}\.\d{1,9}(?=${more}[\s\u00A0\u202F]?${unit}(?![\p{L}\d_]))`,
  'gu',
);
const alone = /^[+−-]?\d{1,9}\.\d{1,9}$/;

/** By locale: to ask for one takes longer than to read a sentence. */
const marks = new Map<string, string>();

/** @example decimalMark('de-AT') // ',' */
function decimalMark(locale: string): string {
  const known = marks.get(locale);
  if (known !== undefined) return known;
  const parts = new Intl.NumberFormat(locale, { numberingSystem: 'latn' }).formatToParts(1.5);
  const mark = parts.find(({ type }) => type === 'decimal')?.value ?? '.';
  marks.set(locale, mark);
  return mark;
}

/**
 * A sentence whose figures, written with a point before a unit, get the decimal mark of a locale. Sentences are kept
 * with points in the record, and read with the reader’s mark; names, codes, versions and part numbers stay as they are.
 *
 * @param locale a BCP 47 tag that Intl knows
 * @example figuresIn('4.1 to 7.9 V at C2.1', 'de-AT') // '4,1 to 7,9 V at C2.1'
 */
export function figuresIn(sentence: string, locale: string): string {
  if (!sentence.includes('.')) return sentence;
  const mark = decimalMark(locale);
  return mark === '.' ? sentence : sentence.replace(measured, (figure) => figure.replace('.', mark));
}

/**
 * A text that is a figure and nothing else, likewise; any other text as it is. Whoever asks knows that it is no version
 * and no part number.
 *
 * @example figureIn('12.41', 'de-AT') // '12,41'
 */
export function figureIn(text: string, locale: string): string {
  return alone.test(text) ? text.replace('.', decimalMark(locale)) : text;
}
