/** The job on the bench: its record as the server has it, what to test next, and what it amounts to. */
import { inject } from '@angular/core';
import type { Moved } from '@dormant-beacon/contract';
import { assessJob } from '@dormant-beacon/core/stages';
import { type JobRecord, openTraces, originOf } from '@dormant-beacon/core/record';
import type { NextTests } from '@dormant-beacon/core/trace';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import {
  catchError,
  concat,
  defer,
  distinctUntilChanged,
  filter,
  from,
  map,
  mergeMap,
  type Observable,
  of,
  switchMap,
  takeUntil,
  timer,
  withLatestFrom,
} from 'rxjs';
import { ApiProblem, Client, type WriteRequest } from '../api';
import { selectJobPolicy } from '../session';
import { pendingIds, withPending } from './pending';
import { Planner, type PlanOptions, usualPlan } from './planner';

export const JobEvents = createActionGroup({
  source: 'Job',
  events: {
    Opened: props<{ jobId: string }>(),
    Left: emptyProps(),
    Loaded: props<{ record: JobRecord }>(),
    'Not Loaded': props<{ reason: string }>(),
    Moved: props<{ event: Pick<Moved, 'jobId' | 'seq'> }>(),
    'Missed Something': emptyProps(),
    /** What waits on this device to be sent. */
    'Pending Changed': props<{ requests: readonly WriteRequest[] }>(),
    'Reading Entered': props<{ reading: JobRecord['readings'][number] }>(),
    'Trace Planned': props<{ traceId: string; plan: NextTests }>(),
    'Plan Options Chosen': props<{ traceId: string; options: PlanOptions }>(),
    'Planning Advanced': props<{ traceId: string; share: number }>(),
    'Planning Stopped': props<{ traceId: string }>(),
    'Planning Failed': props<{ traceId: string; reason: string }>(),
  },
});

interface JobState {
  readonly jobId: string | null;
  /** As the server has it. */
  readonly record: JobRecord | null;
  readonly pending: readonly WriteRequest[];
  readonly reason: string | null;
  readonly plans: Readonly<Record<string, NextTests>>;
  readonly planning: Readonly<Record<string, number>>;
  readonly planFailures: Readonly<Record<string, string>>;
  readonly planOptions: Readonly<Record<string, PlanOptions>>;
}

const empty: JobState = {
  jobId: null,
  record: null,
  pending: [],
  reason: null,
  plans: {},
  planning: {},
  planFailures: {},
  planOptions: {},
};

function without<T>(entries: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> {
  return Object.fromEntries(Object.entries(entries).filter(([other]) => other !== key));
}

export const jobFeature = createFeature({
  name: 'job',
  reducer: createReducer<JobState>(
    empty,
    on(JobEvents.opened, (state, { jobId }): JobState =>
      state.jobId === jobId ? state : { ...empty, jobId, pending: state.pending },
    ),
    on(JobEvents.left, (): JobState => empty),
    on(JobEvents.pendingChanged, (state, { requests }): JobState => ({ ...state, pending: requests })),
    on(JobEvents.loaded, (state, { record }): JobState =>
      record.id === state.jobId && record.seq >= (state.record?.seq ?? 0)
        ? { ...state, record, reason: null }
        : state,
    ),
    // Shown at once; the record as the server has it takes its place, or takes it away again.
    on(JobEvents.readingEntered, (state, { reading }): JobState =>
      state.record
        ? { ...state, record: { ...state.record, readings: [...state.record.readings, reading] } }
        : state,
    ),
    on(JobEvents.notLoaded, (state, { reason }): JobState => ({ ...state, reason })),
    on(JobEvents.tracePlanned, (state, { traceId, plan }): JobState => ({
      ...state,
      plans: { ...state.plans, [traceId]: plan },
      planning: without(state.planning, traceId),
      planFailures: without(state.planFailures, traceId),
    })),
    on(JobEvents.planOptionsChosen, (state, { traceId, options }): JobState => ({
      ...state,
      planOptions: { ...state.planOptions, [traceId]: options },
    })),
    on(JobEvents.planningAdvanced, (state, { traceId, share }): JobState => ({
      ...state,
      planning: { ...state.planning, [traceId]: share },
    })),
    on(JobEvents.planningStopped, (state, { traceId }): JobState => ({
      ...state,
      planning: without(state.planning, traceId),
      planFailures: { ...state.planFailures, [traceId]: 'You stopped the planning.' },
    })),
    on(JobEvents.planningFailed, (state, { traceId, reason }): JobState => ({
      ...state,
      planning: without(state.planning, traceId),
      planFailures: { ...state.planFailures, [traceId]: reason },
    })),
  ),
  extraSelectors: ({ selectRecord: selectSaved, selectPending, selectPlans }) => {
    /** With what waits on this device laid over it. */
    const selectRecord = createSelector(selectSaved, selectPending, (record, pending) =>
      record ? withPending(record, pending) : null,
    );
    return {
      selectRecord,
      selectPendingIds: createSelector(selectPending, pendingIds),
      selectAssessment: createSelector(selectRecord, selectPlans, selectJobPolicy, (record, plans, policy) =>
        record ? assessJob(record, new Map(Object.entries(plans)), policy) : null,
      ),
    };
  },
});

export const loadJob = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(JobEvents.opened),
      switchMap(({ jobId }) => read(client, jobId).pipe(takeUntil(actions.pipe(ofType(JobEvents.left))))),
    ),
  { functional: true },
);

/** Another entry, from here or elsewhere: the record is read again where it is older. */
export const followJob = createEffect(
  (actions = inject(Actions), store = inject(Store), client = inject(Client)) =>
    actions.pipe(
      ofType(JobEvents.moved, JobEvents.missedSomething),
      withLatestFrom(store.select(jobFeature.selectJobState)),
      filter(
        ([event, { jobId, record }]) =>
          jobId !== null &&
          (!('event' in event) || (event.event.jobId === jobId && event.event.seq > (record?.seq ?? 0))),
      ),
      switchMap(([, { jobId }]) =>
        read(client, jobId!).pipe(takeUntil(actions.pipe(ofType(JobEvents.left, JobEvents.opened)))),
      ),
    ),
  { functional: true },
);

const tenth = ({ share }: { readonly share: number }): number => Math.floor(10 * share);

const retryMs = 3000;

/** While nobody answers, the page says so and asks again. */
function read(
  client: Client,
  jobId: string,
): Observable<ReturnType<typeof JobEvents.loaded | typeof JobEvents.notLoaded>> {
  return defer(() => client.job(jobId)).pipe(
    map((record) => JobEvents.loaded({ record })),
    catchError((error: Error) => {
      const noJob = error instanceof ApiProblem && error.path === 'jobId';
      const told = of(JobEvents.notLoaded({ reason: noJob ? 'No job has this address.' : error.message }));
      return error instanceof ApiProblem && error.passing
        ? concat(told, timer(retryMs).pipe(switchMap(() => read(client, jobId))))
        : told;
    }),
  );
}

/** Plans every open trace anew, in the worker, when its record or a reading came in. */
export const planTraces = createEffect(
  (actions = inject(Actions), store = inject(Store), planner = inject(Planner)) =>
    actions.pipe(
      ofType(
        JobEvents.loaded,
        JobEvents.readingEntered,
        JobEvents.planOptionsChosen,
        JobEvents.pendingChanged,
      ),
      withLatestFrom(store.select(jobFeature.selectRecord), store.select(jobFeature.selectPlanOptions)),
      // What waits was planned with when it was entered, or is when the record has been read.
      filter(
        ([event, record]) =>
          record !== null && (event.type !== JobEvents.pendingChanged.type || event.requests.length > 0),
      ),
      map(([, record, options]) => ({ record: record!, options })),
      switchMap(({ record, options }) =>
        from(openTraces(record)).pipe(
          mergeMap((trace) => {
            const traceId = originOf(record.traces, trace);
            const stopped = actions.pipe(
              ofType(JobEvents.planningStopped, JobEvents.left),
              filter((event) => !('traceId' in event) || event.traceId === traceId),
            );
            return planner.plan(record, trace, options[traceId] ?? usualPlan).pipe(
              takeUntil(stopped),
              // Progress in tenths: the whole page need not hear of every step.
              distinctUntilChanged((a, b) => 'share' in a && 'share' in b && tenth(a) === tenth(b)),
              map((step) =>
                'answer' in step
                  ? JobEvents.tracePlanned({ traceId, plan: step.answer })
                  : JobEvents.planningAdvanced({ traceId, share: step.share }),
              ),
              catchError((error: Error) => of(JobEvents.planningFailed({ traceId, reason: error.message }))),
            );
          }),
        ),
      ),
    ),
  { functional: true },
);
