/** Something under the hands that is edited step by step: every edit can be undone and done again. */
import { computed, type Signal, signal, type WritableSignal } from '@angular/core';

interface Steps<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly future: readonly T[];
}

export class EditHistory<T, E> {
  private readonly steps: WritableSignal<Steps<T>>;
  readonly now: Signal<T>;
  readonly canUndo: Signal<boolean>;
  readonly canRedo: Signal<boolean>;

  /** @param edited what becomes of it by an edit; throws where the edit does not fit */
  constructor(
    private readonly edited: (now: T, edit: E) => T,
    empty: T,
  ) {
    this.steps = signal({ past: [], now: empty, future: [] });
    this.now = computed(() => this.steps().now);
    this.canUndo = computed(() => this.steps().past.length > 0);
    this.canRedo = computed(() => this.steps().future.length > 0);
  }

  /** Begins anew. */
  begin(now: T): void {
    this.steps.set({ past: [], now, future: [] });
  }

  /** @throws Refusal where the edit does not fit; nothing is changed then */
  apply(edit: E): void {
    this.replace(this.edited(this.now(), edit));
  }

  /** Another in its place, as one step. */
  replace(next: T): void {
    this.steps.update(({ past, now }) => ({ past: [...past, now], now: next, future: [] }));
  }

  undo(): void {
    this.steps.update((steps) => {
      const before = steps.past.at(-1);
      if (before === undefined) return steps;
      return { past: steps.past.slice(0, -1), now: before, future: [steps.now, ...steps.future] };
    });
  }

  redo(): void {
    this.steps.update((steps) => {
      const [next, ...future] = steps.future;
      return next === undefined ? steps : { past: [...steps.past, steps.now], now: next, future };
    });
  }
}
