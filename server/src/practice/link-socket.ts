/**
 * The link to a simulated car over a web socket: requests in, answers and frames out, and values that are read again
 * and again. What is said is described in `docs/link-adapter.md`.
 */
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { linkMessage, type LinkMessage } from '@dormant-beacon/contract/link';
import { check, isRefusal } from '@dormant-beacon/core/refusal';
import type { Request } from 'express';
import { type WebSocket, WebSocketServer } from 'ws';
import { sessionOf } from '../accounts/sessions.js';
import { hostIsOwn, originIsOwn } from '../http/guards.js';
import { HttpProblem } from '../http/problem.js';
import type { Services } from '../services.js';
import { practiceJob } from './cars.js';
import type { OpenLink } from './links.js';

const place = /^\/api\/jobs\/([0-9a-fA-F-]{36})\/car\/link$/;
const mostMessage = 64 * 1024;
/** A socket that has so many bytes waiting does not read: nothing more is sent until it does. */
const mostBuffered = 1_000_000;
/** Requests that wait for their answers at most. */
const mostWaiting = 50;
const beatMs = 20_000;
/** A link that nobody uses is closed. */
const idleMs = 10 * 60_000;
const closings = { another: 4001, idle: 4002 } as const;

/**
 * Takes a request for a socket.
 * @param hosts as for every other request
 */
export function linkSockets(
  services: Services,
  hosts: readonly string[],
): (request: IncomingMessage, socket: Duplex, head: Buffer) => void {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: mostMessage, perMessageDeflate: false });
  return (request, socket, head) => {
    socket.on('error', () => socket.destroy());
    admitted(request, services, hosts)
      .then(({ personId, jobId }) =>
        sockets.handleUpgrade(request, socket, head, (own) => void serve(own, services, personId, jobId)),
      )
      .catch((error: unknown) => refuse(socket, error));
  };
}

/** @throws HttpProblem where it is not a link, not asked from here, or nobody is signed in */
async function admitted(
  request: IncomingMessage,
  { pools }: Services,
  hosts: readonly string[],
): Promise<{ personId: string; jobId: string }> {
  if (!hostIsOwn(hosts)(request.headers.host)) throw new HttpProblem(421, 'Foreign host', 'Not served here.');
  // A page of another site could open a socket with the person’s own cookies.
  if (request.headers.origin === undefined || !originIsOwn(request.headers))
    throw new HttpProblem(403, 'Foreign origin', 'Links are opened from this address alone.');
  const found = place.exec((request.url ?? '').split('?')[0]!);
  if (!found) throw new HttpProblem(404, 'Not found', 'There is no link here.');
  const session = await sessionOf(pools.read, request as Request);
  if (!session) throw new HttpProblem(401, 'Not signed in', 'Sign in first.');
  if (session.mustChange)
    throw new HttpProblem(403, 'New password needed', 'Choose a password of your own first.');
  return { personId: session.person.id, jobId: found[1]!.toLowerCase() };
}

function refuse(socket: Duplex, error: unknown): void {
  const [status, title] =
    error instanceof HttpProblem ? [error.status, error.title] : [500, 'The link cannot be opened'];
  socket.end(`HTTP/1.1 ${status} ${title}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
}

async function serve(socket: WebSocket, services: Services, personId: string, jobId: string): Promise<void> {
  socket.on('error', () => socket.terminate());
  // What is asked before the car stands is asked then.
  const early: string[] = [];
  let session: LinkSession | null = null;
  socket.on('message', (data, isBinary) => {
    const text = isBinary ? '' : String(data);
    if (session) session.take(text);
    else if (early.length < mostWaiting) early.push(text);
  });
  try {
    const job = await practiceJob(services, jobId);
    if (socket.readyState !== socket.OPEN) return;
    session = new LinkSession(socket, (end) => services.links.open(personId, job, end));
    for (const text of early) session.take(text);
  } catch (error) {
    socket.close(1008, error instanceof HttpProblem ? error.title : 'The link cannot be opened');
  }
}

class LinkSession {
  private readonly link: OpenLink;
  private waiting = 0;
  private alive = true;
  private usedAt = Date.now();
  private watching: { readonly timer: NodeJS.Timeout; busy: boolean } | null = null;

  constructor(
    private readonly socket: WebSocket,
    open: (end: () => void) => OpenLink,
  ) {
    this.link = open(() => socket.close(closings.another, 'opened elsewhere'));
    const beat = setInterval(() => this.beat(), beatMs);
    socket.on('pong', () => (this.alive = true));
    socket.on('close', () => {
      clearInterval(beat);
      this.stopWatching();
      this.link.close();
    });
    this.say({ open: true });
  }

  take(text: string): void {
    this.usedAt = Date.now();
    const message = messageIn(text);
    if ('error' in message) return this.say(message);
    if ('ask' in message) return void this.ask(message);
    if ('set' in message) return void this.set(message);
    this.stopWatching();
    if ('watch' in message && message.watch.length > 0) this.watch(message);
  }

  private async ask({ id, ask }: Extract<LinkMessage, { ask: unknown }>): Promise<void> {
    if (this.waiting >= mostWaiting)
      return this.say({ id, error: { path: 'ask', message: `${mostWaiting} requests wait already` } });
    this.waiting += 1;
    try {
      this.say({ id, ...(await this.link.ask(ask)) });
    } catch (error) {
      this.say({ id, error: { path: 'ask', message: (error as Error).message } });
    } finally {
      this.waiting -= 1;
    }
  }

  private async set({ id, set }: Extract<LinkMessage, { set: unknown }>): Promise<void> {
    try {
      await this.link.set(set);
      this.say({ id, set: true });
    } catch (error) {
      this.say({ id, error: { path: 'set', message: (error as Error).message } });
    }
  }

  /** Reads again and again; a turn that comes while the last one is not done is left out. */
  private watch({ watch, hertz }: Extract<LinkMessage, { watch: unknown }>): void {
    const watching = {
      busy: false,
      timer: setInterval(
        () => {
          if (watching.busy || this.socket.bufferedAmount > mostBuffered) return;
          watching.busy = true;
          this.link
            .ask(watch)
            .then(
              ({ answers }) => this.watching === watching && this.say({ values: answers, at: Date.now() }),
            )
            .catch(() => this.stopWatching())
            .finally(() => (watching.busy = false));
        },
        1000 / (hertz ?? 10),
      ),
    };
    this.watching = watching;
  }

  private stopWatching(): void {
    if (this.watching) clearInterval(this.watching.timer);
    this.watching = null;
  }

  private beat(): void {
    if (!this.alive) return this.socket.terminate();
    if (Date.now() - this.usedAt > idleMs && !this.watching) return this.socket.close(closings.idle, 'idle');
    this.alive = false;
    this.socket.ping();
  }

  private say(answer: object): void {
    if (this.socket.readyState === this.socket.OPEN) this.socket.send(JSON.stringify(answer));
  }
}

type Wrong = { readonly error: { readonly path: string; readonly message: string } };

function messageIn(text: string): LinkMessage | Wrong {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return { error: { path: '', message: 'expected JSON' } };
  }
  try {
    return check(linkMessage, data);
  } catch (error) {
    if (!isRefusal(error)) throw error;
    return { error: { path: error.path, message: error.reason } };
  }
}
