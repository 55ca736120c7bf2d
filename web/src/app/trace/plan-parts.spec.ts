import { TestBed } from '@angular/core/testing';
import { caseOf, type JobRecord } from '@dormant-beacon/core/record';
import { nextTests } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Client } from '../api';
import { anId, benchFor, fact, flap, recordOf, scanFact, shown } from '../testing/bench';
import { JobEvents, jobFeature } from '../job';
import { PlanBar } from './plan-bar';
import { PlanDepth } from './plan-depth';
import { SuspectList } from './suspect-list';
import { TracePage } from './trace';
import { WeaknessForm } from './weakness-form';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});

function recordWith(more: Partial<Record<keyof JobRecord, unknown>> = {}): JobRecord {
  return recordOf({
    beacons: [fact(anId('b'), flap)],
    scans: [scanFact('s', 'baseline', 'Body: no codes')],
    traces: [fact(anId('t'), { title: 'Tail lamp', beaconIds: [anId('b')], case: lamp })],
    ...more,
  });
}

const inputsOf = (record: JobRecord) => {
  const source = caseOf(record, record.traces[0]!);
  return { case: source, plan: nextTests(source), traceId: anId('t') };
};

describe('the plan’s bar', () => {
  it('asks after a disturbing test whether the fault still shows', async () => {
    const record = recordWith({ readings: [fact('r', { traceId: anId('t'), test: 'swap', gone: true })] });
    const bench = await benchFor(PlanBar, record, inputsOf(record));
    expect(bench.text()).toContain('Does the fault still show?');
    expect(bench.text()).toContain('Swap the lamp with the other side: that moved something');
    await bench.press('It is gone');
    expect(bench.desk.entered).toEqual([
      { kind: 'epochs', data: { traceId: anId('t'), after: 'swap', shows: false } },
    ]);
  });

  it('waits while the fault is hidden, and takes its return', async () => {
    const record = recordWith({
      readings: [fact('r', { traceId: anId('t'), test: 'swap', gone: true })],
      epochs: [fact('e', { traceId: anId('t'), after: 'swap', shows: false })],
    });
    const bench = await benchFor(PlanBar, record, inputsOf(record));
    expect(bench.text()).toContain('The fault does not show now.');
    await bench.press('It shows again');
    expect(bench.desk.entered).toEqual([
      { kind: 'epochs', data: { traceId: anId('t'), after: null, shows: true } },
    ]);
  });

  it('lets a fault that comes and goes be away before anything is read, and says in what it shows', async () => {
    const record = recordWith();
    const always = await benchFor(PlanBar, record, inputsOf(record));
    expect(always.text()).not.toContain('It does not show now');
    TestBed.resetTestingModule();
    const bench = await benchFor(PlanBar, record, { ...inputsOf(record), conditions: ['cold', 'rain'] });
    expect(bench.text()).toContain('It shows in these conditions: cold, rain.');
    await bench.press('It does not show now');
    expect(bench.desk.entered).toEqual([
      { kind: 'epochs', data: { traceId: anId('t'), after: null, shows: false } },
    ]);
    TestBed.resetTestingModule();
    const away = recordWith({ epochs: [fact('e', { traceId: anId('t'), after: null, shows: false })] });
    const hidden = await benchFor(PlanBar, away, { ...inputsOf(away), conditions: ['cold'] });
    expect(hidden.text()).toContain('The fault does not show now.');
    expect(hidden.text()).not.toContain('It does not show now');
  });

  it('says where readings contradict each other', async () => {
    const record = recordWith({
      readings: [
        fact('r1', { traceId: anId('t'), test: 'feed', value: 0 }),
        fact('r2', { traceId: anId('t'), test: 'ground', value: 12.4 }),
      ],
    });
    const bench = await benchFor(PlanBar, record, inputsOf(record));
    expect(bench.text()).toContain('These readings do not fit one fault in this circuit.');
  });
});

describe('what the plan warns of', () => {
  const barFor = async (more: object) => {
    const record = recordWith();
    const inputs = inputsOf(record);
    return benchFor(PlanBar, record, { ...inputs, plan: { ...inputs.plan, ...more } });
  };

  it('one power-down for several tests, with what can be done while it waits', async () => {
    const bench = await barFor({
      batch: { minutes: 36, tests: ['feed', 'ground'], meanwhile: ['look-fuse', 'look-lamp', 'swap'] },
    });
    expect(bench.text()).toContain(
      'One power-down of 36 min serves 2 tests: Measure C12.1 to ground with the lights on; Measure C12.2',
    );
    expect(bench.text()).toContain(
      'While it waits: Look at fuse F7; Look at the filament of the right tail lamp.',
    );
  });

  it('says nothing of a power-down that serves one test alone', async () => {
    const bench = await barFor({ batch: { minutes: 36, tests: ['feed'], meanwhile: [] } });
    expect(bench.text()).not.toContain('power-down');
  });

  it('a relay that never comes to rest', async () => {
    const bench = await barFor({ chatter: ['RELAY'] });
    expect(bench.text()).toContain('RELAY never comes to rest in this circuit');
  });

  it('shows why an answer was refused, and keeps the question', async () => {
    const bench = await barFor({ asks: { after: 'swap' } });
    bench.desk.refusal = 'This test has not been read in this trace.';
    await bench.press('It still shows');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('has not been read');
    expect(bench.text()).toContain('Does the fault still show?');
  });
});

describe('a weakness of the model', () => {
  const kept: Record<string, unknown>[] = [];
  let refusal: string | null = null;
  beforeEach(() => {
    kept.length = 0;
    refusal = null;
    const client = {
      addWeakness: (body: Record<string, unknown>) => {
        if (refusal) return Promise.reject(new Error(refusal));
        kept.push(body);
        return Promise.resolve({ id: 'x' });
      },
    };
    TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: client }] });
  });
  const form = () => benchFor(WeaknessForm, recordWith(), { template: 'fused-lamp', suspect: 'plug' });

  it('is kept with its source and its weight, for this make and model', async () => {
    const bench = await form();
    await bench.press('Keep it for this model');
    expect(bench.text()).toContain('Say what is known.');
    await bench.fill('What is known', 'C12 stands in the wet');
    await bench.fill('Where it is known from', 'two of our jobs');
    await bench.press('3 times');
    await bench.press('Keep it for this model');
    expect(kept).toEqual([
      jasmine.objectContaining({
        make: 'Corvane',
        model: 'Lumen',
        template: 'fused-lamp',
        suspect: 'plug',
        says: 'C12 stands in the wet',
        source: 'two of our jobs',
        credibility: 'own-job',
        times: 3,
      }),
    ]);
  });

  it('stays in the form where it is refused', async () => {
    const bench = await form();
    refusal = 'The server does not answer.';
    await bench.fill('What is known', 'C12 stands in the wet');
    await bench.fill('Where it is known from', 'heard');
    await bench.press('Keep it for this model');
    expect(bench.text()).toContain('The server does not answer.');
    expect((bench.field('What is known') as HTMLInputElement).value).toBe('C12 stands in the wet');
  });
});

describe('a trace of a circuit that the shop keeps', () => {
  it('says the versions that it was begun with', async () => {
    const circuit = { id: 'c', version: 3 };
    const trace = fact(anId('t'), {
      title: 'Tail lamp',
      beaconIds: [anId('b')],
      case: lamp,
      circuit,
      ratesVersion: 4,
    });
    const bench = await benchFor(TracePage, recordWith({ traces: [trace] }));
    expect(bench.text()).toContain('circuit of the shop, version 3 · base rates, version 4');
  });

  it('shows the habit beside the plan: what is quickest first', async () => {
    const record = recordWith();
    const bench = await benchFor(TracePage, record);
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: inputsOf(record).plan }));
    await bench.fixture.whenStable();
    const minutes = [...bench.page.querySelectorAll('.habit .mono')].map((one) => parseInt(one.textContent));
    expect(minutes.length).toBe(lamp.tests.length);
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
  });

  it('measures where a point of the drawing is pressed', async () => {
    const record = recordWith();
    const bench = await benchFor(TracePage, record);
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: inputsOf(record).plan }));
    await shown(bench, '.at');
    const point = [...bench.page.querySelectorAll('.at')].find((at) => at.textContent.includes('C12.2'))!;
    point.dispatchEvent(new MouseEvent('click'));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('.chosen .what')!.textContent).toContain('Measure C12.2 to ground');
  });
});

describe('the depth of the plan', () => {
  it('is two steps, or two faults, on request', async () => {
    const record = recordWith();
    const bench = await benchFor(PlanDepth, record, { traceId: anId('t') });
    await bench.press('Weigh two faults at once');
    await bench.press('Look two steps ahead');
    const options = bench.store.selectSignal(jobFeature.selectPlanOptions)();
    expect(options).toEqual({ [anId('t')]: { twoSteps: true, pairs: true } });
  });

  it('offers two steps where the plan is not followed to its end already', async () => {
    const bench = await benchFor(PlanDepth, recordWith(), { traceId: anId('t'), followed: true });
    expect(bench.text()).not.toContain('Look two steps ahead');
    expect(bench.text()).toContain('Weigh two faults at once');
  });
});

describe('the list of suspects', () => {
  it('shows what made a suspect likely, and lets it be pinned or ruled out', async () => {
    const because = [{ what: 'water raises contacts and grounds', times: 3 }];
    const weighedLamp = {
      ...lamp,
      suspects: lamp.suspects!.map((suspect) => (suspect.id === 'plug' ? { ...suspect, because } : suspect)),
    };
    const record = recordWith({
      traces: [fact(anId('t'), { title: 'Tail lamp', beaconIds: [anId('b')], case: weighedLamp })],
      readings: [fact('r', { traceId: anId('t'), test: 'look-lamp', found: false })],
    });
    const bench = await benchFor(SuspectList, record, inputsOf(record));
    const plug = [...bench.page.querySelectorAll<HTMLElement>('.suspect')].find((row) =>
      row.textContent.includes('plug C12 is corroded'),
    )!;
    plug.click();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('water raises contacts and grounds, times 3');
    expect(bench.text()).toMatch(/Look at the filament of the right tail lamp: \d+ % → \d+ %/);
    await bench.fill('Why, in a few words', 'new last week');
    await bench.press('Rule it out');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'suspect-words',
        data: { traceId: anId('t'), suspect: 'plug', as: 'ruled-out', note: 'new last week' },
      },
    ]);
  });

  it('keeps a note with its suspect, not with the next that is opened', async () => {
    const record = recordWith();
    const bench = await benchFor(SuspectList, record, inputsOf(record));
    const open = async (n: number) => {
      bench.page.querySelectorAll<HTMLElement>('.suspect')[n]!.click();
      await bench.fixture.whenStable();
    };
    await open(0);
    await bench.fill('Why, in a few words', 'seen burnt');
    await open(1);
    expect((bench.field('Why, in a few words') as HTMLInputElement).value).toBe('');
    await open(0);
    await bench.fixture.whenStable();
    expect((bench.field('Why, in a few words') as HTMLInputElement).value).toBe('seen burnt');
  });

  it('shows a word that stands, and takes it back', async () => {
    const word = { traceId: anId('t'), suspect: 'lamp', as: 'pinned' };
    const record = recordWith({ suspectWords: [fact('w', word)] });
    const bench = await benchFor(SuspectList, record, inputsOf(record));
    expect(bench.page.querySelector('.suspect')!.textContent).toContain('pinned');
    bench.page.querySelector<HTMLElement>('.suspect')!.click();
    await bench.fixture.whenStable();
    await bench.press('Suspect it as before');
    expect(bench.desk.entered.map(({ data }) => data['as'])).toEqual(['open']);
  });
});

describe('roots', () => {
  it('are proposed after the part, each with its look', async () => {
    const record = recordWith({
      readings: [
        fact('r1', { traceId: anId('t'), test: 'look-fuse', found: true }),
        fact('r2', { traceId: anId('t'), test: 'feed', value: 0 }),
        fact('r3', { traceId: anId('t'), test: 'fuse-volts', value: 0 }),
      ],
    });
    const bench = await benchFor(TracePage, record);
    const { plan } = inputsOf(record);
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan }));
    await bench.fixture.whenStable();
    const fuse = [...bench.page.querySelectorAll<HTMLElement>('.action')].find((row) =>
      row.textContent.includes('Replace fuse F7'),
    )!;
    fuse.querySelector('input')!.click();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Fuse F7 out, measure behind it to ground');
    bench.page.querySelector<HTMLElement>('.root')!.click();
    await bench.fixture.whenStable();
    await bench.press('yes, it works');
    await bench.press('Save the repair');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ root: 'found-and-removed', rootNote: 'short behind the fuse' }) as never,
    );
  });
});
