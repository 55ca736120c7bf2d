/** What every write brings along: who writes, under which key, and a fingerprint of what. */
import { createHash } from 'node:crypto';
import { idempotencyHeader, personHeader, seenHeader } from '@dormant-beacon/contract';
import type { Role } from '@dormant-beacon/core/record';
import type { Request } from 'express';
import * as z from 'zod';
import type { SignedIn } from '../accounts/sessions.js';
import { HttpProblem, invalid } from './problem.js';

export interface Write {
  readonly key: string;
  readonly personId: string;
  readonly role: Role;
  readonly deviceId: string | null;
  readonly requestHash: string;
  /** The last entry of the job that the page had seen, where it says so. */
  readonly seen?: number | null;
}

const uuid = z.uuid();
/** Left out of the fingerprint, which is kept: a password is kept as its slow hash alone. */
const secrets = new Set(['password', 'current', 'pin']);

/**
 * @throws HttpProblem where a header is missing or is no id, or names another person than the one signed in:
 * entries wait until the person who typed them is active on the device
 */
export function writeOf(request: Request, session: SignedIn): Write {
  const personId = idHeader(request, personHeader, 'each entry names the person who typed it');
  if (personId !== session.person.id)
    throw new HttpProblem(
      409,
      'Another person',
      `This entry was typed by someone else than ${session.person.name}, who is signed in here. It waits for them.`,
      { path: personHeader },
    );
  return {
    key: idHeader(
      request,
      idempotencyHeader,
      'each write carries a key of its own, so that a repeated one is not entered twice',
    ),
    personId,
    role: session.person.role,
    deviceId: session.deviceId,
    requestHash: createHash('sha256')
      .update(`${request.method} ${request.path}\n`)
      .update(Buffer.isBuffer(request.body) ? request.body : fingerprint(request.body))
      .digest('hex'),
    seen: seenEntry(request),
  };
}

function fingerprint(body: unknown): string {
  if (typeof body !== 'object' || body === null) return JSON.stringify(body ?? null);
  return JSON.stringify(Object.fromEntries(Object.entries(body).filter(([name]) => !secrets.has(name))));
}

function idHeader(request: Request, name: string, why: string): string {
  const value = request.get(name);
  if (uuid.safeParse(value).success) return value!.toLowerCase();
  throw new HttpProblem(400, 'Header missing', `${name}: expected an id; ${why}.`, { path: name });
}

function seenEntry(request: Request): number | null {
  const text = request.get(seenHeader);
  if (text === undefined) return null;
  if (/^\d{1,9}$/.test(text)) return Number(text);
  throw new HttpProblem(400, 'Header not valid', `${seenHeader}: expected a whole number.`, {
    path: seenHeader,
  });
}

/** The revision that a change saw, by its If-Match. @throws HttpProblem 428 where it names none */
export function seenRevision(request: Request): number {
  const seen = /^"?(\d{1,9})"?$/.exec(request.get('If-Match') ?? '');
  if (seen) return Number(seen[1]);
  throw new HttpProblem(
    428,
    'Revision missing',
    'If-Match: expected the revision that you saw, such as "3".',
    {
      path: 'If-Match',
    },
  );
}

/** The id in a path. @throws HttpProblem 422 where it is none */
export function idParam(request: Request, name: string): string {
  const value = request.params[name];
  if (typeof value === 'string' && uuid.safeParse(value).success) return value.toLowerCase();
  throw invalid(name, 'expected an id');
}

/** A text in the query, trimmed; null where there is none. */
export function textQuery(request: Request, name: string): string | null {
  const value = request.query[name];
  return typeof value === 'string' && value.trim() !== '' ? value.trim().slice(0, 200).toWellFormed() : null;
}

/** A whole number in the query; null where there is none. @throws HttpProblem 422 where it is something else */
export function countQuery(request: Request, name: string): number | null {
  const text = textQuery(request, name);
  if (text === null) return null;
  if (/^\d{1,9}$/.test(text)) return Number(text);
  throw invalid(name, 'expected a whole number');
}
