import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { Client, Events } from '../api';
import { JobEvents } from '../job';
import { PeopleEvents } from '../session';
import { type Bench, benchFor, fact, flap, recordOf, sessionOf, yuki } from '../testing/bench';
import { JobShell } from './job-shell';

describe('the shell of a job', () => {
  let events: { moved: Subject<unknown>; reconnected: Subject<void>; connected: unknown };

  async function shell(more: Parameters<typeof recordOf>[0] = {}): Promise<Bench<JobShell>> {
    events = { moved: new Subject(), reconnected: new Subject(), connected: signal(true) };
    const client = { logbook: () => Promise.resolve({ entries: [], whole: true, flaw: null }) };
    TestBed.configureTestingModule({
      providers: [
        { provide: Events, useValue: events },
        { provide: Client, useValue: client },
      ],
    });
    const record = recordOf(more);
    return benchFor(JobShell, record, { jobId: record.id });
  }
  const stages = (bench: Bench<JobShell>) =>
    [...bench.page.querySelectorAll('.path .label')].map((label) =>
      label.textContent.replace(/\s+/g, ' ').trim(),
    );

  it('shows the rail, the twelve stages with their state, and the next thing with the way there', async () => {
    const bench = await shell({ beacons: [fact('b', flap)] });
    expect(bench.page.querySelector('.rail')!.textContent).toContain('Charge flap open');
    expect(stages(bench).length).toBe(12);
    expect(stages(bench)[0]).toMatch(/^Take in /);
    expect(bench.page.querySelector('h1')!.textContent).toContain('battery');
    expect(bench.page.querySelector('.next-thing a')!.textContent).toContain('To take in');
  });

  it('keeps what must not be forgotten in the car on the rail', async () => {
    const load = { kind: 'substitute-load', where: 'plug C101', traceId: null, removes: null };
    const bench = await shell({ beacons: [fact('b', flap)], temporaries: [fact('t', load)] });
    expect(bench.page.querySelector('.tag')!.textContent).toContain('plug C101');
  });

  it('opens the log by a press, and keeps it from a learner', async () => {
    const bench = await shell({ beacons: [fact('b', flap)] });
    const tab = bench.page.querySelector<HTMLElement>('.log .tab')!;
    expect(tab.getAttribute('aria-expanded')).toBe('false');
    tab.click();
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('db-log-drawer')).not.toBeNull();
    bench.store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf({ ...yuki, role: 'learner' }) }));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('.log')).toBeNull();
  });

  it('says why a job cannot be shown, and reads it again once the server is back', async () => {
    const bench = await shell();
    const seen: string[] = [];
    const store = bench.store;
    const dispatch = spyOn(store, 'dispatch').and.callThrough();
    store.dispatch(JobEvents.opened({ jobId: 'other' }));
    store.dispatch(JobEvents.notLoaded({ reason: 'The server does not answer.' }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('This job cannot be shown now.The server does not answer.');
    events.reconnected.next();
    for (const [action] of dispatch.calls.allArgs()) seen.push((action as unknown as { type: string }).type);
    expect(seen.at(-1)).toBe(JobEvents.opened.type);
  });
});
