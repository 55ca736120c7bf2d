import { templates } from '@dormant-beacon/core/trace/templates';
import { addWeakness, keepCircuit, keepRates } from './circuits.js';
import { endpoints, factKinds } from './index.js';

const id = '00000000-0000-7000-8000-000000000001';
const kept = {
  circuitId: id,
  basedOn: 0,
  make: 'Velanta',
  title: 'Tail lamp',
  case: templates[1]!.build({}),
};

describe('circuits on the wire', () => {
  it('take every template, for one model or for all of a make', () => {
    for (const template of templates)
      expect(keepCircuit.safeParse({ ...kept, case: template.build({}) }).error?.issues)
        .withContext(template.id)
        .toBeUndefined();
    expect(keepCircuit.safeParse({ ...kept, model: null }).success).toBeTrue();
  });

  it('refuse a version before the first, a nameless one, and keys that nobody knows', () => {
    for (const wrong of [{ basedOn: -1 }, { basedOn: 0.5 }, { title: ' ' }, { make: '' }, { colour: 'red' }])
      expect(keepCircuit.safeParse({ ...kept, ...wrong }).success)
        .withContext(JSON.stringify(wrong))
        .toBeFalse();
  });

  it('keep base rates within what a weight can be', () => {
    const rates = (weight: number) =>
      keepRates.safeParse({ basedOn: 0, rates: [{ kind: 'lamp', mode: 'open', weight }] }).success;
    expect([rates(0), rates(8.5), rates(1000), rates(1001), rates(-1), rates(NaN)]).toEqual([
      true,
      true,
      true,
      false,
      false,
      false,
    ]);
  });

  it('keep a weakness between one and five times, with its source', () => {
    const weakness = {
      id,
      make: 'Hallmer',
      template: 'switch-input',
      suspect: 'harness',
      says: 'chafes',
      source: 'own jobs',
      credibility: 'own-job',
      times: 3,
    };
    expect(addWeakness.safeParse(weakness).success).toBeTrue();
    for (const wrong of [{ times: 0.5 }, { times: 6 }, { source: '' }, { credibility: 'rumour' }])
      expect(addWeakness.safeParse({ ...weakness, ...wrong }).success)
        .withContext(JSON.stringify(wrong))
        .toBeFalse();
  });

  it('are changed by those at the car, base rates by the lead alone', () => {
    expect(endpoints.keepRates.who).not.toEqual(endpoints.keepCircuit.who);
    expect(endpoints.keepCircuit.bodyLimit).toBeGreaterThan(1_000_000);
  });
});

describe('what is entered in a trace', () => {
  const entry = (data: object) => ({ id, observedAt: '2026-11-17T08:00:00Z', data });

  it('is an answer, a word or a sheet of a known kind', () => {
    const { epochs, sheets } = factKinds;
    expect(epochs.entry.safeParse(entry({ traceId: id, after: 'wiggle', shows: true })).success).toBeTrue();
    expect(epochs.entry.safeParse(entry({ traceId: id, after: 'wiggle', shows: 'yes' })).success).toBeFalse();
    const words = factKinds['suspect-words'].entry;
    expect(words.safeParse(entry({ traceId: id, suspect: 'plug', as: 'ruled-out' })).success).toBeTrue();
    expect(words.safeParse(entry({ traceId: id, suspect: 'plug', as: 'guilty' })).success).toBeFalse();
    expect(sheets.entry.safeParse(entry({ data: { sheet: 'horoscope' } })).success).toBeFalse();
    const wiggle = {
      sheet: 'wiggle',
      what: 'x',
      unit: 'V',
      marks: [],
      series: [0, 1, 2, 3].map((at) => ({ at, value: null })),
    };
    expect(sheets.entry.safeParse(entry({ data: wiggle })).success).toBeTrue();
    expect(
      sheets.entry.safeParse(entry({ data: { ...wiggle, series: wiggle.series.slice(2) } })).success,
    ).toBeFalse();
  });
});
