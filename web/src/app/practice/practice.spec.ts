import { TestBed } from '@angular/core/testing';
import type { PracticeCars, PracticeCases } from '@dormant-beacon/contract';
import { Client } from '../api';
import { PeopleEvents } from '../session';
import { benchFor, recordOf, sessionOf, yuki } from '../testing/bench';
import { Practice } from './practice';

type SimulatedCar = PracticeCars['cars'][number];

const car = (number: string, end: Partial<NonNullable<SimulatedCar['end']>> | null): SimulatedCar => ({
  jobId: number,
  number,
  car: 'Velanta Quill',
  person: 'Remy',
  openedAt: '2026-11-17T08:00:00.000Z',
  end: end && {
    was: 'fuse F13 is open',
    mended: true,
    minutes: 60,
    cents: 9_000,
    partsInVain: 0,
    plannerMinutes: 40,
    ...end,
  },
});

describe('Practice', () => {
  let cases: PracticeCases['cases'];
  let opened: object[];
  beforeEach(() => {
    cases = [];
    opened = [];
  });
  const benchOf = async (cars: SimulatedCar[], role: 'technician' | 'lead' = 'technician') => {
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Client,
          useValue: {
            practiceCars: () => Promise.resolve(cars),
            practiceCases: () => Promise.resolve(cases),
            openPractice: (body: object) => {
              opened.push(body);
              return Promise.reject(new Error('Nobody answers.'));
            },
          },
        },
      ],
    });
    const bench = await benchFor(Practice, recordOf());
    bench.store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf({ ...yuki, role }) }));
    await bench.fixture.whenStable();
    return bench;
  };

  it('opens a log of frames of whatever origin, and says what is none', async () => {
    const bench = await benchOf([]);
    const open = async (name: string, text: string) => {
      const input = bench.page.querySelector<HTMLInputElement>('input[type=file]')!;
      const files = new DataTransfer();
      files.items.add(new File([text], name));
      input.files = files.files;
      input.dispatchEvent(new Event('change'));
      await new Promise((resolve) => setTimeout(resolve, 50));
      await bench.fixture.whenStable();
    };
    await open('notes.txt', 'Nothing of a link.');
    expect(bench.text()).toContain('notes.txt has no line such as');
    await open('bus.log', '(1.000000) slcan0 7DF#0201050000000000\n(1.010000) slcan0 740#0322F19000000000\n');
    expect(bench.text()).not.toContain('has no line');
    expect(bench.text()).toContain('read data f190');
    await open('big.log', '(1.000000) can0 740#023E00\n'.repeat(200_000));
    expect(bench.text()).toContain('larger than five megabytes');
  });

  it('takes a car as hard as it is asked for, or a case that was written', async () => {
    cases = [{ id: 'water', car: 'Hallmer Drover', words: 'Every light on the dash since the flood.' }];
    const bench = await benchOf([]);
    await bench.press('Two faults');
    expect(bench.text()).toContain('The first repair is not the end.');
    await bench.press('Take a simulated car');
    expect(bench.text()).toContain('Nobody answers.');
    await bench.press('Take it');
    const ids = { jobId: jasmine.any(String), vehicleId: jasmine.any(String) };
    expect(opened).toEqual([
      { ...ids, difficulty: 'two-faults' },
      { ...ids, case: 'water' },
    ]);
  });

  it('says nothing of cars before the first', async () => {
    const bench = await benchOf([]);
    expect(bench.text()).not.toContain('Your cars');
  });

  it('sums what was told, against the planner', async () => {
    const ends = [{}, { mended: false, minutes: 100, partsInVain: 2 }];
    const bench = await benchOf([car('J-0003', null), ...ends.map((end, n) => car(`J-000${n + 1}`, end))]);
    expect(bench.text()).toContain('Your cars');
    // (60 + 100) of (40 + 40) minutes.
    expect(bench.text()).toContain(
      '1 of 2 mended, 2 parts in vain, 2.0 times the minutes of the best way known.',
    );
    const rows = [...bench.page.querySelectorAll('li')].map((row) => row.textContent);
    expect(rows[0]).toContain('Not finished.');
    expect(rows[2]).toContain(
      'Not mended in 100 min (the best way: 40), 2 parts in vain. It was: fuse F13 is open.',
    );
    expect(rows[0]).not.toContain('Remy');
  });

  it('names the person where the lead looks', async () => {
    const bench = await benchOf([car('J-0001', {})], 'lead');
    expect(bench.text()).toContain('Everyone’s cars');
    expect(bench.page.querySelector('li')!.textContent).toContain('Remy');
  });
});
