import { codePattern, patternOf, patternsOf, type ReportPatterns } from './patterns.js';
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
    const learned = patternsOf(taught);
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

  it('put a code right in its place: type, status and module, whatever was read', () => {
    const text = 'Body (40)\n  B1318-16  odd   Supply\n  B1319  active  Horn';
    const marks = [
      {
        line: 2,
        as: 'code' as const,
        code: 'B1318-16',
        failureType: '13',
        status: 'stored' as const,
        module: 'Front door',
      },
      { line: 3, as: 'code' as const, code: 'B1319', failureType: '', status: 'history' as const },
    ];
    const { codes, modules } = readReport(text, { marks });
    expect(codes.map(({ module, code, failureType, status }) => [module, code, failureType, status])).toEqual(
      [
        ['Front door', 'B1318', '13', 'stored'],
        ['Body', 'B1319', null, 'history'],
      ],
    );
    expect(codes[0]!.how).toEqual({ module: 'hand', failureType: 'hand', status: 'hand' });
    expect(modules.map(({ name }) => name)).toEqual(['Body', 'Front door']);
  });

  it('learn the word that says a status, and nothing from a type or a module put right', () => {
    const mark = { line: 1, as: 'code' as const, code: 'B1318-16', status: 'stored' as const };
    expect(patternOf('B1318-16 tárolt', mark, { reader: 'Tallow 9', word: 'tárolt' })).toEqual({
      word: { word: 'tárolt', status: 'stored', reader: 'Tallow 9' },
    });
    expect(patternOf('B1318-16 tárolt', { ...mark, failureType: '13' })).toBeNull();
    expect(patternOf('Lid B1318-16', { line: 1, as: 'ignore' }, { reader: 'Tallow 9' })).toEqual({
      line: { like: 'Lid B####-##', as: 'ignore', reader: 'Tallow 9' },
    });
  });

  it('know a word for a status, of one reader or of any', () => {
    const report = (reader: string) =>
      `Reader: ${reader}\nBody (40)\n  B1318-16   tárolt   Supply\n  B1319   nyolcas   Horn`;
    const patterns: ReportPatterns = {
      codes: [],
      lines: [],
      words: [
        { word: 'tárolt', status: 'stored', reader: 'Tallow 9' },
        { word: 'nyolcas', status: 'history' },
      ],
    };
    const statuses = (reader: string) =>
      readReport(report(reader), { patterns }).codes.map(({ status }) => status);
    expect(statuses('Tallow 9')).toEqual(['stored', 'history']);
    expect(statuses('Oddlight R2')).toEqual(['unknown', 'history']);
  });
});
