/** The open jobs as the bays show them: loaded once, then kept by events. */
import { inject } from '@angular/core';
import type { Bay, Moved } from '@dormant-beacon/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { catchError, from, map, of, switchMap } from 'rxjs';
import { Client } from '../api/client';

export const BaysEvents = createActionGroup({
  source: 'Bays',
  events: {
    Opened: emptyProps(),
    Loaded: props<{ bays: Bay[] }>(),
    'Not Loaded': props<{ reason: string }>(),
    'Job Moved': props<{ event: Moved }>(),
  },
});

const adapter = createEntityAdapter<Bay>({ selectId: (bay) => bay.jobId });

interface BaysState extends EntityState<Bay> {
  readonly status: 'none' | 'loading' | 'loaded' | 'failed';
  readonly reason: string | null;
}

/** By promised time, those without one last; then by number. */
export function byPromise(a: Bay, b: Bay): number {
  return (a.promisedAt ?? '9').localeCompare(b.promisedAt ?? '9') || a.number.localeCompare(b.number);
}

export const baysFeature = createFeature({
  name: 'bays',
  reducer: createReducer<BaysState>(
    adapter.getInitialState({ status: 'none', reason: null }),
    on(BaysEvents.opened, (state): BaysState => ({
      ...state,
      status: state.status === 'loaded' ? state.status : 'loading',
    })),
    on(BaysEvents.loaded, (state, { bays }): BaysState =>
      adapter.setAll(bays, { ...state, status: 'loaded', reason: null }),
    ),
    on(BaysEvents.notLoaded, (state, { reason }): BaysState => ({ ...state, status: 'failed', reason })),
    on(BaysEvents.jobMoved, (state, { event }): BaysState => {
      if ((state.entities[event.jobId]?.seq ?? 0) > event.seq) return state;
      return event.bay.done ? adapter.removeOne(event.jobId, state) : adapter.upsertOne(event.bay, state);
    }),
  ),
  extraSelectors: ({ selectBaysState }) => ({
    selectOpenJobs: createSelector(selectBaysState, (state) =>
      adapter.getSelectors().selectAll(state).sort(byPromise),
    ),
  }),
});

export const loadBays = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(BaysEvents.opened),
      switchMap(() =>
        from(client.bays()).pipe(
          map(({ bays }) => BaysEvents.loaded({ bays })),
          catchError((error: Error) => of(BaysEvents.notLoaded({ reason: error.message }))),
        ),
      ),
    ),
  { functional: true },
);
