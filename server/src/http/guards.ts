/** Who may speak to this server, and how: own host, own origin. */
import type { RequestHandler } from 'express';
import { HttpProblem } from './problem.js';

const local = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Refuses requests that name another host: a foreign page that was pointed at this address.
 * @param names by which this machine is known on the shop's network, those of its certificate included: `*.shop.example`
 *   stands for one more part before the dot
 */
export function ownHost(names: readonly string[]): RequestHandler {
  const own = new Set([...local, ...names.map((name) => name.toLowerCase())]);
  const isOwn = (host: string) => own.has(host) || own.has(`*.${host.split('.').slice(1).join('.')}`);
  return (request, _response, next) => {
    const host = (request.headers.host ?? '').replace(/:\d{1,5}$/, '').toLowerCase();
    if (isOwn(host)) return next();
    next(
      new HttpProblem(
        421,
        'Foreign host',
        `Host: "${(request.headers.host ?? '').slice(0, 100)}" is not served here; use ${[...own].join(', ')}.`,
      ),
    );
  };
}

const reads = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses writes that another site's page sends. */
export function ownOrigin(
  request: Parameters<RequestHandler>[0],
  _response: unknown,
  next: (error?: unknown) => void,
): void {
  if (reads.has(request.method)) return next();
  const { origin } = request.headers;
  if (
    origin !== undefined &&
    origin !== `http://${request.headers.host}` &&
    origin !== `https://${request.headers.host}`
  )
    return next(
      new HttpProblem(403, 'Foreign origin', `Origin: "${origin.slice(0, 100)}" may not write here.`),
    );
  if (request.headers['sec-fetch-site'] === 'cross-site')
    return next(new HttpProblem(403, 'Foreign origin', 'Another site may not write here.'));
  next();
}
