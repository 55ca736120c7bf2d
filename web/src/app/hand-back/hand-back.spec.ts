import { templates } from '@dormant-beacon/core/trace/templates';
import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { HandBack } from './hand-back';
import { outlineOf } from './signature-field';

describe('HandBack', () => {
  const record = () =>
    recordOf({
      beacons: [fact('b', flap)],
      scans: [
        scanFact('s', 'baseline', 'Body\n  B1318-16 Supply (history)\n'),
        scanFact('f', 'final', 'Body: no codes'),
      ],
      traces: [fact('t', { title: 'Flap switch', beaconIds: ['b'], case: templates[0]!.build({}) })],
      readings: [
        fact('r1', { traceId: 't', test: 'signal', value: 4.92 }),
        fact('r2', { traceId: 't', test: 'switch-ohms', overload: true }),
      ],
      sheets: [
        fact('s1', {
          traceId: 't',
          data: {
            sheet: 'sides',
            what: 'volts at the flap',
            unit: 'V',
            rows: [{ name: 'C31.2', suspect: 0.02, reference: 4.9 }],
            percent: 1,
            digits: 0.02,
          },
        }),
      ],
      repairs: [
        fact('r', {
          traceId: 't',
          element: 'SWITCH',
          beaconIds: ['b'],
          label: 'Replace the end switch',
          part: 'CV-2210-07A',
          method: 'replace',
          root: 'found-and-left',
          rootNote: 'drain blocked',
          cured: true,
          chance: 0.9,
        }),
      ],
    });

  it('tells what was measured, done and proven, with cautions for what is open', async () => {
    const before = record();
    const cleared = { ...before, clearings: [fact('c', {})] } as typeof before;
    const final = scanFact('f2', 'final', 'Body: no codes') as (typeof before.scans)[number];
    const bench = await benchFor(HandBack, { ...cleared, scans: [...cleared.scans, final] });
    const text = bench.text();
    for (const part of [
      '4.92 V',
      'over-limit',
      'volts at the flap: They differ from the first row on',
      'Replace the end switch, part CV-2210-07A',
      'found, left as it is: drain blocked',
      'B1318-16',
      'dark, not proven',
      'is dark but not yet proven',
      'What made a part fail was found and is still there',
      '38 412 km at intake',
    ])
      expect(text).withContext(part).toContain(part);
  });

  it('lists what is missing to close, and records that the car was given back', async () => {
    const bench = await benchFor(HandBack, record());
    expect(bench.text()).toContain(
      'To close the job it still needs the final scan, with an end for every code, proof for one beacon.',
    );
    await bench.fill('Who collects the car?', 'Ines Hallmer');
    await bench.press('The car is handed back');
    expect(bench.desk.entered).toEqual([
      { kind: 'hand-backs', data: { acceptedBy: 'Ines Hallmer', signature: null } },
    ]);
  });

  it('shows what can hurt first, and who signed', async () => {
    const given = fact('h', { acceptedBy: 'Ines Hallmer', signature: 'M1 1L500 150' });
    const beacons = [fact('b', flap), fact('r', { ...flap, name: 'Airbag lamp', seen: 'lit' })];
    const bench = await benchFor(HandBack, recordOf({ beacons, handBacks: [given] }));
    const [first] = [...bench.page.querySelectorAll('.open li')].map((li) => li.textContent);
    expect(first).toContain('Safety: “Airbag lamp” is open: lit.');
    expect(bench.page.querySelector('.signed path')!.getAttribute('d')).toBe('M1 1L500 150');
    expect(bench.text()).toContain('by Ines Hallmer');
  });

  it('keeps the outline of a signature within its box', () => {
    const points = [
      { x: -5, y: 10 },
      { x: 300.4, y: 900 },
    ];
    expect(outlineOf([{ points }, { points: [] }] as never)).toBe('M0 10L300 200');
    expect(outlineOf([])).toBeNull();
    const long = outlineOf([{ points: Array.from({ length: 5000 }, (_, x) => ({ x, y: 1 })) }] as never)!;
    expect(long.match(/[ML]/g)!.length).toBeLessThanOrEqual(121);
  });

  it('names who signed that no baseline could be had', async () => {
    const bench = await benchFor(
      HandBack,
      recordOf({ beacons: [fact('b', flap)], waivers: [fact('w', { reason: 'battery destroyed' })] }),
    );
    expect(bench.text()).toContain('battery destroyed (signed by Yuki Sorensen).');
  });
});
