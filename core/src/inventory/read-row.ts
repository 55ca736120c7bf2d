/** A line of a yard's list as a row of stock, or why it is none. */
import { check, isRefusal } from '../refusal/index.js';
import { type ColumnMapping, inventoryRow, type InventoryField, type InventoryRow } from './schema.js';

export type RowRead = { readonly row: InventoryRow } | { readonly why: string };

const hands: Readonly<Record<string, 'left' | 'right' | 'either'>> = {
  ...{ l: 'left', left: 'left', links: 'left', gauche: 'left', izquierda: 'left' },
  ...{ r: 'right', right: 'right', rechts: 'right', droite: 'right', derecha: 'right' },
  ...{ both: 'either', either: 'either', 'l/r': 'either', beide: 'either' },
};
const events: readonly (readonly [RegExp, 'none' | 'collision' | 'water'])[] = [
  [/\b(?:none|no|keine?[rn]?|sans|sin|undamaged)\b/, 'none'],
  [/\b(?:crash|collision|accident|unfall|hit|front|rear|side|heck|choque)\b/, 'collision'],
  [/\b(?:water|flood|wasser|hochwasser|eau|agua)\b/, 'water'],
];
const yes = /^(?:y|yes|ja|oui|si|true|1|x|fired|deployed)$/;
const no = /^(?:n|no|nein|non|false|0|unfired)$/;

/** @throws nothing: what is wrong with a line is its answer */
export function readRow(cells: readonly string[], mapping: ColumnMapping): RowRead {
  const text = (field: InventoryField): string | null => {
    const at = mapping.indexOf(field);
    return at === -1 ? null : cells[at]?.trim() || null;
  };
  const lower = (field: InventoryField) => text(field)?.toLowerCase() ?? null;
  if (text('partNumber') === null) return { why: 'it has no part number' };
  if (text('kind') === null) return { why: 'it does not say what it is' };
  const price = readAmount(text('price'));
  if (Number.isNaN(price)) return { why: `“${text('price')}” is no price` };
  const built = readMonth(text('vehicleBuilt'));
  if (built === undefined) return { why: `“${text('vehicleBuilt')}” is no month or year` };
  const counts = (['cavities', 'watts', 'stages', 'distance'] as const).map(
    (field) => [field, readCount(text(field))] as const,
  );
  const odd = counts.find(([, count]) => Number.isNaN(count));
  if (odd) return { why: `“${text(odd[0])}” is no number (${odd[0]})` };
  const [cavities, watts, stages, distance] = counts.map(([, count]) => count);
  const side = lower('hand');
  if (side !== null && !(side in hands && Object.hasOwn(hands, side)))
    return { why: `“${text('hand')}” is no side` };
  const fired = lower('fired');
  if (fired !== null && !yes.test(fired) && !no.test(fired))
    return { why: `“${text('fired')}” is neither yes nor no` };
  const options = text('options')
    ?.split(/[,;/|]/)
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const row = {
    reference: text('reference'),
    make: text('make'),
    model: text('model'),
    part: {
      kind: text('kind')!,
      partNumber: text('partNumber')!,
      interchangeGroup: text('interchangeGroup'),
      connectors: cavities == null ? null : [{ cavities, key: text('key'), colour: text('plugColour') }],
      hand: side === null ? null : hands[side]!,
      vehicleBuilt: built,
      options: options && options.length > 0 ? options : null,
      hardware: text('hardware'),
      software: text('software'),
      stages,
      watts,
      base: text('base'),
      provenance: {
        kind: conditionOf(lower('condition')),
        event: eventOf(lower('event')),
        deployed: fired === null ? null : yes.test(fired),
        donorVin: text('donorVin'),
        distance,
        storage: text('storage'),
      },
      priceCents: price,
    },
  };
  try {
    return { row: check(inventoryRow, row) };
  } catch (error) {
    if (isRefusal(error)) return { why: error.message };
    throw error;
  }
}

function conditionOf(said: string | null): 'new' | 'used' | 'remanufactured' {
  if (said === null) return 'used';
  if (/\b(?:new|neu|neuf|nuevo)\b/.test(said)) return 'new';
  return /\b(?:remanufactured|rebuilt|uberholt|überholt|reconditionne|reacondicionado)\b/.test(said)
    ? 'remanufactured'
    : 'used';
}

function eventOf(said: string | null): 'none' | 'collision' | 'water' | 'unknown' {
  if (said === null) return 'unknown';
  return events.find(([words]) => words.test(said))?.[1] ?? 'unknown';
}

/** Cents; a comma or a point before the last one or two figures is the decimal mark. Null for nothing, NaN for no amount. */
export function readAmount(said: string | null): number | null {
  if (said === null) return null;
  const plain = said.replace(/[^\d.,-]/g, '');
  const [, whole, decimals] = /^(\d[\d.,]*?)(?:[.,](\d{1,2}))?$/.exec(plain) ?? [];
  if (whole === undefined) return NaN;
  return Number(whole.replace(/[.,]/g, '')) * 100 + Number((decimals ?? '').padEnd(2, '0'));
}

/** Null for nothing, NaN for no whole number; thousands may be set apart. */
function readCount(said: string | null): number | null {
  if (said === null) return null;
  const plain = said
    .replace(/(?:km|mi|w)$/i, '')
    .trim()
    .replace(/(?<=\d)[ .,'’\u00a0\u202f](?=\d{3}(?:\D|$))/g, '');
  return /^\d{1,7}(?:[.,]\d+)?$/.test(plain) ? Number(plain.replace(',', '.')) : NaN;
}

/** `2019-04`, `04/2019`, `04.19`, `12.04.2019`, or a year alone, which says no month: null. Undefined where it is none of them. */
function readMonth(said: string | null): string | null | undefined {
  if (said === null || /^(?:19|20)\d\d$/.test(said)) return null;
  const iso = /^((?:19|20)\d\d)[-/.](\d{1,2})(?:[-/.]\d{1,2})?$/.exec(said);
  const turned = /^(?:\d{1,2}[./-])?(\d{1,2})[./-]((?:19|20)?\d\d)$/.exec(said);
  const [year, month] = iso ? [iso[1]!, iso[2]!] : turned ? [turned[2]!, turned[1]!] : [null, null];
  if (year === null || Number(month) < 1 || Number(month) > 12) return undefined;
  const whole = year.length === 2 ? `${Number(year) > 60 ? 19 : 20}${year}` : year;
  return `${whole}-${month.padStart(2, '0')}`;
}
