/** The library's state and effects, for the routes that read it: a second call adds nothing to the first. */
import type { EnvironmentProviders } from '@angular/core';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { circuitsFeature, loadCircuits, loadCures, loadGrounds, loadRates } from './circuits.state';
import { libraryFeature, loadFile, loadPatterns } from './library.state';

const effects = { loadCircuits, loadCures, loadFile, loadGrounds, loadPatterns, loadRates };

export const provideKnowledge = (): EnvironmentProviders[] => [
  provideState(libraryFeature),
  provideState(circuitsFeature),
  provideEffects(effects),
];
