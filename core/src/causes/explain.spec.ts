import fc from 'fast-check';
import { readReport } from '../scans/index.js';
import { explainCauses } from './explain.js';
import { explainRequest, type ExplainRequest } from './schema.js';

const code = (
  id: string,
  module: string,
  code: string,
  rest: Partial<ExplainRequest['codes'][number]> = {},
) => ({
  id,
  module,
  code,
  ...rest,
});
const tree = (request: ExplainRequest) =>
  Object.fromEntries(
    explainCauses(request).tree.map(({ cause, observations }) => [cause, observations.join(' ')]),
  );
const causeOf = (request: ExplainRequest, id: string) =>
  explainCauses(request).causes.find((one) => one.id === id);
const scan = (...lines: string[]) => readReport(lines.join('\n'));

const supply = { failureType: '16', text: 'Supply voltage', status: 'stored' as const };
const missing = (text: string) => ({ failureType: '87', text, status: 'stored' as const });
const open = { failureType: '13', status: 'active' as const };

describe('explainCauses with given causes', () => {
  const codes = [code('c1', 'Body', 'B1318'), code('c2', 'Body', 'B1319'), code('c3', 'Door', 'B2214')];

  it('takes exactly those and their costs', () => {
    const found = explainCauses({
      codes,
      causes: [
        { id: 'low-voltage', cost: 2.3, explains: ['c1', 'c2'] },
        { id: 'a', cost: 1, explains: ['c1'] },
        { id: 'b', cost: 1.2, explains: ['c2'] },
      ],
    });
    expect(found).toEqual(
      jasmine.objectContaining({
        chosen: ['a', 'b'],
        unexplained: ['c3'],
        optimal: true,
        gap: 0,
        runnerUp: { chosen: ['low-voltage'], cost: 2.3 },
      }),
    );
    expect(found.cost).toBeCloseTo(2.2, 12);
    expect(found.causes.map(({ id, chosen }) => [id, chosen])).toEqual([
      ['low-voltage', false],
      ['a', true],
      ['b', true],
    ]);
  });

  it('has no runner-up where nothing else covers, and explains nothing out of nothing', () => {
    expect(explainCauses({ codes, causes: [{ id: 'a', cost: 1, explains: ['c1'] }] }).runnerUp).toBeNull();
    expect(explainCauses({ codes: [] })).toEqual(
      jasmine.objectContaining({ chosen: [], cost: 0, unexplained: [], runnerUp: null, causes: [] }),
    );
  });

  it('says where an id is wrong', () => {
    expect(() => explainCauses({ codes: [codes[0]!, codes[0]!] })).toThrowError(/codes\[1\]\.id/);
    expect(() =>
      explainCauses({ codes, causes: [{ id: 'a', cost: 1, explains: ['c1', 'c9'] }] }),
    ).toThrowError('causes[0].explains[1]: no code or beacon has the id "c9"');
  });

  it('keeps what is pinned, leaves what is rejected, takes what is added', () => {
    const causes = [
      { id: 'a', cost: 1, explains: ['c1', 'c2', 'c3'] },
      { id: 'b', cost: 4, explains: ['c1', 'c2'] },
    ];
    expect(explainCauses({ codes, causes, pinned: ['b'] }).chosen).toEqual(['a', 'b']);
    expect(explainCauses({ codes, causes, rejected: ['a'] }).unexplained).toEqual(['c3']);
    const added = [{ id: 'mine', title: 'A chafed loom', cost: 0.5, explains: ['c1', 'c2', 'c3'] }];
    expect(explainCauses({ codes, causes, added }).chosen).toEqual(['mine']);
  });
});

describe('explainCauses from the facts', () => {
  const weak = [
    code('e', 'Engine', 'P0562', { status: 'stored', text: 'System voltage low' }),
    code('b', 'Body', 'B1318', supply),
    code('d', 'Door', 'U0140', missing('Body messages missing')),
  ];

  it('computes a cost by hand: 11.9 V, three modules', () => {
    // prior 0.75 gives odds 3, times 3 for two modules that speak of the supply: -ln 9 < 0, floored at 0.05.
    expect(causeOf({ codes: weak, battery: { restingVolts: 11.9 } }, 'low-voltage')!.cost).toBeCloseTo(
      0.05,
      12,
    );
    // Not measured: odds 0.15 / 0.85 times 3 = 0.5294; -ln = 0.63599.
    expect(causeOf({ codes: weak }, 'low-voltage')!.cost).toBeCloseTo(-Math.log((0.15 / 0.85) * 3), 12);
    expect(tree({ codes: weak, battery: { restingVolts: 11.9 } })).toEqual({ 'low-voltage': 'e b d' });
  });

  it('does not blame the voltage of a good battery for one remembered code', () => {
    const found = explainCauses({
      codes: [code('b', 'Body', 'B1318', supply)],
      battery: { restingVolts: 12.7, verdict: 'good' },
    });
    expect(found.chosen).toEqual(['circuit:Body:B1318']);
  });

  it('puts messages under the module that does not answer, by text or by the public table', () => {
    const request: ExplainRequest = {
      codes: [
        code('a', 'Body', 'U0199', missing('Trailer messages missing')),
        code('b', 'Brakes', 'U0265'),
        code('c', 'Brakes', 'U0100'),
      ],
      silentModules: ['Trailer'],
      battery: { verdict: 'good' },
    };
    expect(tree(request)['silent:Trailer']).toBe('a b');
    expect(explainCauses(request).unexplained).toEqual([]);
  });

  it('finds the ground that two modules share, and doubts it where a neighbour works', () => {
    const links = [
      { module: 'Body', grounds: ['G3'] },
      { module: 'Door', grounds: ['G3'] },
    ];
    const codes = [
      code('a', 'Body', 'B1101', open),
      code('b', 'Body', 'B1102', open),
      code('c', 'Door', 'B2101', open),
      code('d', 'Door', 'B2102', open),
    ];
    const request: ExplainRequest = { codes, links, battery: { verdict: 'good' } };
    expect(tree(request)).toEqual({ 'ground:G3': 'a b c d' });
    const doubted = { ...request, working: [{ module: 'Door', function: 'mirror heater' }] };
    expect(causeOf(doubted, 'ground:G3')!.cost).toBeCloseTo(causeOf(request, 'ground:G3')!.cost + 3, 12);
    expect(causeOf(doubted, 'ground:G3')!.reasons).toContain('mirror heater works on the same ground');
  });

  it('puts what was first seen after a connector came off under it', () => {
    const before = scan('Body: no codes', 'Door: no codes', 'Engine: no codes');
    const request: ExplainRequest = {
      codes: [code('a', 'Body', 'B1101', open), code('b', 'Door', 'B2101', open)],
      earlier: [before],
      ledger: [{ connector: 'X14', unpluggedAt: '2026-03-09T10:00Z' }],
      battery: { verdict: 'good' },
    };
    expect(tree(request)).toEqual({ 'unplugged:X14': 'a b' });
    const known = { ...request, links: [{ module: 'Body', code: 'B1101', connectors: ['X14'] }] };
    expect(tree(known)['unplugged:X14']).toBe('a');
    const old = { ...request, earlier: [scan('Body', '  B1101-13 x', 'Door', '  B2101-13 y')] };
    expect(explainCauses(old).chosen).not.toContain('unplugged:X14');
  });

  it('takes codes that ask for teaching, first seen after a scan, for what the work undid', () => {
    const request: ExplainRequest = {
      codes: [code('w', 'Door', 'B2240', { failureType: '54', text: 'Window not taught' })],
      earlier: [scan('Door: no codes')],
    };
    expect(explainCauses(request).causes.find(({ chosen }) => chosen)).toEqual(
      jasmine.objectContaining({ id: 'clearing', leadsTo: 'calibration' }),
    );
  });

  it('sees the false input behind others that refuse', () => {
    const request: ExplainRequest = {
      codes: [
        code('i', 'Body', 'B1401', { failureType: '29', text: 'Bonnet switch', status: 'active' }),
        code('r1', 'Engine', 'P1601', { failureType: '97', text: 'Remote start blocked, bonnet' }),
        code('r2', 'Alarm', 'B3101', { failureType: '97', text: 'Arming refused, bonnet open' }),
      ],
      battery: { verdict: 'good' },
    };
    expect(tree(request)).toEqual({ 'false-input:Body:B1401': 'i r1 r2' });
  });

  it('holds a module back while the verdict on the battery is open', () => {
    const codes = [
      code('a', 'Body', 'B1B0F', { failureType: '49', text: 'Output stage, internal', status: 'active' }),
      code('b', 'Body', 'B1B10', { failureType: '93', text: 'Tail lamp', status: 'active' }),
    ];
    const held = causeOf({ codes, battery: { restingVolts: 12.05 } }, 'internal:Body')!;
    const free = causeOf({ codes, battery: { verdict: 'good' } }, 'internal:Body')!;
    expect(held.cost).toBeCloseTo(free.cost + 1.5, 12);
    expect(held.reasons).toContain('held back: the battery’s verdict is open');
    expect(free.cost).toBeCloseTo(-Math.log(0.4 / 0.6), 12);
  });

  it('puts restless codes of a wet car under the water', () => {
    const first = scan(
      'Trailer',
      '  B2A01-11 Left indicator',
      'Body',
      '  B1C11-14 Right tail lamp',
      '  B1C21-11 Plate lamp',
    );
    const second = scan(
      'Trailer: no response',
      'Body',
      '  B1C11-14 Right tail lamp',
      '  B1C1A-12 Rear fog lamp',
    );
    const request: ExplainRequest = {
      codes: [
        code('a', 'Trailer', 'B2A01', { failureType: '11', text: 'Left indicator' }),
        code('b', 'Body', 'B1C11', { failureType: '14', text: 'Right tail lamp' }),
        code('c', 'Body', 'B1C21', { failureType: '11', text: 'Plate lamp' }),
        code('d', 'Body', 'B1C1A', { failureType: '12', text: 'Rear fog lamp' }),
      ],
      earlier: [first, second],
      event: { kind: 'water', place: 'rear, trailer module' },
      battery: { verdict: 'good' },
    };
    const found = explainCauses(request);
    expect(tree(request)).toEqual({ 'water:rear, trailer module': 'a b c d' });
    expect(found.unstable.length).toBeGreaterThan(1);
    expect(explainCauses({ ...request, event: { kind: 'wear' } }).chosen.length).toBeGreaterThan(1);
  });

  it('hangs beacons under the cause of the codes that speak of the same thing, in another language too', () => {
    const codes = [
      code('a', 'Schiebetür', 'B2214', { failureType: '1F', text: 'Schalter Schiebetür rechts' }),
      code('b', 'Bordnetz', 'B1C11', { failureType: '14', text: 'Rücklicht rechts' }),
    ];
    const beacons = [
      { id: 'door', name: 'Sliding door open' },
      { id: 'tail', name: 'Right tail lamp out' },
      { id: 'other', name: 'Wipers hesitate', kind: 'complaint' as const },
    ];
    const found = explainCauses({ codes, beacons, battery: { verdict: 'good' } });
    expect(tree({ codes, beacons, battery: { verdict: 'good' } })).toEqual({
      'circuit:Schiebetür:B2214': 'a door',
      'circuit:Bordnetz:B1C11': 'b tail',
    });
    expect(found.unexplained).toEqual(['other']);
  });

  it('raises what the shop has seen before, naming its source', () => {
    const codes = [code('a', 'Body', 'B1C11', { failureType: '14', text: 'Tail lamp' })];
    const weaknesses = [
      { module: 'Body', code: 'B1C11', says: 'the holder browns', source: 'three of our jobs', times: 3 },
    ];
    const raised = causeOf({ codes, weaknesses }, 'circuit:Body:B1C11')!;
    expect(raised.cost).toBeLessThan(causeOf({ codes }, 'circuit:Body:B1C11')!.cost);
    expect(raised.reasons).toContain('the holder browns (three of our jobs)');
  });

  it('takes a position that is told twice for one input', () => {
    const codes = [
      code('blocked', 'Body', 'B1318', { text: 'blocked' }),
      code('now', 'Body', 'C1A01', { text: 'Door switch' }),
      code('before', 'Body', 'C1A01', { text: 'Door switch', failureType: '13' }),
    ];
    const inputs = explainCauses({ codes }).causes.filter(({ kind }) => kind === 'false-input');
    expect(inputs.map(({ id, explains }) => [id, [...explains].sort()])).toEqual([
      ['false-input:Body:C1A01', ['before', 'blocked', 'now']],
    ]);
  });

  it('knows a deployment for one cause of the record, the open loops and the lock, and blames no supply', () => {
    const event = { kind: 'collision' as const };
    const loop = (id: string, number: string, text: string) =>
      code(id, 'Restraint control', number, { ...open, text });
    const request: ExplainRequest = {
      event,
      links: [{ module: 'Restraint control', supplies: ['F14'], grounds: ['G2'] }],
      codes: [
        loop('a', 'B1B31', 'Driver belt loop'),
        loop('b', 'B1B33', 'Left curtain loop'),
        code('c', 'Restraint control', 'B1B00', {
          status: 'active',
          text: 'Crash record stored, module locked',
        }),
      ],
    };
    expect(tree(request)).toEqual({ 'deployment:Restraint control': 'a b c' });
    const [cause] = explainCauses(request).causes.filter(({ chosen }) => chosen);
    expect([cause!.leadsTo, cause!.doNext]).toEqual(['make-safe', jasmine.stringContaining('crash-locked')]);
    // Without a collision, or with one loop alone, it is a circuit like any other.
    expect(Object.keys(tree({ ...request, event: { kind: 'wear' } }))).not.toContain(
      'deployment:Restraint control',
    );
    expect(Object.keys(tree({ event, codes: [loop('a', 'B1B31', 'Driver belt loop')] }))).toEqual([
      'circuit:Restraint control:B1B31',
    ]);
  });

  it('leaves no code without a cause, and each under exactly one branch', () => {
    const anyCode = fc.record({
      module: fc.constantFrom('Body', 'Door', 'Trailer', 'Engine'),
      code: fc.constantFrom('B1318', 'B2214', 'U0140', 'U0265', 'U0011', 'P0562', 'C1A01', 'U3003'),
      failureType: fc.constantFrom(null, '13', '16', '29', '54', '87', '97', '49'),
      text: fc.constantFrom(
        null,
        'Supply voltage',
        'Trailer messages',
        'Door switch',
        'not calibrated',
        'blocked',
      ),
      status: fc.constantFrom('active' as const, 'stored' as const, 'unknown' as const),
    });
    fc.assert(
      fc.property(
        fc.array(anyCode, { maxLength: 25 }),
        fc.constantFrom('water' as const, 'battery' as const, 'collision' as const, 'wear' as const),
        fc.subarray(['Trailer', 'Roof']),
        (list, kind, silentModules) => {
          const codes = list.map((one, at) => ({ ...one, id: `c${at}` }));
          const request = { codes, event: { kind, place: 'rear' }, silentModules };
          expect(explainRequest.safeParse(request).success).toBeTrue();
          const found = explainCauses(request);
          expect(found.unexplained).toEqual([]);
          expect(found.optimal).toBeTrue();
          const ids = found.causes.map(({ id }) => id);
          expect(ids.length).toBe(new Set(ids).size);
          const under = found.tree.flatMap(({ observations }) => observations);
          expect([...under].sort()).toEqual(codes.map(({ id }) => id).sort());
          for (const { cost } of found.causes) expect(cost).toBeGreaterThan(0);
        },
      ),
      { numRuns: 150 },
    );
  });
});
