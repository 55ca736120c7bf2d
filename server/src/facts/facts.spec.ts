import { randomUUID } from 'node:crypto';
import { nextTests } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { JobRecord } from '@dormant-beacon/core/record';
import { beacon, report, Shop } from '../testing/shop.js';

describe('facts of a job', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const record = async (jobId: string) => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
  const bay = async (jobId: string) =>
    (
      await shop.get<{ bays: { jobId: string; next: string; seq: number; rail: { state: string }[] }[] }>(
        '/api/bays?limit=200',
      )
    ).body.bays.find((b) => b.jobId === jobId)!;

  it('tells the whole story, the bay’s next thing with it', async () => {
    const jobId = await shop.openJob();
    expect((await bay(jobId)).next).toBe('Add the first beacon or complaint, as it shows now.');
    const { id: beaconId } = await shop.enter(jobId, 'beacons', beacon);
    expect((await bay(jobId)).next).toBe('Measure the battery: resting volts, then the tester.');
    await shop.enter(jobId, 'batteries', {
      type: 'flooded',
      restingVolts: 12.7,
      restHours: 10,
      ratedAmps: 640,
      ratedStandard: 'EN',
      measuredAmps: 580,
      measuredStandard: 'EN',
    });
    expect((await bay(jobId)).next).toBe('Read every module and paste the report.');
    expect((await shop.enter(jobId, 'scans', { kind: 'baseline', text: report })).status).toBe(201);
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Flap switch',
      beaconIds: [beaconId],
      case: templates[0]!.build({}),
    });
    await shop.enter(jobId, 'readings', { traceId, test: 'signal', value: 4.92, supplyVolts: 14.1 });
    await shop.enter(jobId, 'readings', { traceId, test: 'listen', found: false });
    await shop.enter(jobId, 'readings', { traceId, test: 'switch-ohms', overload: true });
    await shop.enter(jobId, 'readings', { traceId, test: 'press', value: 4.97 });
    // The plan is made after the commit.
    await shop.settled();
    expect((await bay(jobId)).next).toBe('Replace the end switch, and find what made it fail.');
    await shop.enter(jobId, 'repairs', {
      traceId,
      element: 'SWITCH',
      beaconIds: [beaconId],
      label: 'Replace the end switch',
      method: 'replace',
      root: 'unknown',
      cured: true,
    });
    await shop.enter(jobId, 'clearings', {});
    await shop.enter(jobId, 'scans', { kind: 'final', text: 'Charge control: no codes\nBody: no codes' });
    await shop.enter(jobId, 'exposures', {
      beaconId,
      shown: false,
      coldStart: true,
      conditions: ['cold'],
      bulbCheck: 'passed',
      monitorRan: true,
      reportedBy: 'technician',
    });
    const now = await bay(jobId);
    expect(now.next).toMatch(/^“Charge flap open” needs/);
    expect(now.rail).toEqual([jasmine.objectContaining({ state: 'dark' })]);

    const whole = await record(jobId);
    expect(whole.seq).toBe(now.seq);
    const readings = [
      { test: 'signal', value: 4.92 },
      { test: 'listen', found: false },
      { test: 'switch-ohms', overload: true as const },
      { test: 'press', value: 4.97 },
    ];
    const { suspects } = nextTests({ ...templates[0]!.build({}), readings });
    const sure = suspects.reduce(
      (sum, suspect) => (suspect.element === 'SWITCH' ? sum + suspect.probability : sum),
      0,
    );
    expect(whole.repairs[0]!.chance).toBeCloseTo(sure, 12);
    expect(sure).toBeGreaterThan(0.8);
    expect(whole.scans.map((scan) => scan.scan.codes.length)).toEqual([1, 0]);
    expect(whole.beacons[0]!.conditions).toEqual(['cold']);
    expect(whole.readings.map((reading) => reading.value ?? reading.overload ?? reading.found)).toEqual([
      4.92,
      false,
      true,
      4.97,
    ]);
    expect(whole.readings.map(({ supplyVolts }) => supplyVolts)).toEqual([14.1, null, null, null]);
    const text = await shop.get<{ text: string }>(`/api/jobs/${jobId}/scans/${whole.scans[0]!.id}/text`);
    expect(text.body.text).toBe(report);
  });

  it('refuses what is out of order, saying what comes first', async () => {
    const jobId = await shop.openJob();
    const refused = async (kind: string, data: unknown, person?: string) => {
      const { status, body } = await shop.enter(jobId, kind, data, person ? { person } : {});
      return [status, body['detail']];
    };
    expect(await refused('clearings', {})).toEqual([
      409,
      'The baseline must be saved before codes are cleared. Paste or read it now.',
    ]);
    expect(await refused('scans', { kind: 'final', text: report })).toEqual([
      409,
      'The baseline comes first. Save this report as the baseline, or read one now.',
    ]);
    expect((await refused('scans', { kind: 'baseline', text: 'No modules responded.' }))[1]).toMatch(
      /connection fault, not a clean car/,
    );
    expect(await refused('waivers', { reason: 'battery destroyed' })).toEqual([
      403,
      'This is for the lead (enters why no baseline can be had, signed by the lead). You are signed in as Yuki Sorensen, technician.',
    ]);
    expect(await refused('beacons', { ...beacon, shown: 21 })).toEqual([
      422,
      'data.shown: it cannot have shown more often than the car was started',
    ]);
    expect(
      (await refused('traces', { title: 'x', beaconIds: [randomUUID()], case: templates[0]!.build({}) }))[0],
    ).toBe(409);
    expect((await refused('waivers', { reason: 'battery destroyed' }, shop.lead))[0]).toBe(201);
    expect((await refused('clearings', {}))[0]).toBe(201);
    expect((await record(jobId)).seq).toBe(3);
  });

  it('keeps one baseline a job, even when two arrive at once', async () => {
    const jobId = await shop.openJob();
    const both = await Promise.all(
      [1, 2, 3].map(() => shop.enter(jobId, 'scans', { kind: 'baseline', text: report })),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    expect((await record(jobId)).scans.length).toBe(1);
  });

  it('refuses an unsound circuit before anything is saved', async () => {
    const jobId = await shop.openJob();
    const { id } = await shop.enter(jobId, 'beacons', beacon);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    const source = templates[0]!.build({});
    const broken = { ...source, tests: [{ id: 'v', kind: 'volts', from: 'nowhere', to: 'gnd', minutes: 1 }] };
    const answer = await shop.enter(jobId, 'traces', { title: 'x', beaconIds: [id], case: broken });
    expect([answer.status, answer.body['detail']]).toEqual([
      422,
      'tests[0].from: no point "nowhere" in the circuit',
    ]);
    expect((await record(jobId)).seq).toBe(3);
  });

  it('judges a large trace as it judges a small one: its readings count, and those that do not fit are refused', async () => {
    const jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', beacon);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    const source = templates[0]!.build({});
    const more = Array.from({ length: 1000 }, (_, n) => ({
      id: `more${n}`,
      kind: 'volts' as const,
      from: 'C31.1',
      to: 'gnd',
      minutes: 9,
    }));
    const large = { ...source, tests: [...source.tests, ...more.slice(0, 1000 - source.tests.length)] };
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Large',
      beaconIds: [beaconId],
      case: large,
    });
    expect((await bay(jobId)).next).toBe('Open the trace “Large” for its next test.');
    const misfit = await shop.enter(jobId, 'readings', { traceId, test: 'listen', value: 3 });
    expect([misfit.status, misfit.body['detail']]).toEqual([
      422,
      'data: a reading of a test "listen" has exactly one of found, got value',
    ]);
    await shop.enter(jobId, 'readings', { traceId, test: 'signal', value: 4.92 });
    await shop.enter(jobId, 'readings', { traceId, test: 'switch-ohms', overload: true });
    await shop.enter(jobId, 'repairs', {
      traceId,
      element: 'SWITCH',
      beaconIds: [beaconId],
      label: 'Replace the end switch',
      method: 'replace',
      root: 'unknown',
      cured: true,
    });
    const readings = [
      { test: 'signal', value: 4.92 },
      { test: 'switch-ohms', overload: true },
    ];
    const { suspects } = nextTests({ ...source, readings });
    const sure = suspects.reduce(
      (sum, suspect) => (suspect.element === 'SWITCH' ? sum + suspect.probability : sum),
      0,
    );
    expect((await record(jobId)).repairs[0]!.chance).toBeCloseTo(sure, 12);
  });

  it('corrects by a new entry, once, and takes back by another', async () => {
    const jobId = await shop.openJob();
    const { id: first } = await shop.enter(jobId, 'beacons', beacon);
    const corrected = await shop.enter(
      jobId,
      'beacons',
      { ...beacon, name: 'Charge lid open' },
      { corrects: first },
    );
    expect(corrected.status).toBe(201);
    const late = await shop.enter(jobId, 'beacons', { ...beacon, name: 'Third name' }, { corrects: first });
    expect(late.status).toBe(409);
    expect((late.body['current'] as { name: string }).name).toBe('Charge lid open');
    expect((await bay(jobId)).rail).toEqual([
      { kind: 'beacon', name: 'Charge lid open', state: 'comes-and-goes' } as never,
    ]);
    const taken = await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T09:00:00Z',
      withdraws: corrected.id,
    });
    expect(taken.status).toBe(201);
    expect((await bay(jobId)).rail).toEqual([]);
    expect((await record(jobId)).beacons.length).toBe(3);
  });

  it('takes nothing back from under other entries, and no scan', async () => {
    const jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', beacon);
    const { id: scanId } = await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Replace it',
      method: 'replace',
      root: 'unknown',
      cured: true,
    });
    const takeBack = async (withdraws: string) =>
      (
        await shop.write(`/api/jobs/${jobId}/withdrawals`, {
          id: randomUUID(),
          observedAt: '2026-11-17T09:00:00Z',
          withdraws,
        })
      ).status;
    expect(await takeBack(beaconId)).toBe(409);
    expect(await takeBack(scanId)).toBe(409);
    expect(await takeBack(randomUUID())).toBe(404);
  });

  it('lets no one at the tables: facts can be added, never changed or removed', async () => {
    const jobId = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    for (const table of ['beacons', 'scans', 'readings', 'repairs', 'exposures', 'logbook', 'idempotency']) {
      await expectAsync(
        shop
          .db(table)
          .update({ [table === 'idempotency' ? 'answer' : table === 'logbook' ? 'says' : 'seq']: 1 }),
      )
        .withContext(table)
        .toBeRejected();
      await expectAsync(shop.db(table).delete()).withContext(table).toBeRejected();
    }
  });
});

describe('a matter of restraints', () => {
  it('is never put behind a plain circuit, whatever was ticked or in which words it came', async () => {
    const shop = await Shop.open();
    const plain = templates.find(({ id }) => id === 'fused-lamp')!.build({});
    for (const [name, restraint] of [
      ['Airbag lamp', false],
      ['Gurtwarnung', null],
      ['témoin de ceinture', undefined],
      ['Lamp since the yellow plug under the seat was pulled', false],
      ['Some lamp', true],
    ] as const) {
      const { jobId } = await shop.openBased();
      const seen = { ...beacon, name, seen: 'lit', conditions: [], shown: 20, exposures: 20 };
      const { id } = await shop.enter(
        jobId,
        'beacons',
        restraint === undefined ? seen : { ...seen, restraint },
      );
      const trace = (source: object) =>
        shop.enter(jobId, 'traces', { title: 'Lamp', beaconIds: [id], case: source });
      const refused = await trace(plain);
      expect([refused.status, refused.body['path']]).withContext(name).toEqual([409, 'data.beaconIds[0]']);
      // A tick on a plain circuit makes no restraint circuit of it.
      expect((await trace({ ...plain, guarded: true })).status)
        .withContext(name)
        .toBe(409);
      const loop = templates.find(({ id: own }) => own === 'squib-loop')!.build({});
      expect((await trace({ ...loop, guarded: false })).status)
        .withContext(name)
        .toBe(201);
    }
    const { jobId, beaconId } = await shop.openBased('Third brake lamp out');
    expect(
      (await shop.enter(jobId, 'traces', { title: 'Lamp', beaconIds: [beaconId], case: plain })).status,
    ).toBe(201);
    await shop.close();
  });

  it('is ended in a scan by the lead alone, for a reason that can be read later', async () => {
    const shop = await Shop.open();
    const jobId = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    const text = 'Restraint control\n  B1049-13 Left belt loop (active)\nBody\n  B1318-16 Supply (stored)\n';
    await shop.enter(jobId, 'scans', { kind: 'baseline', text });
    const end = (module: string, code: string, note: string, person = shop.technician) =>
      shop.enter(jobId, 'code-ends', { module, code, end: 'out-of-scope', note }, { person });
    expect((await end('Body', 'B1318', 'old')).status).toBe(201);
    expect((await end('Restraint control', 'B1049', 'x')).status).toBe(403);
    expect((await end('Restraint control', 'B1049', 'x', shop.lead)).body['path']).toBe('data.note');
    const reason = 'The customer drives it to the maker’s dealer on a trailer';
    expect((await end('Restraint control', 'B1049', reason, shop.lead)).status).toBe(201);
    await shop.close();
  });
});
