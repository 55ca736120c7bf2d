import { randomUUID } from 'node:crypto';
import type { Account, Session } from '@dormant-beacon/contract';
import { Shop } from '../testing/shop.js';
import { addAccount } from './service.js';

const password = 'lantern and wrench';
const other = 'another long word';

/** A browser of its own: it keeps the cookies that it is given. */
class Browser {
  cookies = new Map<string, string>();
  flags: string[] = [];
  /** Who signed in here last. */
  person: string | null = null;

  constructor(private readonly shop: Shop) {}

  async send<B = Session & { detail: string }>(method: string, path: string, body?: unknown) {
    const response = await fetch(this.shop.address + path, {
      method,
      headers: {
        Cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        'Idempotency-Key': randomUUID(),
        ...(this.person === null ? {} : { 'Beacon-Person': this.person }),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    for (const line of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(line)!;
      this.flags.push(line);
      if (/Expires=Thu, 01 Jan 1970/.test(line)) this.cookies.delete(name!);
      else this.cookies.set(name!, value!);
    }
    const answer = (await response.json()) as B;
    if (path === '/api/session' || path === '/api/session/pin')
      this.person = (answer as unknown as Session).person?.id ?? this.person;
    return { status: response.status, body: answer };
  }

  signIn(name: string, secret = password) {
    return this.send('POST', '/api/session', { name, password: secret });
  }
}

describe('accounts', () => {
  let shop: Shop;
  let people: Record<'ada' | 'bo', string>;

  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  beforeEach(async () => {
    people = { ada: randomUUID(), bo: randomUUID() };
    const add = (id: string, name: string, role: 'lead' | 'technician', pin?: string) =>
      addAccount(
        shop.db,
        { person: { id, name, initials: name[0]!, role }, password, ...(pin ? { pin } : {}) },
        { mustChange: false, now: new Date() },
      );
    await add(people.ada, 'Ada', 'lead', '2580');
    await add(people.bo, 'Bo', 'technician', '9137');
  });
  // The next spec finds the shop as this one found it.
  afterEach(async () => {
    await shop.owner('shop_log').delete();
    for (const table of ['sessions', 'device_people', 'sign_in_tries', 'accounts'])
      await shop.owner(table).whereNotIn('person_id', shop.hired).delete();
    await shop.owner('people').whereNotIn('id', shop.hired).delete();
  });

  const whoIs = async (browser: Browser) =>
    (await browser.send('GET', '/api/session')).body.person?.name ?? null;

  it('sign in with a password, by cookies that no script and no other site can use', async () => {
    const browser = new Browser(shop);
    expect(await whoIs(browser)).toBeNull();
    expect((await browser.signIn('ada')).body.person?.role).toBe('lead');
    expect(await whoIs(browser)).toBe('Ada');
    for (const flag of browser.flags) expect(flag).toMatch(/HttpOnly.*SameSite=Strict/);
    expect(browser.flags.length).toBe(2);
    expect((await browser.send('POST', '/api/session/end', {})).body.person).toBeNull();
    expect(await whoIs(browser)).toBeNull();
    const stored = (await shop.owner('sessions').select()) as Record<string, unknown>[];
    expect(JSON.stringify(stored)).not.toContain(browser.cookies.get('beacon_device')!);
  });

  it('say the same of a wrong name and a wrong password, and keep neither', async () => {
    const browser = new Browser(shop);
    const [name, secret] = [await browser.signIn('Nobody'), await browser.signIn('Ada', 'wrong wrong wrong')];
    expect([name.status, secret.status]).toEqual([401, 401]);
    expect(name.body.detail).toBe(secret.body.detail);
    const hashes = (await shop.owner('accounts').select('password_hash')) as { password_hash: string }[];
    for (const { password_hash: hash } of hashes.filter((row) => row.password_hash))
      expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });

  it('lock after eight wrong passwords without telling that the name is somebody’s, elsewhere than where the owner is known', async () => {
    const own = new Browser(shop);
    await own.signIn('Ada');
    const stranger = new Browser(shop);
    const tries = await Promise.all(
      Array.from({ length: 12 }, () => stranger.signIn('Ada', 'guess guess guess')),
    );
    expect(tries.every(({ status }) => status === 401)).toBeTrue();
    const rows = (await shop
      .owner('sign_in_tries')
      .where({ person_id: people.ada, device_id: null, succeeded: false })) as unknown[];
    expect(rows.length).withContext('tries that were looked at').toBe(8);
    // The right password is refused too, in the words that a name gets which nobody has.
    const locked = await stranger.signIn('Ada');
    const nobody = await stranger.signIn('Nobody here');
    expect([locked.status, locked.body.detail]).toEqual([401, nobody.body.detail]);
    expect(locked.body.detail).toContain('locked for a quarter of an hour');
    // Rows, not memory: and the owner's own device is not locked out by a stranger.
    expect((await own.signIn('Ada')).status).toBe(200);
    await shop.owner('sign_in_tries').update({ tried_at: '2020-01-01 00:00:00.000' });
    expect((await stranger.signIn('Ada')).status).toBe(200);
  });

  it('are let in again at once by a new first password, also on the device that locked', async () => {
    const lead = new Browser(shop);
    await lead.signIn('Ada');
    const own = new Browser(shop);
    await own.signIn('Bo');
    for (let n = 0; n < 8; n++) await own.signIn('Bo', 'forgotten word');
    expect((await own.signIn('Bo')).status).toBe(401);
    await lead.send('PUT', `/api/accounts/${people.bo}`, {
      name: 'Bo',
      initials: 'B',
      role: 'technician',
      active: true,
      password: other,
    });
    expect((await own.signIn('Bo', other)).body.mustChange).toBeTrue();
    const log = await lead.send<{ entries: { says: string }[] }>('GET', '/api/shop/log');
    expect(log.body.entries[0]!.says).toBe('Bo: new first password');
  });

  it('change the person by a PIN only where that person gave a password', async () => {
    const tablet = new Browser(shop);
    const pin = (personId: string, digits: string) =>
      tablet.send('POST', '/api/session/pin', { personId, pin: digits });
    await tablet.signIn('Bo');
    expect((await pin(people.ada, '2580')).body.detail).toMatch(/^A PIN works only where/);
    await tablet.signIn('Ada');
    const { here } = (await tablet.send('GET', '/api/session')).body;
    expect(here.map(({ name }) => name)).toEqual(['Ada', 'Bo']);
    const name = [...tablet.cookies.keys()].find((cookie) => cookie.startsWith('beacon_session'))!;
    const before = tablet.cookies.get(name)!;
    expect((await pin(people.bo, '9137')).body.person?.name).toBe('Bo');
    // The session before is over, even for one who kept its cookie.
    const kept = new Browser(shop);
    kept.cookies = new Map([...tablet.cookies, [name, before]]);
    expect(await whoIs(kept)).toBeNull();
    await shop.owner('device_people').update({ signed_in_at: '2020-01-01 00:00:00.000' });
    expect((await pin(people.ada, '2580')).status).toBe(401);
  });

  it('need the password after five wrong PINs, however many come at once', async () => {
    const tablet = new Browser(shop);
    await tablet.signIn('Ada');
    await tablet.signIn('Bo');
    const pin = (digits: string) =>
      tablet.send('POST', '/api/session/pin', { personId: people.ada, pin: digits });
    const wrong = await Promise.all(['1111', '2222', '3333', '4444', '5555', '6666', '7777'].map(pin));
    expect(wrong.every(({ status }) => status === 401)).toBeTrue();
    const tried: unknown[] = await shop.owner('sign_in_tries').where({ how: 'pin' });
    expect(tried.length).toBe(5);
    expect((await pin('2580')).body.detail).toBe('The PIN was wrong 5 times. Sign in with the password.');
    expect((await tablet.send('GET', '/api/session')).body.here.map(({ name }) => name)).toEqual(['Bo']);
    await tablet.signIn('Ada');
    await tablet.signIn('Bo');
    expect((await pin('2580')).body.person?.name).toBe('Ada');
  });

  it('sign out everywhere: sessions and PINs on every device', async () => {
    const [first, second] = [new Browser(shop), new Browser(shop)];
    await first.signIn('Ada');
    await second.signIn('Ada');
    await first.send('POST', '/api/session/end-everywhere', {});
    expect([await whoIs(first), await whoIs(second)]).toEqual([null, null]);
    const pin = await second.send('POST', '/api/session/pin', { personId: people.ada, pin: '2580' });
    expect(pin.status).toBe(401);
  });

  it('end a session that was not used for half a day, and one of an account that was closed', async () => {
    const browser = new Browser(shop);
    await browser.signIn('Bo');
    await shop.owner('sessions').update({ seen_at: new Date(Date.now() - 15 * 3_600_000) });
    expect(await whoIs(browser)).toBeNull();
    await browser.signIn('Bo');
    await shop.owner('accounts').where({ person_id: people.bo }).update({ active: false });
    expect(await whoIs(browser)).toBeNull();
    expect((await browser.signIn('Bo')).status).toBe(401);
  });

  it('change their own password and PIN, with the present one only', async () => {
    const [here, there] = [new Browser(shop), new Browser(shop)];
    await here.signIn('Ada');
    await there.signIn('Ada');
    const change = (current: string, next: string) =>
      here.send('PUT', '/api/session/password', { current, password: next });
    expect((await change('not it at all', other)).status).toBe(422);
    expect((await change(password, 'short')).body.detail).toBe('password: expected at least 10 characters');
    expect((await change(password, other)).status).toBe(200);
    expect([await whoIs(here), await whoIs(there)]).toEqual(['Ada', null]);
    // A PIN stands on a password: it ends with it.
    expect((await here.send('GET', '/api/session')).body.hasPin).toBeFalse();
    expect((await there.signIn('Ada')).status).toBe(401);
    const pin = (digits: string | null) =>
      here.send('PUT', '/api/session/own-pin', { current: other, pin: digits });
    for (const weak of ['1111', '1234', '98', 'abcd'])
      expect((await pin(weak)).status)
        .withContext(weak)
        .toBe(422);
    for (const common of ['1234567890', 'password123', 'qwertyuiop', 'Ada Ada Ada', 'dormant beacon'])
      expect(
        (await here.send('PUT', '/api/session/password', { current: other, password: common })).body.detail,
      )
        .withContext(common)
        .toMatch(/^password: (?:figures alone|this one is guessed soon)/);
    expect((await pin('7391')).body.hasPin).toBeTrue();
    expect((await pin(null)).body.hasPin).toBeFalse();
  });

  it('are given by the lead with a first password that its owner must change', async () => {
    const lead = new Browser(shop);
    await lead.signIn('Ada');
    const person = { id: randomUUID(), name: 'Cy', initials: 'C', role: 'technician' };
    const added = await lead.send<Account>('POST', '/api/accounts', {
      person,
      password: 'a first spanner word',
    });
    expect([added.status, added.body.active]).toEqual([201, true]);
    const twice = await lead.send('POST', '/api/accounts', {
      person: { ...person, id: randomUUID() },
      password: 'a first spanner word',
    });
    expect(twice.body.detail).toMatch(/^name: someone of this name/);
    const own = new Browser(shop);
    expect((await own.signIn('Cy', 'a first spanner word')).body.mustChange).toBeTrue();
    expect((await own.send('GET', '/api/bays')).status).toBe(403);
    await own.send('PUT', '/api/session/password', { current: 'a first spanner word', password: other });
    expect((await own.send('GET', '/api/bays')).status).toBe(200);
    const log = await lead.send<{ entries: { says: string }[] }>('GET', '/api/shop/log');
    expect(log.body.entries[0]!.says).toBe('Cy added as technician');
  });

  it('change role and name, and never leave the shop without a lead', async () => {
    const lead = new Browser(shop);
    await lead.signIn('Ada');
    const change = (id: string, more: object) =>
      lead.send<Account & { detail: string }>('PUT', `/api/accounts/${id}`, {
        name: 'Ada',
        initials: 'A',
        role: 'lead',
        active: true,
        ...more,
      });
    expect((await change(people.ada, { role: 'desk' })).body.detail).toMatch(/^The shop would have no lead/);
    expect((await change(people.ada, { active: false })).status).toBe(409);
    const bo = new Browser(shop);
    await bo.signIn('Bo');
    const changed = await change(people.bo, {
      name: 'Bo Lind',
      initials: 'BL',
      role: 'lead',
      password: other,
    });
    expect(changed.body.person.name).toBe('Bo Lind');
    expect(await whoIs(bo)).toBeNull();
    expect((await bo.signIn('Bo Lind', other)).body.mustChange).toBeTrue();
    expect((await change(randomUUID(), {})).status).toBe(404);
  });

  it('allow so many tries in a minute from one address', async () => {
    const strict = await Shop.open({ mode: 'shop', demoAccounts: [], triesPerMinute: 3 });
    const browser = new Browser(strict);
    const statuses = [];
    for (let n = 0; n < 5; n++) statuses.push((await browser.signIn('Nobody')).status);
    expect(statuses).toEqual([401, 401, 401, 429, 429]);
    const change = { current: 'a guess', password: other };
    expect((await browser.send('PUT', '/api/session/password', change)).status).toBe(429);
    await strict.close();
  });
});

describe('devices', () => {
  it('are numbered as they come, named by the lead, and told by every entry', async () => {
    const shop = await Shop.open();
    const jobId = await shop.openJob();
    const { body } = await shop.get<{ devices: { id: string; number: number; own: boolean }[] }>(
      '/api/devices',
    );
    expect(body.devices.map(({ number }) => number)).toEqual([1, 2, 3, 4]);
    const own = body.devices.find((device) => device.own)!;
    expect(own.number).toBe(2);
    const named = await shop.write(
      `/api/devices/${own.id}`,
      { name: 'Tablet, bay 2' },
      { method: 'PUT', person: shop.lead },
    );
    expect(named.body['name']).toBe('Tablet, bay 2');
    const log = await shop.get<{ entries: { device: number; entry: string }[] }>(
      `/api/jobs/${jobId}/logbook`,
    );
    expect(log.body.entries[0]!.device).toBe(2);
    expect(JSON.parse(log.body.entries[0]!.entry)).toEqual(jasmine.objectContaining({ deviceId: own.id }));
    await shop.close();
  });
});

describe('behind a balancer', () => {
  const entrance = { mode: 'shop' as const, demoAccounts: [], triesPerMinute: 3 };
  const knock = async (shop: Shop, headers: Record<string, string>) => {
    const response = await fetch(`${shop.address}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify({ name: 'Ada North', password }),
    });
    await response.arrayBuffer();
    return { status: response.status, cookies: response.headers.getSetCookie() };
  };
  const from = (address: string) => ({ 'X-Forwarded-For': address, 'X-Forwarded-Proto': 'https' });
  const open = async (proxies: readonly string[]) => {
    const shop = await Shop.open(entrance, { proxies });
    const person = { id: randomUUID(), name: 'Ada North', initials: 'AN', role: 'lead' as const };
    await addAccount(shop.db, { person, password }, { mustChange: false, now: new Date() });
    return shop;
  };

  it('tries are counted by the client’s address, and cookies are secure where TLS ends there', async () => {
    const shop = await open(['loopback']);
    const { status, cookies } = await knock(shop, from('192.0.2.1'));
    expect(status).toBe(200);
    expect(cookies.length).toBe(2);
    expect(cookies.every((cookie) => cookie.includes('; Secure'))).toBe(true);
    for (let n = 0; n < 2; n++) await knock(shop, from('192.0.2.1'));
    expect((await knock(shop, from('192.0.2.1'))).status).toBe(429);
    expect((await knock(shop, from('192.0.2.2'))).status).toBe(200);
    await shop.close();
  });

  it('nobody else’s word is taken', async () => {
    const shop = await open([]);
    const { cookies } = await knock(shop, from('192.0.2.1'));
    expect(cookies.some((cookie) => cookie.includes('; Secure'))).toBe(false);
    for (let n = 2; n < 4; n++) await knock(shop, from(`192.0.2.${n}`));
    expect((await knock(shop, from('192.0.2.9'))).status).toBe(429);
    await shop.close();
  });
});
