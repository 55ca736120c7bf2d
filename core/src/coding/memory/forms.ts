/** The files in which readers keep an image: Intel HEX, S-record, raw binary and hexadecimal text. */
import { finish, type Work } from '../../progress/index.js';
import { Refusal } from '../../refusal/index.js';
import type { ImageForm } from '../kinds.js';
import { showAddress } from '../hex.js';
import { readHexText, writeHexText } from './hex-text.js';
import { type Image, imageOf, mostImageBytes } from './image.js';
import { readIntelHex, writeIntelHex } from './intel-hex.js';
import { readSRecord, writeSRecord } from './s-record.js';

/** Most bytes of a file that is read: an image of 16 MB in its most roomy form. */
export const mostFileBytes = 5 * mostImageBytes;

/**
 * Reads a file into its image.
 * @throws Refusal with the line where a record is broken, its check digits are wrong or the file was cut off
 * @example finish(readingImage(new TextEncoder().encode('00 ff'), 'hextext')) // one segment at 0
 */
export function* readingImage(file: Uint8Array, form: ImageForm): Work<Image> {
  if (file.length > mostFileBytes) throw new Refusal('', 'the file is too large for an image of 16 MB');
  switch (form) {
    case 'ihex':
      return yield* readIntelHex(file);
    case 'srec':
      return yield* readSRecord(file);
    case 'hextext':
      return yield* readHexText(file);
    case 'bin':
      return imageOf([{ address: 0, bytes: file }], () => '');
  }
}

/** `readingImage` in one go. */
export const readImage = (file: Uint8Array, form: ImageForm): Image => finish(readingImage(file, form));

/**
 * The file of an image; text forms end each line with a line feed.
 * @throws Refusal where the form cannot hold the image: a binary has no addresses, hence neither gaps nor a start
 */
export function writeImage(image: Image, form: ImageForm): Uint8Array {
  switch (form) {
    case 'ihex':
      return writeIntelHex(image);
    case 'srec':
      return writeSRecord(image);
    case 'hextext':
      return writeHexText(image);
    case 'bin':
      return writeBinary(image);
  }
}

function writeBinary(image: Image): Uint8Array {
  const [first, second] = image;
  if (!first) return new Uint8Array();
  if (first.address !== 0)
    throw new Refusal(
      '[0].address',
      `a binary begins at address 0; this image begins at ${showAddress(first.address)}`,
    );
  if (second)
    throw new Refusal(
      '[1].address',
      `a binary has no gaps; nothing stands between ${showAddress(first.bytes.length)} and ${showAddress(second.address)}`,
    );
  return first.bytes;
}

/** The form that a file seems to have, by its first characters; `bin` where it is no text of ours. */
export function formOf(file: Uint8Array): ImageForm {
  const start = new TextDecoder('latin1').decode(file.subarray(0, 4096)).replace(/^\s+/, '');
  if (/^:[0-9a-f]{10}/i.test(start)) return 'ihex';
  if (/^S[0-35-9][0-9a-f]{6}/i.test(start)) return 'srec';
  return /^[0-9a-fx:,\s]+$/i.test(start) && /[0-9a-f]{2}/i.test(start) ? 'hextext' : 'bin';
}
