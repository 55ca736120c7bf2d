import { codePattern, patternOf, type ReportPatterns } from './patterns.js';
import { readReport } from './read.js';

const brief = (text: string, options: Parameters<typeof readReport>[1]) =>
  readReport(text, options).codes.map(
    ({ module, code, status, text }) => `${module}|${code}|${status}|${text ?? ''}`,
  );

describe('patterns of a shop', () => {
  const patterns: ReportPatterns = {
    codes: [
      { name: 'blink count', before: 'Blink code:', shape: '#-#' },
      { before: 'Native', shape: '#####' },
    ],
    lines: [],
  };

  it('read blink counts and native numbers where they were declared, and nowhere else', () => {
    expect(
      brief('Body\n Blink code: 3-2 Left lamp - active\n Native 00458 lamp\n Date 12-3\n', { patterns }),
    ).toEqual(['Body|3-2|active|Left lamp', 'Body|00458|unknown|lamp']);
    expect(brief('Body\n Blink code: 3-2 Left lamp', {})).toEqual([]);
    expect(brief('Body\n Blink code: 13-2\n Native 004581', { patterns })).toEqual([]);
  });

  it('read them in the code column of a table', () => {
    expect(brief('Module;Code;Status\nBody;3-2;active\nBody;4-1;stored', { patterns })).toEqual([
      'Body|3-2|active|',
      'Body|4-1|stored|',
    ]);
  });

  it('take what is said of a line, and do the same to its like next time', () => {
    const text = 'Einheit Nord 7\nStörung 4711 Lampe\n noch ein Wort\nGedruckt am Tisch 3';
    const marks = [
      { line: 1, as: 'module' as const },
      { line: 2, as: 'code' as const, code: '4711' },
      { line: 3, as: 'description' as const },
      { line: 4, as: 'ignore' as const },
    ];
    const read = readReport(text, { marks });
    expect(read.codes.map(({ module, code, text }) => [module, code, text])).toEqual([
      ['Einheit Nord 7', '4711', 'Lampe noch ein Wort'],
    ]);
    expect(read.lines!.map(({ as }) => as)).toEqual(['module', 'code', 'detail', 'ignored']);
    expect(read.notRead).toEqual([]);

    const lines = text.split('\n');
    const taught = marks.map((mark) => patternOf(lines[mark.line - 1]!, mark)!);
    const learned: ReportPatterns = {
      codes: taught.flatMap((one) => ('code' in one ? [one.code] : [])),
      lines: taught.flatMap((one) => ('line' in one ? [one.line] : [])),
    };
    expect(brief('Einheit Nord 9\nStörung 0815 Motor\nGedruckt am Tisch 1', { patterns: learned })).toEqual([
      'Einheit Nord 9|0815|unknown|Motor',
    ]);
  });

  it('say nothing where the marked code is not on the line', () => {
    expect(patternOf('Lampe 3', { line: 1, as: 'code', code: '77' })).toBeNull();
    expect(readReport('Lampe 3', { marks: [{ line: 1, as: 'code', code: '77' }] }).notRead!.length).toBe(1);
    expect(codePattern.safeParse({ before: '', shape: 'abc' }).success).toBeFalse();
  });

  it('are plain text: signs that mean something elsewhere stand for themselves', () => {
    const odd = { codes: [{ before: 'No', shape: '(#+#)' }], lines: [] };
    expect(brief('Body\nNo (3+4) lamp', { patterns: odd })).toEqual(['Body|(3+4)|unknown|lamp']);
  });
});
