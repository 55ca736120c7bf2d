import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Comebacks } from './comebacks';

const repair = {
  traceId: null,
  element: null,
  beaconIds: ['b'],
  label: 'Clean plug C12',
  method: 'clean',
  root: 'unknown',
  cured: true,
  chance: null,
  cure: { chance: 0.7, part: 'connection', confirmed: false, like: 0, held: 0, outcomes: 0 },
};
const again = {
  beaconId: 'b',
  shown: true,
  coldStart: false,
  conditions: ['cold'],
  bulbCheck: 'not-seen',
  monitorRan: false,
  reportedBy: 'customer',
};
const codes = 'Charge control\n  B1A27-64 End switch (active)\n';

describe('Comebacks', () => {
  it('shows nothing while nothing came back', async () => {
    const bench = await benchFor(
      Comebacks,
      recordOf({ beacons: [fact('b', flap)], repairs: [fact('r', repair)] }),
    );
    expect(bench.text().trim()).toBe('');
  });

  it('puts both visits side by side, with the codes of each', async () => {
    // In this order, as they were entered.
    const beacons = [fact('b', flap)];
    const baseline = scanFact('s', 'baseline', codes);
    const repairs = [fact('r', repair)];
    const exposures = [fact('e', again)];
    const now = scanFact('n', 'interim', codes);
    const bench = await benchFor(
      Comebacks,
      recordOf({ beacons, repairs, exposures, scans: [baseline, now] }),
    );
    const rows = [...bench.page.querySelectorAll('tbody tr')].map((row) =>
      [...row.children].map((cell) => cell.textContent.trim()),
    );
    expect(rows[0]).toEqual(['Condition', 'cold', 'cold']);
    expect(rows[1]).toEqual(['Codes', 'B1A27-64', 'the same code and failure type: B1A27-64']);
    expect(rows[2]).toEqual(['Repaired', 'Clean plug C12', 'not tested again']);
    expect(rows[3]![1]).toBe('70\u202f%');
    expect(bench.page.querySelector('.verdict')!.textContent).toContain('Most likely the same fault');
  });
});
