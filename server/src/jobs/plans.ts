/** What to test next in each open trace of a job, for its row in the bays: worked out beside the server's own thread. */
import {
  caseOf,
  type JobRecord,
  openTraces,
  originOf,
  stepsOff,
  stripPlanOf,
  type Trace,
} from '@dormant-beacon/core/record';
import { isRefusal } from '@dormant-beacon/core/refusal';
import type { NextTests, TraceCase } from '@dormant-beacon/core/trace';
import { LRUCache } from 'lru-cache';
import { HttpProblem } from '../http/problem.js';
import { mostPlannedWork, plannedWork } from '../work/tasks.js';
import type { Workers } from '../work/workers.js';

export type Plans = ReadonlyMap<string, NextTests>;

/** Plans by what they were made from: a trace, and the last of everything entered in it. */
export class PlanMemory {
  /** False where a plan could not be made: it is not tried again, and the bays say to open the trace. */
  private readonly kept = new LRUCache<string, NextTests | false>({ max: 500 });

  constructor(private readonly workers: Workers) {}

  /** Plans that are known, by the id under which a trace began; and whether all are. Traces too large to be planned here need none. */
  known(record: JobRecord): { readonly plans: Plans; readonly complete: boolean } {
    const traces = plannable(record);
    const plans = new Map<string, NextTests>();
    let complete = true;
    for (const trace of traces) {
      const plan = this.kept.get(planKey(record, trace));
      if (plan) plans.set(originOf(record.traces, trace), plan);
      else if (plan === undefined) complete = false;
    }
    return { plans, complete };
  }

  /** Every plan of a record; those that are missing are made. */
  async of(record: JobRecord): Promise<Plans> {
    for (const trace of plannable(record)) {
      const key = planKey(record, trace);
      if (this.kept.has(key)) continue;
      const source = caseOf(record, trace);
      this.kept.set(key, await this.made(source, trace));
    }
    return this.known(record).plans;
  }

  private async made(source: TraceCase, trace: Trace): Promise<NextTests | false> {
    try {
      return await this.workers.run('plan', { source, bare: trace.case, traceId: trace.id });
    } catch (error) {
      if (isRefusal(error) || (error instanceof HttpProblem && error.status === 422)) return false;
      throw error;
    }
  }
}

function plannable(record: JobRecord): Trace[] {
  return openTraces(record).filter((trace) => plannedWork(trace.case) <= mostPlannedWork);
}

/** What a plan depends on: it changes with every entry in its trace, and with what of its way is off. */
export function planKey(record: JobRecord, trace: Trace): string {
  const traceId = originOf(record.traces, trace);
  const last = (facts: readonly { readonly traceId?: string | null | undefined; readonly seq: number }[]) =>
    facts.reduce((seq, fact) => (fact.traceId === traceId ? Math.max(seq, fact.seq) : seq), 0);
  const { readings, epochs, suspectWords, repairs } = record;
  const own = [trace.id, last(readings), last(epochs), last(suspectWords), last(repairs)];
  const strip = stripPlanOf(record);
  const reached = strip?.reaches?.some((reach) => reach.traceId === traceId) === true;
  return [...own, ...(reached ? [strip.id, ...[...stepsOff(record)].sort()] : [])].join(' ');
}
