/** The cookies: who is signed in, which device this is, which customer's telephone. None can be read by a page's scripts. */
import { parse } from 'cookie';
import type { CookieOptions, Request, Response } from 'express';

/**
 * A browser sends a host's cookies to every port: two installations on one machine keep theirs apart by name. It is the
 * port that the browser knows, the same for every server behind one address.
 */
function named(kind: 'session' | 'device' | 'phone', request: Request): string {
  const port = /:(\d{1,5})$/.exec(request.headers.host ?? '')?.[1];
  return `beacon_${kind}_${port ?? 'own'}`;
}

const day = 24 * 3_600_000;

export function tokensOf(request: Request): { session: string | null; device: string | null } {
  const cookies = parse(request.headers.cookie ?? '');
  return {
    session: cookies[named('session', request)] ?? null,
    device: cookies[named('device', request)] ?? null,
  };
}

const flags = (response: Response): CookieOptions => ({
  httpOnly: true,
  sameSite: 'strict',
  path: '/',
  secure: response.req.secure,
});

export function setSession(response: Response, token: string): void {
  response.cookie(named('session', response.req), token, { ...flags(response), maxAge: 30 * day });
}

export function setDevice(response: Response, token: string): void {
  response.cookie(named('device', response.req), token, { ...flags(response), maxAge: 400 * day });
}

export function clearSession(response: Response): void {
  response.clearCookie(named('session', response.req), flags(response));
}

/** A customer's telephone: known by the link that it used first. */
export function setPhone(response: Response, token: string): void {
  response.cookie(named('phone', response.req), token, {
    ...flags(response),
    path: '/api/customer',
    maxAge: 400 * day,
  });
}

export const phoneTokenOf = (request: Request): string | null =>
  parse(request.headers.cookie ?? '')[named('phone', request)] ?? null;
