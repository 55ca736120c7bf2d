import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { baysFeature, findBays, loadBays, loadMoreBays } from './bays/bays.state';
import { loadPeople, peopleFeature, rememberPerson } from './people/people.state';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding()),
    provideStore({ [peopleFeature.name]: peopleFeature.reducer, [baysFeature.name]: baysFeature.reducer }),
    provideEffects({ loadPeople, rememberPerson, loadBays, loadMoreBays, findBays }),
  ],
};
