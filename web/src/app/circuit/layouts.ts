/** Layouts of circuits: one worker for all drawings, and the last ones kept, so that going back lays nothing out anew. */
import { Injectable } from '@angular/core';
import { type Observable, of, tap } from 'rxjs';
import { type Step, WorkerDesk } from '../worker';
import type { CircuitGraph, CircuitLayout } from './circuit-graph';

/** Layouts that are kept; the one that was not asked for longest goes first. */
const mostKept = 12;

@Injectable({ providedIn: 'root' })
export class Layouts {
  private readonly desk = new WorkerDesk<CircuitGraph, CircuitLayout>(
    () => new Worker(new URL('../../workers/layout.worker', import.meta.url), { type: 'module' }),
  );
  private readonly kept = new Map<string, CircuitLayout>();

  layOut(graph: CircuitGraph): Observable<Step<CircuitLayout>> {
    const key = JSON.stringify(graph);
    const known = this.kept.get(key);
    if (known) {
      this.keep(key, known);
      return of({ answer: known });
    }
    return this.desk.ask(graph).pipe(tap((step) => 'answer' in step && this.keep(key, step.answer)));
  }

  private keep(key: string, layout: CircuitLayout): void {
    this.kept.delete(key);
    this.kept.set(key, layout);
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= mostKept) return;
      this.kept.delete(oldest);
    }
  }
}
