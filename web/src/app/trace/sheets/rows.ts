/** Rows of a sheet under the hands: one changed, one more. */
import type { WritableSignal } from '@angular/core';

export class Rows<R> {
  /** @param blank a new row */
  constructor(
    private readonly rows: WritableSignal<readonly R[]>,
    private readonly blank: R,
  ) {}

  change(n: number, part: Partial<R>): void {
    this.rows.update((rows) => rows.with(n, { ...rows[n]!, ...part }));
  }

  more(): void {
    this.rows.update((rows) => [...rows, this.blank]);
  }

  /** Begins with these, or with a blank one where there are none. */
  begin(rows: readonly R[]): void {
    this.rows.set(rows.length > 0 ? rows : [this.blank]);
  }
}
