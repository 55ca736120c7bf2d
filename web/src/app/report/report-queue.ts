/** Files that were dropped together wait here, a job's each, until the one before them is saved. */
import { Injectable, signal } from '@angular/core';

@Injectable({ providedIn: 'root' })
export class ReportQueue {
  private readonly files = signal<Readonly<Record<string, readonly File[]>>>({});

  waiting(place: string): readonly File[] {
    return this.files()[place] ?? [];
  }

  add(place: string, files: readonly File[]): void {
    this.files.update((all) => ({ ...all, [place]: [...(all[place] ?? []), ...files] }));
  }

  /** The next file of a place, taken out of the queue. */
  next(place: string): File | undefined {
    const [first, ...rest] = this.waiting(place);
    if (first) this.files.update((all) => ({ ...all, [place]: rest }));
    return first;
  }
}
