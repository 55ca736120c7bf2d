/** What a layout says of an image: the fields’ values, whether mirrors agree and checksums hold. */
import { Refusal } from '../../refusal/index.js';
import { checksumBytes, checksumIn } from './checksum.js';
import { showAddress, toHex } from '../hex.js';
import { bytesAt, type Image } from './image.js';
import type { Layout, LayoutChecksum, LayoutField } from '../schema.js';

/** A field of `length` bytes lies at its address and again at each mirror. */
export const storesOf = ({ address, mirrors }: LayoutField): readonly number[] => [
  address,
  ...(mirrors ?? []),
];

export const sameBytes = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((byte, n) => byte === b[n]);

/** Memory that was never written, or erased: all 00 or all FF. */
export const isBlank = (bytes: Uint8Array): boolean =>
  bytes.every((byte) => byte === 0) || bytes.every((byte) => byte === 0xff);

/**
 * What a field’s bytes say: a number, already scaled, of `uint` and `bcd` (null where a digit is none), text of
 * `ascii`, the digits of `bits`, hexadecimal of all else.
 * @example fieldValue({ name: 'distance', address: 0, length: 2, encoding: 'uint' }, Uint8Array.of(1, 4)) // 260
 */
export function fieldValue(field: LayoutField, bytes: Uint8Array): number | string | null {
  const ordered = field.order === 'little' ? bytes.slice().reverse() : bytes;
  switch (field.encoding ?? 'bytes') {
    case 'uint':
      return scaled(field, Number(`0x${toHex(ordered)}`));
    case 'bcd': {
      const digits = toHex(ordered);
      return /^\d+$/.test(digits) ? scaled(field, Number(digits)) : null;
    }
    case 'ascii':
      return String.fromCharCode(
        ...bytes.subarray(0, bytes.findLastIndex((byte) => byte !== 0 && byte !== 0xff) + 1),
      ).replace(/[^\x20-\x7e]/g, '·');
    case 'bits':
      return Array.from(bytes, (byte) => byte.toString(2).padStart(8, '0')).join(' ');
    case 'bytes':
      return toHex(bytes);
  }
}

/** A scale such as 0.1 leaves no tail of rounding behind. */
const scaled = ({ scale }: LayoutField, count: number) => Number((count * (scale ?? 1)).toPrecision(15));

/** A field’s bytes for a number, the opposite of `fieldValue`; null where it does not fit. */
export function numberBytes(field: LayoutField, value: number): Uint8Array | null {
  const count = Math.round(value / (field.scale ?? 1));
  if (!Number.isSafeInteger(count) || count < 0) return null;
  const digits = count.toString(field.encoding === 'bcd' ? 10 : 16).padStart(2 * field.length, '0');
  if (digits.length > 2 * field.length) return null;
  const big = Uint8Array.from({ length: field.length }, (_, n) =>
    parseInt(digits.slice(2 * n, 2 * n + 2), 16),
  );
  return field.order === 'little' ? big.reverse() : big;
}

export interface FieldReading {
  readonly field: LayoutField;
  /** Null where the image does not hold the field. */
  readonly bytes: Uint8Array | null;
  readonly value: number | string | null;
  /** Mirrors that hold something else, or are not in the image. */
  readonly disagree: readonly number[];
}

export function readField(image: Image, field: LayoutField): FieldReading {
  const bytes = bytesAt(image, field.address, field.length);
  const disagree = (field.mirrors ?? []).filter((mirror) => {
    const copy = bytesAt(image, mirror, field.length);
    return bytes !== null && (copy === null || !sameBytes(copy, bytes));
  });
  return { field, bytes, value: bytes && fieldValue(field, bytes), disagree };
}

export const readFields = (image: Image, { fields }: Layout): readonly FieldReading[] =>
  fields.map((field) => readField(image, field));

export interface ChecksumReading {
  readonly name: string;
  /** Null where the image does not hold all of it. */
  readonly valid: boolean | null;
  readonly held: string | null;
  readonly expected: string | null;
}

export function readChecksum(image: Image, sum: LayoutChecksum): ChecksumReading {
  const bytes = bytesAt(image, sum.from, sum.to - sum.from + 1);
  const held = bytesAt(image, sum.at, checksumBytes[sum.kind]);
  const expected = bytes && checksumIn(sum.kind, bytes, sum.order ?? 'big');
  return {
    name: sum.name,
    valid: held && expected && sameBytes(held, expected),
    held: held && toHex(held),
    expected: expected && toHex(expected),
  };
}

export const readChecksums = (image: Image, { checksums }: Layout): readonly ChecksumReading[] =>
  (checksums ?? []).map((sum) => readChecksum(image, sum));

/** A run of addresses, its last one counted. */
export interface Span {
  readonly from: number;
  readonly to: number;
}
export const overlap = (a: Span, b: Span): boolean => a.from <= b.to && b.from <= a.to;
export const spansOf = (field: LayoutField): readonly Span[] =>
  storesOf(field).map((from) => ({ from, to: from + field.length - 1 }));
export const placeOf = ({ at, kind }: LayoutChecksum): Span => ({
  from: at,
  to: at + checksumBytes[kind] - 1,
});

/**
 * The checksums in an order in which each is computed after those that lie in its range.
 * @throws Refusal where that is impossible
 */
export function checksumOrder(checksums: readonly LayoutChecksum[]): readonly LayoutChecksum[] {
  const left = new Set(checksums);
  const order: LayoutChecksum[] = [];
  while (left.size > 0) {
    const next = [...left].find(
      (sum) => ![...left].some((other) => other !== sum && overlap(placeOf(other), sum)),
    );
    if (!next) throw new Refusal('layout.checksums', `${names([...left])} lie in each other’s ranges`);
    left.delete(next);
    order.push(next);
  }
  return order;
}

const names = (list: readonly { name: string }[]) => list.map(({ name }) => `“${name}”`).join(' and ');

/**
 * A layout that can be worked with: no name twice, no fields that overlap, no checksum in a field or in its own range.
 * @throws Refusal with the path of the first contradiction, below `layout`
 */
export function checkLayout(layout: Layout): void {
  const known = new Set<string>();
  const taken: { span: Span; name: string }[] = [];
  const take = (path: string, name: string, spans: readonly Span[]) => {
    if (known.has(name)) throw new Refusal(`${path}.name`, `“${name}” is there twice`);
    known.add(name);
    for (const span of spans) {
      const other = taken.find((own) => overlap(own.span, span));
      if (other)
        throw new Refusal(
          path,
          `overlaps “${other.name}” at ${showAddress(Math.max(other.span.from, span.from))}`,
        );
      taken.push({ span, name });
    }
  };
  layout.fields.forEach((field, n) => take(`layout.fields[${n}]`, field.name, spansOf(field)));
  layout.checksums?.forEach((sum, n) => {
    const path = `layout.checksums[${n}]`;
    if (sum.to < sum.from) throw new Refusal(`${path}.to`, 'ends before it begins');
    if (overlap(placeOf(sum), sum)) throw new Refusal(`${path}.at`, 'the checksum lies in its own range');
    take(path, sum.name, [placeOf(sum)]);
  });
  checksumOrder(layout.checksums ?? []);
}
