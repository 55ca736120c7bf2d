import fc from 'fast-check';
import { check } from '../refusal/index.js';
import {
  checkFit,
  fitRequest,
  isOneOff,
  normalNumber,
  numberParts,
  type Part,
  supersessionGraph,
} from './index.js';

const original: Part = {
  id: 'old',
  kind: 'daytime LED unit',
  partNumber: 'VQ-4471-02B',
  scope: 'assembly',
  connectors: [{ cavities: 6, key: 'A', colour: 'grey' }],
  hand: 'right',
  watts: 18,
  vehicleBuilt: '2019-04',
};
const other = (more: Partial<Part>): Part => ({ ...original, id: 'new', ...more });
const compared = (
  more: Partial<Part>,
  own: Part = original,
  supersessions: { old: string; new: string }[] = [],
) => checkFit({ original: own, candidates: [other(more)], supersessions }).candidates[0]!;
const line = (more: Partial<Part>, name: string, own: Part = original) =>
  compared(more, own).attributes.find((attribute) => attribute.name === name);
const outcome = (more: Partial<Part>, name: string, own: Part = original) => line(more, name, own)?.outcome;

describe('part numbers', () => {
  it('are compared without case and separators, base and suffix apart', () => {
    expect(normalNumber(' vq 4471.02-b')).toBe('VQ447102B');
    expect(numberParts('VQ-4471-02B')).toEqual({ base: 'VQ447102', suffix: 'B' });
    expect(numberParts('ABC')).toEqual({ base: 'ABC', suffix: '' });
    expect(numberParts('8K')).toEqual({ base: '8', suffix: 'K' });
  });

  it('are one slip apart by a character other, missing, too many or swapped', () => {
    for (const near of [
      'VQ-4471-08B',
      'VQ-447-02B',
      'VQ-44711-02B',
      'VQ-4417-02B',
      'Q-4471-02B',
      'VQ-4471-02',
    ])
      expect(isOneOff('VQ-4471-02B', near)).withContext(near).toBeTrue();
    for (const far of ['VQ-4471-02B', 'vq447102b', 'VQ-4481-03B', 'VQ-4471', ''])
      expect(isOneOff('VQ-4471-02B', far)).withContext(far).toBeFalse();
  });

  it('are never the same when they are one slip apart, in either direction', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[A-Z]{2}-\d{4}-\d{2}[A-C]$/),
        fc.nat(9),
        fc.constantFrom('X', '7'),
        (own, at, letter) => {
          const plain = normalNumber(own);
          const place = at % plain.length;
          const slipped = plain.slice(0, place) + letter + plain.slice(place + 1);
          fc.pre(slipped !== plain);
          expect(isOneOff(own, slipped) && isOneOff(slipped, own)).toBeTrue();
          const answer = compared({ partNumber: slipped }, { ...original, partNumber: own });
          expect(answer.attributes[1]!.outcome).toBe('unknown');
          expect(answer.verdict).toBe('verify-first');
        },
      ),
    );
  });
});

describe('supersessionGraph', () => {
  it('follows its direction through the chain, whatever rings it holds', () => {
    const graph = supersessionGraph([
      { old: 'A-1', new: 'A-2' },
      { old: 'a2', new: 'A-3' },
      { old: 'A-3', new: 'A-2' },
      { old: 'B-1', new: 'B-1' },
    ]);
    expect([graph.leadsTo('A1', 'A-3'), graph.leadsTo('A-3', 'A-1'), graph.leadsTo('A-3', 'a-2')]).toEqual([
      true,
      false,
      true,
    ]);
    expect(graph.rings.map((ring) => [...ring].sort())).toEqual([['A-2', 'A-3']]);
    expect([...graph.successors('A-1').keys()]).toEqual(['A2', 'A3']);
    expect(graph.leadsTo('A-2', 'A-2')).toBeFalse();
  });

  it('agrees with the transitive closure of any graph, rings with reachability both ways', () => {
    const number = fc.integer({ min: 0, max: 7 }).map((n) => `N${n}`);
    fc.assert(
      fc.property(fc.array(fc.record({ old: number, new: number }), { maxLength: 20 }), (rows) => {
        const graph = supersessionGraph(rows);
        const names = Array.from({ length: 8 }, (_, n) => `N${n}`);
        const reach = new Set(rows.map((row) => `${row.old}>${row.new}`));
        for (const k of names)
          for (const i of names)
            for (const j of names)
              if (reach.has(`${i}>${k}`) && reach.has(`${k}>${j}`)) reach.add(`${i}>${j}`);
        for (const i of names)
          for (const j of names) if (i !== j) expect(graph.leadsTo(i, j)).toBe(reach.has(`${i}>${j}`));
        const ringed = new Set(graph.rings.flat());
        for (const i of names)
          expect(ringed.has(i)).toBe(
            names.some((j) => j !== i && reach.has(`${i}>${j}`) && reach.has(`${j}>${i}`)),
          );
      }),
    );
  });

  it('walks a chain of twenty thousand', () => {
    const rows = Array.from({ length: 20_000 }, (_, n) => ({ old: `N${n}`, new: `N${n + 1}` }));
    expect(supersessionGraph(rows).leadsTo('N0', 'N20000')).toBeTrue();
    expect(supersessionGraph([...rows, { old: 'N20000', new: 'N0' }]).rings[0]!.length).toBe(20_001);
  });
});

describe('checkFit', () => {
  it('fits where nothing differs', () => {
    const { verdict, work, attributes } = compared({});
    expect([verdict, work]).toEqual(['fits', []]);
    expect(attributes.every(({ outcome: own }) => own === 'same')).toBeTrue();
  });

  it('tells a successor from a predecessor', () => {
    const rows = [
      { old: 'VQ-4471-02B', new: 'VQ-4980-00' },
      { old: 'VQ-4980-00', new: 'VQ-5112-00' },
      { old: 'VQ-3950-07', new: 'VQ-4471-02B' },
    ];
    const after = compared({ partNumber: 'vq5112-00' }, original, rows);
    expect([after.attributes[1]!.outcome, after.verdict]).toEqual(['compatible', 'fits']);
    const before = compared({ partNumber: 'VQ-3950-07' }, original, rows);
    expect([before.attributes[1]!.outcome, before.verdict]).toEqual(['unknown', 'verify-first']);
    const near = compared({ partNumber: 'VQ-5112-08' }, original, rows);
    expect(near.attributes[1]!.reason).toContain('one character off');
  });

  it('takes a foreign number of the same interchange group, with its work', () => {
    const answer = compared(
      { partNumber: 'HD-20', interchangeGroup: 'LED-7' },
      { ...original, interchangeGroup: 'led 7' },
    );
    expect([answer.verdict, answer.attributes[1]!.outcome, answer.work.length]).toEqual([
      'fits-with-work',
      'compatible',
      1,
    ]);
  });

  it('leaves another number soft where other facts are compared, and unknown where none is', () => {
    expect([
      compared({ partNumber: 'HD-20' }).verdict,
      outcome({ partNumber: 'HD-20' }, 'partNumber'),
    ]).toEqual(['fits-with-work', 'differs']);
    const bare = { id: 'old', kind: 'switch', partNumber: 'A-1' };
    const [answer] = checkFit({
      original: bare,
      candidates: [{ ...bare, id: 'x', partNumber: 'Z-99' }],
    }).candidates;
    expect(answer!.verdict).toBe('verify-first');
  });

  it('rejects each hard difference, and asks about each that is not stated', () => {
    const full: Part = {
      ...original,
      stages: 2,
      base: 'LT12',
      filaments: 2,
      amps: 10,
      style: 'mini',
      builtTo: '2019-12',
    };
    const differing: Partial<Part>[] = [
      { kind: 'tail lamp' },
      { scope: 'part' },
      { connectors: [{ cavities: 8, key: 'A' }] },
      { connectors: [{ cavities: 6, key: 'B' }] },
      { connectors: [] },
      { hand: 'left' },
      { stages: 1 },
      { watts: 21 },
      { base: 'LT14' },
      { filaments: 1 },
      { amps: 15 },
      { style: 'regular' },
      { builtTo: '2018-12' },
    ];
    for (const more of differing) {
      const [answer] = checkFit({ original: full, candidates: [{ ...full, id: 'new', ...more }] }).candidates;
      expect(answer!.verdict).withContext(JSON.stringify(more)).toBe('rejected');
    }
    for (const name of [
      'scope',
      'connectors',
      'hand',
      'stages',
      'watts',
      'base',
      'filaments',
      'amps',
      'style',
    ] as const) {
      const [answer] = checkFit({
        original: full,
        candidates: [{ ...full, id: 'new', [name]: null }],
      }).candidates;
      expect(answer!.verdict).withContext(name).toBe('verify-first');
      expect(answer!.attributes.find((one) => one.name === name)!.outcome).toBe('unknown');
    }
  });

  it('never says fits while a hard attribute is unknown, nor anything but rejected of a unit that fired', () => {
    const names = ['scope', 'connectors', 'hand', 'watts', 'vehicleBuilt'] as const;
    fc.assert(
      fc.property(
        fc.subarray([...names]),
        fc.boolean(),
        fc.option(fc.boolean()),
        (missing, used, deployed) => {
          const candidate: Part = {
            ...other({}),
            ...Object.fromEntries(missing.map((name) => [name, null])),
            provenance: { kind: used ? 'used' : 'new', deployed },
          };
          const [answer] = checkFit({ original, candidates: [candidate] }).candidates;
          const open = answer!.attributes.some((one) => one.weight === 'hard' && one.outcome === 'unknown');
          if (deployed === true) expect(answer!.verdict).toBe('rejected');
          else expect(answer!.verdict === 'verify-first').toBe(open);
        },
      ),
    );
  });

  it('matches plugs in any order, and asks where a key is not stated', () => {
    const two = { ...original, connectors: [{ cavities: 6, key: 'A' }, { cavities: 6 }, { cavities: 2 }] };
    expect(
      outcome(
        { connectors: [{ cavities: 2 }, { cavities: 6, key: 'C' }, { cavities: 6, key: 'a' }] },
        'connectors',
        two,
      ),
    ).toBe('same');
    expect(
      outcome({ connectors: [{ cavities: 2 }, { cavities: 6 }, { cavities: 6 }] }, 'connectors', two),
    ).toBe('unknown');
    expect(
      outcome(
        { connectors: [{ cavities: 2 }, { cavities: 2 }, { cavities: 6, key: 'A' }] },
        'connectors',
        two,
      ),
    ).toBe('differs');
    expect(
      line({ connectors: [{ cavities: 6, key: 'A', colour: 'black' }] }, 'connectorColour')!.work![0]!.kind,
    ).toBe('adapter');
  });

  it('lets one that serves on either side stand for one side', () => {
    expect(outcome({ hand: 'either' }, 'hand')).toBe('compatible');
    expect(outcome({ hand: null }, 'hand')).toBe('unknown');
  });

  it('judges the window by the month of this car, and two months alone softly', () => {
    expect(outcome({ builtFrom: '2019-04' }, 'buildWindow')).toBe('compatible');
    expect(outcome({ builtFrom: '2019-05' }, 'buildWindow')).toBe('differs');
    expect(
      outcome({ builtFrom: '2018-01', vehicleBuilt: null }, 'buildWindow', {
        ...original,
        vehicleBuilt: null,
      }),
    ).toBe('unknown');
    const own = { ...original, builtFrom: '2018-01', builtTo: '2020-06' };
    const bare = { builtFrom: null, builtTo: null };
    expect(outcome({ ...bare, vehicleBuilt: '2020-06' }, 'buildWindow', own)).toBe('compatible');
    expect(outcome({ ...bare, vehicleBuilt: '2020-07' }, 'buildWindow', own)).toBe('differs');
    expect(outcome({ ...bare, vehicleBuilt: null }, 'buildWindow', own)).toBe('unknown');
    const monthless = { ...own, vehicleBuilt: null };
    expect(outcome({ builtFrom: '2017-01', builtTo: '2021-01' }, 'buildWindow', monthless)).toBe(
      'compatible',
    );
    expect(outcome({ builtFrom: '2019-01', builtTo: '2021-01' }, 'buildWindow', monthless)).toBe('unknown');
    expect(outcome({ builtFrom: '2020-07' }, 'buildWindow', monthless)).toBe('differs');
    expect(line({ vehicleBuilt: '2014-01' }, 'vehicleBuilt')).toEqual(
      jasmine.objectContaining({ outcome: 'differs', weight: 'soft' }),
    );
    expect(compared({ vehicleBuilt: '2014-01' }).verdict).toBe('fits');
  });

  it('turns other options, software and contents into work', () => {
    const own = { ...original, options: ['heated', 'memory'], software: 'S12', contains: [] };
    const answer = compared({ options: ['heated', 'camera'], software: 'S13', contains: ['side-bag'] }, own);
    expect(answer.verdict).toBe('fits-with-work');
    expect(answer.work).toEqual([
      'bring the software to S12, or show that the car accepts the other',
      'move memory over from the original, or do without it',
      'code camera off, or leave it unconnected',
      'it holds a restraint item (side-bag): fitting it opens the restraint scope',
    ]);
  });

  it('counts a restraint unit from a crashed or unknown car as fired until it is shown not to have', () => {
    const belt: Part = { id: 'old', kind: 'belt', partNumber: 'VQ-7001-00', stages: 1 };
    const verdict = (from: Part['provenance']) =>
      checkFit({ original: belt, candidates: [{ ...belt, id: 'x', provenance: from ?? null }] })
        .candidates[0]!.verdict;
    expect([
      verdict({ kind: 'used', event: 'collision' }),
      verdict({ kind: 'used', event: 'collision', deployed: false }),
      verdict({ kind: 'used' }),
      verdict(undefined),
      verdict({ kind: 'used', event: 'none' }),
      verdict({ kind: 'new' }),
      verdict({ kind: 'used', event: 'none', deployed: true }),
    ]).toEqual(['verify-first', 'verify-first', 'verify-first', 'verify-first', 'fits', 'fits', 'rejected']);
  });

  it('puts the best first: by verdict, then by what it costs with its work', () => {
    const order = (rate: number) =>
      checkFit(
        {
          original,
          candidates: [
            other({ id: 'work', partNumber: 'HD-20', priceCents: 9000 }),
            other({ id: 'dear', priceCents: 20_000 }),
            other({ id: 'hand', hand: 'left', priceCents: 100 }),
            other({ id: 'free' }),
            other({
              id: 'adapter',
              connectors: [{ cavities: 6, key: 'A', colour: 'red' }],
              priceCents: 8000,
            }),
            other({ id: 'asked', hand: null, priceCents: 50 }),
          ],
        },
        rate,
      ).candidates.map(({ id }) => id);
    expect(order(0)).toEqual(['dear', 'free', 'adapter', 'work', 'asked', 'hand']);
    // Ten minutes at 90 an hour against twenty: 9,000 + 1,500 and 8,000 + 3,000.
    expect(order(9000)).toEqual(['dear', 'free', 'work', 'adapter', 'asked', 'hand']);
  });

  it('refuses a candidate that stands twice, and dates that are none', () => {
    expect(() => checkFit({ original, candidates: [other({}), other({})] })).toThrowError(
      'candidates[1].id: "new" stands twice',
    );
    expect(() =>
      check(fitRequest, { original: { ...original, builtTo: '2019-13' }, candidates: [] }),
    ).toThrowError('original.builtTo: expected a year and a month such as 2019-04, got "2019-13"');
  });
});
