import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { decodeReport, readReport } from '@dormant-beacon/core/scans';
import fc from 'fast-check';
import { carriers } from './carriers.js';
import { drawnBlocks } from './drawn/blocks.js';
import { drawnReport } from './drawn/print.js';
import { layouts } from './layouts.js';
import { randomReport } from './random-report.js';
import { Score } from './score.js';
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

  for (const [name, drawn, reports] of [
    ['drawn at random, in eight languages', drawnReport, 400],
    ['one block below the other, in as many forms of headings, codes and states', drawnBlocks, 400],
  ] as const)
    it(`${name}, are read as well as is promised`, () => {
      const score = new Score();
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 0x7fffffff }), (seed) => {
          const { text, truth } = drawn(seed);
          const missed = score.add(readReport(text), truth);
          expect(missed.silentCalledClean).withContext(`seed ${seed}\n${text}`).toEqual([]);
        }),
        { numRuns: reports },
      );
      const { found, right, failureType, status, module, answered } = score.rates();
      expect(score.rates().reports).toBe(reports);
      expect(found).toBeGreaterThanOrEqual(0.99);
      expect(right).toBeGreaterThanOrEqual(0.99);
      expect(failureType).toBeGreaterThanOrEqual(0.98);
      expect(status).toBeGreaterThanOrEqual(0.97);
      expect(module).toBeGreaterThanOrEqual(0.98);
      expect(answered).toBeGreaterThanOrEqual(0.98);
    });
});

/** What is not read as its truth file says, and why it is left so. */
const known: Readonly<Record<string, string>> = {
  '2134-zj-codes-by-system-letter-en.txt': '"Body codes" may as well be those of the body module',
  '2077-zg-danish-da.txt': 'a language that we lack: what it says of modules is told as unclear',
  '1930-zz-prose-en.txt': 'prose: "I could not get the park aid to talk" names no module for us',
  '2016-zd-spoken-report-en.txt':
    'prose: a name in front of a comma and a count stands over codes of the same sentence only',
  '1927-yy-spoken-es.txt': 'prose: a verb that is an article elsewhere stays with the name',
  '1904-xx-report-with-wrap-en.txt': 'prose: sentences that go on in the next line are read line by line',
  '1863-ww-qr-short-en.txt': 'modules with their codes side by side in one line, by numbers that stand below',
  '1815-uu-dict-lua-en.txt': 'a table of a programming language is read line by line, and names no module',
  '1806-uu-before-after-en.txt': 'two readings side by side: the code that stands in both is taken for two',
  '1804-uu-python-repr-en.txt': 'a table of a programming language is read line by line, and names no module',
  '1800-uu-ocr-spaced-slips-en.txt': 'a name of single letters and figures (R00F) is no name for us',
  '1796-uu-pivot-en.csv': 'modules side by side as the columns of a sheet are not read',
  '1788-uu-lisp-en.txt':
    'a table of a programming language is read line by line: its modules without codes are lost',
  '1312-kk-text-first-en.txt': 'what stands in front of codes may as well be names',
  '1436-nn-i-fr.txt': 'two names beside two codes may as well be what they mean',
  '1439-nn-l-it.txt': 'two names beside two codes may as well be what they mean',
  '1231-hh-colon-everywhere-en.txt': 'colons part everything, and nothing else tells what is what',
  '1098-bb-norsk-no.txt': 'a language that we lack: what it says of modules is told as unclear',
  '985-w-modes-5-en.txt':
    'one word behind each code may as well be what it means, where nothing else names modules',
  '870-s-post-scan-en.txt': 'a label with a nought for its O is taken for a code',
  '835-q-question-answer-en.txt': 'questions and their answers in one line are read as a name',
  '739-long-lines-wrapped-mail-en.txt':
    'sentences that go on in the next line of a quoted mail are read line by line',
  '98-hex-status-words-en.txt':
    'a number of the public services stands for "not supported": it is told as unclear',
  '169-ines-scan-from-en.txt': 'prose: a sentence that names two modules names none for us',
  '245-quick-scan-unit-en.txt': '"n.a." under the contact is told as silent',
  '301-mod-restraints-rsp-en.txt': 'a remark in front of a code is taken for a module',
  '313-restraint-control-knee-en.txt': 'an address one blank behind a long name stays with it',
  '328-test-plan-result-en.txt': 'a numbered step in front of a module’s name is taken for the name',
  '351-restraint-ctrl-radar-en.txt': 'four names side by side over their states are taken for one',
  '511-wide-spreadsheet-en.txt': 'modules side by side as the columns of a sheet are not read',
  '451-czech-protokol-cs.txt': 'a module of which nobody here understands what is said stands as not read',
  '456-codes-in-words-en.txt': 'prose: names come with the words around them',
  '424-xml-attributes-en.txt': 'a status byte of one figure is not read',
  '407-lista-centralite-it.txt': 'the word for a control unit in front of a name is no part of it for us',
  '385-scan-crash-sensing-en.txt': '"Scan ok" in front of names lists nothing for us',
  '275-diagnostic-scan-lampyre-en.txt': 'a remark between dots above the codes is taken for a module',
  '258-restraint-body-seat-en.txt': '"FAIL" without a word or a code is told as unclear',
  '107-phone-note-en.txt': 'prose: names come with the words around them',
  '115-unknown-language-hu.txt': 'one status word is spelt as in a language that we have',
};

/** What is read otherwise when it comes so: segments that end in an apostrophe are known by all lines of a report. */
const knownCarried: Readonly<Record<string, readonly string[]>> = {
  'in a letter': ['1782-uu-segments-en.txt'],
};

describe('the corpus of reports', () => {
  const folder = fileURLToPath(new URL('../../reports/corpus/', import.meta.url));
  const files = readdirSync(folder).filter((file) => !file.endsWith('.truth.json'));
  const truthOfFile = (file: string) =>
    JSON.parse(readFileSync(join(folder, file.replace(/\.[^.]*$/, '.truth.json')), 'utf8')) as Truth;
  const read = (file: string) => readReport(decodeReport(readFileSync(join(folder, file))).text);

  it('holds 2,224 reports in 1,988 layouts', () => {
    expect(files.length).toBe(2224);
    const names = new Set(files.map((file) => file.replace(/^\d+-(.*)-[a-z]{2}(?:-slips)?\..*$/, '$1')));
    expect(names.size).toBe(1988);
  });

  for (const file of files.filter((name) => known[name] === undefined))
    it(`is read as its truth file says: ${file}`, () => {
      const scan = read(file);
      expect(comparable(scan as Truth)).toEqual(comparable(truthOfFile(file)));
      expect(scan.codes.some(({ repaired }) => repaired)).toBe(file.includes('slips'));
    });

  for (const [file, why] of Object.entries(known))
    it(`is still read for its codes, and calls no silent module clean: ${file} (${why})`, () => {
      const score = new Score();
      expect(score.add(read(file), truthOfFile(file)).silentCalledClean).toEqual([]);
      expect(score.rates().found).toBe(1);
      expect(score.rates().right).toBe(1);
    });

  // Each report goes one of the ways, the next one the next.
  const ways = Object.keys(carriers);
  const printed = files.filter((file) => /\.(?:txt|md)$/.test(file) && known[file] === undefined);
  for (const [turn, way] of ways.entries())
    it(`is read as before ${way}`, () => {
      const changed = printed.filter((file, at) => {
        if (at % ways.length !== turn) return false;
        const carried = carriers[way]!(decodeReport(readFileSync(join(folder, file))).text);
        return comparable(readReport(carried) as Truth).join() !== comparable(truthOfFile(file)).join();
      });
      expect(changed).toEqual(knownCarried[way] ?? []);
    });
});
