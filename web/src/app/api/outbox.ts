/** Sends entries in order; what cannot be sent now is kept on the device and sent when the server is back. */
import { computed, inject, Injectable, signal } from '@angular/core';
import { ApiProblem, Client, type WriteRequest } from './client';
import { StoreRoom } from './store-room';

/** What became of an entry so far. */
export type Sent<A> =
  | { readonly state: 'saved'; readonly answer: A }
  | { readonly state: 'refused'; readonly problem: ApiProblem }
  | { readonly state: 'waiting' };

const againAfterMs = 1500;

interface Waiting {
  readonly place: number;
  readonly request: WriteRequest;
}

@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly client = inject(Client);
  private readonly storeRoom = inject(StoreRoom);
  private readonly queue = signal<readonly Waiting[]>([]);
  private readonly lastRefusal = signal<string | null>(null);
  private turn: Promise<unknown> = Promise.resolve();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private readonly settledLater = new Set<(jobPath: string) => void>();

  /** Entries that wait on this device. */
  readonly waiting = computed(() => this.queue().length);
  /** Why an entry that waited was refused in the end. */
  readonly refusal = this.lastRefusal.asReadonly();

  /** Takes up what an earlier visit left behind. */
  async resume(): Promise<void> {
    this.queue.set(await this.storeRoom.waiting());
    if (this.waiting() > 0) this.schedule(0);
  }

  /** Calls back with the address of each entry that is saved after it had to wait. */
  onSavedLater(listener: (path: string) => void): () => void {
    this.settledLater.add(listener);
    return () => this.settledLater.delete(listener);
  }

  /** Sends one entry after those before it. It is on the device before it is on the wire. */
  send<A>(request: WriteRequest): Promise<Sent<A>> {
    const result = this.turn.then(() => this.sendNow<A>(request));
    this.turn = result.catch(() => undefined);
    return result;
  }

  private async sendNow<A>(request: WriteRequest): Promise<Sent<A>> {
    // A device that keeps nothing (no room, private window) still sends.
    const place = await this.storeRoom.keep(request).catch(() => -1);
    if (this.waiting() > 0) return this.wait({ place, request });
    try {
      const answer = await this.client.write<A>(request);
      await this.forget(place);
      return { state: 'saved', answer };
    } catch (error) {
      const problem = asProblem(error);
      if (problem.passing) return this.wait({ place, request });
      await this.forget(place);
      return { state: 'refused', problem };
    }
  }

  private forget(place: number): Promise<void> {
    return this.storeRoom.drop(place).catch(() => undefined);
  }

  private wait(entry: Waiting): { state: 'waiting' } {
    this.queue.update((queue) => [...queue, entry]);
    this.schedule(againAfterMs);
    return { state: 'waiting' };
  }

  private schedule(ms: number): void {
    this.timer ??= setTimeout(() => {
      this.timer = null;
      const done = this.turn.then(() => this.sendWaiting());
      this.turn = done.catch(() => undefined);
    }, ms);
  }

  private async sendWaiting(): Promise<void> {
    for (const { place, request } of this.queue()) {
      try {
        await this.client.write(request);
      } catch (error) {
        const problem = asProblem(error);
        if (problem.passing) return this.schedule(againAfterMs);
        this.lastRefusal.set(problem.message);
      }
      await this.forget(place);
      this.queue.update((queue) => queue.filter((other) => other.place !== place));
      for (const listener of this.settledLater) listener(request.path);
    }
  }
}

function asProblem(error: unknown): ApiProblem {
  return error instanceof ApiProblem ? error : new ApiProblem(500, 'Something went wrong on this device.');
}
