import { type Step, WorkerDesk } from './worker-desk';

/** A worker in the page: it answers as it is told. */
class TableWorker {
  readonly asked: { ticket: number; request?: unknown; giveUp?: true }[] = [];
  private listener: ((event: { data: unknown }) => void)[] = [];
  ended = false;
  postMessage(message: { ticket: number }) {
    this.asked.push(message);
  }
  addEventListener(_: string, listen: (event: { data: unknown }) => void) {
    this.listener.push(listen);
  }
  removeEventListener(_: string, listen: (event: { data: unknown }) => void) {
    this.listener = this.listener.filter((other) => other !== listen);
  }
  say(data: unknown) {
    for (const listen of [...this.listener]) listen({ data });
  }
  terminate() {
    this.ended = true;
  }
}

describe('WorkerDesk', () => {
  let made: TableWorker[];
  const desk = () =>
    new WorkerDesk<string, number>(() => {
      const worker = new TableWorker();
      made.push(worker);
      return worker as unknown as Worker;
    });
  beforeEach(() => (made = []));

  it('makes its worker when it is first asked, and one for all requests', () => {
    const own = desk();
    expect(made.length).toBe(0);
    own.ask('a').subscribe();
    own.ask('b').subscribe();
    expect(made.length).toBe(1);
    expect(made[0]!.asked).toEqual([
      { ticket: 1, request: 'a' },
      { ticket: 2, request: 'b' },
    ]);
  });

  it('hands progress and answer to the one who asked', () => {
    const own = desk();
    const steps: Step<number>[][] = [[], []];
    const done = [false, false];
    for (const n of [0, 1])
      own.ask(`${n}`).subscribe({ next: (step) => steps[n]!.push(step), complete: () => (done[n] = true) });
    made[0]!.say({ ticket: 2, share: 0.5 });
    made[0]!.say({ ticket: 1, answer: 7 });
    expect(steps).toEqual([[{ answer: 7 }], [{ share: 0.5 }]]);
    expect(done).toEqual([true, false]);
  });

  it('gives a request up when nobody waits any more, and tells a problem as an error', () => {
    const own = desk();
    const asked = own.ask('long').subscribe();
    asked.unsubscribe();
    expect(made[0]!.asked.at(-1)).toEqual({ ticket: 1, giveUp: true });
    let problem = '';
    own.ask('wrong').subscribe({ error: (error: Error) => (problem = error.message) });
    made[0]!.say({ ticket: 2, problem: 'no point "x"' });
    expect(problem).toBe('no point "x"');
  });

  it('can be ended and begun again', () => {
    const own = desk();
    own.ask('a').subscribe();
    own.end();
    own.ask('b').subscribe();
    expect([made.length, made[0]!.ended, made[1]!.ended]).toEqual([2, true, false]);
  });
});
