/** Plans traces in a web worker, with progress; a plan nobody waits for any more is given up. */
import { Injectable } from '@angular/core';
import { caseOf, type JobRecord, originOf, type Trace } from '@dormant-beacon/core/job';
import type { NextTests } from '@dormant-beacon/core/trace';
import { Observable } from 'rxjs';
import type { PlanAnswer, PlanRequest } from '../../workers/plan.worker';

export type PlanStep = { readonly share: number } | { readonly plan: NextTests };

@Injectable({ providedIn: 'root' })
export class Planner {
  private worker: Worker | null = null;
  private last = 0;

  /** Steps of planning, the last one the plan. Unsubscribing gives it up. */
  plan(record: JobRecord, trace: Trace): Observable<PlanStep> {
    return new Observable((subscriber) => {
      const worker = (this.worker ??= new Worker(new URL('../../workers/plan.worker', import.meta.url), {
        type: 'module',
      }));
      const ticket = ++this.last;
      const listen = ({ data }: MessageEvent<PlanAnswer>) => {
        if (data.ticket !== ticket) return;
        if ('share' in data) return subscriber.next({ share: data.share });
        if ('problem' in data) return subscriber.error(new Error(data.problem));
        subscriber.next({ plan: data.plan });
        subscriber.complete();
      };
      worker.addEventListener('message', listen);
      const request: PlanRequest = {
        ticket,
        traceKey: `${originOf(record.traces, trace)}:${trace.id}`,
        case: caseOf(record, trace),
      };
      worker.postMessage(request);
      return () => {
        worker.removeEventListener('message', listen);
        worker.postMessage({ ticket, giveUp: true } satisfies PlanRequest);
      };
    });
  }
}
