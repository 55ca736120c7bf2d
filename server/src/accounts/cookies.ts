/** The two cookies: who is signed in, and which device this is. Neither can be read by a page's scripts. */
import { parse } from 'cookie';
import type { CookieOptions, Request, Response } from 'express';

const sessionName = 'beacon_session';
const deviceName = 'beacon_device';
const day = 24 * 3_600_000;

export function tokensOf(request: Request): { session: string | null; device: string | null } {
  const cookies = parse(request.headers.cookie ?? '');
  return { session: cookies[sessionName] ?? null, device: cookies[deviceName] ?? null };
}

const flags = (response: Response): CookieOptions => ({
  httpOnly: true,
  sameSite: 'strict',
  path: '/',
  secure: response.req.secure,
});

export function setSession(response: Response, token: string): void {
  response.cookie(sessionName, token, { ...flags(response), maxAge: 30 * day });
}

export function setDevice(response: Response, token: string): void {
  response.cookie(deviceName, token, { ...flags(response), maxAge: 400 * day });
}

export function clearSession(response: Response): void {
  response.clearCookie(sessionName, flags(response));
}
