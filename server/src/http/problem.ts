/** Errors as RFC 9457 describes them: what happened, where, and nothing about our insides. */
import type { Problem } from '@dormant-beacon/contract';
import { isRefusal } from '@dormant-beacon/core/refusal';
import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';

export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: Pick<Problem, 'path' | 'current'> = {},
  ) {
    super(detail);
  }
}

export const tooLarge = (bytes: number) =>
  new HttpProblem(
    413,
    'Too large',
    `The body is larger than the ${Math.floor(bytes / 1000)} kB that are taken here.`,
  );
export const notFound = (what: string) => new HttpProblem(404, 'Not found', `There is no such ${what} here.`);
export const conflict = (detail: string, more: Pick<Problem, 'path' | 'current'> = {}) =>
  new HttpProblem(409, 'In conflict', detail, more);
export const invalid = (path: string, detail: string) =>
  new HttpProblem(422, 'Not valid', `${path === '' ? '' : `${path}: `}${detail}`, { path });

export function sendProblem(response: Response, { status, title, detail, more }: HttpProblem): void {
  if (status === 503) response.set('Retry-After', '2');
  response
    .status(status)
    .type('application/problem+json')
    .json({ type: 'about:blank', title, status, detail, ...more } satisfies Problem);
}

/** The last handler: every error leaves as a problem. */
export function problems(log: Logger): ErrorRequestHandler {
  return (error, request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error);
    // A database that is away says so at every request: once is told by the script that watches it.
    if (problem.status >= 500)
      log[problem.status === 503 ? 'debug' : 'error'](
        { err: error as Error, url: request.path },
        problem.title,
      );
    sendProblem(response, problem);
  };
}

interface Coded {
  readonly code?: string;
  readonly errno?: number;
  readonly type?: string;
  readonly limit?: number;
  readonly message?: string;
  readonly name?: string;
}

const lostDatabase =
  /^(?:ECONN|EPIPE|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|PROTOCOL_ENQUEUE|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED)/;

/** The problem that an error of any origin stands for. */
export function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (isRefusal(error)) return invalid(error.path, error.reason);
  const { code, errno, type, limit, message, name } = error as Coded;
  if (type === 'entity.too.large') return tooLarge(limit ?? 0);
  if (type === 'entity.parse.failed')
    return new HttpProblem(400, 'Not JSON', `The body is not valid JSON: ${message ?? ''}`);
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new HttpProblem(415, 'Not JSON', 'The body must be JSON in UTF-8, not compressed.');
  if (
    lostDatabase.test(code ?? '') ||
    errno === 1053 ||
    name === 'KnexTimeoutError' ||
    /closed state|Connection lost|Can't add new command/.test(message ?? '')
  )
    return new HttpProblem(
      503,
      'No database',
      'The database does not answer. Nothing was saved; try again in a moment.',
    );
  if (errno === 1021 || errno === 1114 || code === 'ENOSPC')
    return new HttpProblem(
      507,
      'Disk full',
      'The disk is full. Nothing was saved; make room, then try again.',
    );
  return new HttpProblem(500, 'Our own fault', 'Something went wrong in the server. Nothing was saved.');
}
