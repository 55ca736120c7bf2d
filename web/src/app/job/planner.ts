/** Plans traces in a web worker, with progress; a plan nobody waits for any more is given up. */
import { Injectable } from '@angular/core';
import { caseOf, type JobRecord, originOf, type Trace } from '@dormant-beacon/core/record';
import type { NextTests } from '@dormant-beacon/core/trace';
import type { Observable } from 'rxjs';
import type { PlanRequest } from '../../workers/plan.worker';
import { type Step, WorkerDesk } from '../worker';

/** What the technician asks of the planner beside its usual step. */
export interface PlanOptions {
  readonly twoSteps: boolean;
  readonly pairs: boolean;
}
export const usualPlan: PlanOptions = { twoSteps: false, pairs: false };

@Injectable({ providedIn: 'root' })
export class Planner {
  private readonly desk = new WorkerDesk<PlanRequest, NextTests>(
    () => new Worker(new URL('../../workers/plan.worker', import.meta.url), { type: 'module' }),
  );

  plan(record: JobRecord, trace: Trace, { twoSteps, pairs }: PlanOptions): Observable<Step<NextTests>> {
    return this.desk.ask({
      traceKey: `${originOf(record.traces, trace)}:${trace.id}${pairs ? ':pairs' : ''}`,
      case: { ...caseOf(record, trace), ...(twoSteps ? { steps: 2 } : {}), ...(pairs ? { pairs } : {}) },
    });
  }
}
