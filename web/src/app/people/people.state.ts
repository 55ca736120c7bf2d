/** Who works at this device. Nobody is signed in yet: a name is picked. */
import { inject } from '@angular/core';
import type { Person } from '@dormant-beacon/core/job';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { catchError, from, map, of, switchMap, tap } from 'rxjs';
import { Client } from '../api/client';

export const PeopleEvents = createActionGroup({
  source: 'People',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ people: Person[] }>(),
    'Not Loaded': props<{ reason: string }>(),
    'Person Picked': props<{ personId: string }>(),
    'Person Added': props<{ person: Person }>(),
  },
});

interface PeopleState {
  readonly people: readonly Person[];
  readonly personId: string | null;
}

const remembered = 'person';

export const peopleFeature = createFeature({
  name: 'people',
  reducer: createReducer<PeopleState>(
    { people: [], personId: localStorage.getItem(remembered) },
    on(PeopleEvents.loaded, (state, { people }): PeopleState => ({
      people,
      personId: people.some((person) => person.id === state.personId) ? state.personId : null,
    })),
    on(PeopleEvents.personPicked, (state, { personId }): PeopleState => ({ ...state, personId })),
    on(PeopleEvents.personAdded, (state, { person }): PeopleState => ({
      people: [...state.people, person],
      personId: person.id,
    })),
  ),
  extraSelectors: ({ selectPeople, selectPersonId }) => ({
    selectPerson: createSelector(
      selectPeople,
      selectPersonId,
      (people, personId) => people.find((person) => person.id === personId) ?? null,
    ),
  }),
});

export const loadPeople = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(PeopleEvents.wanted),
      switchMap(() =>
        from(client.people()).pipe(
          map((people) => PeopleEvents.loaded({ people })),
          catchError((error: Error) => of(PeopleEvents.notLoaded({ reason: error.message }))),
        ),
      ),
    ),
  { functional: true },
);

export const rememberPerson = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(PeopleEvents.personPicked, PeopleEvents.personAdded),
      tap((event) => localStorage.setItem(remembered, 'person' in event ? event.person.id : event.personId)),
    ),
  { functional: true, dispatch: false },
);
