/** Motorola S-record: `STLL(address)…CC`, with addresses of two, three or four bytes. */
import { Refusal } from '../../refusal/index.js';
import type { Work } from '../../progress/index.js';
import type { Image } from './image.js';
import { lineBytes, linesBetweenReports, linesOf, Records } from './lines.js';
import { TextFile } from './text-file.js';

/** Bytes of address by record type; data in 1 to 3, counts in 5 and 6, the end in 7 to 9. */
const addressBytes: Readonly<Record<number, number>> = {
  0: 2,
  1: 2,
  2: 3,
  3: 4,
  5: 2,
  6: 3,
  7: 4,
  8: 3,
  9: 2,
};

export function* readSRecord(file: Uint8Array): Work<Image> {
  const records = new Records();
  let data = 0;
  let complete = false;
  let ended = false;
  for (const line of linesOf(file)) {
    if (line.number % linesBetweenReports === 0) yield { done: line.start, total: file.length };
    const where = `line ${line.number}`;
    if (ended) throw new Refusal(where, 'something stands behind the end record');
    const letter = file[line.start]! | 32;
    const type = (file[line.start + 1] ?? 0) - 48;
    const width = addressBytes[type];
    if (letter !== 115) throw new Refusal(where, 'a record begins with "S"');
    if (width === undefined) throw new Refusal(where, 'the record type is not known');
    const bytes = lineBytes(file, line, line.start + 2);
    if (bytes.length < width + 2 || bytes[0] !== bytes.length - 1)
      throw new Refusal(where, 'the record is not as long as it says');
    if (bytes.reduce((sum, byte) => sum + byte, 0) % 256 !== 255)
      throw new Refusal(where, 'the check digits are wrong');
    const address = bytes.subarray(1, 1 + width).reduce((value, byte) => value * 256 + byte, 0);
    if (type >= 1 && type <= 3) {
      data += 1;
      records.add(address, bytes.subarray(1 + width, -1), line.number);
    } else if (type === 5 || type === 6) {
      if (address !== data % 256 ** width)
        throw new Refusal(where, `counts ${address} data records; there are ${data}`);
      complete = true;
    } else if (type >= 7) ended = true;
  }
  if (!ended && !complete)
    throw new Refusal('', 'there is no end record (S7, S8 or S9) and no count: the file was cut off');
  return records.image();
}

/** The shortest addresses that reach the end of the image, with a count and an end record. */
export function writeSRecord(image: Image): Uint8Array {
  const last = image.at(-1);
  const end = last ? last.address + last.bytes.length - 1 : 0;
  const width = end > 0xff_ffff ? 4 : end > 0xffff ? 3 : 2;
  const file = new TextFile('upper');
  record(file, 0, 2, 0, new Uint8Array());
  let count = 0;
  for (const { address, bytes } of image)
    for (let at = 0; at < bytes.length; at += 16) {
      record(file, width - 1, width, address + at, bytes.subarray(at, at + 16));
      count += 1;
    }
  if (count <= 0xff_ffff)
    record(file, count > 0xffff ? 6 : 5, count > 0xffff ? 3 : 2, count, new Uint8Array());
  record(file, 11 - width, width, 0, new Uint8Array());
  return file.bytes();
}

function record(file: TextFile, type: number, width: number, address: number, data: Uint8Array): void {
  const head = [data.length + width + 1];
  for (let n = width - 1; n >= 0; n--) head.push(Math.floor(address / 256 ** n) % 256);
  const sum = [...head, ...data].reduce((total, byte) => total + byte, 0);
  file.character(83);
  file.character(48 + type);
  for (const byte of head) file.byte(byte);
  for (const byte of data) file.byte(byte);
  file.byte(~sum & 0xff);
  file.character(10);
}
