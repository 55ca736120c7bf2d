/**
 * Sends entries in order; what cannot be sent now is kept on the device and sent when the server is back and the
 * person who typed it is active here. What the server does not take is kept too, until its person has looked.
 */
import { computed, inject, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import { ApiProblem, Client, type WriteRequest } from './client';
import { type KeptRequest, StoreRoom } from './store-room';

/** What became of an entry so far. */
export type Sent<A> =
  | { readonly state: 'saved'; readonly answer: A }
  | { readonly state: 'refused'; readonly problem: ApiProblem }
  | { readonly state: 'waiting' };

const againAfterMs = 1500;

/** A device that has not taken or dropped an entry by then is not waited for: what was typed goes on its way. */
const deviceWithinMs = 3000;

export interface Kept {
  readonly request: KeptRequest;
  /** False while this device has not taken it: it is there only as long as the page is open. */
  readonly onDevice: boolean;
}

@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly client = inject(Client);
  private readonly storeRoom = inject(StoreRoom);
  private readonly queue = signal<readonly Kept[]>([]);
  private readonly active = signal<string | null>(null);
  private turn: Promise<unknown> = Promise.resolve();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private readonly later = new Subject<string>();
  private readonly unknown = new Subject<void>();

  private readonly open = computed(() => this.queue().filter(({ request }) => request.refused === undefined));
  /** Entries of the person at this device that are not sent yet. */
  readonly waiting = computed(
    () => this.open().filter(({ request }) => request.personId === this.active()).length,
  );
  /** Those entries themselves, in their order: shown over the record while they wait. */
  readonly pending = computed(() =>
    this.open().flatMap(({ request }) => (request.personId === this.active() ? [request] : [])),
  );
  /** Entries that this device could not keep: they are gone if the page is closed now. */
  readonly onlyHere = computed(() => this.open().filter(({ onDevice }) => !onDevice).length);
  /** Ids of others whose entries wait until they are active here. */
  readonly waitingOthers = computed(() =>
    this.open()
      .map(({ request }) => request.personId)
      .filter((personId) => personId !== this.active()),
  );
  /** Entries of the person at this device that the server did not take in the end. */
  readonly refused = computed(() =>
    this.queue().filter(({ request }) => request.refused !== undefined && request.personId === this.active()),
  );
  /** The address of each entry that is saved after it had to wait. */
  readonly savedLater = this.later.asObservable();
  /** The server knows nobody here any more. */
  readonly personUnknown = this.unknown.asObservable();

  /** Takes up what an earlier visit left behind. */
  async resume(): Promise<void> {
    const left = await this.storeRoom.waiting().catch(() => []);
    // What was typed while the store was opened stands already.
    const here = new Set(this.queue().map(({ request }) => request.key));
    const before = left.filter(({ key }) => !here.has(key)).map((request) => ({ request, onDevice: true }));
    this.queue.update((queue) => [...before, ...queue]);
    if (this.waiting() > 0) this.schedule(0);
  }

  /** Who is active on this device: their entries go now, those of others wait. */
  personIs(personId: string | null): void {
    this.active.set(personId);
    if (this.waiting() > 0) this.schedule(0);
  }

  /** Sends one entry after those before it. It is on the device before it is on the wire. */
  send<A>(request: WriteRequest): Promise<Sent<A>> {
    // Sent once more from a form that was loaded again: it waits already.
    if (this.open().some((kept) => kept.request.key === request.key))
      return Promise.resolve({ state: 'waiting' });
    const result = this.turn.then(() => this.sendNow<A>(request));
    this.turn = result.catch(() => undefined);
    return result;
  }

  /** Sends an entry again that was not taken: whoever does has looked at what stood against it. */
  async tryAgain({ request: { refused: _, seenEntry: __, ...request } }: Kept): Promise<void> {
    await this.put(request);
    this.schedule(0);
  }

  /** Forgets an entry that was not taken. */
  async discard({ request: { key } }: Kept): Promise<void> {
    await this.forget(key);
    this.queue.update((queue) => queue.filter(({ request }) => request.key !== key));
  }

  private async sendNow<A>(request: WriteRequest): Promise<Sent<A>> {
    // A device that keeps nothing (no room, private window) still sends.
    const onDevice = await this.kept(request);
    if (this.open().some((kept) => kept.request.personId === request.personId))
      return this.wait({ request, onDevice });
    try {
      const answer = await this.client.write<A>(request);
      await this.forget(request.key);
      return { state: 'saved', answer };
    } catch (error) {
      const problem = asProblem(error);
      if (problem.needsPerson) this.unknown.next();
      if (problem.passing || problem.needsPerson) return this.wait({ request, onDevice });
      await this.forget(request.key);
      return { state: 'refused', problem };
    }
  }

  private forget(key: string): Promise<void> {
    return within(deviceWithinMs, this.storeRoom.drop(key)).catch(() => undefined);
  }

  /** Whether the device has taken it. */
  private kept(request: KeptRequest): Promise<boolean> {
    return within(deviceWithinMs, this.storeRoom.keep(request)).then(
      () => true,
      () => false,
    );
  }

  /** An entry of the queue as it stands now, on the device too where that takes it. */
  private async put(request: KeptRequest): Promise<void> {
    const onDevice = await this.kept(request);
    this.queue.update((queue) =>
      queue.map((own) => (own.request.key === request.key ? { request, onDevice } : own)),
    );
  }

  private wait(entry: Kept): { state: 'waiting' } {
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
    for (const { request, onDevice } of this.open()) {
      if (!onDevice) await this.put(request);
      if (request.personId !== this.active()) continue;
      try {
        await this.client.write(request);
      } catch (error) {
        const problem = asProblem(error);
        if (problem.passing) return this.schedule(againAfterMs);
        if (problem.needsPerson) return this.unknown.next();
        await this.put({ ...request, refused: problem.message });
        continue;
      }
      await this.forget(request.key);
      this.queue.update((queue) => queue.filter((other) => other.request.key !== request.key));
      this.later.next(request.path);
    }
  }
}

/** @throws Error where it is not done in time; it may still be done later */
async function within(ms: number, done: Promise<void>): Promise<void> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, no) => {
    timer = setTimeout(() => no(new Error(`The device took longer than ${ms} ms.`)), ms);
  });
  await Promise.race([done, late]).finally(() => clearTimeout(timer));
}

function asProblem(error: unknown): ApiProblem {
  return error instanceof ApiProblem ? error : new ApiProblem(500, 'Something went wrong on this device.');
}
