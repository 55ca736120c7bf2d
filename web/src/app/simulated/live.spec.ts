import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LinkAnswerSaid } from '@dormant-beacon/contract/link';
import { type Bench, benchFor, fact, flap, recordOf } from '../testing/bench';
import { WiggleRecorder } from '../trace/sheets/wiggle-recorder';
import { CarLoops } from './car-loops';
import { CarStepButton } from './car-step';
import { CarStrip } from './car-strip';
import { liveValue } from './live-value';
import { SimulatedDesk } from './simulated-desk';

const record = () => recordOf({ simulated: { vehicle: 'quill' }, beacons: [fact('b', flap)] });
const live = [
  { module: 'restraint', did: '0300', label: 'Driver belt tensioner', unit: 'Ω' },
  { module: 'restraint', did: '0301', label: 'Passenger frontal bag', unit: 'Ω' },
  { module: 'body', did: '0300', label: 'Driver door switch', unit: 'V' },
];
const said = (bytes: string): LinkAnswerSaid => ({ module: 'restraint', bytes, why: null });

describe('a live value', () => {
  it('is hundredths, open, or not answered', () => {
    expect(liveValue('62030000f1')).toBe(2.41);
    expect(liveValue('620300ffff')).toBeNull();
    expect(liveValue('7f2231')).toBeUndefined();
    expect(liveValue(undefined)).toBeUndefined();
  });
});

describe('the live values of a simulated car', () => {
  class FakeLink {
    readonly values = signal<readonly LinkAnswerSaid[]>([]);
    readonly ended = signal<string | null>(null);
    readonly puts: object[] = [];
    readonly watched: string[][] = [];
    closed = 0;
    watch(requests: readonly { module: string; bytes: string }[]) {
      this.watched.push(requests.map(({ module, bytes }) => `${module} ${bytes}`));
    }
    set(set: object) {
      this.puts.push(set);
    }
    close() {
      this.closed += 1;
    }
  }
  let link: FakeLink;
  let provoked: (string | null)[];
  const steps: string[] = [];
  beforeEach(() => {
    link = new FakeLink();
    provoked = [];
    steps.length = 0;
    const trial = signal<string | null>(null);
    TestBed.configureTestingModule({
      providers: [
        {
          provide: SimulatedDesk,
          useValue: {
            trial,
            provoke: (wanted: string | null) => {
              provoked.push(wanted);
              trial.set(wanted);
            },
            parts: () =>
              Promise.resolve({ parts: [], modules: [], live, hints: ['Two modules share something.'] }),
            beside: () =>
              Promise.resolve({ volts: 12.58, milliohms: 15.2, healthPercent: 98, celsius: 18.1 }),
            link: () => link,
            step: (coding: string, procedure: string, step: string | null) => {
              steps.push(`${coding} ${procedure} ${step}`);
              return Promise.resolve(
                step === 'seen'
                  ? { talk: [], entries: [], refused: 'start routine refused: conditions not correct' }
                  : {
                      talk: [{ asked: 'read data 0101', answered: '04ec' }],
                      entries: [{ what: 'check', check: 'zero:supply', volts: 12.6 }],
                      refused: null,
                    },
              );
            },
          },
        },
      ],
    });
  });
  const puts = async (bench: Bench<unknown>, values: readonly string[]) => {
    link.values.set(values.map(said));
    await bench.fixture.whenStable();
  };

  it('go into the table of loops as they are, with the seat where the moment has it', async () => {
    const bench = await benchFor(CarLoops, record(), { moment: 'as-found' });
    await bench.fixture.whenStable();
    expect(link.watched).toEqual([['restraint 220300', 'restraint 220301']]);
    const button = bench.page.querySelector('button')!;
    expect(button.disabled).withContext('nothing is answered yet').toBeTrue();
    bench.fixture.componentRef.setInput('moment', 'seat-back');
    await bench.fixture.whenStable();
    expect(link.puts.at(-1)).toEqual({ positions: ['seat-back'], trial: null });
    await puts(bench, ['620300ffff', '62030100f1']);
    expect(bench.text()).toContain('Driver belt tensionerOL');
    await bench.press('Enter all loops as they are now');
    expect(bench.desk.entered.map(({ data }) => data)).toEqual([
      { loop: 'Driver belt tensioner', moment: 'seat-back', overload: true },
      { loop: 'Passenger frontal bag', moment: 'seat-back', ohms: 2.41 },
    ]);
    bench.fixture.componentRef.setInput('moment', 'harness-moved');
    await bench.fixture.whenStable();
    expect(link.puts.at(-1)).toEqual({ positions: [], trial: 'wiggle' });
    bench.desk.refusal = 'Someone else is at it.';
    await bench.press('Enter all loops as they are now');
    expect(bench.text()).toContain('Someone else is at it.');
    bench.fixture.destroy();
    expect(link.closed).toBe(1);
  });

  it('are recorded while something is moved there', async () => {
    const bench = await benchFor(WiggleRecorder, record(), { places: ['seat back', 'plug C103'] });
    await bench.press('The simulated car’s live value');
    await bench.fixture.whenStable();
    await puts(bench, ['62030000f1']);
    const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
    await bench.press('Begin recording');
    await wait(450);
    await bench.press('seat back');
    expect(link.puts.at(-1)).toEqual({ positions: ['seat-back'], trial: null });
    await puts(bench, ['620300ffff']);
    await wait(650);
    await bench.press('plug C103');
    expect(link.puts.at(-1)).toEqual({ positions: [], trial: 'wiggle' });
    await bench.press('Stop');
    await bench.press('Keep the recording');
    const { series, unit, what } = bench.desk.entered[0]!.data['data'] as {
      series: { value: number | null }[];
      unit: string;
      what: string;
    };
    expect([unit, what]).toEqual(['Ω', 'Driver belt tensioner']);
    expect(new Set(series.map(({ value }) => value))).toEqual(new Set([2.41, null]));
  });

  it('are read for a procedure, whose steps the car does itself', async () => {
    const inputs = { codingId: 'c', procedure: 'zero' };
    const bench = await benchFor(CarStepButton, record(), { ...inputs, step: null });
    await bench.press('Read the volts over the link');
    expect(bench.desk.entered.map(({ data }) => data)).toEqual([
      { codingId: 'c', entry: { what: 'check', check: 'zero:supply', volts: 12.6 } },
    ]);
    bench.fixture.componentRef.setInput('step', 'seen');
    await bench.fixture.whenStable();
    await bench.press('Do it at the simulated car');
    expect(steps).toEqual(['c zero null', 'c zero seen']);
    expect(bench.desk.entered.length).toBe(1);
    expect(bench.text()).toContain('conditions not correct');
  });

  it('are provoked from the strip, which keeps the hints that were paid for', async () => {
    const scans = [fact('s', { kind: 'baseline', text: '', scan: { modules: [], codes: [] } })];
    const bench = await benchFor(CarStrip, recordOf({ ...record(), scans } as never));
    const strip = bench.fixture.componentInstance as unknown as Record<'list' | 'test', () => Promise<void>>;
    await strip.list();
    await strip.test();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Two modules share something.');
    expect(bench.text()).toContain('12.58 V at rest, 15.2 mΩ, health 98 %. Thermometer: 18.1 °C.');
    TestBed.inject(SimulatedDesk).provoke('hose');
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('While you read and measure: hose');
    await bench.press('Stop this');
    expect(provoked).toEqual(['hose', null]);
  });
});
