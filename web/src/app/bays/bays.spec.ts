import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Bay } from '@dormant-beacon/contract';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { Client } from '../api';
import { headline, matches } from './bays';
import { BaysEvents, baysFeature, byPromise, loadBays } from './bays.state';

const bay = (more: Partial<Bay>): Bay => ({
  jobId: 'a',
  number: 'J-0145',
  seq: 1,
  title: 'Corvane Lumen',
  subtitle: 'Charge flap',
  plate: 'LR 40 KWE',
  rail: [{ kind: 'beacon', name: 'Charge flap open', state: 'dark' }],
  stage: 'prove',
  next: 'One more clean drive.',
  detail: null,
  waitsFor: null,
  waitsUntil: null,
  promisedAt: null,
  done: false,
  ...more,
});

const numbered = (n: number): Bay => bay({ jobId: `job-${n}`, number: `J-${1000 + n}` });

describe('the bays', () => {
  it('say in a sentence how much is open', () => {
    expect(headline([])).toBe('No jobs are open.');
    expect(headline([bay({})])).toBe('One job is open.');
    expect(headline([bay({}), bay({})], true)).toBe('The next 2 jobs, by promised time.');
    expect(headline([bay({}), bay({})], true, 'newest')).toBe('The newest 2 jobs.');
    expect(headline([bay({}), bay({ waitsFor: 'clean drives' })])).toBe(
      'Two jobs are open. One can go on now.',
    );
    expect(headline([bay({ waitsFor: 'clean drives' })])).toBe('One job is open. All of them wait.');
  });

  it('are narrowed by every word typed', () => {
    expect(matches(bay({}), 'lumen 40')).toBeTrue();
    expect(matches(bay({}), 'FLAP prove')).toBeTrue();
    expect(matches(bay({}), 'lumen drover')).toBeFalse();
  });

  it('stand by promised time, those without one last', () => {
    const rows = [
      bay({ number: 'J-3' }),
      bay({ number: 'J-2', promisedAt: '2026-11-20T10:00:00Z' }),
      bay({ number: 'J-1' }),
    ];
    expect(rows.sort(byPromise).map(({ number }) => number)).toEqual(['J-2', 'J-1', 'J-3']);
  });

  it('take what the server found for the text that stands, and pages behind the first', () => {
    const { reducer } = baysFeature;
    let state = reducer(undefined, BaysEvents.loaded({ bays: [bay({})], after: 'x' }));
    state = reducer(state, BaysEvents.narrowed({ text: 'quill' }));
    state = reducer(state, BaysEvents.found({ text: 'qui', bays: [bay({ jobId: 'old' })] }));
    expect(state.found).toEqual([]);
    state = reducer(state, BaysEvents.found({ text: 'quill', bays: [bay({ jobId: 'b', done: true })] }));
    expect(state.found.map(({ jobId }) => jobId)).toEqual(['b']);
    state = reducer(state, BaysEvents.moreLoaded({ bays: [bay({ jobId: 'c' })], after: null }));
    expect([state.ids.length, state.after]).toEqual([2, null]);
  });

  it('follow events: newer rows replace, older ones do not, finished jobs leave', () => {
    const { reducer } = baysFeature;
    let state = reducer(undefined, BaysEvents.loaded({ bays: [bay({ seq: 5 })], after: null }));
    const move = (seq: number, more: Partial<Bay>) =>
      (state = reducer(
        state,
        BaysEvents.jobMoved({ event: { jobId: 'a', seq, bay: bay({ seq, ...more }) } }),
      ));
    expect(move(4, { next: 'old' }).entities['a']?.next).toBe('One more clean drive.');
    expect(move(6, { next: 'new' }).entities['a']?.next).toBe('new');
    expect(move(7, { done: true }).ids).toEqual([]);
  });

  it('lose no page that was loaded when they are put in another order', async () => {
    const asked: (string | null | undefined)[] = [];
    const pages = ['b', 'c', 'd'];
    const client = {
      bays: ({ after }: { after?: string | null }) => {
        asked.push(after);
        const n = after == null ? 0 : pages.indexOf(after);
        const rows = Array.from({ length: 200 }, (_, k) => numbered(n * 200 + k));
        return Promise.resolve({ bays: rows, after: n < 2 ? pages[n + 1] : null });
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [baysFeature.name]: baysFeature.reducer }),
        provideEffects({ loadBays }),
        { provide: Client, useValue: client },
      ],
    });
    const store = TestBed.inject(Store);
    const rows = store.selectSignal(baysFeature.selectIds);
    const settled = () => new Promise((resolve) => setTimeout(resolve, 20));
    store.dispatch(BaysEvents.opened());
    await settled();
    expect([rows().length, asked]).toEqual([200, [null]]);
    store.dispatch(
      BaysEvents.moreLoaded({ bays: Array.from({ length: 200 }, (_, k) => numbered(200 + k)), after: 'd' }),
    );
    asked.length = 0;
    store.dispatch(BaysEvents.ordered({ order: 'newest' }));
    await settled();
    expect([rows().length, asked]).toEqual([400, [null, 'c']]);
  });
});
