/** Long computations are generators: they yield how far they are, and return their result. */

export interface Progress {
  readonly done: number;
  readonly total: number;
}

export type Work<T> = Generator<Progress, T, void>;

/** Runs a computation to its end in one go. */
export function finish<T>(work: Work<T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}
