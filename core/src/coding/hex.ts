/** Bytes as hexadecimal text, in lower case, and back. */
import { Refusal } from '../refusal/index.js';

/** The value of each character as a hexadecimal digit; 255 for what is none. */
const digits = Uint8Array.from({ length: 256 }, (_, code) => {
  const digit = parseInt(String.fromCharCode(code), 16);
  return Number.isNaN(digit) ? 255 : digit;
});

const letters = new TextEncoder().encode('0123456789abcdef');

/** @example toHex(Uint8Array.of(0, 255)) // '00ff' */
export function toHex(bytes: Uint8Array): string {
  // Written as bytes first: a string of 32 million characters that grows by two takes seconds.
  const text = new Uint8Array(2 * bytes.length);
  for (let n = 0; n < bytes.length; n++) {
    text[2 * n] = letters[bytes[n]! >> 4]!;
    text[2 * n + 1] = letters[bytes[n]! & 15]!;
  }
  return new TextDecoder().decode(text);
}

/** @example showAddress(0x1f40) // '0x1f40' */
export const showAddress = (address: number): string => `0x${address.toString(16)}`;

/** One byte of two characters of ASCII; -1 where they are no hexadecimal digits. */
export function byteOf(high: number, low: number): number {
  const [upper, lower] = [digits[high] ?? 255, digits[low] ?? 255];
  return upper > 15 || lower > 15 ? -1 : (upper << 4) | lower;
}

/**
 * The bytes of hexadecimal text without spaces, in either case.
 * @throws Refusal at `path` where a character is no digit or one is left over
 */
export function fromHex(text: string, path: string): Uint8Array {
  if (text.length % 2 !== 0) throw new Refusal(path, 'expected two hexadecimal digits for each byte');
  const bytes = new Uint8Array(text.length / 2);
  for (let n = 0; n < bytes.length; n++) {
    const byte = byteOf(text.charCodeAt(2 * n), text.charCodeAt(2 * n + 1));
    if (byte < 0)
      throw new Refusal(path, `expected hexadecimal digits, got "${text.slice(2 * n, 2 * n + 2)}"`);
    bytes[n] = byte;
  }
  return bytes;
}
