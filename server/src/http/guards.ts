/** Who may speak to this server, and how: own host, own origin. */
import type { IncomingHttpHeaders } from 'node:http';
import type { RequestHandler } from 'express';
import { HttpProblem } from './problem.js';

const local = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Whether a host is this machine.
 * @param names by which this machine is known on the shop's network, those of its certificate included: `*.shop.example`
 *   stands for one more part before the dot
 */
export function hostIsOwn(names: readonly string[]): (host: string | undefined) => boolean {
  const own = ownNames(names);
  return (named) => {
    const host = (named ?? '').replace(/:\d{1,5}$/, '').toLowerCase();
    return own.has(host) || own.has(`*.${host.split('.').slice(1).join('.')}`);
  };
}

const ownNames = (names: readonly string[]) =>
  new Set([...local, ...names.map((name) => name.toLowerCase())]);

/** Refuses requests that name another host: a foreign page that was pointed at this address. */
export function ownHost(names: readonly string[]): RequestHandler {
  const isOwn = hostIsOwn(names);
  return (request, _response, next) => {
    const { host } = request.headers;
    if (isOwn(host)) return next();
    next(
      new HttpProblem(
        421,
        'Foreign host',
        `Host: "${(host ?? '').slice(0, 100)}" is not served here; use ${[...ownNames(names)].join(', ')}.`,
      ),
    );
  };
}

/** Where an origin is named, it is the address that was asked. */
export const originIsOwn = ({ origin, host }: IncomingHttpHeaders): boolean =>
  origin === undefined || origin === `http://${host}` || origin === `https://${host}`;

const reads = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses writes that another site's page sends. */
export function ownOrigin(
  request: Parameters<RequestHandler>[0],
  _response: unknown,
  next: (error?: unknown) => void,
): void {
  if (reads.has(request.method)) return next();
  if (!originIsOwn(request.headers))
    return next(
      new HttpProblem(
        403,
        'Foreign origin',
        `Origin: "${request.headers.origin!.slice(0, 100)}" may not write here.`,
      ),
    );
  if (request.headers['sec-fetch-site'] === 'cross-site')
    return next(new HttpProblem(403, 'Foreign origin', 'Another site may not write here.'));
  next();
}
