import { legendOf } from './legend.js';
import { Lines } from './lines.js';

const legend = (text: string) => {
  const { statuses, reaches, lines } = legendOf(new Lines(text));
  return {
    statuses: Object.fromEntries([...statuses].map(([mark, { status }]) => [mark, status])),
    reaches: Object.fromEntries(reaches),
    lines: [...lines],
  };
};

describe('legendOf', () => {
  it('reads what letters and marks stand for, above or below the codes', () => {
    expect(legend('Key to the letters:  A = active   M = in memory   P = pending').statuses).toEqual({
      A: 'active',
      M: 'stored',
      P: 'pending',
    });
    expect(legend('B1D82 (P)\n\n(P) présent   (M) mémorisé   (I) intermittent')).toEqual({
      statuses: { P: 'active', M: 'stored', I: 'stored' },
      reaches: {},
      lines: [3],
    });
    expect(legend('* = intermittent   ! = present   . = stored').statuses).toEqual({
      '*': 'stored',
      '!': 'active',
      '.': 'stored',
    });
    expect(legend('C = current, H = history, n/r = no response').statuses).toEqual({
      C: 'active',
      H: 'history',
    });
    expect(legend('/A active /S stored  N/R no response  N/F not fitted')).toEqual({
      statuses: { '/A': 'active', '/S': 'stored' },
      reaches: { 'N/R': 'silent', 'N/F': 'not-fitted' },
      lines: [1],
    });
  });

  it('reads one in words, one of a single mark, and one set off by its label or in brackets', () => {
    expect(legend('red = codes, green = no codes, grey = no answer').reaches).toEqual(
      jasmine.objectContaining({ red: 'holdsCodes', GREEN: 'clean', grey: 'silent' }),
    );
    expect(legend('x = no answer')).toEqual({ statuses: {}, reaches: { x: 'silent' }, lines: [1] });
    expect(legend('* = active now, all others are stored').statuses).toEqual({ '*': 'active' });
    expect(legend('(TF = test failed, PD = pending, CF = confirmed)').statuses).toEqual({
      TF: 'active',
      PD: 'pending',
      CF: 'stored',
    });
    expect(legend('Fault list (status in brackets: a active, m memory)').statuses).toEqual({
      a: 'active',
      m: 'stored',
    });
    // A field is none.
    for (const text of ['status = stored', 'state = stored, type = 13', 'a = b'])
      expect(legend(text).lines).withContext(text).toEqual([]);
  });

  it('knows what stands behind every code, where it stands behind every one', () => {
    const behind = (text: string) => {
      const { typeBehind, byteBehind } = legendOf(new Lines(text));
      return [typeBehind, byteBehind];
    };
    expect(behind('B1318 16 Supply\nB1319 11 Lamp')).toEqual([true, false]);
    expect(behind('B1318 16 Supply\nB1319 lamp')).toEqual([false, false]);
    expect(behind('B1318 | 16 | 2F\nB1319 | 11 | 28')).toEqual([false, true]);
    expect(behind('B1318-16 2F supply\nB1319-11 28 lamp')).toEqual([false, true]);
    // Two figures that are all decimal may count.
    expect(behind('B1318 | 16 | 12\nB1319 | 11 | 28')).toEqual([false, false]);
    expect(behind('B1318 16 Supply')).toEqual([false, false]);
  });

  it('takes no row of codes and no header for one', () => {
    for (const text of [
      'aktiv | Steuergerät | gespeichert | Code',
      'DTC        TF  TFTC  PDTC  CDTC',
      'A B1D82 active, B B1D83 stored',
      'Body (40) no codes',
    ])
      expect(legend(text).lines).withContext(text).toEqual([]);
  });
});

describe('marks in a legend', () => {
  it('may be boxes, empty ones too, or stand in brackets', () => {
    expect(legend('[x] = present now     [ ] = stored only').statuses).toEqual({
      '[x]': 'active',
      '[_]': 'stored',
    });
    const { statuses, reaches } = legend('Symbols: (!) fault present   (i) fault in memory   (x) no contact');
    expect(statuses).toEqual({ '!': 'active', i: 'stored' });
    expect(reaches).toEqual({ x: 'silent' });
  });

  it('leave a status for what has none', () => {
    const { statuses, others } = legendOf(new Lines('* present now, others in memory'));
    expect([statuses.get('*')?.status, others?.status]).toEqual(['active', 'stored']);
    expect(legendOf(new Lines('Airbag active, others are fine')).others).toBeNull();
  });

  it('are none where statuses say that there is nothing', () => {
    expect(legend('Roof  CUR: none  HIST: none').lines).toEqual([]);
  });

  it('reads boxes with nothing in them, abbreviations, and words that mean something else here', () => {
    expect(legend('Result   [x] faults   [ ] no faults   [-] no answer').reaches).toEqual({
      x: 'holdsCodes',
      _: 'clean',
      '-': 'silent',
    });
    expect(legend('n. e. = nicht erreichbar').reaches).toEqual({ 'n. e.': 'silent' });
    expect(legend('ASSENTE=NON RISPONDE').reaches).toEqual({ ASSENTE: 'silent' });
    for (const said of ['DTC=NONE', 'AIRBAG=NO RESPONSE', 'MODULE=BODY'])
      expect(legend(said).reaches).withContext(said).toEqual({});
  });
});
