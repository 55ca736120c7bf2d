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
  if (status === 507) response.set('Retry-After', '30');
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
      log[problem.status === 500 ? 'error' : 'debug'](
        { err: loggable(error), url: request.path },
        problem.title,
      );
    sendProblem(response, problem);
  };
}

interface Coded {
  readonly code?: string;
  readonly errno?: number;
  readonly sqlState?: string;
  readonly type?: string;
  readonly limit?: number;
  readonly message?: string;
  readonly name?: string;
  readonly stack?: string;
  readonly status?: number;
  readonly expose?: boolean;
}

/** Of an error what helps to mend it: of one from the database never its statement, which holds what was entered. */
export function loggable(error: unknown): object {
  const { code, errno, sqlState, message = '', name, stack = '' } = error as Coded;
  const where = stack.slice(stack.indexOf('\n    at '));
  if (errno !== undefined || sqlState !== undefined) return { name, code, errno, sqlState, stack: where };
  return { name, message: message.slice(0, 300), code, stack: where };
}

const lostDatabase =
  /^(?:ECONN|EPIPE|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|PROTOCOL_ENQUEUE|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED)/;
/**
 * Server shutdown, too many connections, read-only while it recovers, deadlock and lock time-out after all tries; of a
 * cluster: cut off from the others, a commit that went wrong, broken off by another’s write.
 */
const busyDatabase = new Set([1040, 1047, 1053, 1180, 1205, 1213, 1290, 1317, 1927, 2006, 2013]);
/** Disk full: of a table, of a temporary file, of the log. */
const full = new Set([1021, 1026, 1030, 1114]);
/** A value that its column does not take; a parent that is not there. */
const unfit = new Set([1264, 1265, 1292, 1366, 1406, 1411, 1452, 3140, 3141, 4025]);

/** The problem that an error of any origin stands for. */
export function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (isRefusal(error)) return invalid(error.path, error.reason);
  const { code, errno, type, limit, message, name, status, expose } = error as Coded;
  if (type === 'entity.too.large') return tooLarge(limit ?? 0);
  if (type === 'entity.parse.failed')
    return new HttpProblem(400, 'Not JSON', `The body is not valid JSON: ${(message ?? '').slice(0, 200)}`);
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new HttpProblem(415, 'Not JSON', 'The body must be JSON in UTF-8, not compressed.');
  if (error instanceof URIError)
    return new HttpProblem(400, 'Not an address', 'The address holds a “%” that stands for no letter.');
  if (
    lostDatabase.test(code ?? '') ||
    (errno !== undefined && busyDatabase.has(errno)) ||
    name === 'KnexTimeoutError' ||
    /closed state|Connection lost|Can't add new command|pool is draining|aborted/i.test(message ?? '')
  )
    return new HttpProblem(
      503,
      'No database',
      'The database does not answer. Nothing was saved; try again in a moment.',
    );
  if ((errno !== undefined && full.has(errno)) || code === 'ENOSPC')
    return new HttpProblem(
      507,
      'Disk full',
      'The disk is full. Nothing was saved; make room, and it is tried again.',
    );
  if (errno === 1153 || code === 'ER_NET_PACKET_TOO_LARGE') return tooLarge(64_000_000);
  if (errno !== undefined && unfit.has(errno))
    return invalid('', 'a value is longer or larger than its place, or names something that is not here');
  if (status !== undefined && status >= 400 && status < 500)
    return new HttpProblem(
      status,
      'Not valid',
      expose === true ? (message ?? '').slice(0, 200) : 'The request is not valid.',
    );
  return new HttpProblem(500, 'Our own fault', 'Something went wrong in the server. Nothing was saved.');
}
