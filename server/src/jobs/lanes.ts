/**
 * Writers of one job stand in a lane of their own: one of them holds a connection, the others wait here. So forty
 * writers at one job leave the connections to everybody else.
 */
import pLimit, { type LimitFunction } from 'p-limit';
import { HttpProblem } from '../http/problem.js';

const mostWaiting = 100;
const longestWaitMs = 12_000;

export class Lanes {
  private readonly lanes = new Map<string, LimitFunction>();

  /** @throws HttpProblem 503 where the lane is too long, or one has waited too long in it */
  async run<A>(jobId: string, task: () => Promise<A>): Promise<A> {
    const lane = this.lanes.get(jobId) ?? pLimit(1);
    if (lane.pendingCount >= mostWaiting) throw crowded();
    this.lanes.set(jobId, lane);
    const since = performance.now();
    try {
      return await lane(() => {
        if (performance.now() - since > longestWaitMs) throw crowded();
        return task();
      });
    } finally {
      if (lane.activeCount === 0 && lane.pendingCount === 0) this.lanes.delete(jobId);
    }
  }
}

const crowded = () =>
  new HttpProblem(
    503,
    'Busy',
    'Many entries wait for this job. Nothing was saved; it is tried again in a moment.',
  );
