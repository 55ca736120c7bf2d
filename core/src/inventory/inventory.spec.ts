import fc from 'fast-check';
import { guessColumns, readAmount, readRow } from './index.js';

describe('guessColumns', () => {
  it('reads headings in four languages, each field once', () => {
    expect(guessColumns(['Number', 'Part', 'Stock number', 'km'])).toEqual([
      'partNumber',
      'kind',
      'reference',
      'distance',
    ]);
    expect(guessColumns(['Stock number', 'Part'])).toEqual(['reference', 'kind']);
    expect(guessColumns(['Part No.', 'Part', 'Price EUR', 'Photo'])).toEqual([
      'partNumber',
      'kind',
      'price',
      null,
    ]);
    expect(guessColumns(['Teilenummer', 'Bezeichnung', 'Preis', 'Baujahr', 'Unfall', 'Seite'])).toEqual([
      'partNumber',
      'kind',
      'price',
      'vehicleBuilt',
      'event',
      'hand',
    ]);
    expect(guessColumns(['Référence pièce', 'Désignation', 'Prix', 'Côté'])).toEqual([
      'partNumber',
      'kind',
      'price',
      'hand',
    ]);
    expect(guessColumns(['Referencia', 'Pieza', 'Precio', 'constructor'])).toEqual([
      'partNumber',
      'kind',
      'price',
      null,
    ]);
  });
});

describe('readRow', () => {
  const columns = guessColumns([
    'OE',
    'Description',
    'Price',
    'Built',
    'Side',
    'Pins',
    'Key',
    'Damage',
    'Fired',
    'km',
    'Options',
  ]);
  const read = (...cells: string[]) => readRow(cells, columns);

  it('makes a part of a line', () => {
    expect(
      read(
        ' OM-2210-04 ',
        'LED driver',
        '1.234,50 €',
        '04/2019',
        'R',
        '12',
        'A',
        'rear crash',
        'no',
        '96 000 km',
        'washer; memory',
      ),
    ).toEqual({
      row: {
        reference: null,
        make: null,
        model: null,
        part: {
          kind: 'LED driver',
          partNumber: 'OM-2210-04',
          interchangeGroup: null,
          connectors: [{ cavities: 12, key: 'A', colour: null }],
          hand: 'right',
          vehicleBuilt: '2019-04',
          options: ['washer', 'memory'],
          hardware: null,
          software: null,
          stages: null,
          watts: null,
          base: null,
          provenance: {
            kind: 'used',
            event: 'collision',
            deployed: false,
            donorVin: null,
            distance: 96_000,
            storage: null,
          },
          priceCents: 123_450,
        },
      },
    });
  });

  it('says why a line is none', () => {
    const why = (...cells: string[]) => (read(...cells) as { why: string }).why;
    expect(why('', 'LED driver')).toBe('it has no part number');
    expect(why('OM-1')).toBe('it does not say what it is');
    expect(why('OM-1', 'x', 'call us')).toBe('“call us” is no price');
    expect(why('OM-1', 'x', '', 'last year')).toBe('“last year” is no month or year');
    expect(why('OM-1', 'x', '', '13/2019')).toBe('“13/2019” is no month or year');
    expect(why('OM-1', 'x', '', '', 'constructor')).toBe('“constructor” is no side');
    expect(why('OM-1', 'x', '', '', '', 'many')).toBe('“many” is no number (cavities)');
    expect(why('OM-1', 'x', '', '', '', '', '', '', 'perhaps')).toBe('“perhaps” is neither yes nor no');
    expect(why('O'.repeat(90), 'x')).toContain('part.partNumber');
  });

  it('answers any line', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 30 }), { maxLength: 14 }), (cells) => {
        const answer = readRow(cells, columns);
        expect('row' in answer || answer.why.length > 0).toBeTrue();
      }),
    );
  });
});

describe('readAmount', () => {
  it('tells the decimal mark from what sets thousands apart', () => {
    expect(
      ['12', '12.5', '12,50', '1.234', '1,234.5', '1.234,50 €', '€ 1 234,5', ''].map((one) =>
        readAmount(one || null),
      ),
    ).toEqual([1200, 1250, 1250, 123_400, 123_450, 123_450, 123_450, null]);
    expect(readAmount('free')).toBeNaN();
    expect(readAmount('-5')).toBeNaN();
  });
});
