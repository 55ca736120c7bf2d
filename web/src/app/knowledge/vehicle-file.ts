/** What the library holds on the codes of the vehicle in hand, asked for when a page shows that vehicle. */
import { computed, effect, inject, type Signal } from '@angular/core';
import type { CodeFile } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { LibraryEvents, libraryFeature } from './library.state';

interface Vehicle {
  readonly make: string;
  readonly model: string;
}

/** Null until it is read. To be called where fields are made, in an injection context. */
export function fileOf(vehicle: () => Vehicle | null): Signal<CodeFile | null> {
  const store = inject(Store);
  // A record arrives anew with each entry: the same model is asked about once.
  const wanted = computed(vehicle, { equal: (a, b) => a?.make === b?.make && a?.model === b?.model });
  effect(() => {
    const asked = wanted();
    if (asked) store.dispatch(LibraryEvents.fileWanted({ make: asked.make, model: asked.model }));
  });
  return store.selectSignal(libraryFeature.selectFile);
}
