import { Lines } from './lines.js';
import { readReport } from './read.js';
import { turnedTable } from './turned-table.js';

const codes = (text: string) =>
  readReport(text).codes.map(({ module, code, status }) => `${module} ${code} ${status}`);
const reaches = (text: string) =>
  Object.fromEntries(readReport(text).modules.map(({ name, reach }) => [name, reach]));

describe('a table whose columns are modules', () => {
  const aligned = [
    '              Airbag        Body          ABS        Park aid',
    'Reached       yes           yes           yes        no',
    'Codes         2             1             0          -',
    'Active        B0051-1A      -             -          -',
    'Stored        B0072-11      B1A22-15      -          -',
  ].join('\n');
  const barred = [
    'State     | Airbag   | Body     | ABS | Park aid',
    'present   | B0051-1A |          |     |',
    'in memory | B0072-11 | B1A22-15 |     |',
    'answered  | yes      | yes      | yes | no',
  ].join('\n');
  const commas =
    ',Airbag,Body,ABS,Park aid\nActive,B0051-1A,,,\nStored,B0072-11,B1A22-15,,\nState,answered,answered,no codes,no answer';

  for (const [how, text] of Object.entries({ aligned, barred, commas }))
    it(`is read, ${how}`, () => {
      expect(codes(text)).toEqual(['Airbag B0051 active', 'Airbag B0072 stored', 'Body B1A22 stored']);
      expect(reaches(text)).toEqual({
        Airbag: 'answered',
        Body: 'answered',
        ABS: 'answered',
        'Park aid': 'silent',
      });
    });

  it('ends at the first line that is none of its rows', () => {
    const below = ['', 'Lamp level', 'B2A01-54   present', 'Active   B1402-11   latch'].join('\n');
    const found = codes(`${aligned}\n${below}`);
    expect(found.slice(0, 3)).toEqual(codes(aligned));
    expect(found.slice(3)).toEqual(['Lamp level B2A01 active', 'Lamp level B1402 active']);
  });

  it('is found by its line on the page, whatever the sentences above it are made into', () => {
    const prose =
      'The airbag module has B0051-1A stored as current and B0072-11 as a history\ncode. The body module only shows U0155-00, intermittent. ABS is clean. Roof\nwas read by hand.';
    const table =
      '              Lamps         Trailer\nReached       yes           no\nActive        B1A22-15      -';
    expect(codes(`${prose}\n\n${table}`)).toEqual([
      'airbag module B0051 active',
      'airbag module B0072 history',
      'body module U0155 stored',
      'Lamps B1A22 active',
    ]);
    expect(reaches(`${prose}\n\n${table}`)).toEqual(
      jasmine.objectContaining({ Lamps: 'answered', Trailer: 'silent' }),
    );
  });

  it('may have no labels: codes and states, each under a name', () => {
    const text = [
      'Latch front left      Tensioner right      Column lock      Fog lamp',
      '----------------      ---------------      -----------      --------',
      'B1402-13 active       B0083-11 active      no codes         no answer',
      'B1415-16 stored',
    ].join('\n');
    expect(codes(text)).toEqual([
      'Latch front left B1402 active',
      'Tensioner right B0083 active',
      'Latch front left B1415 stored',
    ]);
    expect(Object.values(reaches(text))).toEqual(['answered', 'answered', 'answered', 'silent']);
  });

  it('calls no module clean of which only dashes are told, where others have figures', () => {
    const text =
      'Unit     Airbag     Body       Roof\nCodes    1          0          -\nActive   B0051-1A   -          -';
    expect(reaches(text)).toEqual({ Airbag: 'answered', Body: 'answered', Roof: 'unclear' });
  });

  it('is none where the rows begin with names', () => {
    for (const text of [
      'Unit     Code       Status\nAirbag   B0051-1A   active',
      'Airbag   Body   ABS\nB0051-1A active',
      'Left     Right\nStored   4',
    ])
      expect(turnedTable(new Lines(text)))
        .withContext(text)
        .toBeNull();
  });
});
