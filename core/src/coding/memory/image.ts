/** What a module’s memory holds: runs of bytes, each at its address. */
import { Refusal } from '../../refusal/index.js';
import { fromHex, showAddress, toHex } from '../hex.js';
import type { Segments } from '../schema.js';

export interface Segment {
  readonly address: number;
  readonly bytes: Uint8Array;
}

/** In the order of their addresses; none touches or overlaps the next. */
export type Image = readonly Segment[];

export const mostImageBytes = 16 * 1024 * 1024;
export const mostAddress = 0xffff_ffff;

/** How many bytes an image holds. */
export const sizeOf = (image: Image): number => image.reduce((sum, { bytes }) => sum + bytes.length, 0);

/**
 * The image of runs in any order; runs that touch become one.
 * @param where how a run is named in a refusal, by its place in `runs`
 * @throws Refusal where an address holds two different bytes, or the image is too large
 */
export function imageOf(runs: readonly Segment[], where: (run: number) => string): Image {
  const size = sizeOf(runs);
  if (size > mostImageBytes)
    throw new Refusal(where(runs.length - 1), `the image is larger than ${mostImageBytes >> 20} MB`);
  const order = runs.map((_, n) => n).filter((n) => runs[n]!.bytes.length > 0);
  order.sort((a, b) => runs[a]!.address - runs[b]!.address);
  const image: Segment[] = [];
  let group: number[] = [];
  let end = 0;
  const close = () => {
    if (group.length > 0) image.push(joined(runs, group, end, where));
    group = [];
  };
  for (const n of order) {
    const { address, bytes } = runs[n]!;
    if (address + bytes.length - 1 > mostAddress)
      throw new Refusal(where(n), `ends beyond the address ${showAddress(mostAddress)}`);
    if (group.length > 0 && address > end) close();
    end = group.length === 0 ? address + bytes.length : Math.max(end, address + bytes.length);
    group.push(n);
  }
  close();
  return image;
}

/** One segment of runs that touch or overlap. */
function joined(
  runs: readonly Segment[],
  group: readonly number[],
  end: number,
  where: (run: number) => string,
): Segment {
  const [first] = group;
  const { address } = runs[first!]!;
  if (group.length === 1) return runs[first!]!;
  const bytes = new Uint8Array(end - address);
  let filled = 0;
  for (const n of group) {
    const run = runs[n]!;
    const at = run.address - address;
    const twice = Math.min(run.bytes.length, Math.max(0, filled - at));
    for (let k = 0; k < twice; k++)
      if (bytes[at + k] !== run.bytes[k])
        throw new Refusal(
          where(n),
          `the byte at ${showAddress(run.address + k)} is given twice, differently`,
        );
    bytes.set(run.bytes, at);
    filled = Math.max(filled, at + run.bytes.length);
  }
  return { address, bytes };
}

/** The image of segments as files and requests carry them. @throws Refusal with a path below `path` */
export function readSegments(segments: Segments, path: string): Image {
  const wrapped = 'segments' in segments;
  const list = wrapped ? segments.segments : segments;
  const root = wrapped ? [path, 'segments'].filter((part) => part !== '').join('.') : path;
  const under = (n: number) => `${root}[${n}]`;
  return imageOf(
    list.map(({ address, bytes }, n) => ({ address, bytes: fromHex(bytes, `${under(n)}.bytes`) })),
    under,
  );
}

/** An image as files and requests carry it. */
export const writeSegments = (image: Image): { address: number; bytes: string }[] =>
  image.map(({ address, bytes }) => ({ address, bytes: toHex(bytes) }));

/** `length` bytes from an address on, as a view; null where the image does not hold all of them. */
export function bytesAt(image: Image, address: number, length: number): Uint8Array | null {
  const segment = image.find((own) => address >= own.address && address < own.address + own.bytes.length);
  if (!segment || address + length > segment.address + segment.bytes.length) return null;
  return segment.bytes.subarray(address - segment.address, address - segment.address + length);
}

/** A copy that can be written to with `writeAt`. */
export const copyOf = (image: Image): Image =>
  image.map(({ address, bytes }) => ({ address, bytes: bytes.slice() }));

/** Overwrites bytes in a copy; the image has to hold all of their addresses. */
export function writeAt(image: Image, address: number, bytes: Uint8Array): void {
  bytesAt(image, address, bytes.length)!.set(bytes);
}
