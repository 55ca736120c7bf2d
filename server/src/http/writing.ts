/** What every write brings along: who writes, under which key, and a fingerprint of what. */
import { createHash } from 'node:crypto';
import { idempotencyHeader, personHeader } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Role } from '@dormant-beacon/core/job';
import type { Request } from 'express';
import * as z from 'zod';
import type { SignedIn } from '../accounts/sessions.js';
import { HttpProblem } from './problem.js';

export interface Write {
  readonly key: string;
  readonly personId: string;
  readonly role: Role;
  readonly deviceId: string | null;
  readonly requestHash: string;
}

const uuid = z.uuid();

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
      .update(Buffer.isBuffer(request.body) ? request.body : JSON.stringify(request.body))
      .digest('hex'),
  };
}

function idHeader(request: Request, name: string, why: string): string {
  const value = request.get(name);
  if (uuid.safeParse(value).success) return value!.toLowerCase();
  throw new HttpProblem(400, 'Header missing', `${name}: expected an id; ${why}.`, { path: name });
}

/** The revision that a change saw, by its If-Match. @throws HttpProblem 428 where it names none */
export function seenRevision(request: Request): number {
  const seen = Number((request.get('If-Match') ?? '').replaceAll('"', '') || NaN);
  if (Number.isInteger(seen)) return seen;
  throw new HttpProblem(
    428,
    'Revision missing',
    'If-Match: expected the revision that you saw, such as "3".',
    {
      path: 'If-Match',
    },
  );
}

/** The id in a path. @throws HttpProblem 404 where it is none */
export function idParam(request: Request, name: string): string {
  return check(uuid, request.params[name], name).toLowerCase();
}
