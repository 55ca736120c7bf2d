/** What a technician would conclude, with the reason in words: each case was written before the rule that meets it. */
import { readReport } from '../scans/index.js';
import { explainCauses } from './explain.js';
import type { ExplainRequest } from './schema.js';

type Code = ExplainRequest['codes'][number];
const code = (id: string, module: string, number: string, text: string, rest: Partial<Code> = {}): Code => ({
  id,
  module,
  code: number,
  text,
  failureType: '13',
  status: 'active',
  ...rest,
});
const tree = (request: ExplainRequest) =>
  Object.fromEntries(
    explainCauses(request).tree.map(({ cause, observations }) => [cause, observations.join(' ')]),
  );
const chosen = (request: ExplainRequest) => {
  const { chosen: ids, causes } = explainCauses(request);
  return ids.map((id) => causes.find((cause) => cause.id === id)!);
};
const good = { verdict: 'good' as const };

describe('a technician’s judgement', () => {
  it('1. Left and right are two circuits: two lamps of one kind share a word, not a wire', () => {
    const codes = [
      code('l', 'Body', 'B2118', 'Left tail lamp output'),
      code('r', 'Body', 'B2119', 'Right tail lamp output'),
    ];
    const beacons = [{ id: 'seen', name: 'Left tail lamp out' }];
    expect(tree({ codes, beacons, battery: good })).toEqual({
      'circuit:Body:B2118': 'l seen',
      'circuit:Body:B2119': 'r',
    });
  });

  it('2. In any language: a German “rechts” is the right side of an English beacon, an Italian “sinistra” the left', () => {
    const codes = [
      code('r', 'Bordnetz', 'B2119', 'Rücklicht rechts'),
      code('l', 'Carrozzeria', 'B2120', 'Faro fendinebbia sinistro'),
      code('p', 'Nadwozie', 'B2121', 'Czujnik pasa lewy przedni'),
      code('q', 'Nadwozie', 'B2122', 'Czujnik pasa prawy przedni'),
    ];
    const beacons = [
      { id: 'tail', name: 'Right tail lamp out' },
      { id: 'fog', name: 'Left fog lamp out' },
    ];
    expect(tree({ codes, beacons, battery: good })).toEqual({
      'circuit:Bordnetz:B2119': 'r tail',
      'circuit:Carrozzeria:B2120': 'l fog',
      'circuit:Nadwozie:B2121': 'p',
      'circuit:Nadwozie:B2122': 'q',
    });
  });

  it('3. Front and rear, driver and passenger are different things too', () => {
    const codes = [
      code('f', 'Brakes', 'C1A01', 'Wheel speed sensor front left'),
      code('b', 'Brakes', 'C1A03', 'Wheel speed sensor rear left'),
      code('d', 'Restraints', 'B1C10', 'Driver belt buckle'),
      code('p', 'Restraints', 'B1C11', 'Passenger belt buckle'),
    ];
    expect(Object.values(tree({ codes, battery: good })).sort()).toEqual(['b', 'd', 'f', 'p']);
  });

  it('4. After a hit at one o’clock, what lies at the right front corner has one cause: the corner', () => {
    const codes = [
      code('level', 'Lighting', 'B2540', 'Headlamp leveller right'),
      code('lamp', 'Lighting', 'B2533', 'Right fog lamp'),
      code('park', 'Parking aid', 'B2610', 'Sensor front right'),
      code('door', 'Door', 'B2214', 'Rear left window switch'),
    ];
    const request: ExplainRequest = { codes, battery: good, event: { kind: 'collision', zones: [1] } };
    expect(tree(request)).toEqual({ 'impact:front right': 'level lamp park', 'circuit:Door:B2214': 'door' });
    expect(chosen(request)[0]!.reasons.join(' ')).toContain('front right');
    // A hit at the other end explains none of them.
    expect(Object.keys(tree({ ...request, event: { kind: 'collision', zones: [7] } }))).not.toContain(
      'impact:rear left',
    );
  });

  it('5. A deployment is one cause in any language: the record, the open loops and the locked module', () => {
    const codes = [
      code('a', 'Airbag', 'B1B31', 'Circuito detonatore guidatore aperto'),
      code('b', 'Airbag', 'B1B33', 'Circuito pretensionatore passeggero aperto'),
      code('c', 'Airbag', 'B1B00', 'Dati urto memorizzati', { failureType: null }),
    ];
    expect(tree({ codes, event: { kind: 'collision', zones: [12] }, battery: good })).toEqual({
      'deployment:Airbag': 'a b c',
    });
  });

  it('6. A seat was re-covered, and now its circuits are open: a plug was disturbed, before any part is bad', () => {
    const codes = [
      code('buckle', 'Restraints', 'B1C11', 'Passenger seat belt buckle', {
        status: 'stored',
        comesAndGoes: true,
      }),
      code('mat', 'Restraints', 'B1C20', 'Passenger seat occupancy mat'),
      code('lamp', 'Body', 'B2118', 'Left tail lamp output'),
    ];
    const request: ExplainRequest = {
      codes,
      battery: good,
      event: { kind: 'earlier-repair', place: 'passenger seat' },
    };
    expect(tree(request)).toEqual({ 'disturbed:passenger seat': 'buckle mat', 'circuit:Body:B2118': 'lamp' });
    expect(chosen(request)[0]!.doNext).toContain('plug');
  });

  it('7. A module that does not answer, and a lamp without a code, are findings: they end under a cause or stay open with a next step', () => {
    const request: ExplainRequest = {
      codes: [],
      beacons: [
        { id: 'silent Trailer', name: 'Trailer does not answer', kind: 'silent-module', module: 'Trailer' },
        { id: 'wipers', name: 'Wipers hesitate', kind: 'complaint' },
      ],
      silentModules: ['Trailer'],
      battery: good,
    };
    const found = explainCauses(request);
    expect(found.tree).toEqual([{ cause: 'silent:Trailer', observations: ['silent Trailer'] }]);
    expect(found.unexplained).toEqual(['wipers']);
    expect(found.openEnds).toEqual([
      { id: 'wipers', leadsTo: 'trace', doNext: jasmine.stringContaining('circuit') },
    ]);
  });

  it('8. Low-supply codes in three modules with a good battery: the contacts between, even without a vehicle file', () => {
    const low = { failureType: '16', status: 'stored' as const };
    const codes = [
      code('b', 'Body', 'B1318', 'Supply voltage', low),
      code('d', 'Door', 'B1319', 'Versorgungsspannung', low),
      code('l', 'Lighting', 'B1320', "Tension d'alimentation", low),
    ];
    const found = chosen({ codes, battery: { verdict: 'good', restingVolts: 12.7 } });
    expect(found.map(({ id }) => id)).toEqual(['supply:contacts']);
    expect(found[0]!.doNext).toContain('drop');
  });

  it('9. A calibration code born after a clear points to the clear, not to the part', () => {
    const request: ExplainRequest = {
      codes: [code('w', 'Steering', 'C1B40', 'Steering angle sensor not calibrated', { failureType: '54' })],
      earlier: [readReport('Reader: Tallow 9\nSteering: no codes')],
      clears: [{ reader: 'Oddlight R2' }],
      battery: good,
    };
    const [cause] = chosen(request);
    expect(cause!.id).toBe('clearing');
    expect(cause!.reasons.join(' ')).toContain('Oddlight R2');
  });

  it('10. Low voltage that is not: of a battery proven good its codes ask for a clear and a second reading, and the next cause leads', () => {
    const codes = [
      code('e', 'Engine', 'P0562', 'System voltage low', { failureType: null, status: 'stored' }),
      code('b', 'Body', 'B1318', 'Terminal 30 supply voltage low', { failureType: '16', status: 'stored' }),
      code('l', 'Body', 'B2118', 'Left tail lamp output'),
    ];
    const found = chosen({
      codes,
      battery: { verdict: 'good', restingVolts: 12.8 },
      event: { kind: 'battery' },
    });
    expect(found[0]!.id).toBe('circuit:Body:B2118');
    expect(found.at(-1)!.explains.slice(0, 2).sort()).toEqual(['b', 'e']);
    expect(found.at(-1)!.doNext).toContain('read');
    // While the battery may still be the cause, it leads.
    expect(chosen({ codes, battery: { restingVolts: 11.7 } })[0]!.id).toBe('low-voltage');
  });

  it('11. Water at the rear explains what lies there, not the front', () => {
    const codes = [
      code('t', 'Trailer', 'B2A01', 'Left indicator', { failureType: '11' }),
      code('b', 'Body', 'B1C11', 'Rear right tail lamp', { failureType: '14' }),
      code('f', 'Body', 'B1C21', 'Front left fog lamp', { failureType: '11' }),
    ];
    const found = tree({ codes, event: { kind: 'water', place: 'rear' }, battery: good });
    expect(found['water:rear']).toBe('t b');
    expect(found['circuit:Body:B1C21']).toBe('f');
  });

  it('12. Many clean neighbours weigh, but not without end: a poor ground with ten quiet modules on it is still possible', () => {
    const links = Array.from({ length: 12 }, (_, n) => ({ module: `M${n}`, grounds: ['G3'] }));
    const codes = [
      code('a', 'M0', 'B1101', 'One'),
      code('b', 'M0', 'B1102', 'Two'),
      code('c', 'M1', 'B1103', 'Three'),
      code('d', 'M1', 'B1104', 'Four'),
    ];
    const earlier = [readReport(links.map(({ module }) => `${module}: no codes`).join('\n'))];
    const cause = explainCauses({ codes, links, earlier, battery: good }).causes.find(
      ({ id }) => id === 'ground:G3',
    )!;
    const few = explainCauses({ codes, links: links.slice(0, 5), earlier, battery: good }).causes.find(
      ({ id }) => id === 'ground:G3',
    )!;
    expect(cause.cost - few.cost).toBeLessThan(1);
    expect(cause.cost).toBeGreaterThan(few.cost - 1e-9);
  });
});
