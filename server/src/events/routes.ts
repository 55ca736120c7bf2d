/** GET /api/events: server-sent events with id `job:seq`, resumed from the database by Last-Event-ID. */
import type { Moved } from '@dormant-beacon/contract';
import { endpoints } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { sessionOf } from '../accounts/sessions.js';
import type { Door } from '../http/door.js';
import type { Feed } from './feed.js';

const beatMs = 15_000;

export function eventRoutes(door: Door, db: Knex, feed: Feed): void {
  door.on(endpoints.events, async (request, response) => {
    const early: Moved[] = [];
    let open = false;
    const send = (event: Moved) =>
      response.write(`id: ${event.jobId}:${event.seq}\nevent: moved\ndata: ${JSON.stringify(event)}\n\n`);
    const leave = await feed.listen({ moved: (event) => void (open ? send(event) : early.push(event)) });
    request.on('close', leave);
    const last = /^([0-9a-f-]{36}):(\d+)$/.exec(request.get('Last-Event-ID') ?? '');
    const missed = last ? await feed.movedSince(last[1]!, Number(last[2])) : [];
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1500\n\n');
    [...missed, ...early].forEach(send);
    open = true;
    // A session that has ended hears no more.
    const beat = setInterval(() => {
      void sessionOf(db, request).then(
        (session) => (session ? response.write(': still here\n\n') : response.end()),
        () => undefined,
      );
    }, beatMs);
    request.on('close', () => clearInterval(beat));
  });
}
