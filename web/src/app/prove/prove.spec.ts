import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Prove } from './prove';

const repair = {
  traceId: null,
  element: null,
  beaconIds: ['b', 'c'],
  label: 'Replace it',
  method: 'replace',
  root: 'found-and-removed',
  cured: true,
  chance: 0.9,
};
const clean = {
  shown: false,
  coldStart: true,
  conditions: ['cold'],
  bulbCheck: 'passed',
  monitorRan: true,
  reportedBy: 'technician',
};
const proving = (...exposures: object[]) =>
  recordOf({
    beacons: [fact('b', flap), fact('c', { ...flap, kind: 'complaint', name: 'Charging refused' })],
    scans: [scanFact('s', 'baseline', 'Body: no codes')],
    repairs: [fact('r', repair)],
    clearings: [fact('cl', {})],
    exposures: exposures.map((exposure, n) => fact(`e${n}`, exposure)),
  });
/** A final scan that is younger than the clearing. */
const finished = (...exposures: object[]) => {
  const record = proving();
  const final = scanFact('f', 'final', 'Body: no codes');
  return {
    ...record,
    scans: [...record.scans, final],
    exposures: exposures.map((exposure, n) => fact(`e${n}`, exposure)),
  } as typeof record;
};

describe('Prove', () => {
  it('opens after the final scan', async () => {
    const bench = await benchFor(Prove, proving());
    expect(bench.text()).toContain('The proof opens after the final scan.');
  });

  it('shows how sure it is and what is lacking', async () => {
    const bench = await benchFor(Prove, finished());
    expect(bench.page.querySelector('.big')!.textContent).toBe('90\u202f%');
    expect(bench.page.querySelector('.lacking')!.textContent).toContain('3 more cold starts');
    expect(bench.page.querySelector('canvas')!.getAttribute('aria-label')).toContain('the target is 95');
  });

  it('enters one clean drive for every beacon that is watched', async () => {
    const bench = await benchFor(Prove, finished());
    await bench.press('cold');
    await bench.press('it was a cold start');
    await bench.press('Enter it');
    expect(
      bench.desk.entered.map(({ data }) => [
        data['beaconId'],
        data['shown'],
        data['coldStart'],
        data['conditions'],
        data['bulbCheck'],
      ]),
    ).toEqual([
      ['b', false, true, ['cold'], 'not-seen'],
      ['c', false, true, ['cold'], 'not-seen'],
    ]);
  });

  it('enters that one showed again for that one alone', async () => {
    const bench = await benchFor(Prove, finished());
    await bench.press('It showed again');
    await bench.press('the customer');
    await bench.press('Enter it');
    expect(
      bench.desk.entered.map(({ data }) => [data['beaconId'], data['shown'], data['reportedBy']]),
    ).toEqual([['b', true, 'customer']]);
  });

  it('says so when a beacon has returned', async () => {
    const bench = await benchFor(Prove, finished({ ...clean, beaconId: 'b', shown: true }));
    await bench.press('Charge flap open · 90 %');
    expect(bench.text()).toContain('It has returned.');
  });
});
