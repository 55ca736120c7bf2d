/** What every write brings along: who writes, under which key, and a fingerprint of what. */
import { createHash } from 'node:crypto';
import { idempotencyHeader, personHeader } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import type { Request } from 'express';
import * as z from 'zod';
import { HttpProblem } from './problem.js';

export interface Write {
  readonly key: string;
  readonly personId: string;
  readonly requestHash: string;
}

const uuid = z.uuid();

/** @throws HttpProblem where a header is missing or is no id */
export function writeOf(request: Request): Write {
  return {
    key: idHeader(
      request,
      idempotencyHeader,
      'each write carries a key of its own, so that a repeated one is not entered twice',
    ),
    personId: idHeader(request, personHeader, 'each write names the person who makes it'),
    requestHash: createHash('sha256')
      .update(`${request.method} ${request.path}\n${JSON.stringify(request.body)}`)
      .digest('hex'),
  };
}

function idHeader(request: Request, name: string, why: string): string {
  const value = request.get(name);
  if (uuid.safeParse(value).success) return value!.toLowerCase();
  throw new HttpProblem(400, 'Header missing', `${name}: expected an id; ${why}.`, { path: name });
}

/** The id in a path. @throws HttpProblem 404 where it is none */
export function idParam(request: Request, name: string): string {
  return check(uuid, request.params[name], name).toLowerCase();
}
