/** The server's worker threads: a task that takes too long is killed with its thread, and nobody else waits for it. */
import { extname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Refusal } from '@dormant-beacon/core/refusal';
import { Piscina } from 'piscina';
import { HttpProblem } from '../http/problem.js';
import type { TaskName, Tasks } from './tasks.js';
import type { Order, Outcome } from './worker.js';

/** Milliseconds that a task of each kind may take on its thread. */
const usual: Readonly<Record<TaskName, number>> = {
  readReport: 15_000,
  soundCase: 15_000,
  plan: 10_000,
  judgeRepair: 10_000,
  cureChance: 10_000,
  handBackPdf: 60_000,
  soundImage: 15_000,
  mergeImages: 30_000,
  provenStory: 90_000,
  drawPractice: 15_000,
  carReport: 15_000,
  carParts: 5_000,
  carPart: 5_000,
  carReading: 15_000,
  carStep: 15_000,
  driven: 15_000,
  carBeside: 15_000,
  practiceEnd: 30_000,
  override: 15_000,
  hint: 5_000,
  carLine: 15_000,
  carMemory: 15_000,
};
const says: Readonly<Record<TaskName, string>> = {
  readReport: 'Reading this report takes too long',
  soundCase: 'Solving this circuit takes too long',
  plan: 'Planning this trace takes too long',
  judgeRepair: 'Working out this repair takes too long',
  cureChance: 'Working out the chance of this repair takes too long',
  handBackPdf: 'Setting this document takes too long',
  soundImage: 'Reading this image takes too long',
  mergeImages: 'Merging these images takes too long',
  provenStory: 'Looking through this story takes too long',
  drawPractice: 'Drawing a simulated car takes too long',
  carReport: 'Reading the simulated car takes too long',
  carParts: 'Listing the parts of the simulated car takes too long',
  carPart: 'Drawing this part of the simulated car takes too long',
  carBeside: 'Measuring at the simulated car takes too long',
  driven: 'The drive of the simulated car takes too long',
  carStep: 'The step at the simulated car takes too long',
  carReading: 'Measuring at the simulated car takes too long',
  practiceEnd: 'Working out how it ended takes too long',
  override: 'Measuring at the simulated car takes too long',
  hint: 'Looking for a hint takes too long',
  carLine: 'Doing this line at the simulated car takes too long',
  carMemory: 'Reading the memory of this unit takes too long',
};
const threads = 2;
/** Tasks that wait at most; the next is asked to come again. */
const mostWaiting = 60;
/** So long one waits for a thread at most. */
const longestWaitMs = 20_000;
/** How often it is looked whether a task was begun. */
const lookEveryMs = 50;

const busy = () =>
  new HttpProblem(503, 'Busy', 'Too many reports and circuits wait to be worked out. Try again in a moment.');

const file = fileURLToPath(new URL(`./worker${extname(import.meta.url)}`, import.meta.url));

export class Workers {
  private readonly pool = new Piscina({
    filename: file,
    minThreads: 1,
    maxThreads: threads,
    maxQueue: mostWaiting,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });

  private readonly longest: Readonly<Record<TaskName, number>>;

  /** @param limits other times than the usual ones */
  constructor(limits: Partial<Record<TaskName, number>> = {}) {
    this.longest = { ...usual, ...limits };
  }

  /**
   * @throws Refusal where the input is not sound
   * @throws HttpProblem 422 where the task was killed for its time, 503 where too many wait, or one waits too long
   */
  async run<T extends TaskName>(
    task: T,
    input: Parameters<Tasks[T]>[0],
  ): Promise<Awaited<ReturnType<Tasks[T]>>> {
    const begun = new Int32Array(new SharedArrayBuffer(4));
    const order: Order = { task, input, begun };
    const stop = new AbortController();
    let stopped: HttpProblem | null = null;
    const end = (why: HttpProblem): void => {
      stopped = why;
      stop.abort();
    };
    // What a task waits for a thread, and a thread for its own start, is no time of the task's.
    const latest = performance.now() + longestWaitMs;
    const look = (): void => {
      if (Atomics.load(begun, 0) === 1) limit = setTimeout(() => end(this.tooLong(task)), this.longest[task]);
      else if (performance.now() > latest) end(busy());
      else limit = setTimeout(look, lookEveryMs);
    };
    let limit = setTimeout(look, lookEveryMs);
    try {
      const outcome = (await this.pool.run(order, { signal: stop.signal })) as Outcome;
      if ('refusal' in outcome) throw new Refusal(outcome.refusal.path, outcome.refusal.reason);
      if ('problem' in outcome) {
        const { status, title, detail, more } = outcome.problem;
        throw new HttpProblem(status, title, detail, more);
      }
      return outcome.answer as Awaited<ReturnType<Tasks[T]>>;
    } catch (error) {
      if (stopped !== null) throw stopped;
      if (/queue/i.test((error as Error).message)) throw busy();
      throw error;
    } finally {
      clearTimeout(limit);
    }
  }

  private tooLong(task: TaskName): HttpProblem {
    const seconds = this.longest[task] / 1000;
    return new HttpProblem(
      422,
      'Takes too long',
      `${says[task]} (over ${seconds} s) and was stopped. Nothing was saved. Enter a part of it.`,
    );
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

let shared: Workers | null = null;

/** The threads of this process: one set, however many servers run in it. */
export function workersOfProcess(): Workers {
  return (shared ??= new Workers());
}
