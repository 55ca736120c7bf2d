/** Intel HEX: `:LLAAAATT…CC`, with extended segment and linear addresses. */
import { Refusal } from '../../refusal/index.js';
import type { Work } from '../../progress/index.js';
import { type Image } from './image.js';
import { lineBytes, linesBetweenReports, linesOf, Records } from './lines.js';
import { TextFile } from './text-file.js';

const endOfFile = 1;
/** Lengths that the record types other than data have. */
const lengths: Readonly<Record<number, number>> = { [endOfFile]: 0, 2: 2, 3: 4, 4: 2, 5: 4 };

export function* readIntelHex(file: Uint8Array): Work<Image> {
  const records = new Records();
  let base = 0;
  let wraps = 0x1_0000_0000;
  let ended = false;
  for (const line of linesOf(file)) {
    if (line.number % linesBetweenReports === 0) yield { done: line.start, total: file.length };
    const where = `line ${line.number}`;
    if (ended) throw new Refusal(where, 'something stands behind the end record');
    if (file[line.start] !== 58) throw new Refusal(where, 'a record begins with ":"');
    const bytes = lineBytes(file, line, line.start + 1);
    const [length, high, low, type] = bytes;
    if (bytes.length < 5 || bytes.length !== length! + 5)
      throw new Refusal(where, 'the record is not as long as it says');
    if (bytes.reduce((sum, byte) => sum + byte, 0) % 256 !== 0)
      throw new Refusal(where, 'the check digits are wrong');
    if (type! > 5) throw new Refusal(where, `record type ${type} is not known`);
    if (type !== 0 && length !== lengths[type!])
      throw new Refusal(where, 'the record is not as long as its type asks for');
    if (type === 0) {
      const offset = high! * 256 + low!;
      const data = bytes.subarray(4, -1);
      // An address that runs over the end of its block goes on at the block's beginning.
      const room = wraps === 0x1_0000 ? wraps - offset : wraps - ((base + offset) % wraps);
      records.add((base + offset) % 0x1_0000_0000, data.subarray(0, room), line.number);
      records.add(wraps === 0x1_0000 ? base : 0, data.subarray(room), line.number);
    } else if (type === 2) [base, wraps] = [(bytes[4]! * 256 + bytes[5]!) * 16, 0x1_0000];
    else if (type === 4) [base, wraps] = [(bytes[4]! * 256 + bytes[5]!) * 0x1_0000, 0x1_0000_0000];
    else if (type === endOfFile) ended = true;
  }
  if (!ended) throw new Refusal('', 'there is no end record (:00000001FF): the file was cut off');
  return records.image();
}

/** Sixteen bytes a record, with a linear address wherever its upper half changes. */
export function writeIntelHex(image: Image): Uint8Array {
  const file = new TextFile();
  let upper = 0;
  for (const { address, bytes } of image)
    for (let at = 0; at < bytes.length;) {
      const place = address + at;
      const half = Math.floor(place / 0x1_0000);
      if (half !== upper) record(file, 0, 4, Uint8Array.of(half >> 8, half & 0xff));
      upper = half;
      const length = Math.min(16, bytes.length - at, 0x1_0000 - (place % 0x1_0000));
      record(file, place % 0x1_0000, 0, bytes.subarray(at, at + length));
      at += length;
    }
  record(file, 0, endOfFile, new Uint8Array());
  return file.bytes();
}

function record(file: TextFile, offset: number, type: number, data: Uint8Array): void {
  const head = [data.length, offset >> 8, offset & 0xff, type];
  const sum = [...head, ...data].reduce((total, byte) => total + byte, 0);
  file.character(58);
  for (const byte of head) file.byte(byte);
  for (const byte of data) file.byte(byte);
  file.byte(-sum & 0xff);
  file.character(10);
}
