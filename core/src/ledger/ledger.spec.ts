import fc from 'fast-check';
import { finish } from '../progress/index.js';
import { check } from '../refusal/index.js';
import { accessGraph, doable } from './graph.js';
import { countLedger, planLedger, planningLedger } from './index.js';
import { type AccessStep, ledgerPlanRequest, type LedgerPlanRequest } from './schema.js';

/** Whether an order can be done: each step has an alternative among those before it. */
function sound(steps: readonly AccessStep[], order: readonly string[]): boolean {
  const done = new Set<string>();
  return order.every((id) => {
    const { needs } = steps.find((step) => step.id === id)!;
    const free = !needs || needs.length === 0 || needs.some((way) => way.every((need) => done.has(need)));
    done.add(id);
    return free;
  });
}

/** By trying every set of steps. */
function exhaustive({ steps, targets }: LedgerPlanRequest): number | null {
  const graph = accessGraph(steps);
  let best: number | null = null;
  for (let bits = 0; bits < 1 << steps.length; bits++) {
    const set = new Set(steps.flatMap((_, n) => ((bits >> n) & 1 ? [n] : [])));
    if (!targets.every((id) => set.has(graph.places.get(id)!))) continue;
    if (doable(graph, set).length !== set.size) continue;
    const minutes = [...set].reduce((sum, n) => sum + steps[n]!.minutes, 0);
    if (best === null || minutes < best) best = minutes;
  }
  return best;
}

const anyGraph = (most: number) =>
  fc.integer({ min: 1, max: most }).chain((count) => {
    const ids = Array.from({ length: count }, (_, n) => `s${n}`);
    const step = (id: string) =>
      fc.record({
        id: fc.constant(id),
        minutes: fc.integer({ min: 0, max: 20 }),
        needs: fc.array(fc.subarray(ids, { maxLength: Math.min(3, count) }), { maxLength: 3 }),
      });
    return fc.record({
      steps: fc.tuple(...ids.map(step)) as fc.Arbitrary<AccessStep[]>,
      targets: fc.subarray(ids, { minLength: 1 }),
      try: fc.option(fc.record({ needs: fc.subarray(ids) })),
    });
  });

describe('planLedger', () => {
  const door: AccessStep[] = [
    {
      id: 'trim',
      minutes: 6,
      fasteners: [
        { kind: 'clip', count: 8 },
        { kind: 'screw', drive: 'T20', count: 3 },
      ],
    },
    { id: 'glass down', minutes: 1 },
    { id: 'film', minutes: 4, needs: [['trim']] },
    {
      id: 'latch',
      minutes: 5,
      needs: [['film', 'glass down']],
      fasteners: [{ kind: 'bolt', drive: 'T30', count: 3, oneTime: true }],
    },
    { id: 'mirror', minutes: 3, needs: [['trim'], ['cap']] },
    { id: 'cap', minutes: 2 },
  ];

  it('finds the way that serves all targets at once, and the tools for it', () => {
    const plan = planLedger({ steps: door, targets: ['latch', 'mirror'] });
    // The trim is off for the latch anyway: the cap need not come off for the mirror. 6 + 1 + 4 + 5 + 3.
    expect([plan.minutes, plan.optimal, plan.tools]).toEqual([19, true, ['T20', 'T30']]);
    expect(plan.oneTime).toEqual([{ kind: 'bolt', drive: 'T30', count: 3 }]);
    expect(plan.order).not.toContain('cap');
    expect(plan.refit).toEqual([...plan.order].reverse());
    expect(planLedger({ steps: door, targets: ['mirror'] }).order).toEqual(['cap', 'mirror']);
  });

  it('tries as early as it can be tried, with no more closed than that needs', () => {
    const plan = planLedger({ steps: door, targets: ['latch', 'mirror'], try: { needs: ['latch'] } });
    expect([plan.refit[0], plan.tryAfter]).toEqual(['latch', 'latch']);
    expect(planLedger({ steps: door, targets: ['mirror'], try: { needs: ['latch'] } }).tryAfter).toBeNull();
    // What needs the film closed needs the latch back first.
    const film = planLedger({ steps: door, targets: ['latch', 'mirror'], try: { needs: ['film'] } });
    expect([film.refit.slice(0, 2), film.tryAfter]).toEqual([['latch', 'film'], 'film']);
  });

  it('refuses what cannot be reached, is not there, or stands twice', () => {
    const ring: AccessStep[] = [
      { id: 'a', minutes: 1, needs: [['b']] },
      { id: 'b', minutes: 1, needs: [['a']] },
    ];
    expect(() => planLedger({ steps: ring, targets: ['a'] })).toThrowError(
      'targets[0]: "a" cannot be reached by any of its alternatives',
    );
    expect(() => planLedger({ steps: ring, targets: ['c'] })).toThrowError(
      'targets[0]: there is no step "c"',
    );
    expect(() => planLedger({ steps: [{ id: 'a', minutes: 1, needs: [['x']] }], targets: [] })).toThrowError(
      'steps[0].needs[0][0]: there is no step "x"',
    );
    expect(() => planLedger({ steps: [...ring, ...ring], targets: [] })).toThrowError(
      'steps[2].id: "a" stands twice',
    );
    expect(() => check(ledgerPlanRequest, { steps: [{ id: 'a', minutes: -1 }], targets: [] })).toThrowError(
      'steps[0].minutes: expected a number of at least 0, got -1',
    );
  });

  it('is as short as the shortest of all sets, over graphs with rings', () => {
    fc.assert(
      fc.property(anyGraph(9), (request) => {
        const least = exhaustive(request);
        if (least === null) {
          expect(() => planLedger(request)).toThrowError(/cannot be reached/);
          return;
        }
        const plan = planLedger(request);
        expect([plan.minutes, plan.optimal]).toEqual([least, true]);
      }),
      { numRuns: 2000 },
    );
  });

  it('gives orders that can be done, and keeps what is open within reach on the way back', () => {
    fc.assert(
      fc.property(anyGraph(10), (request) => {
        if (exhaustive(request) === null) return;
        const { order, refit, tryAfter } = planLedger(request);
        expect(sound(request.steps, order)).toBeTrue();
        expect([...refit].sort()).toEqual([...order].sort());
        for (let n = 0; n <= refit.length; n++)
          expect(sound(request.steps, [...refit.slice(n)].reverse())).toBeTrue();
        const tried = (request.try?.needs ?? []).filter((id) => order.includes(id));
        const last = tried.map((id) => refit.indexOf(id)).reduce((a, b) => Math.max(a, b), -1);
        expect(tryAfter).toBe(last === -1 ? null : refit[last]!);
      }),
      { numRuns: 500 },
    );
  });

  it('closes no more than it must before the try', () => {
    fc.assert(
      fc.property(anyGraph(8), (request) => {
        if (exhaustive(request) === null || !request.try) return;
        const { order, refit, tryAfter } = planLedger(request);
        if (tryAfter === null) return;
        const graph = accessGraph(request.steps);
        const minutesOf = (ids: readonly string[]) =>
          ids.reduce((sum, id) => sum + request.steps[graph.places.get(id)!]!.minutes, 0);
        const closed = minutesOf(refit.slice(0, refit.indexOf(tryAfter) + 1));
        const tried = new Set(request.try.needs);
        for (let bits = 0; bits < 1 << order.length; bits++) {
          const open = order.filter((id, n) => (bits >> n) & 1 && !tried.has(id));
          const set = new Set(open.map((id) => graph.places.get(id)!));
          if (doable(graph, set).length === set.size)
            expect(minutesOf(order) - minutesOf(open)).toBeGreaterThanOrEqual(closed - 1e-9);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('gives the best it has found where its work runs out, and says so', () => {
    const wide: AccessStep[] = Array.from({ length: 40 }, (_, n) => ({
      id: `s${n}`,
      minutes: 1 + ((n * 7) % 11),
      needs: n < 8 ? [] : [[`s${n - 8}`, `s${n - 5}`], [`s${n - 3}`], [`s${n - 7}`, `s${n - 2}`]],
    }));
    const request = { steps: wide, targets: ['s39', 's38', 's30'] };
    const full = planLedger(request);
    expect(full.optimal).toBeTrue();
    const cut = finish(planningLedger(request, 1));
    expect(cut.minutes).toBeGreaterThanOrEqual(full.minutes);
    expect(sound(wide, cut.order)).toBeTrue();
  });
});

describe('countLedger', () => {
  it('counts by bag, kind and drive, what is left over and what is missing', () => {
    expect(
      countLedger({
        removed: [
          { bag: '1', kind: 'screw', drive: 'T20', count: 4 },
          { bag: '1', kind: 'screw', drive: 'T20', count: 2 },
          { bag: '2', kind: 'clip', count: 8 },
        ],
        refitted: [
          { bag: '1', kind: 'screw', drive: 'T20', count: 5 },
          { bag: '2', kind: 'clip', drive: null, count: 8 },
          { bag: '3', kind: 'nut', count: 1 },
        ],
      }),
    ).toEqual({
      rows: [
        { bag: '1', kind: 'screw', drive: 'T20', removed: 6, refitted: 5, difference: -1 },
        { bag: '2', kind: 'clip', drive: null, removed: 8, refitted: 8, difference: 0 },
        { bag: '3', kind: 'nut', drive: null, removed: 0, refitted: 1, difference: 1 },
      ],
      even: false,
    });
    expect(countLedger({ removed: [], refitted: [] })).toEqual({ rows: [], even: true });
  });
});
