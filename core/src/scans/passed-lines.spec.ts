import { Line } from './line.js';
import { mostBetween, PassedLines } from './passed-lines.js';

describe('lines that nothing understood', () => {
  const passed = (...texts: readonly string[]) => {
    const lines = new PassedLines();
    for (const [n, text] of texts.entries()) lines.note(new Line(n + 1, text), n === 0);
    return lines;
  };

  it('give the last name among them, and whether it began a block', () => {
    expect(passed('Body unit', 'see sheet 4, then test.').nameAbove(3)).toEqual(
      jasmine.objectContaining({ name: 'Body unit', begins: true }),
    );
    expect(passed('Body unit', 'Roof').nameAbove(3)?.name).toBe('Roof');
  });

  it('are none of what stands too far below, nor of what was forgotten', () => {
    const lines = passed('Body unit');
    expect(lines.nameAbove(1 + mostBetween)?.name).toBe('Body unit');
    expect(lines.nameAbove(2 + mostBetween)).toBeNull();
    lines.forget();
    expect(lines.nameAbove(2)).toBeNull();
  });
});
