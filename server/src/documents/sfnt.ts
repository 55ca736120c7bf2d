/** A font as it is set from, out of the packed form in which it is shipped. Source: WOFF File Format 1.0, W3C. */
import { inflateSync } from 'node:zlib';

const headerLength = 44;
const entryLength = 20;
const packed = 0x774f4646;

/**
 * Unpacked once, so that no document has to do it again: a font that is not packed is given back as it is.
 * @throws Error where it is cut short
 */
export function sfntOf(font: Buffer): Buffer {
  if (font.readUInt32BE(0) !== packed) return font;
  const count = font.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, n) => {
    const at = headerLength + n * entryLength;
    const [offset, stored, length] = [4, 8, 12].map((by) => font.readUInt32BE(at + by)) as [
      number,
      number,
      number,
    ];
    const bytes = font.subarray(offset, offset + stored);
    return {
      tag: font.subarray(at, at + 4),
      checksum: font.readUInt32BE(at + 16),
      bytes: stored < length ? inflateSync(bytes) : bytes,
    };
  });
  const head = Buffer.alloc(12 + 16 * count);
  const power = 2 ** Math.floor(Math.log2(count));
  head.writeUInt32BE(font.readUInt32BE(4), 0);
  head.writeUInt16BE(count, 4);
  head.writeUInt16BE(16 * power, 6);
  head.writeUInt16BE(Math.log2(power), 8);
  head.writeUInt16BE(16 * (count - power), 10);
  let offset = head.length;
  const bodies = tables.map(({ tag, checksum, bytes }, n) => {
    const at = 12 + 16 * n;
    tag.copy(head, at);
    head.writeUInt32BE(checksum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(bytes.length, at + 12);
    // Tables begin at multiples of four.
    const padded = Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4)]);
    offset += padded.length;
    return padded;
  });
  return Buffer.concat([head, ...bodies]);
}
