/** Open links to simulated cars: one thread for all of them, one link a person. */
import { extname } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { PracticeJob } from '@dormant-beacon/bench/practice';
import { Piscina } from 'piscina';
import type { Answered, Asked, CarSet, FromThread, ToThread } from './link-thread.js';

const file = fileURLToPath(new URL(`./link-thread${extname(import.meta.url)}`, import.meta.url));
const megabytes = 512;

export interface OpenLink {
  /** @throws Error where the link was closed, or the car fails */
  ask(requests: readonly Asked[]): Promise<Answered>;
  set(set: CarSet): Promise<void>;
  close(): void;
}

interface Held {
  readonly personId: string;
  readonly end: () => void;
}

export class Links {
  private pool: Piscina<ToThread, FromThread> | null = null;
  private last = 0;
  private readonly held = new Map<number, Held>();

  /** @param end is called once when the same person has opened another link */
  open(personId: string, job: PracticeJob, end: () => void): OpenLink {
    for (const [link, own] of this.held)
      if (own.personId === personId) {
        this.leave(link);
        own.end();
      }
    const link = ++this.last;
    this.held.set(link, { personId, end });
    const opened = this.send({ do: 'open', link, job });
    // Told to who asks.
    opened.catch(() => undefined);
    return {
      ask: async (requests) => {
        await opened;
        if (!this.held.has(link)) throw new Error('This link is closed.');
        return (await this.send({ do: 'ask', link, requests }))!;
      },
      set: async (set) => {
        await opened;
        await this.send({ do: 'set', link, set });
      },
      close: () => this.leave(link),
    };
  }

  get count(): number {
    return this.held.size;
  }

  async end(): Promise<void> {
    const { pool } = this;
    this.pool = null;
    this.held.clear();
    await pool?.destroy();
  }

  private leave(link: number): void {
    if (this.held.delete(link)) this.send({ do: 'close', link }).catch(() => undefined);
  }

  /** Begun with the first link. One thread, so that each car stays where it is. */
  private send(message: ToThread): Promise<FromThread> {
    this.pool ??= new Piscina<ToThread, FromThread>({
      filename: file,
      minThreads: 1,
      maxThreads: 1,
      resourceLimits: { maxOldGenerationSizeMb: megabytes },
    });
    return this.pool.run(message);
  }
}
