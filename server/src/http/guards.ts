/** Who may speak to this server, and how: own host, own origin, JSON bodies. */
import type { RequestHandler } from 'express';
import { HttpProblem } from './problem.js';

const local = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Refuses requests that name another host: a foreign page that was pointed at this address. */
export function ownHost(
  request: Parameters<RequestHandler>[0],
  _response: unknown,
  next: (error?: unknown) => void,
): void {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
  if (local.has(host)) return next();
  next(
    new HttpProblem(
      421,
      'Foreign host',
      `Host: "${request.headers.host ?? ''}" is not served here; use 127.0.0.1 or localhost.`,
    ),
  );
}

const reads = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses writes that another site's page sends, and bodies that are not JSON. */
export function ownOriginAndJson(
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
    return next(new HttpProblem(403, 'Foreign origin', `Origin: "${origin}" may not write here.`));
  if (request.headers['sec-fetch-site'] === 'cross-site')
    return next(new HttpProblem(403, 'Foreign origin', 'Another site may not write here.'));
  if (!/^application\/json(?:;|$)/i.test(request.headers['content-type'] ?? ''))
    return next(
      new HttpProblem(
        415,
        'Not JSON',
        `Content-Type: expected application/json, got "${request.headers['content-type'] ?? ''}".`,
      ),
    );
  next();
}
