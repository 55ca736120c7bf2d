import { TestBed } from '@angular/core/testing';
import type { LogEntry } from '@dormant-beacon/contract';
import { Client } from '../api';
import { benchFor, recordOf, yuki } from '../testing/bench';
import { LogDrawer } from './log-drawer';

const entry = (seq: number, more: Partial<LogEntry>): LogEntry => ({
  seq,
  personId: yuki.id,
  kind: 'notes',
  stage: 'trace',
  says: `entry ${seq}`,
  factId: `f${seq}`,
  corrects: null,
  withdrawn: false,
  device: 2,
  entry: '{}',
  observedAt: '2026-11-17T08:00:00Z',
  recordedAt: '2026-11-17T08:00:00Z',
  hash: '',
  ...more,
});

async function open(entries: LogEntry[], flaw: string | null = null) {
  spyOn(Client.prototype, 'logbook').and.resolveTo({ entries, whole: flaw === null, flaw });
  const bench = await benchFor(LogDrawer, recordOf(), { jobId: 'job', seq: entries.length });
  await Promise.resolve();
  await bench.fixture.whenStable();
  return bench;
}

describe('LogDrawer', () => {
  afterEach(() => TestBed.resetTestingModule());

  it('shows the newest first, strikes what was corrected, and offers no taking back of what is fixed', async () => {
    const bench = await open([
      entry(1, { kind: 'job', factId: null }),
      entry(2, { kind: 'scans' }),
      entry(3, {}),
      entry(4, { corrects: 'f3', withdrawn: true }),
    ]);
    const rows = [...bench.page.querySelectorAll('li')];
    expect(rows.map((row) => row.querySelector('.seq')!.textContent)).toEqual(['4', '3', '2', '1']);
    expect(rows.map((row) => row.classList.contains('gone'))).toEqual([true, true, false, false]);
    expect(bench.page.querySelectorAll('li button').length).toBe(0);
  });

  it('takes an entry back by a correcting one', async () => {
    const bench = await open([entry(1, {})]);
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['f1']);
  });

  it('is narrowed by stage and person', async () => {
    const bench = await open([entry(1, {}), entry(2, { stage: 'clear' }), entry(3, { personId: 'q' })]);
    const shown = () => bench.page.querySelectorAll('li').length;
    await bench.pick('Stage', 'trace');
    expect(shown()).toBe(2);
    await bench.pick('Person', 'someone');
    expect(shown()).toBe(1);
    await bench.pick('Stage', 'all');
    expect(shown()).toBe(1);
  });

  it('offers no taking back of what somebody else entered', async () => {
    const bench = await open([entry(1, { personId: 'somebody else' }), entry(2, {})]);
    expect(bench.page.querySelectorAll('li button').length).toBe(1);
  });

  it('says what was changed behind the record', async () => {
    const bench = await open([entry(1, {})], 'entry 4: its words were changed');
    expect(bench.text()).toContain('proves nothing any more: entry 4: its words were changed');
  });
});
