import { check } from '../../refusal/index.js';
import { nextTests } from '../plan/next-tests.js';
import { coveredBy, optionsDone, repairOf, repairOptions } from './repair-options.js';
import { traceCase } from './schema.js';

const plug = { element: 'C', minutes: 10, priceCents: 0 };
const made = (more: object) =>
  check(traceCase, {
    circuit: { elements: [] },
    suspects: [
      { element: 'C', mode: 'resistive', weight: 6 },
      { element: 'SWITCH', mode: 'stuckOpen', weight: 2 },
      { element: 'MOTOR', mode: 'open', weight: 2 },
    ],
    outsideWeight: 0,
    hourlyRateCents: 6000,
    wrongPartCents: 1000,
    outsideCents: 20_000,
    tests: [],
    repairs: [
      { ...plug, method: 'clean', succeeds: 0.5 },
      { ...plug, method: 'replace', priceCents: 2000 },
      { element: 'SWITCH', minutes: 30, priceCents: 3000, method: 'replace' },
      { element: 'LATCH', minutes: 30, priceCents: 9000, method: 'replace', covers: ['SWITCH', 'MOTOR'] },
    ],
    ...more,
  });
const names = (source: ReturnType<typeof made>) =>
  nextTests(source).next.map((action) =>
    action.action === 'repair' ? [action.element, action.method].join(' ') : action.test,
  );
const p = (source: ReturnType<typeof made>, element: string) =>
  nextTests(source).suspects.find((suspect) => suspect.element === element)!.probability;

describe('repairs as they are bought', () => {
  it('are one option for every method, and cover what comes with them', () => {
    expect(
      repairOptions(made({}), 6000).map(({ element, cents, covers }) => [element, cents, covers]),
    ).toEqual([
      ['C', 1000, ['C']],
      ['C', 3000, ['C']],
      ['SWITCH', 6000, ['SWITCH']],
      ['LATCH', 12_000, ['LATCH', 'SWITCH', 'MOTOR']],
    ]);
  });

  it('leave the next method on offer where one has failed, and keep what its chance to fail leaves', () => {
    const failed = made({ done: [{ element: 'C', method: 'clean', cured: false }] });
    // 6 · (1 − 0.5) beside 2 and 2.
    expect(p(failed, 'C')).toBeCloseTo(3 / 7, 12);
    expect(names(failed)).toContain('C replace');
    expect(names(failed)).not.toContain('C clean');
    const both = made({
      done: [
        { element: 'C', cured: false },
        { element: 'C', cured: false },
      ],
    });
    // First the cheaper of the two, then the other: 6 · 0.5 · 0.02.
    expect(p(both, 'C')).toBeCloseTo(0.06 / 4.06, 12);
    expect(names(both)).toEqual(['LATCH replace', 'SWITCH replace']);
  });

  it('are never out of the list while one is untried', () => {
    const done = [
      { element: 'SWITCH', cured: false },
      { element: 'LATCH', cured: false },
      { element: 'C', method: 'replace', cured: false },
    ];
    expect(names(made({ done }))).toEqual(['C clean']);
    expect(names(made({ done: [...done, { element: 'C', cured: false }] }))).toEqual([]);
  });

  it('cost what is bought, with the chance that it succeeds, by hand', () => {
    const cents = (element: string, method: string, outsideCents = 10_000) =>
      nextTests(made({ outsideCents })).next.find(
        (action) => action.action === 'repair' && action.element === element && action.method === method,
      )!.expectedCents;
    // The unit: 12,000, and for the other 0.6 a charge and the plug. Of that the cheaper is the sure way:
    // (3000 + 1000)/1 against (1000 + 1000)/0.5, a tie that goes in their order: cleaned for 1000 and half of
    // the time a charge of 1000 · 0.5; then 0.5 · 3000 and no charge.
    expect(cents('LATCH', 'replace')).toBe(12_000 + 0.6 * 1000 + 0.6 * (1000 + 500 + 1500));
    // Where it costs nothing to leave it to somebody else, nobody renews for 1500 what cleaning did not cure.
    expect(cents('LATCH', 'replace', 0)).toBe(12_000 + 0.6 * 1000 + 0.6 * (1000 + 500));
  });

  it('add up the probabilities of what a unit covers where somebody is bound to be sure', () => {
    const guarded = made({
      guarded: true,
      suspects: [
        { element: 'SWITCH', mode: 'stuckOpen', weight: 5 },
        { element: 'MOTOR', mode: 'open', weight: 5 },
      ],
    });
    const first = nextTests(guarded).next[0]!;
    expect(first).toEqual(
      jasmine.objectContaining({ action: 'repair', element: 'LATCH', covers: ['SWITCH', 'MOTOR'] }),
    );
  });

  it('are found again by the action that calls for them', () => {
    const source = made({});
    expect(repairOf(source, { element: 'C', method: 'replace' })!.priceCents).toBe(2000);
    expect(repairOf(source, { element: 'LATCH', covers: ['MOTOR', 'SWITCH'] })!.minutes).toBe(30);
    expect(repairOf(source, { element: 'X' })).toBeUndefined();
  });

  it('tell which of them was done where a method is named that the case does not have', () => {
    const options = repairOptions(made({}), 6000);
    expect(
      optionsDone(options, [
        { element: 'C', method: 'retension', cured: false },
        { element: 'X', cured: false },
        { element: 'C', method: 'replace', cured: false },
      ]),
    ).toEqual([0, -1, 1]);
  });
});

describe('what a repair covers', () => {
  it('is what comes with it, where it was done in that way', () => {
    const source = made({});
    expect(coveredBy(source, { element: 'LATCH', method: 'replace' })).toEqual(['LATCH', 'SWITCH', 'MOTOR']);
    expect(coveredBy(source, { element: 'LATCH', method: 'clean' })).toEqual(['LATCH']);
    expect(coveredBy(source, { element: 'X' })).toEqual(['X']);
    // Cleaned it may have been, but that does nothing for the motor: 6 · 1 beside 2 and 2.
    const cleaned = made({ done: [{ element: 'LATCH', method: 'clean', cured: false }] });
    expect(p(cleaned, 'MOTOR')).toBeCloseTo(0.2, 12);
  });
});

describe('findings that contradict each other', () => {
  const look = (id: string, element: string) => ({
    id,
    kind: 'inspect',
    element,
    minutes: 1,
    finds: 1,
    falseAlarm: 0,
  });
  const seen = (readings: object[]) =>
    nextTests(
      made({ tests: [look('plug', 'C'), look('switch', 'SWITCH'), look('motor', 'MOTOR')], readings }),
    );

  it('leave beliefs that follow from what was found, and say which to look at again', () => {
    const both = seen([
      { test: 'plug', found: true },
      { test: 'switch', found: true },
    ]);
    expect(both.again).toBe('switch');
    expect(both.contradiction).toBeTrue();
    expect(both.suspects[0]!.element).toBe('C');
    expect(both.suspects[0]!.probability).toBeCloseTo(0.75, 9);
  });

  it('ask nothing again where they fit', () => {
    const one = seen([{ test: 'plug', found: false }]);
    expect([one.again, one.contradiction]).toEqual([null, false]);
    expect(one.suspects.find(({ element }) => element === 'C')!.probability).toBeLessThan(1e-9);
  });
});
