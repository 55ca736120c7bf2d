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
    expect(legend('/A active /S stored  N/R no response  N/F not fitted')).toEqual({
      statuses: { '/A': 'active', '/S': 'stored' },
      reaches: { 'N/R': 'silent', 'N/F': 'not-fitted' },
      lines: [1],
    });
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
