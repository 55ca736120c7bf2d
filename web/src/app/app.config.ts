import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding, withNavigationErrorHandler } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { provideStoreDevtools } from '@ngrx/store-devtools';
import { routes } from './app.routes';
import { commandLine, onNavigationError } from './frame';
import { keepPerson, loadPeople, loadSession, loadShop, peopleFeature, shopFeature } from './session';

/** False in a built application, so that nothing of what stands behind it is in there. */
declare const ngDevMode: boolean;

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
      [shopFeature.name]: shopFeature.reducer,
    }),
    provideEffects({
      loadSession,
      loadPeople,
      keepPerson,
      loadShop,
    }),
    ...(ngDevMode ? [provideStoreDevtools({ maxAge: 50 })] : []),
  ],
};
