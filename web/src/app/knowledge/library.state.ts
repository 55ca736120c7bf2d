/** What the shop has taught and knows: patterns of its readers, and the file of the vehicle that is looked at. */
import { inject } from '@angular/core';
import type { CodeFile, Pattern } from '@dormant-beacon/contract';
import type { VehicleFile } from '@dormant-beacon/core/record';
import { patternsOf } from '@dormant-beacon/core/scans';
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
import { switchMap } from 'rxjs';
import { asked, Client } from '../api';
import { PeopleEvents } from '../session';

export const LibraryEvents = createActionGroup({
  source: 'Library',
  events: {
    'Patterns Wanted': emptyProps(),
    'Patterns Loaded': props<{ patterns: readonly Pattern[] }>(),
    'File Wanted': props<{ make: string; model: string | null }>(),
    'File Loaded': props<{ make: string; model: string | null; file: CodeFile }>(),
    'Not Read': props<{ reason: string }>(),
  },
});

interface LibraryState {
  readonly patterns: readonly Pattern[];
  readonly make: string;
  readonly model: string | null;
  readonly file: CodeFile | null;
  /** Why something of it could not be read; null once it was. */
  readonly unread: string | null;
}

/** What a job of this shop found before raises a suspicion, up to this. */
const mostByJobs = 3;

export const libraryFeature = createFeature({
  name: 'library',
  reducer: createReducer<LibraryState>(
    { patterns: [], make: '', model: null, file: null, unread: null },
    on(LibraryEvents.notRead, (state, { reason }): LibraryState => ({ ...state, unread: reason })),
    on(LibraryEvents.patternsLoaded, (state, { patterns }): LibraryState => ({
      ...state,
      patterns,
      unread: null,
    })),
    on(LibraryEvents.fileWanted, (state, { make, model }): LibraryState =>
      state.make === make && state.model === model ? state : { ...state, make, model, file: null },
    ),
    on(LibraryEvents.fileLoaded, (state, { make, model, file }): LibraryState =>
      state.make === make && state.model === model ? { ...state, file, unread: null } : state,
    ),
  ),
  extraSelectors: ({ selectPatterns, selectFile }) => ({
    selectReportPatterns: createSelector(selectPatterns, patternsOf),
    /** The file as the search for causes takes it; null until it is read. */
    selectVehicleFile: createSelector(selectFile, (file) => file && vehicleFileOf(file)),
  }),
});

export function vehicleFileOf({ links, notes, found }: CodeFile): VehicleFile {
  return {
    links: links.map(({ link }) => link),
    weaknesses: [
      ...notes
        .filter(({ times, module }) => times > 1 && module != null)
        .map(({ module, code, says, source, times }) => ({ module: module!, code, says, source, times })),
      ...found.map(({ module, code, label, jobs }) => ({
        module,
        code,
        says: `${jobs === 1 ? 'one proven job' : `${jobs} proven jobs`} with it: ${label}`,
        source: 'this shop',
        times: Math.min(mostByJobs, 1 + jobs / 2),
      })),
    ],
  };
}

export const loadPatterns = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(LibraryEvents.patternsWanted, PeopleEvents.arrived, PeopleEvents.serverReturned),
      switchMap(() =>
        asked(
          client.patterns(),
          (patterns) => LibraryEvents.patternsLoaded({ patterns }),
          LibraryEvents.notRead,
        ),
      ),
    ),
  { functional: true },
);

export const loadFile = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(LibraryEvents.fileWanted),
      switchMap(({ make, model }) =>
        asked(
          client.codeFile(make, model),
          (file) => LibraryEvents.fileLoaded({ make, model, file }),
          LibraryEvents.notRead,
        ),
      ),
    ),
  { functional: true },
);
