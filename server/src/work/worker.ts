/** A worker thread: does one task and answers, or says what is wrong with its input. */
import { isRefusal } from '@dormant-beacon/core/refusal';
import { HttpProblem } from '../http/problem.js';
import { type TaskName, tasks } from './tasks.js';

export interface Order {
  readonly task: TaskName;
  readonly input: unknown;
  /** Shared with the server's thread: 1 as soon as the task is begun. */
  readonly begun: Int32Array;
}

export type Outcome =
  | { readonly answer: unknown }
  | { readonly refusal: { readonly path: string; readonly reason: string } }
  | { readonly problem: Pick<HttpProblem, 'status' | 'title' | 'detail' | 'more'> };

/** Errors of our own kinds cross to the server's thread as what they say. */
export default async function work({ task, input, begun }: Order): Promise<Outcome> {
  Atomics.store(begun, 0, 1);
  try {
    return { answer: await tasks[task](input as never) };
  } catch (error) {
    if (isRefusal(error)) return { refusal: { path: error.path, reason: error.reason } };
    if (!(error instanceof HttpProblem)) throw error;
    const { status, title, detail, more } = error;
    return { problem: { status, title, detail, more } };
  }
}
