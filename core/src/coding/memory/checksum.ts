/** Checksums that modules keep of their own memory. */
import type { ChecksumKind } from '../kinds.js';

/** Bytes that a checksum takes up. */
export const checksumBytes: Readonly<Record<ChecksumKind, 1 | 2 | 4>> = {
  sum8: 1,
  sum16: 2,
  xor8: 1,
  crc8: 1,
  'crc16-ccitt-false': 2,
  crc32: 4,
};

function table(step: (value: number) => number, start: (byte: number) => number): Uint32Array {
  return Uint32Array.from({ length: 256 }, (_, byte) => {
    let value = start(byte);
    for (let bit = 0; bit < 8; bit++) value = step(value);
    return value >>> 0;
  });
}

const byteTable = table(
  (value) => (value & 0x80 ? (value << 1) ^ 0x07 : value << 1) & 0xff,
  (byte) => byte,
);
const ccittTable = table(
  (value) => (value & 0x8000 ? (value << 1) ^ 0x1021 : value << 1) & 0xffff,
  (byte) => byte << 8,
);
const crc32Table = table(
  (value) => (value & 1 ? 0xedb8_8320 ^ (value >>> 1) : value >>> 1),
  (byte) => byte,
);

const sums: Readonly<Record<ChecksumKind, (bytes: Uint8Array) => number>> = {
  sum8: (bytes) => sum(bytes) % 0x100,
  sum16: (bytes) => sum(bytes) % 0x1_0000,
  xor8: (bytes) => bytes.reduce((value, byte) => value ^ byte, 0),
  crc8: (bytes) => bytes.reduce((value, byte) => byteTable[value ^ byte]!, 0),
  'crc16-ccitt-false': (bytes) =>
    bytes.reduce((value, byte) => ((value << 8) & 0xffff) ^ ccittTable[(value >> 8) ^ byte]!, 0xffff),
  crc32: (bytes) =>
    ~bytes.reduce((value, byte) => crc32Table[(value ^ byte) & 0xff]! ^ (value >>> 8), -1) >>> 0,
};

const sum = (bytes: Uint8Array) => bytes.reduce((total, byte) => total + byte, 0);

/**
 * The checksum of bytes as a number. `sum8` and `sum16` add the bytes; `crc8` has the polynomial 07 and starts at 00;
 * `crc32` is that of Ethernet.
 * @example checksum('crc16-ccitt-false', new TextEncoder().encode('123456789')) // 0x29b1
 */
export const checksum = (kind: ChecksumKind, bytes: Uint8Array): number => sums[kind](bytes);

/** A checksum as it lies in memory. */
export function checksumIn(kind: ChecksumKind, bytes: Uint8Array, order: 'big' | 'little'): Uint8Array {
  const value = checksum(kind, bytes);
  const big = Uint8Array.from(
    { length: checksumBytes[kind] },
    (_, n) => (value >>> (8 * (checksumBytes[kind] - 1 - n))) & 0xff,
  );
  return order === 'big' ? big : big.reverse();
}
