import { check } from '../../refusal/index.js';
import { hidesChance, movedElements } from './epochs.js';
import { nextTests } from '../plan/next-tests.js';
import { traceCase } from '../model/schema.js';

const look = (id: string, element: string) => ({
  id,
  kind: 'inspect',
  element,
  minutes: 1,
  finds: 0.9,
  falseAlarm: 0.1,
});
const plan = (more: object = {}) =>
  nextTests(
    check(traceCase, {
      circuit: {
        elements: [{ id: 'C', kind: 'contact', pins: ['p', 'q'], ohms: 0.01, connector: 'X1' }],
      },
      suspects: [
        { id: 'plug', element: 'C', mode: 'open', weight: 1 },
        { id: 'lamp', element: 'LP', mode: 'open', weight: 1 },
        { id: 'fuse', element: 'F', mode: 'open', weight: 1 },
      ],
      outsideWeight: 0,
      tests: [
        { ...look('unplug', 'LP'), state: { unplugged: ['X1'] } },
        { id: 'swap', kind: 'swap', element: 'LP', minutes: 5 },
        look('fuse', 'F'),
        look('lamp', 'LP'),
      ],
      repairs: ['C', 'LP', 'F'].map((element) => ({ element, minutes: 5, priceCents: 0 })),
      ...more,
    }),
  );
const p = (result: ReturnType<typeof plan>, id: string) =>
  result.suspects.find((suspect) => suspect.id === id)!.probability;

describe('what a test moves', () => {
  it('has the contact that is unplugged by its own name', () => {
    const contact = { id: 'C2', kind: 'contact' as const, pins: ['p', 'q'] as [string, string], ohms: 0.01 };
    const test = {
      id: 't',
      kind: 'inspect' as const,
      element: 'LP',
      minutes: 1,
      state: { unplugged: ['C2'] },
    };
    expect([...movedElements(test, [contact])]).toEqual(['LP', 'C2']);
  });
});

describe('reading epochs', () => {
  it('asks after unplugging whether the fault still shows, and after a swap only where it is gone', () => {
    const unplug = { test: 'unplug', found: false };
    expect(plan({ readings: [unplug] }).asks).toEqual({ after: 'unplug' });
    expect(plan({ readings: [unplug], epochs: [{ after: 'unplug', shows: true }] }).asks).toBeNull();
    expect(plan({ readings: [{ test: 'swap', gone: true }] }).asks).toEqual({ after: 'swap' });
    expect(plan({ readings: [{ test: 'swap', moved: false }] }).asks).toBeNull();
    expect(plan({ readings: [{ test: 'fuse', found: false }] }).asks).toBeNull();
  });

  it('does not count what is read while the fault is gone, and offers it again when it is back', () => {
    const readings = [
      { test: 'unplug', found: false },
      { test: 'fuse', found: true },
    ];
    const gone = plan({ readings, epochs: [{ after: 'unplug', shows: false }] });
    expect([gone.hidden, gone.unheard]).toEqual([true, ['fuse']]);
    expect(p(gone, 'fuse')).toBe(
      p(plan({ readings: [readings[0]], epochs: [{ after: 'unplug', shows: false }] }), 'fuse'),
    );
    expect(gone.next.some((one) => one.action === 'test' && one.test === 'fuse')).toBeFalse();

    const back = plan({
      readings,
      epochs: [
        { after: 'unplug', shows: false },
        { after: 'unplug', shows: true, from: 2 },
      ],
    });
    expect([back.hidden, back.unheard]).toEqual([false, ['fuse']]);
    expect(back.next.some((one) => one.action === 'test' && one.test === 'fuse')).toBeTrue();
  });

  it('keeps each answer where it was given, also when its test was made again', () => {
    const readings = [
      { test: 'unplug', found: false },
      { test: 'fuse', found: true },
      { test: 'unplug', found: false },
      { test: 'lamp', found: false },
    ];
    const epochs = [
      { after: 'unplug', shows: false, from: 1 },
      { after: 'unplug', shows: true, from: 2 },
      { after: 'unplug', shows: true, from: 3 },
    ];
    const result = plan({ readings, epochs });
    expect([result.unheard, result.hidden, result.asks]).toEqual([['fuse'], false, null]);
    expect(plan({ readings, epochs: epochs.slice(0, 2) }).asks).toEqual({ after: 'unplug' });
  });

  it('takes the vanishing itself for evidence against what was moved, by hand', () => {
    const result = plan({
      readings: [{ test: 'unplug', found: false }],
      epochs: [{ after: 'unplug', shows: false }],
    });
    // Looked at: LP, not found (.1 under the lamp, .9 else); moved: LP and the contact of X1.
    const raw = {
      plug: 0.9 * hidesChance.moved,
      lamp: 0.1 * hidesChance.moved,
      fuse: 0.9 * hidesChance.other,
    };
    const total = raw.plug + raw.lamp + raw.fuse;
    for (const [id, value] of Object.entries(raw)) expect(p(result, id)).toBeCloseTo(value / total, 12);
  });

  it('does not count what is read while the fault is away by itself, from the very first on', () => {
    const readings = [
      { test: 'fuse', found: true },
      { test: 'lamp', found: true },
    ];
    const away = { shows: false, from: 0 };
    const waiting = plan({ epochs: [away] });
    expect([waiting.hidden, waiting.asks]).toEqual([true, null]);
    // Nobody moved anything: that it went accuses none.
    expect(p(waiting, 'plug')).toBe(p(plan({}), 'plug'));
    const back = plan({ readings, epochs: [away, { shows: true, from: 1 }] });
    expect([back.hidden, back.unheard]).toEqual([false, ['fuse']]);
    expect(p(back, 'lamp')).toBe(p(plan({ readings: [readings[1]] }), 'lamp'));
    expect(() => plan({ epochs: [{ shows: false }] })).toThrowError(/epochs\[0\]\.from: an epoch needs/);
  });

  it('refuses an answer about a test that is not there', () => {
    expect(() => plan({ epochs: [{ after: 'dance', shows: true }] })).toThrowError(
      /epochs\[0\]\.after: no test "dance"/,
    );
  });
});
