import { TestBed } from '@angular/core/testing';
import type { Drive } from '@dormant-beacon/contract';
import { ApiProblem } from '../api';
import { SimulatedDesk } from '../simulated';
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
  cure: { chance: 0.9, part: 'switching', confirmed: true, like: 7, held: 6, outcomes: 40 },
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

  it('says what the chance rests on', async () => {
    const bench = await benchFor(Prove, finished());
    expect(bench.text()).toContain('The repair alone made it 90 %: of 7 like it in this shop 6 held.');
  });

  it('says how often the customer saw it where nobody counted', async () => {
    const record = finished();
    const told = fact('b', { ...flap, conditions: ['cold'], shown: 0, exposures: 0, often: 'twice-a-week' });
    const bench = await benchFor(Prove, { ...record, beacons: [told] } as unknown as typeof record);
    expect(bench.text()).toContain('The customer saw it twice a week.');
  });

  it('enters what was measured, and a trial by hand', async () => {
    const record = finished();
    const wet = fact('b', { ...flap, conditions: ['rain', 'cold'] });
    const bench = await benchFor(Prove, { ...record, beacons: [wet] } as typeof record);
    await bench.press('hose');
    await bench.fill('Outside', '4');
    await bench.press('Enter it');
    const [entered] = bench.desk.entered;
    expect([entered!.data['provoked'], entered!.data['circumstances']]).toEqual(['hose', { celsius: 4 }]);
    await bench.fill('Outside', 'warm');
    await bench.press('Enter it');
    expect(bench.text()).toContain('This is not a number.');
    expect(bench.desk.entered.length).toBe(1);
  });

  it('drives a simulated car as it is filled in, and fills in what it did', async () => {
    const asked: Drive[] = [];
    const answers = [{ shown: true, lit: ['Engine lamp'] }, new ApiProblem(0, 'The server does not answer.')];
    TestBed.configureTestingModule({
      providers: [
        {
          provide: SimulatedDesk,
          useValue: {
            drive: (drive: Drive) => {
              asked.push(drive);
              const answer = answers.shift()!;
              return answer instanceof ApiProblem ? Promise.reject(answer) : Promise.resolve(answer);
            },
          },
        },
      ],
    });
    const bench = await benchFor(Prove, {
      ...finished(),
      simulated: { vehicle: 'quill' },
    });
    await bench.press('hot');
    await bench.press('Drive the simulated car like this');
    expect(asked.map(({ beaconId, conditions }) => [beaconId, conditions])).toEqual([['b', ['hot']]]);
    expect(bench.text()).toContain('Lit at the end: Engine lamp.');
    await bench.press('Enter it');
    expect(bench.desk.entered.map(({ data }) => data['shown'])).toEqual([true]);
    await bench.press('Drive the simulated car like this');
    expect(bench.text()).toContain('The server does not answer.');
  });

  it('plans the shortest way, and fills its first step into the form', async () => {
    // In the afternoon: a hose comes before the next cold start.
    spyOn(Date, 'now').and.returnValue(Date.parse('2026-11-30T13:00:00Z'));
    const record = finished();
    const wet = fact('b', { ...flap, conditions: ['rain'] });
    const bench = await benchFor(Prove, { ...record, beacons: [wet] } as typeof record);
    expect(bench.page.querySelector('db-proof-plan')!.textContent).toContain('Hose trial');
    await bench.press('Fill in');
    await bench.press('Enter it');
    expect(bench.desk.entered[0]!.data['provoked']).toBe('hose');
  });

  describe('with what the customer reports', () => {
    const link = fact('l', { tokenHash: 'a'.repeat(64), until: '2099-01-01T00:00:00Z' });
    const told = (id: string, more: object) =>
      fact(id, { linkId: 'l', beaconId: 'b', shown: false, starts: 8, ...more });
    const reported = (...customerReports: object[]) =>
      ({ ...finished(), customerLinks: [link], customerReports }) as unknown as ReturnType<typeof finished>;

    it('accepts a report as exposures, one for each condition that was met', async () => {
      const within = [{ condition: 'cold', starts: 3 }];
      const bench = await benchFor(Prove, reported(told('x', { within, words: 'no trouble at all' })));
      expect(bench.text()).toContain('“Charge flap open” stayed off over 8 starts, 3 of them cold');
      expect(bench.text()).toContain('no trouble at all');
      await bench.press('Accept it');
      expect(
        bench.desk.entered.map(({ kind, data }) => [
          kind,
          data['reportId'],
          data['drives'],
          data['coldStart'],
        ]),
      ).toEqual([
        ['exposures', 'x', 3, true],
        ['exposures', 'x', 5, false],
      ]);
    });

    it('shows what came back first, and sets a mistake aside', async () => {
      const again = told('y', { shown: true, starts: null, on: '2026-11-20' });
      const bench = await benchFor(Prove, reported(told('x', {}), again));
      expect(bench.page.querySelector('db-told-list li')!.textContent).toContain('seen on 20 Nov 2026');
      await bench.press('Set aside');
      expect(bench.desk.withdrawn).toEqual(['y']);
    });

    it('says why one was not taken', async () => {
      const bench = await benchFor(Prove, reported(told('x', {})));
      bench.desk.refusal = 'Somebody has accepted this report already.';
      await bench.press('Accept it');
      expect(bench.text()).toContain('Somebody has accepted this report already.');
    });
  });
});
