import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { commandLine, onNavigationError } from './frame';
import { baysFeature, findBays, loadBays, loadMoreBays } from './bays/bays.state';
import {
  circuitsFeature,
  libraryFeature,
  loadCircuits,
  loadFile,
  loadGrounds,
  loadPatterns,
  loadRates,
} from './knowledge';
import { keepPerson, loadPeople, loadSession, loadShop, peopleFeature, shopFeature } from './session';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    {
      provide: commandLine,
      useValue: () => import('./shell/command-line').then((m) => m.CommandLine),
    },
    provideRouter(routes, withComponentInputBinding(), withNavigationErrorHandler(onNavigationError)),
    provideStore({
      [peopleFeature.name]: peopleFeature.reducer,
      [baysFeature.name]: baysFeature.reducer,
      [shopFeature.name]: shopFeature.reducer,
      [libraryFeature.name]: libraryFeature.reducer,
      [circuitsFeature.name]: circuitsFeature.reducer,
    }),
    provideEffects({
      loadSession,
      loadPeople,
      keepPerson,
      loadShop,
      loadBays,
      loadMoreBays,
      findBays,
      loadPatterns,
      loadFile,
      loadGrounds,
      loadRates,
      loadCircuits,
    }),
  ],
};
