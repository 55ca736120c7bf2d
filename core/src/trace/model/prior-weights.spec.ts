import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { bareCase } from '../edit/circuit-file.js';
import { nextTests } from '../plan/next-tests.js';
import { type RateBook, rateBook, suppliedRates } from './rate-book.js';
import { traceCase } from './schema.js';
import { templates } from '../templates/index.js';
import { expectedRates, type Grounds, weighed } from './prior-weights.js';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});
const plain: RateBook = { version: 0, rates: [...suppliedRates], learned: [] };
const weights = (grounds: Grounds) =>
  Object.fromEntries(weighed(lamp, grounds).suspects!.map(({ id, weight }) => [id!, weight]));
const before = weights({});

describe('weights before any reading', () => {
  it('stay as the template has them where nothing is known', () => {
    expect(weights({ book: plain, event: 'wear', failureTypes: [], years: 3 })).toEqual(before);
    expect(check(rateBook, plain).rates.length).toBeGreaterThan(20);
  });

  it('learn from what was proven against what was to be expected, and unlearn it', () => {
    const book = (closures: number, expected: number): RateBook => ({
      ...plain,
      version: 4,
      learned: [{ kind: 'ground', mode: 'resistive', closures, expected }],
    });
    // Two cases in the supplied table and three closures, where half a one was to be expected: five to two and a half.
    expect(weights({ book: book(3, 0.5) })['ground']).toBeCloseTo(before['ground']! * 2, 12);
    expect(weights({ book: book(3, 0.5) })['lamp']).toBe(before['lamp']!);
    expect(weights({ book: book(0, 0) })).toEqual(before);
    const known = weighed(lamp, { book: book(3, 0.5) });
    expect(known.suspects!.find(({ id }) => id === 'ground')!.because).toEqual([
      { what: 'base rate 4 for 2: shop table 4, with 3 proven', times: 2, by: 'table' },
    ]);
  });

  it('expect of a circuit what its template says and the car, not what was learned before', () => {
    const shares = (source: typeof lamp) =>
      new Map(expectedRates(source).map(({ kind, mode, share }) => [`${kind} ${mode}`, share]));
    const plainShares = shares(lamp);
    const total = lamp.suspects!.reduce((sum, { weight }) => sum + weight, 1);
    // Plug and holder are contacts both.
    expect(plainShares.get('contact resistive')).toBeCloseTo(6 / total, 12);
    expect([...plainShares.values()].reduce((sum, share) => sum + share, 0)).toBeCloseTo(1 - 1 / total, 12);
    const learned = [{ kind: 'ground' as const, mode: 'resistive' as const, closures: 30, expected: 2 }];
    const taught = shares(weighed(lamp, { book: { ...plain, version: 4, learned } }));
    for (const [key, share] of plainShares) expect(taught.get(key)).withContext(key).toBeCloseTo(share, 12);
    const wet = shares(weighed(lamp, { event: 'water' }));
    expect(wet.get('contact resistive')).toBeGreaterThan(plainShares.get('contact resistive')!);
  });

  it('follow the shop’s own table', () => {
    const rates = suppliedRates.map((rate) =>
      rate.kind === 'lamp' && rate.mode === 'open' ? { ...rate, weight: 2 } : rate,
    );
    expect(weights({ book: { ...plain, rates } })['lamp']).toBeCloseTo(before['lamp']! / 4, 12);
  });

  it('raise a contact that was parted by its own name', () => {
    const elements = lamp.circuit.elements.map((element) =>
      element.id === 'PLUG' ? { ...element, connector: null } : element,
    );
    const own = weighed(
      { ...lamp, circuit: { elements: elements as typeof lamp.circuit.elements } },
      { parted: ['PLUG'] },
    );
    expect(own.suspects!.find(({ id }) => id === 'plug')!.weight).toBe(4 * before['plug']!);
  });

  it('follow event, failure type, recent work and age, each with its words', () => {
    const known = weighed(lamp, { event: 'water', failureTypes: ['1b'], parted: ['C12'], years: 9 });
    const words = (id: string) =>
      known
        .suspects!.find((suspect) => suspect.id === id)!
        .because?.map(({ what, times }) => [what, times]) ?? [];
    expect(words('plug')).toEqual([
      ['water raises contacts and grounds', 3],
      ['the code says too much resistance', 4],
      ['C12 was parted in this work', 4],
    ]);
    expect(words('lamp')).toEqual([['a car of 9 years raises lamps', 1.5]]);
    expect(words('fuse')).toEqual([]);
    expect(known.suspects!.find(({ id }) => id === 'plug')!.weight).toBeCloseTo(before['plug']! * 48, 9);
  });

  it('follow the conditions in which alone it shows, by the words of whoever saw it', () => {
    const times = (id: string, ...conditions: string[]) => weights({ conditions })[id]! / before[id]!;
    expect([times('plug', 'rain'), times('ground', 'after the car wash'), times('lamp', 'rain')]).toEqual([
      3, 3, 1,
    ]);
    expect([times('plug', 'under load'), times('plug-open', 'under load')]).toEqual([3, 1]);
    expect([times('harness', 'rough road'), times('switch', 'rough road')]).toEqual([3, 1]);
    expect([times('switch', 'cold'), times('harness', 'cold')]).toEqual([2, 1]);
    // Two conditions count both; one that nobody knows counts nothing.
    expect([times('plug', 'cold', 'rain'), times('plug', 'on Mondays')]).toEqual([6, 1]);
    // The car was raining on nobody: whole words alone are meant.
    expect(times('plug', 'training')).toBe(1);
  });

  it('follow a collision or water only where the circuit lies there, or where nobody knows', () => {
    for (const event of ['collision', 'water'] as const) {
      expect(weights({ event, inPlace: true })).toEqual(weights({ event }));
      expect(weights({ event, inPlace: null })['plug']).toBeGreaterThan(before['plug']!);
      expect(weights({ event, inPlace: false })).toEqual(before);
    }
    const work = { event: 'earlier-repair' } as const;
    expect(weights({ ...work, inPlace: false }))
      .withContext('work has no place')
      .toEqual(weights(work));
  });

  it('come off again where a circuit is kept for other cars', () => {
    const known = weighed(lamp, { event: 'water', failureTypes: ['1B'], years: 20 });
    expect(bareCase({ ...known, readings: [{ test: 'feed', value: 12 }] })).toEqual(lamp);
    expect(bareCase(lamp)).toEqual(lamp);
  });

  it('cap a known weakness at five times, with its source', () => {
    const weaknesses = [{ suspect: 'plug', says: 'C12 stands in the wet', source: 'own jobs', times: 50 }];
    const [factor] = weighed(lamp, { weaknesses }).suspects!.find(({ id }) => id === 'plug')!.because!;
    expect(factor).toEqual({ what: 'known weakness: C12 stands in the wet (own jobs)', times: 5 });
  });

  it('keep every template sound, and never make a weight negative', () => {
    const grounds = fc.record({
      event: fc.constantFrom('collision', 'battery', 'water', 'earlier-repair', 'wear') as fc.Arbitrary<
        NonNullable<Grounds['event']>
      >,
      failureTypes: fc.subarray(['11', '12', '13', '14', '1A', '1B', '1F', '49', '87']),
      years: fc.integer({ min: 0, max: 30 }),
    });
    fc.assert(
      fc.property(fc.constantFrom(...templates), grounds, (template, known) => {
        const source = check(traceCase, weighed(template.build({}), known));
        for (const suspect of source.suspects!) expect(suspect.weight).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
    expect(nextTests(weighed(lamp, { event: 'water' })).suspects.length).toBe(lamp.suspects!.length + 1);
  });
});
