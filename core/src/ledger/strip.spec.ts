import fc from 'fast-check';
import { mapPart, mapStep, stripPlan, tailgateMap } from '../testing/access.js';
import type { AccessMap } from './access-map.js';
import { powerBatches } from './batches.js';
import { accessGraph, doable } from './graph.js';
import {
  bagFor,
  checkMap,
  checkWay,
  type LedgerEntry,
  type LedgerEntryData,
  type LedgerState,
  ledgerState,
  modesAt,
  needsOfWay,
  notYetBack,
  type StripPlanData,
  stepsTo,
  type TryData,
  wayOf,
} from './index.js';
import { stepsOf } from './map-steps.js';

const motor = [{ part: 'motor', work: 'exchange' as const }];
const planId = '01950000-0000-7000-8000-000000000001';

/** A car that is taken apart entry by entry, ten minutes each. */
class Work {
  private seq = 0;
  readonly entries: LedgerEntry[] = [];
  private readonly waits: Parameters<typeof ledgerState>[0]['waits'][number][] = [];
  private readonly tries: Parameters<typeof ledgerState>[0]['tries'][number][] = [];

  constructor(readonly plan: StripPlanData) {}

  private stamp() {
    const seq = ++this.seq;
    return { id: `id-${seq}`, seq, personId: 'p', recordedAt: this.now };
  }
  get now(): string {
    return new Date(Date.UTC(2026, 2, 9, 8, this.seq * 10)).toISOString();
  }
  get state(): LedgerState {
    return ledgerState({ plan: this.plan, entries: this.entries, waits: this.waits, tries: this.tries });
  }
  enter(as: 'off' | 'on', step: string, more: Partial<LedgerEntryData> = {}): this {
    const bag = as === 'off' ? bagFor(this.state, this.entries, 'tailgate') : null;
    this.entries.push({ planId, step, as, bag, ...more, ...this.stamp() });
    return this;
  }
  off(...steps: string[]): this {
    for (const step of steps) this.enter('off', step);
    return this;
  }
  on(...steps: string[]): this {
    for (const step of steps) this.enter('on', step);
    return this;
  }
  wait(minutes: number, over: string | null): this {
    this.waits.push({ planId, what: 'sealant', minutes, over, ...this.stamp() });
    return this;
  }
  triedOnTheWay(result: 'works' | 'fails'): this {
    const modes = this.state.disturbed!.modes!.map((mode) => ({ mode, result }));
    this.tries.push({ planId, part: 'disturbed', moment: 'closed', modes, ...this.stamp() });
    return this;
  }
  tried(moment: TryData['moment'], fails: readonly string[] = [], part = 'motor'): this {
    const own = this.state.parts.find((one) => one.part.id === part)!.part;
    const modes = modesAt(own, moment).map((mode) => ({
      mode,
      result: fails.includes(mode) ? ('fails' as const) : ('works' as const),
    }));
    this.tries.push({ planId, part, moment, modes, ...this.stamp() });
    return this;
  }
}

describe('a way through an access map', () => {
  it('takes the cheaper side, and the other where a step will not come off', () => {
    const way = wayOf(tailgateMap, { targets: motor });
    // 5 for the lower trim, 3 for the film, 1 for the plug, 3 for the motor.
    expect(way).toEqual({
      minutes: 12,
      order: ['lower-trim', 'film', 'plug', 'motor'],
      optimal: true,
    });
    expect(wayOf(tailgateMap, { targets: motor, without: ['lower-trim'] }).minutes).toBe(19);
    // What is off already costs nothing.
    expect(wayOf(tailgateMap, { targets: motor, gained: ['upper-trim'] }).order).not.toContain('lower-trim');
    expect(() => wayOf(tailgateMap, { targets: motor, without: ['film'] })).toThrowError(
      /nothing leads to the motor/,
    );
  });

  it('lists the drives, what is used once, and which steps a part needs', () => {
    const { order } = wayOf(tailgateMap, { targets: motor });
    expect(needsOfWay(tailgateMap, order)).toEqual({
      tools: ['T20', '10'],
      oneTime: [{ kind: 'bolt', drive: '10', count: 3 }],
      materials: [],
      preconditions: [],
    });
    expect(stepsTo(tailgateMap, order, 'motor')).toEqual(order);
    expect(stepsTo(tailgateMap, order, 'film')).toEqual(['lower-trim', 'film']);
    expect(stepsTo(tailgateMap, order, 'upper-trim')).toEqual([]);
  });

  it('is refused where it cannot be gone, does not reach its part, or claims other minutes', () => {
    const way = wayOf(tailgateMap, { targets: motor });
    const says = (change: Partial<typeof way>) => () =>
      checkWay(tailgateMap, { targets: motor }, { ...way, ...change });
    expect(says({})).not.toThrow();
    expect(says({ order: ['film', 'lower-trim', 'plug', 'motor'] })).toThrowError(/not within reach/);
    expect(says({ order: way.order.slice(0, 3), minutes: 9 })).toThrowError(/does not reach/);
    expect(says({ order: [...way.order, 'film'] })).toThrowError(/stands twice/);
    expect(says({ minutes: 2 })).toThrowError(/12 minutes/);
    expect(() => checkWay(tailgateMap, { targets: motor, without: ['film'] }, way)).toThrowError(/left out/);
    expect(says({ order: ['constructor'] })).toThrowError(/no step/);
  });

  it('refuses a map whose steps are not there, stand twice or need each other', () => {
    const map =
      (steps: AccessMap['steps'], parts: AccessMap['parts'] = []) =>
      () =>
        checkMap({ ...tailgateMap, steps, parts });
    expect(map([mapStep('a', 1), mapStep('a', 1)])).toThrowError(/stands twice/);
    expect(map([mapStep('a', 1, { needs: [['gone']] })])).toThrowError(/steps\[0\].needs\[0\]\[0\]/);
    expect(map([mapStep('a', 1, { needs: [['b']] }), mapStep('b', 1, { needs: [['a']] })])).toThrowError(
      /cannot be reached/,
    );
    expect(map([], [mapPart('p', [], { tryNeeds: ['gone'] })])).toThrowError(/parts\[0\].tryNeeds/);
    expect(() => checkMap(tailgateMap)).not.toThrow();
  });

  it('changes the supply as seldom as its steps allow', () => {
    const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
    const world = fc.record({
      needs: fc.tuple(...ids.map((_, n) => fc.subarray(ids.slice(0, n).map((_own, place) => place)))),
      power: fc.tuple(...ids.map(() => fc.constantFrom('on' as const, 'dead' as const, null))),
      begins: fc.constantFrom('on' as const, 'dead' as const),
    });
    const changesOf = (states: readonly ('on' | 'dead' | null)[], begins: 'on' | 'dead') => {
      const told = states.filter((state) => state !== null);
      const [first] = told;
      return (
        told.filter((state, n) => n > 0 && state !== told[n - 1]).length +
        (first !== undefined && first !== begins ? 1 : 0)
      );
    };
    const fewest = (
      needs: readonly number[][],
      power: readonly ('on' | 'dead' | null)[],
      begins: 'on' | 'dead',
    ): number => {
      let best = Infinity;
      const go = (done: number[]): void => {
        if (done.length === ids.length) {
          best = Math.min(
            best,
            changesOf(
              done.map((step) => power[step]!),
              begins,
            ),
          );
          return;
        }
        for (let step = 0; step < ids.length; step++)
          if (!done.includes(step) && needs[step]!.every((need) => done.includes(need))) go([...done, step]);
      };
      go([]);
      return best;
    };
    fc.assert(
      fc.property(world, ({ needs, power, begins }) => {
        const graph = { needs: needs.map((own) => (own.length === 0 ? [] : [own])) };
        const batches = powerBatches(
          graph,
          ids.map((_, n) => n),
          (step) => power[step]!,
          begins,
        );
        const order = batches.flatMap(({ steps }) => steps);
        expect([...order].sort()).toEqual(ids.map((_, n) => n));
        const done = new Set<number>();
        for (const step of order) {
          expect(needs[step]!.every((need) => done.has(need))).toBeTrue();
          done.add(step);
        }
        expect(
          changesOf(
            order.map((step) => power[step]!),
            begins,
          ),
        ).toBe(fewest(needs, power, begins));
      }),
      { numRuns: 120 },
    );
  });
});

describe('the ledger of a car that is taken apart', () => {
  const work = () => new Work(stripPlan(tailgateMap, motor));

  it('goes from off over fit, try and back to counts that come out even', () => {
    const own = work();
    expect([own.state.phase, own.state.left[0]]).toEqual(['off', 'lower-trim']);
    own.off('lower-trim', 'film', 'plug', 'motor');
    expect([own.state.phase, own.state.refit]).toEqual(['fit', ['motor', 'plug', 'film', 'lower-trim']]);
    // The motor and its plug have to be back before it can run.
    expect(own.state.beforeTry).toBe(2);
    own.on('motor');
    expect([own.state.phase, own.state.refit[0]]).toEqual(['back', 'plug']);
    own.on('plug');
    expect(own.state.phase).toBe('try');
    expect(notYetBack(own.state, 'film', own.now).map(({ why }) => why)).toEqual(['untried']);
    own.tried('before-closing');
    expect([own.state.phase, notYetBack(own.state, 'film', own.now)]).toEqual(['back', []]);
    own.on('film', 'lower-trim');
    expect(own.state.phase).toBe('try-closed');
    own.tried('closed');
    expect([own.state.phase, own.state.counts.even]).toEqual(['done', true]);
  });

  it('a mode that fails reopens the step; what was taken off again is tried again', () => {
    const own = work().tried('as-it-came', ['fast']).off('lower-trim', 'film', 'plug', 'motor');
    own.on('motor', 'plug').tried('before-closing', ['slow', 'fast']);
    expect(own.state.phase).toBe('try-again');
    expect(own.state.findings.map(({ mode, workedBefore }) => [mode, workedBefore])).toEqual([
      ['slow', true],
      ['fast', false],
    ]);
    own.off('plug', 'motor');
    expect([own.state.phase, own.state.findings]).toEqual(['fit', []]);
    own.on('motor', 'plug');
    expect(own.state.phase).toBe('try');
    own.tried('before-closing').on('film', 'lower-trim').tried('closed', ['parks']);
    expect([own.state.phase, own.state.findings[0]!.moment]).toEqual(['try-again', 'closed']);
  });

  it('a time that runs holds what closes over it, and nothing else', () => {
    const own = work().off('lower-trim', 'film', 'plug', 'motor').on('motor', 'plug').tried('before-closing');
    own.wait(35, 'film');
    const [film, trim] = ['film', 'lower-trim'].map((step) => notYetBack(own.state, step, own.now));
    expect(film!.map(({ why }) => why)).toEqual(['time']);
    // It would close over the open film as well.
    expect(trim!.map(({ why }) => why)).toEqual(['time', 'behind']);
    const later = new Date(Date.parse(own.now) + 36 * 60_000).toISOString();
    expect(notYetBack(own.state, 'film', later)).toEqual([]);
    own.off('upper-trim');
    expect(notYetBack(own.state, 'upper-trim', own.now)).toEqual([
      jasmine.objectContaining({ why: 'untried' }),
    ]);
  });

  it('holds what closes over something that cures, also where nobody has started its time', () => {
    const [motorPart] = tailgateMap.parts;
    const map: AccessMap = {
      ...tailgateMap,
      parts: [{ ...motorPart!, materials: [{ name: 'sealant', rule: 'round the shaft', waitMinutes: 45 }] }],
    };
    const own = new Work(stripPlan(map, motor)).off('lower-trim', 'film', 'plug', 'motor').on('motor');
    const plug = () => notYetBack(own.state, 'plug', own.now);
    expect(plug().map(({ says }) => says)).toEqual([
      'The time for sealant at the motor was not started: 45 min.',
    ]);
    own.wait(45, 'motor');
    expect(plug()[0]!.until).not.toBeNull();
    // Taken out again and put back with new sealant, it is timed anew.
    own.off('motor').on('motor');
    expect(plug().map(({ until }) => until === null)).toContain(true);
  });

  it('names what is left over by its bag, and takes a count by hand for what it is', () => {
    const own = work().off('lower-trim', 'film', 'plug', 'motor').on('motor', 'plug').tried('before-closing');
    own.on('film').enter('on', 'lower-trim', {
      counts: [
        { kind: 'screw', drive: 'T20', count: 3 },
        { kind: 'trim clip', count: 8 },
      ],
    });
    own.tried('closed');
    expect(own.state.phase).toBe('count');
    expect(own.state.counts.rows.filter(({ difference }) => difference !== 0)).toEqual([
      { bag: '1', kind: 'screw', drive: 'T20', removed: 4, refitted: 3, difference: -1 },
    ]);
  });

  it('what was unplugged on the way is tried too, once all is closed', () => {
    const map: AccessMap = {
      ...tailgateMap,
      steps: tailgateMap.steps.map((step) =>
        step.id === 'lower-trim'
          ? { ...step, plugs: [{ name: 'X7' }], tries: ['light of the tailgate'] }
          : step,
      ),
    };
    const own = new Work(stripPlan(map, motor));
    expect(own.state.disturbed).toBeNull();
    own.off('lower-trim', 'film', 'plug', 'motor').on('motor', 'plug').tried('before-closing');
    // The plug of the motor itself is tried with it.
    expect(own.state.disturbed!.modes).toEqual(['light of the tailgate']);
    own.on('film', 'lower-trim').tried('closed');
    expect([own.state.phase, own.state.untried.closed.map(({ id }) => id)]).toEqual([
      'try-closed',
      ['disturbed'],
    ]);
    own.triedOnTheWay('fails');
    expect([own.state.phase, own.state.findings[0]!.mode]).toEqual(['try-again', 'light of the tailgate']);
    own.triedOnTheWay('works');
    expect(own.state.phase).toBe('done');
    expect(() => checkMap({ ...map, parts: [mapPart('disturbed', [])] })).toThrowError(
      /a meaning of its own/,
    );
  });

  it('as many go back as came off, where nothing else was counted, also of what the map does not have', () => {
    const own = work().enter('off', 'own-1', {
      own: { label: 'bracket', zone: 'tailgate' },
      counts: [{ kind: 'bolt', count: 2 }],
    });
    own.enter('off', 'lower-trim', { counts: [{ kind: 'screw', drive: 'T20', count: 3 }] });
    expect(own.state.refit).toEqual(['own-1', 'lower-trim']);
    own.on('own-1', 'lower-trim');
    expect(own.state.counts).toEqual({
      even: true,
      rows: [
        { bag: '1', kind: 'bolt', drive: null, removed: 2, refitted: 2, difference: 0 },
        { bag: '1', kind: 'screw', drive: 'T20', removed: 3, refitted: 3, difference: 0 },
      ],
    });
  });

  it('a part that is worked on where it is needs no bag and closes nothing', () => {
    const own = new Work(stripPlan(tailgateMap, [{ part: 'motor', work: 'in-place' }]));
    expect(own.state.left).not.toContain('motor');
    own.off('lower-trim', 'film', 'plug');
    expect(own.state.phase).toBe('fit');
    expect(notYetBack(own.state, 'plug', own.now)[0]!.says).toBe('Behind it is still open: the motor.');
    own.on('motor');
    expect(own.state.refit).toEqual(['plug', 'film', 'lower-trim']);
  });

  it('whatever is closed in whatever order that is allowed, what is still open stays within reach, and all closes', () => {
    const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
    const world = fc.record({
      needs: fc.tuple(
        ...ids.map((_, n) =>
          fc.array(fc.subarray(ids.slice(0, n), { minLength: Math.min(1, n), maxLength: Math.min(2, n) }), {
            maxLength: 2,
          }),
        ),
      ),
      picks: fc.infiniteStream(fc.nat(99)),
      tried: fc.subarray(ids),
    });
    fc.assert(
      fc.property(world, ({ needs, picks, tried }) => {
        const map: AccessMap = {
          ...tailgateMap,
          steps: ids.map((id, n) => mapStep(id, n + 1, { needs: needs[n]! })),
          parts: [mapPart('motor', [['g']], { tryNeeds: tried })],
        };
        const own = new Work(stripPlan(map, motor));
        const graph = accessGraph(stepsOf(map));
        own.off(...own.state.wayIn).on('motor');
        let triedOnce = false;
        while (own.state.refit.length > 0) {
          const { refit, phase } = own.state;
          if (phase === 'try' && !triedOnce) {
            triedOnce = true;
            own.tried('before-closing');
          }
          const free = refit.filter((step) => notYetBack(own.state, step, own.now).length === 0);
          expect(free.length).toBeGreaterThan(0);
          own.on(free[picks.next().value! % free.length]!);
          const open = new Set([...own.state.off.keys()].map((id) => graph.places.get(id)!));
          expect(doable(graph, open).length).toBe(open.size);
        }
      }),
      { numRuns: 60 },
    );
  });
});
