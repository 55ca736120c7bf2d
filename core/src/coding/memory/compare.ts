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
}

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
  let open: Difference | null = null;
  const close = () => {
    if (!open) return;
    count += 1;
    bytes += open.to - open.from + 1;
    if (found.length < mostDifferences) {
      found.push(open);
      if (found.length === 1) onFound(open);
    }
    open = null;
  };
  const add = (from: number, to: number, kind: Difference['kind']) => {
    if (open && open.kind === kind && open.to + 1 === from) open = { ...open, to };
    else {
      close();
      open = { from, to, kind };
    }
  };
  const total = (edges.at(-1) ?? 0) - (edges[0] ?? 0);
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
    for (let from = 0; from < own.length; from += block) {
      const to = Math.min(from + block, own.length);
      for (let at = from; at < to; at++) {
        if (own[at] === other[at]) continue;
        let last = at;
        while (last + 1 < to && own[last + 1] !== other[last + 1]) last += 1;
        add(start + at, start + last, 'differs');
        at = last;
        if (found.length === 0 && last + 1 < to) close();
      }
      yield { done: start + to - edges[0]!, total };
    }
  }
  close();
  return { differences: found, bytes, count };
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
