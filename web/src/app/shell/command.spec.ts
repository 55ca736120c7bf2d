import { readCommand } from './command';

describe('readCommand', () => {
  it('understands what a technician would type', () => {
    const cases: [string, ReturnType<typeof readCommand>][] = [
      ['J-0142', { kind: 'job', number: 'J-0142' }],
      ['/ j145', { kind: 'job', number: 'J-0145' }],
      ['142', { kind: 'job', number: 'J-0142' }],
      ['b1049', { kind: 'code', code: 'B1049' }],
      ['B1049-13', { kind: 'code', code: 'B1049-13' }],
      ['hand back', { kind: 'stage', stage: 'hand-back' }],
      ['safe', { kind: 'stage', stage: 'make-safe' }],
      ['c2.1 0.02 v', { kind: 'reading', point: 'c2.1', typed: { kind: 'value', value: 0.02, unit: 'V' } }],
      ['/c31.2 4,8', { kind: 'reading', point: 'c31.2', typed: { kind: 'value', value: 4.8, unit: null } }],
      ['F7 OL', { kind: 'reading', point: 'F7', typed: { kind: 'overload' } }],
      [
        'x8.7 1,200',
        { kind: 'reading', point: 'x8.7', typed: { kind: 'ask', decimal: 1.2, thousands: 1200 } },
      ],
      ['marn wagon', { kind: 'words', words: 'marn wagon' }],
      ['  /  ', null],
    ];
    for (const [text, expected] of cases) expect(readCommand(text)).withContext(text).toEqual(expected);
  });

  it('takes a word that every object knows for a word, not for a stage', () => {
    for (const word of Object.getOwnPropertyNames(Object.prototype))
      expect(readCommand(word)?.kind).withContext(word).not.toBe('stage');
  });
});
