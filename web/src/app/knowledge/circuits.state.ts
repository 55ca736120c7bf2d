/** What the shop knows of the circuits of a vehicle before any reading: base rates, known weaknesses, circuits kept. */
import { inject } from '@angular/core';
import type { CircuitRow, Cures, Rates, Weaknesses } from '@dormant-beacon/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { switchMap } from 'rxjs';
import { asked, Client } from '../api';

export const CircuitEvents = createActionGroup({
  source: 'Circuits',
  events: {
    'Grounds Wanted': props<{ make: string; model: string }>(),
    'Grounds Loaded': props<{
      make: string;
      model: string;
      rates: Rates;
      weaknesses: Weaknesses['weaknesses'];
      circuits: readonly CircuitRow[];
    }>(),
    'Grounds Not Loaded': props<{ make: string; model: string; reason: string }>(),
    'Rates Wanted': emptyProps(),
    'Rates Loaded': props<{ rates: Rates }>(),
    'Cures Wanted': emptyProps(),
    'Cures Loaded': props<{ cures: Cures }>(),
    'Circuits Wanted': emptyProps(),
    'Circuits Loaded': props<{ circuits: readonly CircuitRow[] }>(),
    'Not Read': props<{ reason: string }>(),
  },
});

interface CircuitsState {
  /** Of which vehicle the weaknesses and circuits are; empty for the whole library. */
  readonly make: string;
  readonly model: string;
  readonly rates: Rates | null;
  /** How far what was stated of repairs was kept. */
  readonly cures: Cures | null;
  readonly weaknesses: Weaknesses['weaknesses'];
  readonly circuits: readonly CircuitRow[] | null;
  /** Why the grounds of the vehicle are not known; a trace can begin without them. */
  readonly unread: string | null;
}

export const circuitsFeature = createFeature({
  name: 'circuits',
  reducer: createReducer<CircuitsState>(
    { make: '', model: '', rates: null, cures: null, weaknesses: [], circuits: null, unread: null },
    on(CircuitEvents.groundsWanted, (state, { make, model }): CircuitsState =>
      state.make === make && state.model === model
        ? { ...state, unread: null }
        : { ...state, make, model, weaknesses: [], circuits: null, unread: null },
    ),
    on(CircuitEvents.groundsLoaded, (state, { make, model, rates, weaknesses, circuits }): CircuitsState =>
      state.make === make && state.model === model
        ? { ...state, rates, weaknesses, circuits, unread: null }
        : state,
    ),
    on(CircuitEvents.groundsNotLoaded, (state, { make, model, reason }): CircuitsState =>
      state.make === make && state.model === model && state.circuits === null
        ? { ...state, unread: reason }
        : state,
    ),
    on(CircuitEvents.ratesLoaded, (state, { rates }): CircuitsState => ({ ...state, rates, unread: null })),
    on(CircuitEvents.curesLoaded, (state, { cures }): CircuitsState => ({ ...state, cures })),
    on(CircuitEvents.notRead, (state, { reason }): CircuitsState => ({ ...state, unread: reason })),
    on(CircuitEvents.circuitsWanted, (state): CircuitsState => ({ ...state, make: '', model: '' })),
    on(CircuitEvents.circuitsLoaded, (state, { circuits }): CircuitsState =>
      state.make === '' ? { ...state, circuits, unread: null } : state,
    ),
  ),
});

export const loadGrounds = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(CircuitEvents.groundsWanted),
      switchMap(({ make, model }) =>
        asked(
          Promise.all([client.rates(), client.weaknesses(make, model), client.circuits(make, model)]),
          ([rates, weaknesses, circuits]) =>
            CircuitEvents.groundsLoaded({ make, model, rates, weaknesses, circuits }),
          ({ reason }) => CircuitEvents.groundsNotLoaded({ make, model, reason }),
        ),
      ),
    ),
  { functional: true },
);

export const loadRates = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(CircuitEvents.ratesWanted),
      switchMap(() =>
        asked(client.rates(), (rates) => CircuitEvents.ratesLoaded({ rates }), CircuitEvents.notRead),
      ),
    ),
  { functional: true },
);

export const loadCures = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(CircuitEvents.curesWanted),
      switchMap(() =>
        asked(client.cures(), (cures) => CircuitEvents.curesLoaded({ cures }), CircuitEvents.notRead),
      ),
    ),
  { functional: true },
);

export const loadCircuits = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(CircuitEvents.circuitsWanted),
      switchMap(() =>
        asked(
          client.circuits(null, null),
          (circuits) => CircuitEvents.circuitsLoaded({ circuits }),
          CircuitEvents.notRead,
        ),
      ),
    ),
  { functional: true },
);
