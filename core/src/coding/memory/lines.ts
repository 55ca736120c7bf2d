/** A text file as its lines of ASCII, read where it lies: a file of 16 MB has a million of them. */
import { Refusal } from '../../refusal/index.js';
import { byteOf } from '../hex.js';
import { type Image, imageOf, mostImageBytes, type Segment } from './image.js';

export interface Line {
  /** Counted from 1. */
  readonly number: number;
  readonly start: number;
  /** Behind its last character; spaces at either end are left out. */
  readonly end: number;
}

/** The lines of a file that are not blank. */
export function* linesOf(file: Uint8Array): Generator<Line> {
  let number = 0;
  for (let start = 0; start < file.length;) {
    const feed = file.indexOf(10, start);
    const next = feed < 0 ? file.length : feed + 1;
    number += 1;
    let [from, end] = [start, feed < 0 ? file.length : feed];
    while (from < end && file[from]! <= 32) from += 1;
    while (end > from && file[end - 1]! <= 32) end -= 1;
    if (end > from) yield { number, start: from, end };
    start = next;
  }
}

/** The bytes of the hexadecimal digits from `start` to `end`. @throws Refusal naming the line */
export function lineBytes(file: Uint8Array, { number, end }: Line, start: number): Uint8Array {
  if ((end - start) % 2 !== 0) throw new Refusal(`line ${number}`, 'a digit is missing');
  const bytes = new Uint8Array((end - start) / 2);
  for (let n = 0; n < bytes.length; n++) {
    const byte = byteOf(file[start + 2 * n]!, file[start + 2 * n + 1]!);
    if (byte < 0)
      throw new Refusal(
        `line ${number}`,
        `"${String.fromCharCode(file[start + 2 * n]!, file[start + 2 * n + 1]!)}" is no hexadecimal byte`,
      );
    bytes[n] = byte;
  }
  return bytes;
}

/** Gathers records into an image; records that follow each other are joined as they come. */
export class Records {
  private readonly runs: { address: number; chunks: Uint8Array[]; size: number; line: number }[] = [];
  private size = 0;

  add(address: number, bytes: Uint8Array, line: number): void {
    if (bytes.length === 0) return;
    this.size += bytes.length;
    if (this.size > mostImageBytes)
      throw new Refusal(`line ${line}`, `the image is larger than ${mostImageBytes >> 20} MB`);
    const last = this.runs.at(-1);
    if (last && last.address + last.size === address) {
      last.chunks.push(bytes);
      last.size += bytes.length;
    } else this.runs.push({ address, chunks: [bytes], size: bytes.length, line });
  }

  image(): Image {
    const segments: Segment[] = this.runs.map(({ address, chunks, size }) => {
      const bytes = new Uint8Array(size);
      let at = 0;
      for (const chunk of chunks) {
        bytes.set(chunk, at);
        at += chunk.length;
      }
      return { address, bytes };
    });
    return imageOf(segments, (run) => `line ${this.runs[run]?.line ?? 1}`);
  }
}

/** How many lines are read between two reports of progress. */
export const linesBetweenReports = 8192;
