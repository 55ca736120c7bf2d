/** One thing at a time that is asked of a simulated car: busy meanwhile, with what came of it, or why not. */
import { inject, signal } from '@angular/core';
import type { CarLine } from '@dormant-beacon/contract';
import { Desk } from '../entry';

/** @param take what is done with an answer; what it throws is shown as well */
export function linkWork<A>(take: (answer: A) => Promise<void> | void) {
  const [busy, problem, done] = [signal(false), signal<string | null>(null), signal<A | null>(null)];
  const ask = async (work: () => Promise<A>): Promise<void> => {
    if (busy()) return;
    busy.set(true);
    problem.set(null);
    try {
      const answer = await work();
      done.set(answer);
      await take(answer);
    } catch (error) {
      problem.set((error as Error).message);
    }
    busy.set(false);
  };
  return { busy: busy.asReadonly(), problem: problem.asReadonly(), done: done.asReadonly(), ask };
}

/** Of a unit that is coded: what its module did is entered of it. */
export function codingWork(codingId: () => string) {
  const desk = inject(Desk);
  return linkWork<CarLine>(async ({ entries }) => {
    for (const entry of entries) {
      const sent = await desk.enter('coding-entries', { codingId: codingId(), entry });
      if (sent.state === 'refused') throw new Error(sent.problem.message);
    }
  });
}
