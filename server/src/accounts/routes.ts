/** Sign-in, PIN, sign-out, and the shop's people. */
import { endpoints, type Session } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { defaultShopSettings } from '@dormant-beacon/core/shop';
import type { Request, Response } from 'express';
import { writeOnce } from '../database/idempotency.js';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { limitOf } from '../http/rate-limit.js';
import { idParam, writeOf } from '../http/writing.js';
import type { Services } from '../services.js';
import { enterShopLog } from '../shop/log.js';
import { clearSession, setSession, tokensOf } from './cookies.js';
import { deviceOf, listDevices, takeInDevice } from './devices.js';
import { tokenHash } from './secrets.js';
import {
  addAccount,
  changeAccount,
  listAccounts,
  newPassword,
  newPin,
  peopleHere,
  signOutEverywhere,
} from './service.js';
import { beginSession, endSessions, type SignedIn } from './sessions.js';
import { byPassword, byPin, rememberPassword } from './sign-in.js';

export interface Entrance {
  readonly mode: Session['mode'];
  /** Shown on the sign-in page of the demo alone. */
  readonly demoAccounts: Session['demoAccounts'];
  /** Tries at the door that one address may make in a minute. */
  readonly triesPerMinute: number;
}

/** What a shop is called before its lead has named it is no name. */
const ownName = (name: string): string => (name === defaultShopSettings.name ? '' : name);

export function accountRoutes(door: Door, { pools, feed, settings }: Services, entrance: Entrance): void {
  // Signing in and out writes a little each time, and must be seen by the very next request.
  const db = pools.write;
  const limit = limitOf(db, {
    door: 'sign-in',
    perMinute: entrance.triesPerMinute,
    says: 'Too many tries at signing in from this address. Wait a minute, then try again.',
  });
  // Wherever a password or PIN is tried, at an open session too.
  for (const { path } of [endpoints.signIn, endpoints.pinSwitch, endpoints.newPassword, endpoints.newPin])
    door.router.all(path, (request, response, next) =>
      request.method === 'GET' ? next() : limit(request, response, next),
    );

  const answer = async (request: Request, session: SignedIn | null): Promise<Session> => ({
    person: session?.person ?? null,
    mustChange: session?.mustChange ?? false,
    hasPin: session?.hasPin ?? false,
    mode: entrance.mode,
    shop: ownName((await settings.now(pools.read)).settings.name),
    here: await peopleHere(db, session?.deviceId ?? (await deviceOf(db, request)), new Date()),
    demoAccounts: [...entrance.demoAccounts],
  });

  /** Ends what was here, begins anew, and says who is here now. */
  const enter = async (request: Request, response: Response, personId: string, deviceId: string) => {
    const now = new Date();
    const { session } = tokensOf(request);
    if (session !== null) await endSessions(db, { token_hash: tokenHash(session) }, now);
    const token = await beginSession(db, personId, deviceId, now);
    setSession(response, token);
    const row = (await db('people')
      .join('accounts', 'accounts.person_id', 'people.id')
      .where({ id: personId })
      .first('id', 'name', 'initials', 'role', 'must_change', 'pin_hash')) as SignedIn['person'] & {
      must_change: boolean;
      pin_hash: string | null;
    };
    const { must_change: mustChange, pin_hash: pinHash, ...person } = row;
    response.json(
      await answer(request, {
        tokenHash: tokenHash(token),
        person,
        deviceId,
        mustChange,
        hasPin: pinHash !== null,
      }),
    );
  };

  door.open(endpoints.session, async (request, response, session) => {
    response.json(await answer(request, session));
  });

  door.open(endpoints.signIn, async (request, response) => {
    const body = check(endpoints.signIn.body, request.body);
    const now = new Date();
    const personId = await byPassword(db, body, await deviceOf(db, request), now);
    const deviceId = await takeInDevice(db, request, response, now);
    await rememberPassword(db, personId, deviceId, now);
    await enter(request, response, personId, deviceId);
  });

  door.open(endpoints.pinSwitch, async (request, response) => {
    const body = check(endpoints.pinSwitch.body, request.body);
    const deviceId = await deviceOf(db, request);
    const personId = await byPin(
      db,
      { ...body, personId: body.personId.toLowerCase() },
      deviceId,
      new Date(),
    );
    await enter(request, response, personId, deviceId!);
  });

  door.open(endpoints.signOut, async (request, response, session) => {
    if (session) await endSessions(db, { token_hash: session.tokenHash }, new Date());
    if (session) feed.signedOut();
    clearSession(response);
    response.json(await answer(request, null));
  });

  door.on(endpoints.signOutEverywhere, async (request, response, session) => {
    await signOutEverywhere(db, session.person.id, new Date());
    feed.signedOut();
    clearSession(response);
    response.json(await answer(request, null));
  });

  door.on(endpoints.newPassword, async (request, response, session) => {
    const by = { session, write: writeOf(request, session) };
    await newPassword(db, by, check(endpoints.newPassword.body, request.body), new Date());
    feed.signedOut();
    response.json(await answer(request, { ...session, mustChange: false, hasPin: false }));
  });

  door.on(endpoints.newPin, async (request, response, session) => {
    const body = check(endpoints.newPin.body, request.body);
    await newPin(db, { session, write: writeOf(request, session) }, body);
    response.json(await answer(request, { ...session, hasPin: body.pin !== null }));
  });

  door.on(endpoints.people, async (_request, response) => {
    response.json({
      people: (await pools
        .read('people')
        .orderBy('name')
        .select('id', 'name', 'initials', 'role', 'origin')) as unknown[],
    });
  });

  door.on(endpoints.accounts, async (_request, response) => {
    response.json({ accounts: await listAccounts(db, new Date()) });
  });

  door.on(endpoints.addAccount, async (request, response, session) => {
    const body = check(endpoints.addAccount.body, request.body);
    const account = await addAccount(db, body, {
      mustChange: true,
      by: { session, write: writeOf(request, session) },
      now: new Date(),
    });
    response.status(201).json(account);
  });

  door.on(endpoints.changeAccount, async (request, response, session) => {
    const body = check(endpoints.changeAccount.body, request.body);
    const personId = idParam(request, 'personId');
    const by = { session, write: writeOf(request, session) };
    response.json(await changeAccount(db, personId, body, by, new Date()));
    feed.signedOut();
  });

  door.on(endpoints.devices, async (_request, response, session) => {
    response.json({ devices: await listDevices(db, session.deviceId) });
  });

  door.on(endpoints.nameDevice, async (request, response, session) => {
    const { name } = check(endpoints.nameDevice.body, request.body);
    const id = idParam(request, 'deviceId');
    const find = async () => (await listDevices(db, session.deviceId)).find((device) => device.id === id);
    const before = await find();
    if (!before) throw notFound('device');
    await writeOnce(db, writeOf(request, session), async (trx) => {
      await trx('devices')
        .where({ id })
        .update({ name: name || null });
      await enterShopLog(trx, session, `Device ${before.number} named ${name || 'by its number'}`, {
        before: before.name,
        after: name,
      });
      return null;
    });
    response.json(await find());
  });
}
