/** From the bytes of a file to its text: UTF-8, UTF-16 in either order, or Latin-1 (as Windows-1252). */

export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * The text of a report's file. A byte order mark decides; without one, zero bytes at every other place tell
 * UTF-16, bytes that are sound UTF-8 are that, and anything else is Latin-1, which every byte fits.
 */
export function decodeReport(bytes: Uint8Array): { readonly text: string; readonly encoding: Encoding } {
  const encoding = encodingOf(bytes);
  if (encoding !== null) return { text: new TextDecoder(encoding).decode(bytes), encoding };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'windows-1252' };
  }
}

function encodingOf(bytes: Uint8Array): Encoding | null {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const sample = bytes.subarray(0, 4096);
  const zeros = [0, 0];
  sample.forEach((byte, at) => {
    if (byte === 0) zeros[at % 2]!++;
  });
  const half = sample.length / 2;
  if (half >= 1 && zeros[1]! > half * 0.4 && zeros[0]! < half * 0.1) return 'utf-16le';
  if (half >= 1 && zeros[0]! > half * 0.4 && zeros[1]! < half * 0.1) return 'utf-16be';
  return null;
}
