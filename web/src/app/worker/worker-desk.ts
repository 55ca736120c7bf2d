/** The page's side of a worker: requests with a ticket each, progress and one answer back. */
import { Observable } from 'rxjs';
import type { WorkerAnswer, WorkerRequest } from '../../workers/serve';

export type Step<A> = { readonly share: number } | { readonly answer: A };

export class WorkerDesk<R, A> {
  private worker: Worker | null = null;
  private last = 0;

  /** @param make the worker, made when it is first asked: `() => new Worker(new URL(…), { type: 'module' })` */
  constructor(private readonly make: () => Worker) {}

  /** Steps of the work, the last one its answer; an error where it was refused. Unsubscribing gives it up. */
  ask(request: R): Observable<Step<A>> {
    return new Observable((subscriber) => {
      const worker = (this.worker ??= this.make());
      const ticket = ++this.last;
      const listen = ({ data }: MessageEvent<WorkerAnswer<A>>) => {
        if (data.ticket !== ticket) return;
        if ('share' in data) return subscriber.next({ share: data.share });
        if ('problem' in data) return subscriber.error(new Error(data.problem));
        subscriber.next({ answer: data.answer });
        subscriber.complete();
      };
      worker.addEventListener('message', listen);
      worker.postMessage({ ticket, request } satisfies WorkerRequest<R>);
      return () => {
        worker.removeEventListener('message', listen);
        worker.postMessage({ ticket, giveUp: true } satisfies WorkerRequest<R>);
      };
    });
  }

  end(): void {
    this.worker?.terminate();
    this.worker = null;
  }
}
