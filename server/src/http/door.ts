/** The one door: every endpoint is mounted here, with its permission, its body's limit and its schema's check. */
import { type Endpoint, may } from '@dormant-beacon/contract';
import type { Role } from '@dormant-beacon/core/record';
import { raw, type RequestHandler, Router } from 'express';
import type { Knex } from 'knex';
import { sessionOf, type SignedIn } from '../accounts/sessions.js';
import { isSimulated } from '../practice/simulated.js';
import { jsonBody } from './body.js';
import { HttpProblem, tooLarge } from './problem.js';

type Request = Parameters<RequestHandler>[0];
type Response = Parameters<RequestHandler>[1];
type Handler = (request: Request, response: Response, session: SignedIn) => unknown;
type OpenHandler = (request: Request, response: Response, session: SignedIn | null) => unknown;

export class Door {
  readonly router = Router();

  constructor(private readonly db: Knex) {}

  /** Mounts an endpoint that needs a session of a role that may use it. */
  on(endpoint: Endpoint, handler: Handler): void {
    this.mount(endpoint, (request, response, session) => handler(request, response, session!));
  }

  /** Mounts an endpoint that anyone may use; a session is handed on where there is one. */
  open(endpoint: Endpoint & { readonly who: 'anyone' }, handler: OpenHandler): void {
    this.mount(endpoint, handler);
  }

  /** A learner works at simulated cars as a technician does at real ones. */
  private async practisesAt({ path }: Endpoint, request: Request): Promise<boolean> {
    const { jobId } = request.params;
    return (
      path.startsWith('/api/jobs/{jobId}/') &&
      typeof jobId === 'string' &&
      (await isSimulated(this.db, jobId))
    );
  }

  private mount(endpoint: Endpoint, handler: OpenHandler): void {
    const { method, who } = endpoint;
    const path = endpoint.path.replace(/\{(\w+)\}/g, ':$1');
    const permit: RequestHandler = async (request, response, next) => {
      const session = await sessionOf(this.db, request);
      const practises = session?.person.role === 'learner' && (await this.practisesAt(endpoint, request));
      permitted(endpoint, session, practises);
      response.locals['session'] = session;
      next();
    };
    const answer: RequestHandler = async (request, response) => {
      await handler(request, response, response.locals['session'] as SignedIn | null);
    };
    const mounted = method === 'GET' ? 'get' : method === 'PUT' ? 'put' : 'post';
    if (who === 'anyone' && method === 'GET') this.router[mounted](path, permit, answer);
    // The permission is looked at before a body is read.
    else
      this.router[mounted](
        path,
        ofThatType(endpoint),
        ofThatSize(endpoint),
        permit,
        ...bodyOf(endpoint),
        answer,
      );
  }
}

/** How a body is read; one that is streamed is left to its handler. */
function bodyOf({ method, bodyTypes, bodyLimit, streamed }: Endpoint): RequestHandler[] {
  if (method === 'GET' || streamed === true) return [];
  return bodyTypes
    ? [raw({ type: [...bodyTypes], limit: bodyLimit!, inflate: false })]
    : jsonBody(bodyLimit!);
}

/** Refuses bodies of other types, which a form of another site could send without asking. */
function ofThatType({ method, bodyTypes }: Endpoint): RequestHandler {
  return (request, _response, next) => {
    if (method === 'GET') return next();
    const type = (request.headers['content-type'] ?? '').split(';')[0]!.trim().toLowerCase();
    const wanted = bodyTypes ?? ['application/json'];
    if (wanted.includes(type)) return next();
    next(
      bodyTypes
        ? new HttpProblem(
            415,
            'Wrong type',
            `Content-Type: expected ${wanted.join(', ')}; got "${type.slice(0, 80)}".`,
          )
        : new HttpProblem(
            415,
            'Not JSON',
            `Content-Type: expected application/json, got "${type.slice(0, 80)}".`,
          ),
    );
  };
}

/** Refuses a body at once that says itself that it is too large, before a byte of it is read. */
function ofThatSize({ bodyLimit }: Endpoint): RequestHandler {
  return (request, _response, next) => {
    const length = Number(request.headers['content-length'] ?? 0);
    next(length > bodyLimit! ? tooLarge(bodyLimit!) : undefined);
  };
}

const roleWords: Readonly<Record<Role, string>> = {
  lead: 'the lead',
  technician: 'a technician',
  desk: 'the front desk',
  learner: 'a learner',
};

/** @throws HttpProblem 401 without a session, 403 where the role may not, or a first password is still in use */
function permitted({ who, path, says }: Endpoint, session: SignedIn | null, practises: boolean): void {
  if (who === 'anyone') return;
  if (!session) throw new HttpProblem(401, 'Not signed in', 'Sign in first.');
  if (!may(who, session.person.role) && !(practises && may(who, 'technician')))
    throw new HttpProblem(
      403,
      'Not for this role',
      `This is for ${who.map((role) => roleWords[role]).join(' or ')} (${says}). You are signed in as ${session.person.name}, ${session.person.role}.`,
    );
  if (session.mustChange && !path.startsWith('/api/session'))
    throw new HttpProblem(403, 'New password needed', 'Choose a password of your own first.');
}
