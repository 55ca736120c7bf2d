import { type ApiProblem, Client, type WriteRequest } from './client';

describe('Client', () => {
  const sent: { path: string; init: RequestInit }[] = [];
  let answers: (Response | Error)[] = [];
  const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });
  const headersOf = (n: number) => new Headers(sent[n]!.init.headers);

  beforeEach(() => {
    sent.length = 0;
    answers = [];
    spyOn(window, 'fetch').and.callFake((path, init) => {
      sent.push({ path: path as string, init: init ?? {} });
      const answer = answers.shift() ?? json({});
      return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer);
    });
  });

  it('sends a write with its key, its person, the revision and the entry that were seen', async () => {
    const write: WriteRequest = {
      path: '/api/x',
      key: 'k',
      personId: 'p',
      body: { a: 1 },
      seen: 3,
      seenEntry: 41,
    };
    answers = [json({ id: 'i' })];
    expect(await new Client().write<{ id: string }>(write)).toEqual({ id: 'i' });
    const headers = headersOf(0);
    expect(
      ['Idempotency-Key', 'Beacon-Person', 'If-Match', 'Beacon-Seen'].map((name) => headers.get(name)),
    ).toEqual(['k', 'p', '"3"', '41']);
    expect(sent[0]!.init.body).toBe('{"a":1}');
  });

  it('tells no answer, a busy server and a full disk from an entry that is wrong', async () => {
    const write: WriteRequest = { path: '/api/x', key: 'k', personId: 'p', body: {} };
    answers = [
      new TypeError('Failed to fetch'),
      json({ detail: 'Busy.' }, 503),
      json({ detail: 'data.volts: too many', path: 'data.volts' }, 422),
      new Response('<html>', { status: 502 }),
      json({ detail: 'Sign in first.' }, 401),
    ];
    const failed = async () => {
      const problem = (await new Client().write(write).catch((error: unknown) => error)) as ApiProblem;
      return [problem.status, problem.passing, problem.needsPerson, problem.path ?? null, problem.message];
    };
    expect(await failed()).toEqual([0, true, false, null, 'The server does not answer.']);
    expect(await failed()).toEqual([503, true, false, null, 'Busy.']);
    expect(await failed()).toEqual([422, false, false, 'data.volts', 'data.volts: too many']);
    expect(await failed()).toEqual([502, true, false, null, 'The server answered 502.']);
    expect(await failed()).toEqual([401, false, true, null, 'Sign in first.']);
  });

  it('sends a change again under the same key until it is answered, then under another', async () => {
    const client = new Client();
    const keep = () => client.keepRates({ basedOn: 1, rates: [] } as never).catch(() => null);
    answers = [new TypeError('away'), json({ version: 2 }), json({ version: 3 })];
    await keep();
    await keep();
    await keep();
    const keys = [0, 1, 2].map((n) => headersOf(n).get('Idempotency-Key'));
    expect([keys[0] === keys[1], keys[1] === keys[2]]).toEqual([true, false]);
  });
});
