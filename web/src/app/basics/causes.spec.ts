import { LibraryEvents } from '../knowledge';
import { type Bench, benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Causes } from './causes';

const report =
  'Charge control\n  B1A27-64 Charge flap end switch  active\nBody\n  B1318-16 Supply voltage  stored\nEngine\n  P0562 System voltage low  stored\nRoof: no response';
const battery = fact('v', { type: 'agm', restingVolts: 11.7, restHours: 10 });
const record = (more = {}) =>
  recordOf({
    beacons: [fact('b', flap)],
    batteries: [battery],
    scans: [scanFact('s', 'baseline', report)],
    ...more,
  });

/** The worker has answered. */
async function explained(bench: Bench<Causes>): Promise<void> {
  for (let n = 0; n < 200 && bench.text().includes('Working the causes out'); n++) {
    await new Promise((resolve) => setTimeout(resolve, 25));
    await bench.fixture.whenStable();
  }
}
const titles = ({ page }: Bench<Causes>) =>
  [...page.querySelectorAll('.tree > li .says strong')].map((one) => one.textContent.trim());

describe('Causes', () => {
  it('shows the fewest causes, the one to work on first, and what hangs under each', async () => {
    const bench = await benchFor(Causes, record());
    await explained(bench);
    expect(bench.text()).toContain('3 causes explain all 3 codes and one silent module.');
    expect(titles(bench)).toEqual(['Low system voltage', 'Roof does not answer', 'Charge flap end switch']);
    const [first, , second] = bench.page.querySelectorAll('.tree > li');
    expect(first!.textContent).toContain('work on this first');
    expect(first!.textContent).toContain('11.7 V at rest');
    expect(second!.querySelector('.beacon')!.textContent).toContain('Charge flap open');
    expect(second!.textContent).not.toContain('B1318-16');
  });

  it('leads from a cause to its trace with all that it knows, and leaves nothing unexplained without a next step', async () => {
    const bench = await benchFor(
      Causes,
      record({
        beacons: [fact('b', flap), fact('w', { ...flap, name: 'Wipers hesitate', kind: 'complaint' })],
      }),
    );
    await explained(bench);
    const links = [...bench.page.querySelectorAll<HTMLAnchorElement>('a')].map((link) =>
      decodeURIComponent(link.href),
    );
    const trace = links.find((href) => href.includes('words=Charge flap end switch'))!;
    expect(trace).toContain('/trace?');
    expect(trace).toContain('beacons=b');
    expect(trace).toContain('codes=Charge control B1A27-64');
    const end = bench.page.querySelector('.open-end')!;
    expect(end.textContent).toContain('Wipers hesitate');
    expect(end.textContent).toContain('choose the circuit behind it');
    expect(decodeURIComponent(end.querySelector('a')!.href)).toContain('beacons=w');
  });

  it('enters what the technician says of a cause', async () => {
    const bench = await benchFor(Causes, record());
    await explained(bench);
    await bench.press('Rule out');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'judgements',
        data: { causeId: 'low-voltage', decision: 'reject', title: 'Low system voltage' },
      },
    ]);
  });

  it('follows it: what was ruled out is gone, and can be considered again', async () => {
    const judgement = fact('j', { causeId: 'low-voltage', decision: 'reject', title: 'Low system voltage' });
    const bench = await benchFor(Causes, record({ judgements: [judgement] }));
    await explained(bench);
    expect(titles(bench)).not.toContain('Low system voltage');
    await bench.press('Consider it again');
    expect(bench.desk.entered[0]!.data['decision']).toBe('open');
  });

  it('takes a cause of one’s own with what it explains, and asks for both', async () => {
    const bench = await benchFor(Causes, record());
    await explained(bench);
    await bench.press('Add it');
    expect(bench.text()).toContain('Say what the cause is.');
    await bench.fill('What is it?', 'A chafed loom');
    await bench.press('Add it');
    expect(bench.text()).toContain('Say what it explains.');
    await bench.press('B1A27-64 Charge control');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        decision: 'add',
        title: 'A chafed loom',
        explains: ['Charge control B1A27-64'],
      }),
    );
  });

  it('shows what the library knows of the codes, and lets it weigh', async () => {
    const bench = await benchFor(Causes, record());
    const stamp = { id: 'n', personId: 'p', addedAt: '2026-11-01T08:00:00Z' };
    const note = { make: 'Corvane', module: 'Charge control', code: 'B1A27', says: 'the switch ices up' };
    bench.store.dispatch(
      LibraryEvents.fileLoaded({
        make: 'Corvane',
        model: 'Lumen',
        file: {
          notes: [{ ...stamp, ...note, source: 'two jobs', credibility: 'own-job', times: 3 }],
          links: [],
          found: [{ module: 'Charge control', code: 'B1A27', label: 'End switch', jobs: 2 }],
        },
      }),
    );
    await bench.fixture.whenStable();
    await explained(bench);
    await new Promise((resolve) => setTimeout(resolve, 150));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('B1A27: the switch ices up (two jobs)');
    expect(bench.text()).toContain('B1A27: End switch ended 2 proven jobs');
  });

  it('enters what was seen working', async () => {
    const bench = await benchFor(Causes, record());
    await explained(bench);
    await bench.fill('What works?', 'left tail lamp');
    await bench.fill('Which module runs it?', 'Body');
    bench.page
      .querySelector('db-working-form form')!
      .dispatchEvent(new Event('submit', { cancelable: true }));
    await bench.fixture.whenStable();
    expect(bench.desk.entered).toEqual([
      { kind: 'workings', data: { function: 'left tail lamp', module: 'Body' } },
    ]);
  });
});
