/** The least work to the parts that are aimed at, worked out in a worker that ends with its page; one at a time. */
import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { StripWay } from '@dormant-beacon/core/ledger';
import type { Subscription } from 'rxjs';
import type { StripRequest } from '../../workers/strip.worker';
import { WorkerDesk } from '../worker';

@Injectable()
export class WayPlanner {
  private readonly worker = new WorkerDesk<StripRequest, StripWay>(
    () => new Worker(new URL('../../workers/strip.worker', import.meta.url), { type: 'module' }),
  );
  private asked: Subscription | null = null;
  readonly way = signal<StripWay | null>(null);
  /** How far it is, from 0 to 1; null while it rests. */
  readonly share = signal<number | null>(null);
  readonly problem = signal<string | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.asked?.unsubscribe();
      this.worker.end();
    });
  }

  plan(request: StripRequest | null): void {
    this.asked?.unsubscribe();
    this.problem.set(null);
    this.way.set(null);
    this.share.set(request === null ? null : 0);
    if (request === null) return;
    this.asked = this.worker.ask(request).subscribe({
      next: (step) => {
        if ('share' in step) return this.share.set(step.share);
        this.way.set(step.answer);
        this.share.set(null);
      },
      error: (problem: Error) => {
        this.share.set(null);
        // Which part it is stands in the sentence.
        this.problem.set(problem.message.replace(/^targets\[\d+\]: n/, 'N'));
      },
    });
  }
}
