import { isDate, isPageMark } from './header-field.js';
import { readReport } from './read.js';

describe('what stands in the head of a page', () => {
  it('is a date in figures or in words of nine languages', () => {
    for (const text of [
      '2026-11-30',
      '30.11.2026 08:15',
      '12 Oct 2026 14:22',
      '2 november 2026',
      '12 de octubre de 2026',
      '3 févr. 2026',
      '4. März 2026',
      'Nov 3, 2026',
    ])
      expect(isDate(text)).withContext(text).toBeTrue();
    for (const text of ['12 doors', 'Body 2026', '2 Nov', 'constructor'])
      expect(isDate(text)).withContext(text).toBeFalse();
  });

  it('is the number of a page', () => {
    for (const text of ['Page 1 of 2', 'Seite 1/2', 'p. 3', 'Strona 2 z 4', 'Blad 1 van 1', 'Página 2 de 3'])
      expect(isPageMark(text)).withContext(text).toBeTrue();
    for (const text of ['Body 1 of 2', 'Page', 'Door 2'])
      expect(isPageMark(text)).withContext(text).toBeFalse();
  });
});

describe('fields of the head without labels', () => {
  it('may stand behind the car', () => {
    const { odometer, supplyVolts } = readReport(
      'Drover   88 412 km   battery 12.3 V\n\nBody\n  B1318-16 active',
    );
    expect([odometer, supplyVolts]).toEqual(['88 412 km', 12.3]);
  });
});

describe('live values', () => {
  const valuesOf = (...lines: readonly string[]) =>
    readReport(lines.join('\n')).values?.map(({ module, name, value }) => `${module} ${name} ${value}`) ?? [];

  it('of no module are values where others stand beside them', () => {
    expect(valuesOf('Driver belt buckle   402 Ohm', 'Passenger belt buckle   398 Ohm')).toEqual([
      'null Driver belt buckle 402 Ohm',
      'null Passenger belt buckle 398 Ohm',
    ]);
    expect(valuesOf('Driver belt buckle   402 Ohm', 'Airbag   no response')).toEqual([]);
  });

  it('are no addresses behind dots', () => {
    const { modules, values } = readReport('TRAILER.....7A\nno faults\nSEAT........5A\nno faults');
    expect(modules.map(({ name }) => name)).toEqual(['TRAILER', 'SEAT']);
    expect(values).toBeUndefined();
  });
});
