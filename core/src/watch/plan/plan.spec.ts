import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { curedGivenClean } from '../assess.js';
import { planWatch } from './plan.js';
import { type WatchPlan, type WatchPlanRequest, watchPlanRequest } from './schema.js';

const watch = { unit: 'cycles', before: { shown: 6, exposures: 20 }, cleanSince: 0, cured: 0.85 } as const;
const drive = { id: 'drive', counts: 1, cents: 1500 };
const cold = { id: 'cold start', counts: 1, cents: 500, firstOfDay: true, gives: ['cold start'] };

const minutes = (moment: string) => Date.parse(`${moment}Z`) / 60_000;
const at = (plan: WatchPlan) => plan.schedule!.map(({ exposure, at }) => `${exposure} ${at.slice(5)}`);

describe('planWatch', () => {
  it('sets as many as the probability asks for, a separation apart', () => {
    const plan = planWatch({ watch, exposures: [drive], from: '2026-03-09T16:00' });
    expect(at(plan)).toEqual([
      'drive 03-09T16:00',
      'drive 03-09T16:30',
      'drive 03-09T17:00',
      'drive 03-09T17:30',
    ]);
    expect(plan.cents).toBe(6000);
    expect(plan.probability).toBeGreaterThanOrEqual(0.95);
    expect(plan.schedule![2]!.probability).toBeLessThan(0.95);
  });

  it('prefers a hose today to rain next week where a day costs enough, and rain where it does not', () => {
    const wet = (centsPerDay: number) =>
      planWatch({
        watch: { ...watch, cured: 0.96 },
        needs: [{ id: 'wet', count: 1 }],
        exposures: [
          { id: 'hose', counts: 0.8, cents: 2000, gives: ['wet'] },
          { id: 'rain', counts: 1, cents: 0, gives: ['wet'], fromDay: 5, anyDay: true },
        ],
        from: '2026-03-09T09:00',
        centsPerDay,
      });
    expect(at(wet(500))).toEqual(['hose 03-09T09:00']);
    expect(at(wet(100))).toEqual(['rain 03-14T08:00']);
    expect(wet(100).totalCents).toBe(500);
  });

  it('makes one cold start a day, none after the car has run, and skips a Sunday', () => {
    const plan = planWatch({
      watch: { ...watch, cured: 0.99 },
      needs: [{ id: 'cold start', count: 3 }],
      exposures: [cold, drive],
      from: '2026-03-06T10:00',
      lastAt: '2026-03-06T09:00',
      calendar: { weekdays: [1, 2, 3, 4, 5, 6], holidays: [] },
    });
    expect(at(plan)).toEqual(['cold start 03-07T08:00', 'cold start 03-09T08:00', 'cold start 03-10T08:00']);
  });

  it('keeps a day between the first and the last, and counts the first that was made', () => {
    const span = (more: object) =>
      planWatch({
        watch: { ...watch, cured: 0.93 },
        exposures: [drive],
        spanDays: 1,
        from: '2026-03-09T15:10',
        ...more,
      });
    expect(at(span({}))).toEqual(['drive 03-09T15:10', 'drive 03-10T15:30']);
    expect(at(span({ firstAt: '2026-03-09T08:00', lastAt: '2026-03-09T08:00' }))).toEqual([
      'drive 03-10T08:00',
    ]);
    expect(at(span({ firstAt: '2026-03-08T08:00', lastAt: '2026-03-09T15:00' }))).toEqual([
      'drive 03-09T15:30',
    ]);
  });

  it('has nothing to do where it is proven, and no plan where nothing reaches it', () => {
    expect(
      planWatch({ watch: { ...watch, cured: 0.96 }, exposures: [drive], from: '2026-03-09T09:00' }).schedule,
    ).toEqual([]);
    const lost = planWatch({
      watch,
      needs: [{ id: 'rain', count: 1 }],
      exposures: [drive],
      from: '2026-03-09T09:00',
    });
    expect([lost.schedule, lost.readyAt, lost.optimal]).toEqual([null, null, true]);
    expect(
      planWatch({ watch, exposures: [{ ...drive, counts: 0 }], from: '2026-03-09T09:00' }).schedule,
    ).toBeNull();
  });

  it('is the cheapest of all, by trying every one', () => {
    fc.assert(
      fc.property(smallRequest, (request) => {
        const plan = planWatch(check(watchPlanRequest, request));
        const best = exhaustive(request);
        expect(plan.optimal).toBeTrue();
        if (best === null) return expect(plan.schedule).toBeNull();
        expect(plan.totalCents).toBe(best);
        expectKept(request, plan);
      }),
      { numRuns: 40 },
    );
  });

  it('is planned at once with eight kinds and forty exposures', () => {
    const kinds = Array.from({ length: 8 }, (_, n) => ({
      id: `k${n}`,
      counts: 0.2 + 0.1 * n,
      cents: 300 + 170 * ((n * 5) % 8),
      gives: [`n${n % 3}`],
      perDay: 1 + (n % 3),
    }));
    const plan = planWatch({
      watch: { unit: 'cycles', before: { shown: 2, exposures: 40 }, cleanSince: 0, cured: 0.8, target: 0.99 },
      exposures: kinds,
      needs: [0, 1, 2].map((n) => ({ id: `n${n}`, count: 2 })),
      from: '2026-03-09T09:00',
      centsPerDay: 400,
    });
    expect(plan.probability).toBeGreaterThanOrEqual(0.99);
  });

  it('refuses what cannot be, naming the place', () => {
    const wrong = (more: object) => () =>
      check(watchPlanRequest, { watch, exposures: [drive], from: '2026-03-09T09:00', ...more });
    expect(wrong({ from: '2026-02-30T09:00' })).toThrowError('from: the calendar has no such day');
    expect(wrong({ from: 'tomorrow' })).toThrowError(/^from: expected a day and a time/);
    expect(wrong({ exposures: [drive, drive] })).toThrowError('exposures[1].id: "drive" is used twice');
    expect(wrong({ firstAt: '2026-03-09T10:00', lastAt: '2026-03-08T10:00' })).toThrowError(
      'lastAt: the last exposure lies before the first',
    );
    expect(wrong({ opens: '19:00' })).toThrowError('closes: it closes before it opens');
  });
});

/** Two days of three slots or three of two, up to three kinds. */
const smallRequest = fc
  .record({
    cured: fc.double({ min: 0.6, max: 0.94, noNaN: true }),
    shown: fc.integer({ min: 4, max: 20 }),
    kinds: fc.array(
      fc.record({
        counts: fc.constantFrom(0.2, 0.5, 0.8, 1),
        cents: fc.integer({ min: 0, max: 3000 }),
        perDay: fc.option(fc.integer({ min: 1, max: 2 })),
        firstOfDay: fc.boolean(),
        fromDay: fc.constantFrom(0, 0, 1),
        gives: fc.subarray(['a', 'b']),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    needs: fc.subarray([
      { id: 'a', count: 1 },
      { id: 'b', count: 2 },
    ]),
    late: fc.boolean(),
    centsPerDay: fc.constantFrom(0, 700),
    spanDays: fc.constantFrom(0, 0, 1),
    made: fc.boolean(),
  })
  .map(({ cured, shown, kinds, late, made, ...rest }): WatchPlanRequest => ({
    watch: { unit: 'cycles', before: { shown, exposures: 20 }, cleanSince: 0, cured },
    exposures: kinds.map((kind, n) => ({ id: `k${n}`, ...kind })),
    ...rest,
    from: late ? '2026-03-09T08:40' : '2026-03-09T07:00',
    ...(made ? { firstAt: '2026-03-09T06:50', lastAt: '2026-03-09T06:50' } : {}),
    opens: '08:00',
    closes: '08:59',
    separationMinutes: 30,
    days: 3,
  }));

interface Slot {
  readonly day: number;
  readonly at: number;
}

/** The slots as the words of the schema have them, written down without the planner. */
function slotsOf({ from, lastAt }: WatchPlanRequest): Slot[] {
  const slots: Slot[] = [];
  const earliest = Math.max(minutes(from), lastAt ? minutes(lastAt) + 30 : 0);
  for (let day = 0; day < 3; day++) {
    const open = minutes(`2026-03-${String(9 + day).padStart(2, '0')}T08:00`);
    for (let at = Math.max(open, earliest); at <= open + 59; at += 30) slots.push({ day, at });
  }
  return slots;
}

/** Every choice for every slot: the least of what reaches all. */
function exhaustive(request: WatchPlanRequest): number | null {
  const slots = slotsOf(request);
  const { exposures } = request;
  let best: number | null = null;
  const chosen: (number | null)[] = [];
  const walk = (n: number): void => {
    if (n === slots.length) {
      const cents = priceIfKept(request, slots, chosen);
      if (cents !== null && (best === null || cents < best)) best = cents;
      return;
    }
    for (const choice of [null, ...exposures.keys()]) {
      chosen[n] = choice;
      walk(n + 1);
    }
  };
  walk(0);
  return best;
}

function priceIfKept(
  { watch: own, exposures, needs, centsPerDay, spanDays, firstAt, lastAt }: WatchPlanRequest,
  slots: readonly Slot[],
  chosen: readonly (number | null)[],
): number | null {
  const made = chosen.flatMap((kind, n) =>
    kind === null ? [] : [{ ...exposures[kind]!, kind, ...slots[n]! }],
  );
  for (const [n, one] of made.entries()) {
    const today = made.filter(({ day }) => day === one.day);
    if (one.day < (one.fromDay ?? 0)) return null;
    if (today.filter(({ kind }) => kind === one.kind).length > (one.perDay ?? Infinity)) return null;
    if (one.firstOfDay && (made[n - 1]?.day === one.day || (one.day === 0 && lastAt))) return null;
  }
  if (curedGivenClean(own, made.reduce((sum, { counts }) => sum + counts, 0) + 1e-7) < 0.95) return null;
  for (const { id, count } of needs ?? [])
    if (made.filter(({ gives }) => gives?.includes(id)).length < count) return null;
  if (spanDays) {
    const first = firstAt ? minutes(firstAt) : made[0]?.at;
    const last = made.at(-1)?.at;
    if (first === undefined || last === undefined || last - first < spanDays * 1440) return null;
  }
  return made.reduce((sum, { cents }) => sum + cents, 0) + (centsPerDay ?? 0) * (made.at(-1)?.day ?? 0);
}

/** The plan's own schedule keeps every rule. */
function expectKept(request: WatchPlanRequest, plan: WatchPlan): void {
  const slots = slotsOf(request);
  const chosen: (number | null)[] = slots.map(() => null);
  for (const { exposure, at } of plan.schedule!) {
    const slot = slots.findIndex((own) => own.at === minutes(at));
    expect(slot).withContext(at).toBeGreaterThanOrEqual(0);
    expect(chosen[slot]).toBeNull();
    chosen[slot] = request.exposures.findIndex(({ id }) => id === exposure);
  }
  expect(priceIfKept(request, slots, chosen)).toBe(plan.totalCents);
}
