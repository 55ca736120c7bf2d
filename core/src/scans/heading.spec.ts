import { readHeading, readModuleName } from './heading.js';

describe('readHeading', () => {
  it('leaves the bare name, without numbers, brackets, counts and software', () => {
    const cases: [string, string, string | null][] = [
      ['[44] Restraint control (3 codes)', 'Restraint control', '44'],
      ['== Restraint control ==', 'Restraint control', null],
      ['[Restraint control]', 'Restraint control', null],
      ['Module: Restraint control', 'Restraint control', null],
      ['Steuergerät: Rückhaltesystem', 'Rückhaltesystem', null],
      ['Calculateur ABS', 'ABS', null],
      ['Unidad de control Motor', 'Motor', null],
      ['3. Body, SW 0410-A', 'Body', null],
      ['0x2F Body control - 12 faults', 'Body control', '2F'],
      ['Body control (BCM) [0x40] - 4 codes', 'Body control', '40'],
      ['Engine ..........', 'Engine', null],
      ['15 Airbag', 'Airbag', '15'],
      ['AC compressor:', 'AC compressor', null],
      ['Trailer module v2.1.7', 'Trailer module', null],
    ];
    for (const [line, name, address] of cases)
      expect(readHeading(line)).withContext(line).toEqual(jasmine.objectContaining({ name, address }));
  });

  it('finds no name where there is none', () => {
    for (const line of ['', '-----', '44', '(3 codes)', 'x', 'a'.repeat(100)])
      expect(readHeading(line)).withContext(line).toBeNull();
  });

  it('leaves what was done with a quoted name, and takes no plate for a module', () => {
    expect(readHeading('ECU 10 "Engine control" opened')).toEqual(
      jasmine.objectContaining({ name: 'Engine control', address: '10' }),
    );
    for (const line of ['Kennzeichen LR 20 FWN', 'Plate QX 42 LMN']) expect(readModuleName(line)).toBeNull();
    expect(readModuleName('Door FL 2')?.name).toBe('Door FL 2');
  });
});
