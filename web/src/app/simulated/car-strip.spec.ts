import { TestBed } from '@angular/core/testing';
import { ApiProblem, Client } from '../api';
import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { CarMeasure } from './car-measure';
import { CarStrip } from './car-strip';

const simulated = { simulated: { vehicle: 'quill' } };
const beacon = fact('b', flap);

describe('CarStrip', () => {
  let asked: string[];
  let reading: { reading: object | null; refused: string | null };
  beforeEach(() => {
    asked = [];
    reading = { reading: { test: 'signal', value: 4.92 }, refused: null };
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Client,
          useValue: {
            carReport: () => Promise.resolve({ text: 'Body\n  B1C13-13 Lamp (active)\n', log: '' }),
            carReading: (_job: string, trace: string, test: string) => {
              asked.push(`${trace} ${test}`);
              return Promise.resolve(reading);
            },
            practiceEnd: () =>
              Promise.resolve({
                was: 'fuse F13 is open',
                mended: true,
                minutes: 63,
                cents: 9_450,
                partsInVain: 1,
                steps: [{ did: 'renew the lamp', came: 'in vain', belief: null }],
                planner: {
                  minutes: 40,
                  cents: 6_000,
                  steps: [{ did: 'look at F13', came: 'yes', belief: 0.876 }],
                },
              }),
          },
        },
      ],
    });
  });

  it('asks for what the driver says before anything is read', async () => {
    const bench = await benchFor(CarStrip, recordOf(simulated));
    expect(bench.text()).toContain('Enter first what the driver says: “It will not charge.”');
    expect(bench.page.querySelector('button')).toBeNull();
  });

  it('reads into the baseline, then into an interim scan, and after the clear into the final one', async () => {
    const kinds = async (more: object) => {
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({
        providers: [
          {
            provide: Client,
            useValue: { carReport: () => Promise.resolve({ text: 'Body: no codes', log: '' }) },
          },
        ],
      });
      const bench = await benchFor(CarStrip, recordOf({ ...simulated, beacons: [beacon], ...more }));
      await bench.press('Read every module');
      return bench.desk.entered.map(({ kind, data }) => [kind, data['kind']]);
    };
    expect(await kinds({})).toEqual([['scans', 'baseline']]);
    const scans = [scanFact('s', 'baseline', 'Body\n  B1C13-13 Lamp (active)\n')];
    expect(await kinds({ scans })).toEqual([['scans', 'interim']]);
    const repairs = [
      fact('r', {
        beaconIds: ['b'],
        label: 'It',
        method: 'replace',
        root: 'unknown',
        cured: true,
        chance: null,
      }),
    ];
    expect(await kinds({ scans, repairs, clearings: [fact('c', {})] })).toEqual([['scans', 'final']]);
  });

  it('tells what it was once the car was handed back', async () => {
    const bench = await benchFor(
      CarStrip,
      recordOf({ ...simulated, beacons: [beacon], handBacks: [fact('h', {})] }),
    );
    await bench.press('What was it?');
    expect(bench.text()).toContain('It was: fuse F13 is open. It is mended. You: 63 min');
    expect(bench.text()).toContain('The planner by itself: 40 min');
    expect(
      [...bench.page.querySelectorAll('li')].map((step) => step.textContent.replace(/\s+/g, ' ').trim()),
    ).toEqual(['renew the lamp: in vain', 'look at F13: yes – 88 %']);
  });

  it('enters what the instruments show, and says why they refuse', async () => {
    const bench = await benchFor(CarMeasure, recordOf(simulated), { traceId: 't', test: 'signal' });
    await bench.press('Do it at the simulated car');
    expect(asked).toEqual(['t signal']);
    expect(bench.desk.entered).toEqual([
      { kind: 'readings', data: { traceId: 't', test: 'signal', value: 4.92, found: null } },
    ]);
    reading = { reading: null, refused: 'A meter’s current can fire it.' };
    await bench.press('Do it at the simulated car');
    expect(bench.text()).toContain('A meter’s current can fire it.');
    expect(bench.desk.entered.length).toBe(1);
  });

  it('says that nobody answers', async () => {
    TestBed.resetTestingModule();
    const away = () => Promise.reject(new ApiProblem(0, 'The server does not answer.'));
    TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: { carReport: away } }] });
    const bench = await benchFor(CarStrip, recordOf({ ...simulated, beacons: [beacon] }));
    await bench.press('Read every module');
    expect(bench.text()).toContain('The server does not answer.');
  });
});
