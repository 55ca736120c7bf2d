/** The worker's side of `WorkerDesk`: runs requests a slice at a time, so that one can be given up between two. */
import type { Work } from '@dormant-beacon/core/progress';

export type WorkerRequest<R> =
  { readonly ticket: number; readonly request: R } | { readonly ticket: number; readonly giveUp: true };
export type WorkerAnswer<A> =
  | { readonly ticket: number; readonly share: number }
  | { readonly ticket: number; readonly answer: A }
  | { readonly ticket: number; readonly problem: string };

/** Longest time without listening to the page. */
const sliceMs = 30;

/** Answers every request by the steps of `start`; what it throws goes back as a problem. */
export function serve<R, A>(start: (request: R) => Work<A>): void {
  const given = new Set<number>();
  const say = (answer: WorkerAnswer<A>) => postMessage(answer);
  const work = async (ticket: number, request: R): Promise<void> => {
    try {
      const steps = start(request);
      for (let since = performance.now(); ;) {
        const step = steps.next();
        if (step.done) return say({ ticket, answer: step.value });
        if (performance.now() - since < sliceMs) continue;
        say({ ticket, share: step.value.done / step.value.total });
        await new Promise((resolve) => setTimeout(resolve));
        if (given.has(ticket)) return;
        since = performance.now();
      }
    } catch (error) {
      say({ ticket, problem: (error as Error).message });
    } finally {
      given.delete(ticket);
    }
  };
  addEventListener('message', ({ data }: MessageEvent<WorkerRequest<R>>) => {
    if ('giveUp' in data) given.add(data.ticket);
    else void work(data.ticket, data.request);
  });
}
