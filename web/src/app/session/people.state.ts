/** Who works at this device: the session as the server has it, and the shop's people. */
import { inject } from '@angular/core';
import type { Session } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/record';
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
import { switchMap, tap } from 'rxjs';
import { asked, Client } from '../api';
import { forgetPerson, rememberedPerson, rememberPerson } from './remembered';

export const PeopleEvents = createActionGroup({
  source: 'People',
  events: {
    'Session Wanted': emptyProps(),
    'Session Known': props<{ session: Session }>(),
    'Session Not Known': props<{ reason: string }>(),
    'Session Over': emptyProps(),
    /** Someone is at this device now. */
    Arrived: emptyProps(),
    /** The server is there again after a cut: what was missed is read. */
    'Server Returned': emptyProps(),
    Wanted: emptyProps(),
    Loaded: props<{ people: readonly Person[] }>(),
    'Not Loaded': props<{ reason: string }>(),
  },
});

interface PeopleState {
  readonly people: readonly Person[];
  readonly session: Session | null;
  /** The person of the session; while the server is away, the one who was here last. */
  readonly person: Person | null;
  /** It is known who is here, or that the server does not say. */
  readonly asked: boolean;
}

export const peopleFeature = createFeature({
  name: 'people',
  reducer: createReducer<PeopleState>(
    { people: [], session: null, person: rememberedPerson(), asked: false },
    on(PeopleEvents.sessionKnown, (state, { session }): PeopleState => ({
      ...state,
      session,
      person: session.mustChange ? null : session.person,
      asked: true,
    })),
    on(PeopleEvents.sessionNotKnown, (state): PeopleState => ({ ...state, asked: true })),
    on(PeopleEvents.sessionOver, (state): PeopleState => ({ ...state, person: null, asked: true })),
    on(PeopleEvents.loaded, (state, { people }): PeopleState => ({ ...state, people })),
  ),
  extraSelectors: ({ selectPerson }) => ({
    selectPersonId: createSelector(selectPerson, (person) => person?.id ?? null),
  }),
});

export const loadSession = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(PeopleEvents.sessionWanted, PeopleEvents.sessionOver, PeopleEvents.serverReturned),
      switchMap(() =>
        asked(
          client.session(),
          (session) => PeopleEvents.sessionKnown({ session }),
          PeopleEvents.sessionNotKnown,
        ),
      ),
    ),
  { functional: true },
);

export const loadPeople = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(PeopleEvents.wanted, PeopleEvents.arrived, PeopleEvents.serverReturned),
      switchMap(() =>
        asked(client.people(), (people) => PeopleEvents.loaded({ people }), PeopleEvents.notLoaded),
      ),
    ),
  { functional: true },
);

/** Keeps who was here last, for when the page is loaded while the server is away. */
export const keepPerson = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(PeopleEvents.sessionKnown),
      tap(({ session }) => (session.person ? rememberPerson(session.person) : forgetPerson())),
    ),
  { functional: true, dispatch: false },
);
