/** The open jobs as the bays show them: loaded once, then kept by events. */
import { inject } from '@angular/core';
import type { Bay, Bays, Moved } from '@dormant-beacon/contract';
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
  Store,
} from '@ngrx/store';
import {
  catchError,
  debounceTime,
  EMPTY,
  exhaustMap,
  filter,
  from,
  map,
  of,
  switchMap,
  withLatestFrom,
} from 'rxjs';
import { asked, Client } from '../api';
import { PeopleEvents } from '../session';

export const BaysEvents = createActionGroup({
  source: 'Bays',
  events: {
    Opened: emptyProps(),
    Ordered: props<{ order: BayOrder }>(),
    Loaded: props<{ bays: Bay[]; after: string | null }>(),
    'More Wanted': emptyProps(),
    'More Loaded': props<{ bays: Bay[]; after: string | null }>(),
    Narrowed: props<{ text: string }>(),
    Found: props<{ text: string; bays: Bay[] }>(),
    'Not Loaded': props<{ reason: string }>(),
    'Job Moved': props<{ event: Moved }>(),
  },
});

const adapter = createEntityAdapter<Bay>({ selectId: (bay) => bay.jobId });

interface BaysState extends EntityState<Bay> {
  readonly status: 'none' | 'loading' | 'loaded' | 'failed';
  readonly reason: string | null;
  /** Where the next page begins, while there is one. */
  readonly after: string | null;
  readonly order: BayOrder;
  /** What the server found for the text that narrows the list, done jobs among it. */
  readonly text: string;
  readonly found: readonly Bay[];
}

/** How the bays stand: by promised time, or the newest first. */
export type BayOrder = 'promised' | 'newest';

/** By promised time, those without one last; then by number. */
export function byPromise(a: Bay, b: Bay): number {
  return (a.promisedAt ?? '9').localeCompare(b.promisedAt ?? '9') || a.number.localeCompare(b.number);
}

export const baysFeature = createFeature({
  name: 'bays',
  reducer: createReducer<BaysState>(
    adapter.getInitialState({
      status: 'none',
      reason: null,
      after: null,
      text: '',
      found: [],
      order: 'promised',
    }),
    on(BaysEvents.opened, (state): BaysState => ({
      ...state,
      status: state.status === 'loaded' ? state.status : 'loading',
    })),
    on(BaysEvents.ordered, (state, { order }): BaysState => ({ ...state, order })),
    on(BaysEvents.loaded, (state, { bays, after }): BaysState =>
      adapter.setAll(bays, { ...state, status: 'loaded', reason: null, after }),
    ),
    on(BaysEvents.moreLoaded, (state, { bays, after }): BaysState =>
      adapter.upsertMany(bays, { ...state, after }),
    ),
    on(BaysEvents.narrowed, (state, { text }): BaysState => ({ ...state, text, found: [] })),
    on(BaysEvents.found, (state, { text, bays }): BaysState =>
      text === state.text ? { ...state, found: bays } : state,
    ),
    on(BaysEvents.notLoaded, (state, { reason }): BaysState => ({ ...state, status: 'failed', reason })),
    on(BaysEvents.jobMoved, (state, { event }): BaysState => {
      if ((state.entities[event.jobId]?.seq ?? 0) > event.seq) return state;
      return event.bay.done ? adapter.removeOne(event.jobId, state) : adapter.upsertOne(event.bay, state);
    }),
  ),
  extraSelectors: ({ selectBaysState }) => ({
    selectOpenJobs: createSelector(selectBaysState, (state) =>
      adapter
        .getSelectors()
        .selectAll(state)
        .sort(state.order === 'newest' ? (a, b) => b.number.localeCompare(a.number) : byPromise),
    ),
  }),
});

/** As many pages as were there before: another order, or a server that is back, takes none away. */
async function pagesOf(client: Client, order: BayOrder, rows: number): Promise<Pick<Bays, 'bays' | 'after'>> {
  const bays: Bay[] = [];
  let after: string | null = null;
  do {
    const page: Bays = await client.bays({ after, order });
    bays.push(...page.bays);
    after = page.after;
  } while (after !== null && bays.length < rows);
  return { bays, after };
}

export const loadBays = createEffect(
  (actions = inject(Actions), store = inject(Store), client = inject(Client)) =>
    actions.pipe(
      ofType(BaysEvents.opened, BaysEvents.ordered, PeopleEvents.serverReturned),
      withLatestFrom(store.select(baysFeature.selectBaysState)),
      switchMap(([, { order, ids }]) =>
        asked(
          pagesOf(client, order, ids.length),
          ({ bays, after }) => BaysEvents.loaded({ bays, after }),
          BaysEvents.notLoaded,
        ),
      ),
    ),
  { functional: true },
);

export const loadMoreBays = createEffect(
  (actions = inject(Actions), store = inject(Store), client = inject(Client)) =>
    actions.pipe(
      ofType(BaysEvents.moreWanted),
      withLatestFrom(store.select(baysFeature.selectBaysState)),
      filter(([, { after }]) => after !== null),
      exhaustMap(([, { after, order }]) =>
        asked(
          client.bays({ after, order }),
          ({ bays, after: next }) => BaysEvents.moreLoaded({ bays, after: next }),
          BaysEvents.notLoaded,
        ),
      ),
    ),
  { functional: true },
);

/** Asks the server too: it knows the jobs that are not loaded, and those that are done. */
export const findBays = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(BaysEvents.narrowed),
      debounceTime(180),
      switchMap(({ text }) =>
        text.trim().length < 2
          ? EMPTY
          : from(client.bays({ text: text.trim() })).pipe(
              map(({ bays }) => BaysEvents.found({ text, bays })),
              // What is on the device is narrowed anyway.
              catchError(() => of(BaysEvents.found({ text, bays: [] }))),
            ),
      ),
    ),
  { functional: true },
);
