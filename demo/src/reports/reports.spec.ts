import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { decodeReport, readReport } from '@dormant-beacon/core/scans';
import fc from 'fast-check';
import { layouts } from './layouts.js';
import { randomReport } from './random-report.js';
import { comparable, type Truth, truthOf } from './truth.js';

describe('reports in any layout', () => {
  for (const layout of layouts)
    it(`are read without a slip: ${layout.name}`, () => {
      fc.assert(
        fc.property(fc.infiniteStream(fc.double({ min: 0, max: 0.999999, noNaN: true })), (numbers) => {
          const facts = randomReport(() => numbers.next().value as number, layout.history);
          const text = layout.print(facts);
          expect(comparable(readReport(text) as Truth))
            .withContext(text)
            .toEqual(comparable(truthOf(facts, layout)));
        }),
        { numRuns: 60 },
      );
    });
});

describe('the corpus of reports', () => {
  const folder = fileURLToPath(new URL('../../reports/corpus/', import.meta.url));
  const files = readdirSync(folder).filter((file) => !file.endsWith('.truth.json'));

  it('holds at least forty reports in ten layouts', () => {
    expect(files.length).toBeGreaterThanOrEqual(40);
    expect(
      new Set(files.map((file) => file.replace(/^\d+-(.*)-[a-z]{2}(?:-slips)?\..*$/, '$1'))).size,
    ).toBeGreaterThanOrEqual(10);
  });

  for (const file of files)
    it(`is read as its truth file says: ${file}`, () => {
      const truth = JSON.parse(
        readFileSync(join(folder, file.replace(/\.[^.]*$/, '.truth.json')), 'utf8'),
      ) as Truth;
      const scan = readReport(decodeReport(readFileSync(join(folder, file))).text);
      expect(comparable(scan as Truth)).toEqual(comparable(truth));
      expect(scan.codes.some(({ repaired }) => repaired)).toBe(file.includes('slips'));
    });
});
