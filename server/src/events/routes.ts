/** GET /api/events: server-sent events with id `job:seq`, resumed from the database by Last-Event-ID. */
import { endpoints, type Moved } from '@dormant-beacon/contract';
import { createSession, type Session } from 'better-sse';
import type { Response } from 'express';
import type { Door } from '../http/door.js';
import type { Services } from '../services.js';

const beatMs = 15_000;
/** A client that has so many bytes waiting for it does not read: its stream is closed, and it resumes. */
const mostBuffered = 1_000_000;

export function eventRoutes(door: Door, { feed }: Services): void {
  door.on(endpoints.events, async (request, response, { tokenHash }) => {
    const stream = new Stream(response);
    const leave = await feed.listen({
      tokenHash,
      moved: (event) => stream.push(event),
      readAgain: () => stream.readAgain(),
      end: () => response.end(),
    });
    response.on('close', leave);
    const last = /^([0-9a-f-]{36}):(\d{1,9})$/.exec(request.get('Last-Event-ID') ?? '');
    const missed = last ? await feed.movedSince(last[1]!, Number(last[2])) : [];
    // Gone before the first answer: there is nobody to open a stream for.
    if (response.destroyed || request.destroyed) return leave();
    const session = await createSession(request, response, { retry: 1500, keepAlive: beatMs });
    stream.open(session, missed);
  });
}

/** One client's stream: what it cannot take yet waits, the last of each job only. */
class Stream {
  private readonly waiting = new Map<string, Moved>();
  private session: Session | null = null;
  private again = false;

  constructor(private readonly response: Response) {
    response.on('drain', () => this.flush());
  }

  /** @param missed null where too much was missed to be sent row by row */
  open(session: Session, missed: readonly Moved[] | null): void {
    this.session = session;
    if (missed === null) this.again = true;
    // What came meanwhile is newer than what was missed.
    for (const event of missed ?? [])
      if (!this.waiting.has(event.jobId)) this.waiting.set(event.jobId, event);
    this.flush();
  }

  push(event: Moved): void {
    this.waiting.delete(event.jobId);
    this.waiting.set(event.jobId, event);
    this.flush();
  }

  readAgain(): void {
    this.again = true;
    this.flush();
  }

  private flush(): void {
    const { response, session } = this;
    if (session === null || !session.isConnected) return;
    if (response.writableLength > mostBuffered) return void response.destroy();
    if (this.again) {
      session.push({}, 'again');
      this.again = false;
      this.waiting.clear();
    }
    for (const [jobId, event] of this.waiting) {
      if (response.writableNeedDrain) return;
      this.waiting.delete(jobId);
      session.push(event, 'moved', `${event.jobId}:${event.seq}`);
    }
  }
}
