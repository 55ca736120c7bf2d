import { TestBed } from '@angular/core/testing';
import { ApiProblem, Client } from '../api';
import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { CarLineButton } from './car-line';
import { CarMeasure } from './car-measure';
import { CarStrip } from './car-strip';

const simulated = { simulated: { vehicle: 'quill' } };
const beacon = fact('b', flap);
const taken = {
  talk: [{ asked: 'write data f190', answered: 'done' }],
  entries: [{ what: 'item', item: 'vin', as: 'done' }],
  refused: null,
};
const refusedLine = {
  talk: [{ asked: 'write data 0110', answered: 'write data refused: conditions not correct' }],
  entries: [],
  refused: 'write data refused: conditions not correct',
};

describe('CarStrip', () => {
  let asked: string[];
  let reading: { reading: object | null; refused: string | null; overridable: boolean };
  beforeEach(() => {
    asked = [];
    reading = { reading: { test: 'signal', value: 4.92 }, refused: null, overridable: false };
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
            override: (_job: string, { traceId, test }: { traceId: string; test: string }) => {
              asked.push(`override ${traceId} ${test}`);
              return Promise.resolve({ says: 'The driver frontal bag fires.' });
            },
            carLine: (_job: string, coding: string, line: string) => {
              asked.push(`line ${coding} ${line}`);
              return Promise.resolve(line === 'item:vin' ? taken : refusedLine);
            },
            practiceEnd: () =>
              Promise.resolve({
                was: 'fuse F13 is open',
                mended: true,
                minutes: 63,
                cents: 9_450,
                partsInVain: 1,
                hints: 1,
                breaches: ['Ohms: the fuse of the meter blows.'],
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
    expect(bench.text()).toContain('one part in vain, one hint. The best way known: 40 min');
    expect(bench.text()).toContain('Done although it was refused. Ohms: the fuse of the meter blows.');
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
    reading = { reading: null, refused: 'A meter’s current can fire it.', overridable: true };
    await bench.press('Do it at the simulated car');
    expect(bench.text()).toContain('A meter’s current can fire it.');
    expect(bench.desk.entered.length).toBe(1);
    // Once, it can be done all the same.
    await bench.press('Do it all the same');
    expect(asked.at(-1)).toBe('override t signal');
    expect(bench.text()).toContain('The driver frontal bag fires.');
    expect(bench.text()).not.toContain('Do it all the same');
  });

  it('does a line of a coding sheet over the link, and enters what the module did', async () => {
    const line = (id: string, how: 'write' | 'declare') => ({
      kind: 'item',
      id: `item:${id}`,
      does: 'x',
      item: { id, kind: 'identity', how, does: 'x' },
    });
    const bench = await benchFor(CarLineButton, recordOf(simulated), {
      codingId: 'c',
      line: line('vin', 'write'),
    });
    await bench.press('Do it over the link');
    expect(asked).toEqual(['line c item:vin']);
    expect(bench.desk.entered).toEqual([
      { kind: 'coding-entries', data: { codingId: 'c', entry: taken.entries[0]! } },
    ]);
    expect(bench.text()).toContain('write data f190done');
    bench.fixture.componentRef.setInput('line', line('order', 'write'));
    await bench.fixture.whenStable();
    await bench.press('Do it over the link');
    expect(bench.text()).toContain('write data refused: conditions not correct');
    expect(bench.desk.entered.length).toBe(1);
    bench.fixture.componentRef.setInput('line', line('maker', 'declare'));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('button')).toBeNull();
  });

  it('offers nothing over the link at a real car', async () => {
    const line = { kind: 'check', id: 'check:supply', does: 'x', check: 'supply' };
    const bench = await benchFor(CarLineButton, recordOf(), { codingId: 'c', line });
    expect(bench.page.querySelector('button')).toBeNull();
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
