import { bodyBook } from '../example/index.js';
import {
  readCarries,
  readLayoutChecksums,
  readLayoutFields,
  readProcedures,
  readRules,
  readTrimLine,
  writeCarries,
  writeLayoutChecksums,
  writeLayoutFields,
  writeProcedures,
  writeRules,
  writeTrimLine,
} from './index.js';

/** Without what only has to be unique, and without what is not said. */
const bare = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (key, own: unknown) => (key === 'id' || own === null ? undefined : own)));

describe('a coding book as lines', () => {
  it('comes back as it was written', () => {
    const { carries, layout, options, trim, procedures } = bodyBook;
    expect(bare(readCarries(writeCarries(carries)))).toEqual(bare(carries));
    expect(bare(readLayoutFields(writeLayoutFields(layout!.fields)))).toEqual(bare(layout!.fields));
    expect(bare(readLayoutChecksums(writeLayoutChecksums(layout!.checksums!)))).toEqual(
      bare(layout!.checksums),
    );
    expect(bare(readRules(writeRules(options!.rules)))).toEqual(bare(options!.rules));
    expect(bare(readTrimLine(writeTrimLine(trim)))).toEqual(bare(trim));
    expect(bare(readProcedures(writeProcedures(procedures!)))).toEqual(bare(procedures));
    expect(readTrimLine(' \n')).toBeNull();
  });

  it('is read as a person types it', () => {
    expect(readLayoutFields('Distance; 64; 3; odometer; uint; scale 0.1; mirror 0x140; little')[0]).toEqual({
      name: 'Distance',
      address: 64,
      length: 3,
      encoding: 'uint',
      order: 'little',
      role: 'odometer',
      scale: 0.1,
      mirrors: [320],
    });
    const [first, second] = readCarries(
      'save; trim; Read the label\nteach; trim; Read the label; used, clone',
    );
    expect([first!.id, second!.id]).toEqual(['read-the-label', 'read-the-label-2']);
    expect(second!.routes).toEqual(['used', 'clone']);
  });

  it('is refused by its line', () => {
    const cases: [() => unknown, string][] = [
      [
        () => readCarries('\nkeep; identity; it'),
        'line 2: “keep” is no way; there is save, write, teach, declare',
      ],
      [() => readCarries('save; identity'), 'line 1: say what is to be done'],
      [() => readCarries('save; identity; it; by post'), 'line 1: “by post” is no route'],
      [() => readLayoutFields('VIN; start; 17'), 'line 1: “start” is no address'],
      [() => readLayoutFields('VIN; 0; 17; mirrored'), 'line 1: “mirrored” is not understood'],
      [() => readLayoutChecksums('Main; crc9; 0 to 1; 2'), 'line 1: “crc9” is no kind of checksum'],
      [() => readRules('fog; 0; 1; 01'), 'line 1: “1” is no byte in hexadecimal'],
      [() => readProcedures('Wait'), 'line 1: begin a procedure with its title'],
      [
        () => readProcedures('# Zero; here\nabort: off\nWait; 30 minutes'),
        'line 3: “30 minutes” is not understood',
      ],
      [() => readProcedures('# Zero; here\nWait'), 'Zero: say how to leave the car as it was'],
      [() => readProcedures('# Zero; here\nsocket: plug'), 'line 2: a socket is typed as'],
    ];
    for (const [read, why] of cases)
      expect(read).toThrowMatching((error: Error) => error.message.startsWith(why));
  });
});
