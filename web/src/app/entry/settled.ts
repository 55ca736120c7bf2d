/** False for as long as a double tap takes after a card came up, or turned into another: the second tap is not the next step. */
import { computed, DestroyRef, effect, inject, type Signal, signal } from '@angular/core';

const doubleTapMs = 800;

/**
 * To be called where fields are made.
 * @param shows what stands on the card; where it changes, the card is another one
 * @param ms for how long it is not to be pressed then
 */
export function settled(shows: () => string = () => '', ms = doubleTapMs): Signal<boolean> {
  const ready = signal(false);
  // What is computed anew and reads the same is the same card.
  const shown = computed(shows);
  let timer: ReturnType<typeof setTimeout> | undefined;
  effect(() => {
    shown();
    clearTimeout(timer);
    ready.set(false);
    timer = setTimeout(() => ready.set(true), ms);
  });
  inject(DestroyRef).onDestroy(() => clearTimeout(timer));
  return ready.asReadonly();
}
