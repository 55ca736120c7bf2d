import fc from 'fast-check';
import { check } from '../refusal/index.js';
import { randomNumbers } from '../random/index.js';
import { judgeWiggle, wiggleSheet } from './wiggle.js';

type Level = readonly [seconds: number, volts: number | null];

/** A recording at ten values a second with a little noise, its levels one after the other. */
function recorded(levels: readonly Level[], marks: readonly (readonly [number, string])[], seed = 1) {
  const random = randomNumbers(seed);
  const series: { at: number; value: number | null }[] = [];
  let from = 0;
  for (const [seconds, volts] of levels) {
    for (let n = 0; n < 10 * seconds; n++)
      series.push({
        at: Math.round(10 * (from + n / 10)) / 10,
        value: volts === null ? null : Math.round(1000 * (volts + 0.01 * random.normal())) / 1000,
      });
    from += seconds;
  }
  return judgeWiggle(
    check(wiggleSheet, {
      sheet: 'wiggle',
      what: 'X21.4',
      unit: 'V',
      series,
      marks: marks.map(([at, moved]) => ({ at, moved })),
    }),
  );
}

const marks = [
  [3, 'door shut, handle'],
  [6, ''],
  [9, 'harness in the guide track'],
  [13, ''],
] as const;

describe('a wiggle recording', () => {
  it('follows the harness whose movement makes it jump', () => {
    const answer = recorded(
      [
        [9.5, 0.05],
        [0.8, 4.9],
        [0.7, 0.05],
        [0.8, 4.9],
        [4, 0.05],
      ],
      marks,
    );
    expect(answer.verdict).toBe('follows');
    expect(answer.where).toBe('harness in the guide track');
    expect(answer.changePoints.map((at) => Math.round(at * 10) / 10)).toEqual([9.5, 10.3, 11, 11.8]);
    expect(answer.spread).toBeGreaterThan(4.7);
    expect(answer.robustSpread).toBeLessThan(0.1);
  });

  it('counts drop-outs as events of the stretch in which they fall', () => {
    const answer = recorded(
      [
        [9.6, 0.05],
        [0.3, null],
        [0.6, 0.05],
        [0.3, null],
        [5, 0.05],
      ],
      marks,
    );
    expect([answer.verdict, answer.where, answer.dropOuts]).toEqual([
      'follows',
      'harness in the guide track',
      2,
    ]);
  });

  it('is steady where nothing happens, and unsteady where it happens anywhere', () => {
    expect(recorded([[16, 4.9]], marks).verdict).toBe('steady');
    const anywhere = recorded(
      [
        [1, 0.1],
        [1, 4],
        [2.5, 0.1],
        [1, 4],
        [2, 0.1],
        [1, 4],
        [2, 0.1],
        [1, 4],
        [2, 0.1],
        [1, 4],
      ],
      marks,
    );
    expect(anywhere.verdict).toBe('unsteady');
  });

  it('does not take one change for a habit', () => {
    const once = recorded(
      [
        [10, 0.05],
        [5, 4.9],
      ],
      marks,
    );
    expect(once.verdict).toBe('unsteady');
    expect(once.says).toContain('It changed once');
  });

  it('asks for marks where there are none', () => {
    expect(recorded([[5, 1]], []).verdict).toBe('too short');
  });

  it('finds no change in noise alone, whatever its level', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: -12, max: 14, noNaN: true }),
        (seed, level) => {
          expect(recorded([[16, level]], marks, seed).changePoints).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('finds every step that is well above the noise, near where it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 10, max: 100 }), (seed, at) => {
        const { changePoints } = recorded(
          [
            [at / 10, 1],
            [5, 2],
          ],
          marks,
          seed,
        );
        expect(changePoints.length).toBe(1);
        expect(Math.abs(changePoints[0]! - at / 10)).toBeLessThan(0.35);
      }),
      { numRuns: 60 },
    );
  });

  it('counts a value that leaps away for one moment', () => {
    const answer = recorded(
      [
        [9.5, 0.05],
        [0.1, 4.9],
        [0.9, 0.05],
        [0.1, 4.9],
        [1, 0.05],
        [0.1, 4.9],
        [4, 0.05],
      ],
      marks,
    );
    expect([answer.verdict, answer.where, answer.changePoints]).toEqual([
      'follows',
      'harness in the guide track',
      [],
    ]);
    expect(answer.stretches.find(({ moved }) => moved.startsWith('harness'))!.blips).toBe(3);
  });

  it('takes faster chatter for no less than slow', () => {
    for (const each of [0.8, 0.4, 0.2, 0.1]) {
      const chatter = Array.from({ length: Math.round(4 / each) }, (_, n): Level => [
        each,
        n % 2 ? 4.9 : 0.05,
      ]);
      const answer = recorded([[9, 0.05], ...chatter, [3, 0.05]], marks);
      expect([answer.verdict, answer.where])
        .withContext(`${each} s`)
        .toEqual(['follows', 'harness in the guide track']);
    }
  });

  it('does not call values steady that were typed from 4.1 to 7.9', () => {
    const typed = [4.1, 5.2, 7.9, 6.4, 4.8, 7.1, 5.9, 4.4, 6.8];
    const answer = judgeWiggle(
      check(wiggleSheet, {
        sheet: 'wiggle',
        what: 'X21.4',
        unit: 'V',
        series: typed.map((value, n) => ({ at: 2 * n, value })),
        marks: [{ at: 0, moved: 'harness' }],
      }),
    );
    expect(answer.verdict).toBe('unsteady');
  });
});
