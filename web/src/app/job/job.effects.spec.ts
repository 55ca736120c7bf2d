import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { nextTests, type NextTests } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { Subject } from 'rxjs';
import { fact, flap, recordOf } from '../testing/bench';
import { ApiProblem, Client } from '../api';
import { JobEvents, jobFeature, loadJob, planTraces } from './job.state';
import type { Step } from '../worker';
import { Planner } from './planner';

describe('loadJob', () => {
  it('asks again while nobody answers, and no longer once the job is left', async () => {
    jasmine.clock().install();
    const asked: string[] = [];
    let away = true;
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer }),
        provideEffects({ loadJob }),
        {
          provide: Client,
          useValue: {
            job: (jobId: string) => {
              asked.push(jobId);
              return away
                ? Promise.reject(new ApiProblem(0, 'The server does not answer.'))
                : Promise.resolve(recordOf({}));
            },
          },
        },
      ],
    });
    const store = TestBed.inject(Store);
    const state = store.selectSignal(jobFeature.selectJobState);
    store.dispatch(JobEvents.opened({ jobId: 'job' }));
    await Promise.resolve();
    await Promise.resolve();
    expect(state().reason).toBe('The server does not answer.');
    away = false;
    jasmine.clock().tick(3000);
    await Promise.resolve();
    await Promise.resolve();
    expect([state().record?.id, state().reason, asked.length]).toEqual(['job', null, 2]);

    away = true;
    store.dispatch(JobEvents.opened({ jobId: 'other' }));
    await Promise.resolve();
    await Promise.resolve();
    store.dispatch(JobEvents.left());
    jasmine.clock().tick(30_000);
    expect(asked).toEqual(['job', 'job', 'other']);
    jasmine.clock().uninstall();
  });
});

describe('planTraces', () => {
  it('gives a plan up when it is stopped, and plans again with the next reading', () => {
    const asked: Subject<Step<NextTests>>[] = [];
    const plan = () => {
      const steps = new Subject<Step<NextTests>>();
      asked.push(steps);
      return steps;
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer }),
        provideEffects({ planTraces }),
        { provide: Planner, useValue: { plan } },
      ],
    });
    const store = TestBed.inject(Store);
    const state = store.selectSignal(jobFeature.selectJobState);
    const trace = fact('t', { title: 'Flap', beaconIds: ['b'], case: templates[0]!.build({}) });
    store.dispatch(JobEvents.opened({ jobId: 'job' }));
    store.dispatch(JobEvents.loaded({ record: recordOf({ beacons: [fact('b', flap)], traces: [trace] }) }));
    asked[0]!.next({ share: 0.3 });
    expect(state().planning['t']).toBe(0.3);
    store.dispatch(JobEvents.planningStopped({ traceId: 't' }));
    expect(asked[0]!.observed).toBeFalse();
    expect(state().plans['t']).toBeUndefined();

    store.dispatch(
      JobEvents.readingEntered({ reading: fact('r', { traceId: 't', test: 'signal', value: 5 }) }),
    );
    const result = nextTests(templates[0]!.build({}));
    asked[1]!.next({ answer: result });
    expect([state().plans['t'], state().planFailures['t']]).toEqual([result, undefined]);
  });

  it('is made anew when more is asked of it, for its trace alone', () => {
    const planned: unknown[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer }),
        provideEffects({ planTraces }),
        {
          provide: Planner,
          useValue: {
            plan: (_record: unknown, trace: { id: string }, options: unknown) => {
              planned.push([trace.id, options]);
              return new Subject<Step<NextTests>>();
            },
          },
        },
      ],
    });
    const store = TestBed.inject(Store);
    const traces = ['t', 'u'].map((id) =>
      fact(id, { title: 'Flap', beaconIds: ['b'], case: templates[0]!.build({}) }),
    );
    store.dispatch(JobEvents.opened({ jobId: 'job' }));
    store.dispatch(JobEvents.loaded({ record: recordOf({ beacons: [fact('b', flap)], traces }) }));
    const usual = { twoSteps: false, pairs: false };
    expect(planned).toEqual([
      ['t', usual],
      ['u', usual],
    ]);
    planned.length = 0;
    const options = { twoSteps: true, pairs: false };
    store.dispatch(JobEvents.planOptionsChosen({ traceId: 'u', options }));
    expect(planned).toEqual([
      ['t', usual],
      ['u', options],
    ]);
    store.dispatch(JobEvents.left());
    expect(store.selectSignal(jobFeature.selectPlanOptions)()).toEqual({});
  });
});
