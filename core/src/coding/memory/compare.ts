/** Two images side by side: where their bytes differ, and what their fields say. */
import type { Work } from '../../progress/index.js';
import type { Image } from './image.js';
import { type FieldReading, readField, sameBytes } from './layout.js';
import type { Layout, LayoutField } from '../schema.js';

export const differenceKinds = ['differs', 'only-first', 'only-second'] as const;

/** A run of addresses, the last one counted, that the images do not share. */
export interface Difference {
  readonly from: number;
  readonly to: number;
  readonly kind: (typeof differenceKinds)[number];
}

/** Most runs that are listed; `count` goes on. */
export const mostDifferences = 100_000;

export interface Comparison {
  readonly differences: readonly Difference[];
  /** Bytes that are not the same in both. */
  readonly bytes: number;
  /** All runs, those beyond the list as well. */
  readonly count: number;
  /** The memory from its first address to its last, cut into `stripCells` parts: those in which anything differs. */
  readonly cells: readonly number[];
}

export const stripCells = 250;

const block = 1 << 20;

/** Compares byte by byte, a megabyte at a time; the first differences are known long before the end. */
export function* comparing(
  first: Image,
  second: Image,
  onFound: (difference: Difference) => void = () => undefined,
): Work<Comparison> {
  const edges = [...new Set([...first, ...second].flatMap(edgesOf))].sort((a, b) => a - b);
  const found: Difference[] = [];
  let [bytes, count] = [0, 0];
  // The run that is open, in plain numbers: every second byte may begin one.
  let [from, to, kind] = [-1, -2, 'differs' as Difference['kind']];
  const [lowest, total] = [edges[0] ?? 0, Math.max(1, (edges.at(-1) ?? 0) - (edges[0] ?? 0))];
  const lit = new Uint8Array(stripCells);
  const cellOf = (address: number) => Math.floor(((address - lowest) / total) * stripCells);
  const close = () => {
    if (from < 0) return;
    count += 1;
    bytes += to - from + 1;
    const last = cellOf(to);
    for (let cell = cellOf(from); cell <= last; cell++) lit[cell] = 1;
    if (found.length < mostDifferences) {
      found.push({ from, to, kind });
      if (found.length === 1) onFound(found[0]!);
    }
    from = -1;
  };
  const add = (start: number, end: number, own: Difference['kind']) => {
    if (from >= 0 && kind === own && to + 1 === start) {
      to = end;
      return;
    }
    close();
    [from, to, kind] = [start, end, own];
  };
  for (const [n, start] of edges.entries()) {
    const end = edges[n + 1];
    if (end === undefined) break;
    const [a, b] = [holding(first, start), holding(second, start)];
    if (!a && !b) continue;
    if (!a || !b) {
      add(start, end - 1, a ? 'only-first' : 'only-second');
      continue;
    }
    const own = a.bytes.subarray(start - a.address, end - a.address);
    const other = b.bytes.subarray(start - b.address, end - b.address);
    for (let begin = 0; begin < own.length; begin += block) {
      const stop = Math.min(begin + block, own.length);
      for (let at = begin; at < stop; at++) {
        if (own[at] === other[at]) continue;
        let last = at;
        while (last + 1 < stop && own[last + 1] !== other[last + 1]) last += 1;
        add(start + at, start + last, 'differs');
        // The first is told as soon as its end is known, not when the next is found.
        if (count === 0 && last + 1 < stop) close();
        at = last;
      }
      yield { done: start + stop - lowest, total };
    }
  }
  close();
  const cells = Array.from(lit, (own, cell) => (own === 1 ? cell : -1)).filter((cell) => cell >= 0);
  return { differences: found, bytes, count, cells };
}

const edgesOf = ({ address, bytes }: Image[number]) => [address, address + bytes.length];
const holding = (image: Image, address: number) =>
  image.find((own) => address >= own.address && address < own.address + own.bytes.length);

/** One field in both images. */
export interface FieldPair {
  readonly field: LayoutField;
  readonly first: FieldReading;
  readonly second: FieldReading;
  readonly same: boolean;
}

export const compareFields = (first: Image, second: Image, { fields }: Layout): readonly FieldPair[] =>
  fields.map((field) => {
    const [a, b] = [readField(first, field), readField(second, field)];
    return {
      field,
      first: a,
      second: b,
      same: a.bytes !== null && b.bytes !== null && sameBytes(a.bytes, b.bytes),
    };
  });
