/** Fields of a report's head, and live values. */
import { plainWord } from '../codes/index.js';
import type { Scan } from './schema.js';
import { isPageWord, labelOf, monthStarts, type Role } from './vocabulary.js';

export interface Value {
  readonly label: string;
  readonly value: string;
}

const liveValue =
  /^[<>~±-]?\s*-?\d+(?:[.,]\d+)?\s*(?:v|mv|a|ma|ohms?|Ω|kΩ|mΩ|°?c|°?f|bar|kpa|psi|%|rpm|1\/min|km\/h|mph|hz|ms|s|mm|°|deg|nm)$/i;
const endsInUnit = /\d\s?[a-zµΩ°%/1]{0,6}\s*$/i;
const codeLike = /(?<![\w-])[PCBU][0-3O][\dA-FOIS]{3}(?![A-Za-z])/;

/** A live value with its unit (`Belt switch   402 Ohm`), or null. A field of the report's head is none. */
export function readValue(line: string): Value | null {
  if (line.length > 160 || !endsInUnit.test(line) || codeLike.test(line)) return null;
  const pair =
    /^\s{0,200}[-•*]?\s{0,200}(\p{L}[^:=]{1,60}?)\s{0,200}(?:[:=]|\s{2,200}|\.{3,200})\s{0,200}(.{1,200}?)\s{0,200}$/u.exec(
      line,
    );
  if (!pair || !liveValue.test(pair[2]!)) return null;
  const role = labelOf(pair[1]!)?.role;
  return role !== undefined && role !== 'other' ? null : { label: pair[1]!, value: pair[2]! };
}

/** What the head of a report says of the reader and the car. */
export type HeadFields = Partial<
  Pick<Scan, 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts' | 'vin'>
>;

/** Keeps a field of the report's head; the first of a kind counts. */
export function noteField(reading: { readonly meta: HeadFields }, role: Role, value: string): void {
  if (role === 'supplyVolts') {
    const volts = Number.parseFloat(value.replace(',', '.'));
    if (Number.isFinite(volts) && volts > 0 && volts < 60) reading.meta.supplyVolts ??= volts;
  } else if (role === 'vin') {
    const vin = /^[A-Z\d]{11,17}$/i.exec(value.trim().replace(/[\s-]/g, ''))?.[0];
    if (vin) reading.meta.vin ??= vin.toUpperCase();
  } else if (role === 'reader' || role === 'readerSoftware' || role === 'date' || role === 'odometer')
    reading.meta[role] ??= value.trim();
}

const bareField = /^(\p{L}[\p{L}/-]{0,200}(?: \p{L}[\p{L}/-]{0,200})?)\s{1,200}(\S{0,200}\d.{0,200})$/u;

/**
 * Fields whose label and value a single blank parts (`Odometer 38 412 km   Battery 12.1 V`), where all of a line is such.
 */
export function bareFields(line: string): readonly { role: Role; value: string }[] {
  if (line.length > 300 || !/\d/.test(line)) return [];
  const cells = line
    .trim()
    .split(/\s{0,200}[|\t]\s{0,200}|\s{2,200}/)
    .filter((cell) => cell !== '');
  const found = cells.map((cell) => {
    const bare = bareField.exec(cell);
    const role = bare ? labelOf(bare[1]!)?.role : undefined;
    if (role && fieldRoles.has(role)) return { role, value: bare![2]!.trim() };
    return fieldByUnit(cell);
  });
  // `Drover   88 412 km   battery 12.3 V`: the car in front of what is known of it.
  const [first, ...others] = found;
  const behindCar =
    first === null &&
    others.length >= 2 &&
    others.every((field) => field !== null && /^(?:odometer|supplyVolts|date)$/.test(field.role)) &&
    /^\p{Lu}[\p{L} ]{2,30}$/u.test(cells[0]!);
  const own = behindCar ? others : found;
  if (own.every((field) => field !== null)) return own;
  return isDate(line.trim()) ? [{ role: 'date', value: line.trim() }] : [];
}

const fieldRoles: ReadonlySet<Role> = new Set([
  'odometer',
  'supplyVolts',
  'date',
  'vin',
  'ident',
  'other',
  'reader',
  'readerSoftware',
  'total',
]);

/** A value that says by its unit what it is: `38 412 km`, `12.4 V`. */
function fieldByUnit(cell: string): { role: Role; value: string } | null {
  if (/^\d[\d .,']{2,10} ?(?:km|mil?|miles)$/i.test(cell)) return { role: 'odometer', value: cell };
  if (/^\d{1,2}[.,]\d{1,2} ?V$/i.test(cell)) return { role: 'supplyVolts', value: cell };
  return isDate(cell) ? { role: 'date', value: cell } : null;
}

const month = String.raw`(?:${monthStarts.join('|')})\p{L}{0,8}\.?`;
const dateInWords = new RegExp(
  String.raw`^\D{0,12}(?:\d{1,2}\.?\s(?:de\s)?${month}\s(?:de\s)?\d{4}|${month}\s\d{1,2},?\s\d{4})(?:[ T,]+\d{1,2}:\d{2}(?::\d{2})?)?$`,
  'iu',
);

/** `1 of 3`, `1/3` */
export const countOf = String.raw`(?!0[xX])\d{1,3}\s?(?:\/|\p{L}{1,3})\s?\d{1,3}`;

export function isDate(text: string): boolean {
  if (text.length > 60) return false;
  return (
    dateInWords.test(plainWord(text)) ||
    /^\D{0,12}(?:\d{4}[-/.]\d{2}[-/.]\d{2}|\d{1,2}[./-]\d{1,2}[./-]\d{2,4})(?:[ T,]+\d{1,2}:\d{2}(?::\d{2})?)?(?:\s*(?:am|pm|uhr|h))?$/i.test(
      text,
    )
  );
}

const pageMark = new RegExp(String.raw`^(\p{L}{1,8})\.?\s?(?:\d{1,4}|${countOf})$`, 'u');

/** `Page 1 of 2`, `Seite 1/2` */
export const isPageMark = (text: string): boolean => isPageWord(pageMark.exec(text.trim())?.[1] ?? '');

/** The reader that a title names (`Oddlight R2 diagnostic report`), and its software. */
export function readerIn(text: string): { reader: string | null; software: string | null } {
  const named =
    /^\W{0,200}(?!end\b|page\b)(\p{L}[\p{L}\d .-]{1,30}?)\s{1,200}(?:diagnos\S{0,200}|scan|full|vehicle)?\s{0,200}(?:report|scan|protokoll|rapport|informe)\b/iu.exec(
      text,
    )?.[1];
  const software = /\b(?:software|sw|version|v)\.?\s*([\d][\w.]*)/i.exec(text)?.[1];
  return {
    reader: named && !noReader.test(plainWord(named)) ? named.trim() : null,
    software: software ?? null,
  };
}

/** Words in front of "report" that name no reader. */
const noReader =
  /^(?:(?:the|full|complete|vehicle|car|diagnos\w*|system|systems|module|modules|network|fault|code|codes|scan|pre|post|short|all|quick|summary|health|workshop|final|interim|baseline|fehler|fahrzeug|gesamt|vehicule|vehiculo|global)[ -]?)+$/;
