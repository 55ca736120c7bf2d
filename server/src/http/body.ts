/** JSON bodies: not too deep, every text whole, every id in small letters. */
import { raw, type RequestHandler } from 'express';
import { HttpProblem } from './problem.js';

/** What people enter is five or six levels deep. */
const deepest = 60;

/** @param limit bytes that are taken at most */
export function jsonBody(limit: number): RequestHandler[] {
  return [raw({ type: () => true, limit, inflate: false }), parsed];
}

const parsed: RequestHandler = (request, _response, next) => {
  const charset = /charset\s*=\s*"?([\w-]+)/i.exec(request.headers['content-type'] ?? '')?.[1];
  if (charset !== undefined && !/^utf-?8$/i.test(charset))
    throw new HttpProblem(415, 'Not JSON', 'The body must be JSON in UTF-8, not compressed.');
  const bytes: unknown = request.body;
  if (!Buffer.isBuffer(bytes) || bytes.length === 0) request.body = {};
  else {
    refuseDeep(bytes);
    request.body = parse(bytes);
  }
  next();
};

function parse(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'), made);
  } catch (error) {
    throw new HttpProblem(
      400,
      'Not JSON',
      `The body is not valid JSON: ${(error as Error).message.slice(0, 200)}`,
    );
  }
}

/** @throws HttpProblem 400 where brackets stand deeper in one another than anything that is entered */
function refuseDeep(bytes: Buffer): void {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]!;
    if (quoted) {
      if (byte === 0x5c) at++;
      else if (byte === 0x22) quoted = false;
    } else if (byte === 0x22) quoted = true;
    else if (byte === 0x5b || byte === 0x7b) {
      if (++depth > deepest)
        throw new HttpProblem(
          400,
          'Too deep',
          `The body’s brackets stand more than ${deepest} deep in one another.`,
        );
    } else if (byte === 0x5d || byte === 0x7d) depth--;
  }
}

const id = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** Half an emoji would come back from the database as something else than was hashed; an id is one in any letters. */
function made(this: unknown, key: string, value: unknown): unknown {
  if (key === '__proto__') return undefined;
  if (typeof value !== 'string') return value;
  if (value.length === 36 && id.test(value)) return value.toLowerCase();
  return value.isWellFormed() ? value : value.toWellFormed();
}
