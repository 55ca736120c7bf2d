/** False for as long as a double tap takes after a card came up: the second tap is not the next step. */
import { DestroyRef, inject, type Signal, signal } from '@angular/core';

const doubleTapMs = 800;

/** To be called where fields are made. */
export function settled(): Signal<boolean> {
  const ready = signal(false);
  const timer = setTimeout(() => ready.set(true), doubleTapMs);
  inject(DestroyRef).onDestroy(() => clearTimeout(timer));
  return ready.asReadonly();
}
