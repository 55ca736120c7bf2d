/**
 * Hexadecimal text: bytes with or without spaces and commas, on any number of lines. A line may begin with its address
 * and a colon (`0040: 00 ff`); without one it goes on where the line before it ended, and the first begins at 0.
 */
import { Refusal } from '../../refusal/index.js';
import type { Work } from '../../progress/index.js';
import { type Image, mostAddress } from './image.js';
import { byteOf } from '../hex.js';
import { type Line, linesBetweenReports, linesOf, Records } from './lines.js';
import { TextFile } from './text-file.js';

export function* readHexText(file: Uint8Array): Work<Image> {
  const records = new Records();
  let next = 0;
  for (const line of linesOf(file)) {
    if (line.number % linesBetweenReports === 0) yield { done: line.start, total: file.length };
    const colon = file.subarray(line.start, line.end).indexOf(58);
    const address = colon < 0 ? next : addressOf(file, line, line.start + colon);
    const bytes = groups(file, line, colon < 0 ? line.start : line.start + colon + 1);
    if (address + bytes.length - 1 > mostAddress)
      throw new Refusal(`line ${line.number}`, 'ends beyond the address 0xffffffff');
    records.add(address, bytes, line.number);
    next = address + bytes.length;
  }
  return records.image();
}

function addressOf(file: Uint8Array, { number, start }: Line, colon: number): number {
  const text = String.fromCharCode(...file.subarray(start, Math.min(colon, start + 24))).trim();
  const digits = /^(?:0x)?([0-9a-f]{1,8})$/i.exec(text)?.[1];
  if (digits === undefined)
    throw new Refusal(`line ${number}`, `"${text}" is no address of up to eight digits`);
  return parseInt(digits, 16);
}

/** The bytes of groups of digits, each of whole bytes, with or without `0x`. */
function groups(file: Uint8Array, { number, end }: Line, start: number): Uint8Array {
  const bytes = new Uint8Array((end - start + 1) >> 1);
  let count = 0;
  for (let at = start; at < end;) {
    const code = file[at]!;
    if (code <= 32 || code === 44) {
      at += 1;
      continue;
    }
    const prefixed = code === 48 && (file[at + 1]! | 32) === 120;
    if (prefixed) at += 2;
    const from = at;
    while (at < end && file[at]! > 32 && file[at] !== 44) {
      const byte = at + 1 < end ? byteOf(file[at]!, file[at + 1]!) : -1;
      if (byte < 0) {
        const odd = String.fromCharCode(...file.subarray(from, Math.min(end, from + 20)));
        throw new Refusal(`line ${number}`, `"${odd}" is no row of hexadecimal bytes`);
      }
      bytes[count++] = byte;
      at += 2;
    }
    if (prefixed && at === from) throw new Refusal(`line ${number}`, '"0x" stands without digits');
  }
  return bytes.slice(0, count);
}

/** Sixteen bytes a line; addresses only where the image does not simply begin at 0 and go on. */
export function writeHexText(image: Image): Uint8Array {
  const plain = image.length === 0 || (image.length === 1 && image[0]!.address === 0);
  const file = new TextFile();
  for (const { address, bytes } of image)
    for (let at = 0; at < bytes.length; at += 16) {
      if (!plain) file.text(`${(address + at).toString(16).padStart(8, '0')}: `);
      for (let n = at; n < Math.min(at + 16, bytes.length); n++) {
        if (n > at) file.character(32);
        file.byte(bytes[n]!);
      }
      file.character(10);
    }
  return file.bytes();
}
