import { execFileSync, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { answer as answerAny, answerLater, answerLine, type Call, readArguments } from './command.js';
import { recordExample } from './record-example.js';
import { verbs } from './verbs.js';

const beacon = fileURLToPath(new URL('../beacon', import.meta.url));
const call = (...args: string[]) => readArguments(args) as Call;
const answer = (own: Call, input: string | Uint8Array) => String(answerAny(own, input));
const run = (args: string[], input: string) => spawnSync(beacon, args, { input, encoding: 'utf8' });

describe('beacon', () => {
  // The first call in a clean clone builds the command, and says so on standard error.
  beforeAll(() => void run(['--help'], ''), 60_000);

  it('runs the example of every verb', async () => {
    for (const [area, own] of Object.entries(verbs))
      for (const [name, verb] of Object.entries(own)) {
        const input = verb.input === 'json' ? JSON.stringify(verb.example) : String(verb.example);
        const as = verb.exampleOptions?.as;
        const own = call(area, name, ...(as === undefined ? [] : ['--as', as]));
        const file = verb.input === 'file' ? new TextEncoder().encode(input) : input;
        expect((await answerLater(own, file)).length)
          .withContext(`${area} ${name}`)
          .toBeGreaterThan(2);
      }
  });

  it('proves a record, and names what was changed in one', async () => {
    const verify = call('record', 'verify', '--as', 'base64');
    const text = recordExample;
    const ask = async (input: string, own = verify) =>
      JSON.parse(String(await answerLater(own, input))) as {
        whole: boolean;
        code: string;
        flaws: { where: string }[];
      };
    const { whole, code } = await ask(text);
    expect(whole).toBeTrue();
    expect((await ask(text, call('record', 'verify', '--as', 'base64', '--code', code))).whole).toBeTrue();
    const bytes = Buffer.from(text, 'base64');
    bytes[200]! ^= 1;
    const changed = await ask(bytes.toString('base64'));
    expect([changed.whole, changed.flaws[0]!.where]).toEqual([false, 'story.json']);
    await expectAsync(ask(text, call('record', 'verify', '--as', 'text'))).toBeRejectedWithError(
      '--as: expected zip, base64, got "text"',
    );
    expect(JSON.parse(answerLine(verify, '"x"'))).toEqual({
      error: { path: '--lines', message: 'one archive at a time: leave it out' },
    });
  });

  it('gives the worked example of the watch', () => {
    const result = JSON.parse(
      answer(call('watch', 'assess'), JSON.stringify(verbs['watch']!['assess']!.example)),
    ) as { probability: number; totalNeeded: number };
    expect(result.probability).toBeCloseTo(0.9678, 4);
    expect(result.totalNeeded).toBe(4);
  });

  it('plans the watch: a hose today, cold starts on the next two mornings', () => {
    const plan = JSON.parse(
      answer(call('watch', 'plan'), JSON.stringify(verbs['watch']!['plan']!.example)),
    ) as { schedule: { exposure: string; at: string }[]; cents: number };
    expect(plan.schedule.map(({ exposure, at }) => `${exposure} ${at}`)).toEqual([
      'hose trial 2026-03-09T15:10',
      'cold start 2026-03-10T08:00',
      'cold start 2026-03-11T08:00',
    ]);
    expect(plan.cents).toBe(3000);
  });

  it('compares routes, parts and covers as the page says', () => {
    const run = (area: string, name: string) =>
      JSON.parse(answer(call(area, name), JSON.stringify(verbs[area]![name]!.example))) as Record<
        string,
        Record<string, unknown>[]
      >;
    const [late, rust] = run('coverage', 'check')['covers']!;
    expect(late).toEqual({
      name: 'Lamp units, extended',
      covered: false,
      until: '2026-02-14',
      daysOver: 23,
      distanceOver: 0,
    });
    expect(rust!['covered']).toBeTrue();
    const fit = run('fit', 'check')['candidates']!;
    expect(fit.map(({ id, verdict }) => [id, verdict])).toEqual([
      ['harbour', 'fits'],
      ['tidewater', 'rejected'],
    ]);
    // 42,000 + 7,500 against 6,000 + 22,500 + 0.35 × 49,500 + 2,500 × (1 + 0.35 × 3).
    const routes = run('route', 'compare')['routes']!;
    expect(routes.map(({ id, expectedCents }) => [id, expectedCents])).toEqual([
      ['new', 49_500],
      ['driver-repair', 50_950],
    ]);
  });

  it('plans the way in and back, and counts what came off', () => {
    const run = (name: string) =>
      JSON.parse(answer(call('ledger', name), JSON.stringify(verbs['ledger']![name]!.example))) as Record<
        string,
        unknown
      >;
    // The trim is off for the latch: the cap stays on. 6 + 4 + 5 + 3.
    expect(run('plan')).toEqual({
      minutes: 18,
      order: jasmine.any(Array) as never,
      optimal: true,
      tools: ['T20', 'T30'],
      oneTime: [{ kind: 'bolt', drive: 'T30', count: 3 }],
      refit: jasmine.any(Array) as never,
      tryAfter: 'latch',
    });
    const { rows, even } = run('count') as { rows: { difference: number }[]; even: boolean };
    expect([rows.map(({ difference }) => difference), even]).toEqual([[0, -1], false]);
  });

  it('reads a report in UTF-16 and one with a table', () => {
    const read = (input: Buffer, ...args: string[]) =>
      JSON.parse(spawnSync(beacon, ['scan', 'read', ...args], { input }).stdout.toString()) as {
        codes: { module: string; code: string; status: string }[];
      };
    const table = 'Modul;Fehlercode;Zustand\nTür;B2214;sporadisch\n';
    const expected = [jasmine.objectContaining({ module: 'Tür', code: 'B2214', status: 'stored' })];
    expect(read(Buffer.from(`\uFEFF${table}`, 'utf16le')).codes).toEqual(expected as never);
    expect(read(Buffer.from(table, 'latin1'), '--as', 'csv').codes).toEqual(expected as never);
  });

  it('answers a wrong request on its line', () => {
    expect(
      answerLine(
        call('circuit', 'solve'),
        '{"circuit":{"elements":[{"id":"R","kind":"resistor","pins":["a","gnd"],"ohms":-1}]}}',
      ),
    ).toBe('{"error":{"path":"circuit.elements[0].ohms","message":"expected a number above 0, got -1"}}');
    expect(answerLine(call('circuit', 'solve'), '{"circuit":{"elements":[]},"colour":1}')).toBe(
      '{"error":{"path":"","message":"unknown key \\"colour\\""}}',
    );
  });

  it('refuses unknown areas, verbs, flags and values in words', () => {
    expect(() => call('scan', 'guess')).toThrowError(
      'scan guess: not known; there is scan read, scan compare, scan explain',
    );
    expect(() => call('watch', 'assess', '--seed', '3')).toThrowError('--seed: not known for "watch assess"');
    expect(() => call('trace', 'bench', '--cases', 'many')).toThrowError(
      '--cases: expected a whole number of at least 1, got "many"',
    );
  });

  it('exits 2 with one line and no output on wrong input, 0 otherwise', () => {
    const wrong = run(['watch', 'assess'], '{"unit":"days"}');
    expect([wrong.status, wrong.stdout, wrong.stderr.trim().split('\n').length]).toEqual([2, '', 1]);
    const right = run(
      ['watch', 'assess', '--lines'],
      '{"unit":"hours","before":{"shown":1,"exposures":2},"cleanSince":0,"cured":0.5}\n{}\n',
    );
    expect(right.status).toBe(0);
    expect(right.stdout.trim().split('\n').length).toBe(2);
  });

  it('pipes scan read into scan compare', () => {
    const read = execFileSync(beacon, ['scan', 'read'], {
      input: String(verbs['scan']!['read']!.example),
      encoding: 'utf8',
    });
    const compared = execFileSync(beacon, ['scan', 'compare'], {
      input: `{"before":${read},"after":${read}}`,
      encoding: 'utf8',
    });
    expect((JSON.parse(compared) as { rows: { result: string }[] }).rows.map((row) => row.result)).toEqual([
      'still-active',
    ]);
  });
});
