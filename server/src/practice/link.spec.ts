import { randomUUID } from 'node:crypto';
import type { LinkSaid } from '@dormant-beacon/contract/link';
import WebSocket from 'ws';
import { Shop } from '../testing/shop.js';

describe('the link to a simulated car', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  async function car(seed = 3, person = shop.learner): Promise<string> {
    const jobId = randomUUID();
    const { status } = await shop.write(
      '/api/practice',
      { jobId, vehicleId: randomUUID(), seed },
      { person },
    );
    expect(status).toBe(201);
    return jobId;
  }

  /** Settles with what was refused; null where it is open. */
  async function dial(
    jobId: string,
    person: string | null = shop.learner,
    headers: Record<string, string> = {},
  ) {
    const socket = new WebSocket(`${shop.address.replace('http', 'ws')}/api/jobs/${jobId}/car/link`, {
      headers: { Origin: shop.address, ...shop.cookie(person), ...headers },
    });
    const said: LinkSaid[] = [];
    const waiting: (() => void)[] = [];
    socket.on('message', (data) => {
      said.push(JSON.parse(String(data)) as LinkSaid);
      waiting.splice(0).forEach((go) => go());
    });
    const closed = new Promise<number>((done) => socket.on('close', (code) => done(code)));
    const status = await new Promise<number>((done) => {
      socket.on('unexpected-response', (_request, response) => {
        done(response.statusCode ?? 0);
        response.resume();
      });
      socket.on('error', () => done(0));
      socket.on('open', () => done(101));
    });
    const until = async <S extends LinkSaid>(is: (one: LinkSaid) => one is S): Promise<S> => {
      for (;;) {
        const found = said.find(is);
        if (found) return found;
        await new Promise<void>((go) => waiting.push(go));
      }
    };
    const answer = (id: number) =>
      until((one): one is Extract<LinkSaid, { answers: unknown }> => 'answers' in one && one.id === id);
    const wrong = () => until((one): one is Extract<LinkSaid, { error: unknown }> => 'error' in one);
    const say = (message: unknown) =>
      socket.send(typeof message === 'string' ? message : JSON.stringify(message));
    return { socket, said, status, closed, answer, wrong, say, until };
  }

  it('asks modules at once, keeps their sessions, and gives the frames of it', async () => {
    const link = await dial(await car());
    link.say({
      id: 1,
      ask: [
        { module: 'body', bytes: '1902ff' },
        { module: 'cluster', bytes: '22f190' },
      ],
    });
    const { answers, frames } = await link.answer(1);
    expect(answers.map(({ module, bytes }) => [module, bytes.slice(0, 6)])).toEqual([
      ['body', '5902ff'],
      ['cluster', '62f190'],
    ]);
    expect(frames.some((frame) => /can0 740#/.test(frame))).toBeTrue();
    link.say({ id: 2, ask: [{ module: 'body', bytes: '1003' }] });
    await link.answer(2);
    link.say({ id: 3, ask: [{ module: 'body', bytes: '2701' }] });
    // The session is still the extended one.
    expect((await link.answer(3)).answers[0]!.bytes.slice(0, 4)).toBe('6701');
    link.say({ id: 4, ask: [{ module: 'constructor', bytes: '3e00' }] });
    expect((await link.answer(4)).answers[0]!.why).toBe('there is no such module');
    link.socket.close();
  });

  it('reads values ten times a second, until it is told to stop', async () => {
    const link = await dial(await car());
    link.say({ watch: [{ module: 'restraint', bytes: '220300' }] });
    const values = () => link.said.filter((one) => 'values' in one).length;
    const begun = performance.now();
    while (values() < 6) await new Promise((go) => setTimeout(go, 20));
    expect(performance.now() - begun).toBeGreaterThan(350);
    link.say({ watch: [] });
    await new Promise((go) => setTimeout(go, 150));
    const then = values();
    await new Promise((go) => setTimeout(go, 400));
    expect(values()).toBe(then);
    link.socket.close();
  });

  it('moves a seat while its loop is watched', async () => {
    const jobId = randomUUID();
    const body = { jobId, vehicleId: randomUUID(), case: 'loop-and-seat' };
    expect((await shop.write('/api/practice', body, { person: shop.learner })).status).toBe(201);
    const link = await dial(jobId);
    const ohms = async (id: number) => {
      link.say({ id, ask: [{ module: 'restraint', bytes: '220302' }] });
      return Number.parseInt((await link.answer(id)).answers[0]!.bytes.slice(6), 16) / 100;
    };
    expect(await ohms(1)).toBeLessThan(4);
    link.say({ id: 2, set: { positions: ['seat-back'] } });
    const seen: number[] = [];
    for (let id = 3; id < 10; id++) seen.push(await ohms(id));
    expect(seen.some((value) => value > 600)).toBeTrue();
    link.socket.close();
  });

  it('says what is wrong with a message, and goes on', async () => {
    const link = await dial(await car());
    for (const message of ['', 'null', '[]', '{"id":1}', '{"__proto__":{"ask":1}}', '{"id":1,"ask":[]}'])
      link.say(message);
    link.say({ id: 2, ask: [{ module: 'body', bytes: 'xyz' }] });
    while (link.said.filter((one) => 'error' in one).length < 7)
      await new Promise((go) => setTimeout(go, 20));
    expect((await link.wrong()).error.message).toBe('expected JSON');
    link.say({ id: 9, ask: [{ module: 'body', bytes: '3e00' }] });
    expect((await link.answer(9)).answers[0]!.bytes).toBe('7e00');
    link.say('x'.repeat(100_000));
    expect(await link.closed).toBe(1009);
  });

  it('is one for each person: the next one closes the last', async () => {
    const [first, second] = [await car(3), await car(4)];
    const one = await dial(first);
    one.say({ id: 1, ask: [{ module: 'body', bytes: '3e00' }] });
    await one.answer(1);
    const two = await dial(second);
    expect(await one.closed).toBe(4001);
    // Somebody else’s stays as it is.
    const other = await dial(await car(5, shop.technician), shop.technician);
    two.say({ id: 1, ask: [{ module: 'body', bytes: '3e00' }] });
    expect((await two.answer(1)).answers[0]!.bytes).toBe('7e00');
    other.say({ id: 1, ask: [{ module: 'body', bytes: '3e00' }] });
    await other.answer(1);
    expect(shop.services.links.count).toBe(2);
    two.socket.close();
    other.socket.close();
    await Promise.all([two.closed, other.closed]);
    while (shop.services.links.count > 0) await new Promise((go) => setTimeout(go, 20));
  });

  it('opens to nobody who is not signed in, from no other page, and never to a real car', async () => {
    const jobId = await car();
    expect((await dial(jobId, null)).status).toBe(401);
    expect((await dial(jobId, shop.learner, { Origin: 'http://elsewhere.example' })).status).toBe(403);
    expect((await dial(jobId, shop.learner, { Host: 'elsewhere.example' })).status).toBe(421);
    expect((await dial('../../x')).status).toBe(404);
    const { jobId: real } = await shop.openBased();
    const link = await dial(real, shop.technician);
    expect(await link.closed).toBe(1008);
    expect(link.said).toEqual([]);
  });
});
