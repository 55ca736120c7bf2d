import { randomUUID } from 'node:crypto';
import type { CircuitRow, KeptCircuit, Rates } from '@dormant-beacon/contract';
import { caseOf, type JobRecord } from '@dormant-beacon/core/record';
import { nextTests, suppliedRates } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { beacon, Shop } from '../testing/shop.js';
import { exported, take } from '../testing/story-file.js';

const flapCase = templates.find(({ id }) => id === 'switch-input')!.build({});

describe('the library under several hands', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await Shop.open();
  });
  afterAll(() => shop.close());

  const send = (path: string, body: object, person = shop.technician) =>
    shop.write(`/api/library/${path}`, body, { person });
  const own = async <B>(path: string) =>
    (await shop.get<B>(`/api/library/${path}`, shop.cookie(shop.technician))).body;

  // Each round begins on other gaps of the index: the first on an empty table.
  for (const round of [1, 2, 3, 4])
    it(`keeps one table of base rates at a time, round ${round}: of ten at once nine are told that they are late`, async () => {
      const before = (await own<Rates>('base-rates')).version;
      const answers = await Promise.all(
        Array.from({ length: 10 }, (_, n) =>
          send(
            'base-rates',
            { basedOn: before, rates: suppliedRates.map((rate) => ({ ...rate, weight: rate.weight + n })) },
            shop.lead,
          ),
        ),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([201, ...Array<number>(9).fill(409)]);
      const now = await own<Rates>('base-rates');
      expect(now.version).toBe(before + 1);
      // The one that was kept is whole: every weight is raised by the same.
      const raised = new Set(
        now.rates.map((rate, n) => Math.round(1000 * (rate.weight - suppliedRates[n]!.weight))),
      );
      expect(raised.size).toBe(1);
    });

  it('keeps versions of circuits in a row, whoever saves, and none is lost or written twice', async () => {
    const circuitId = randomUUID();
    const body = (basedOn: number, title: string) => ({
      circuitId,
      basedOn,
      make: 'Corvane',
      model: 'Lumen',
      title,
      case: { ...flapCase, hourlyRateCents: 9000 + basedOn * 10 + title.length },
    });
    let version = 0;
    for (let round = 0; round < 4; round++) {
      const answers = await Promise.all(
        ['one', 'three', 'seventh'].map((title) => send('circuits', body(version, title))),
      );
      expect(answers.filter(({ status }) => status === 201).length).toBe(1);
      version++;
    }
    const latest = await own<KeptCircuit>(`circuits/${circuitId}`);
    expect([latest.version, latest.latest]).toEqual([4, 4]);
    for (let n = 1; n <= 4; n++)
      expect((await own<KeptCircuit>(`circuits/${circuitId}?version=${n}`)).version).toBe(n);
    const rows = await shop.db('circuits').where({ circuit_id: circuitId });
    expect(rows.length).toBe(4);
  });

  it('never changes or takes away what was kept: the application’s user may not', async () => {
    await expectAsync(shop.db('circuits').update({ title: 'x' })).toBeRejected();
    await expectAsync(shop.db('circuits').del()).toBeRejected();
    await expectAsync(shop.db('base_rates').update({ note: 'x' })).toBeRejected();
    await expectAsync(shop.db('suspect_words').del()).toBeRejected();
    await expectAsync(shop.db('sheets').update({ data: '{}' })).toBeRejected();
  });

  it('gives circuits of a make to every model of it, and keeps those of other makes away', async () => {
    const keep = (make: string, model: string | null, title: string) =>
      send('circuits', { circuitId: randomUUID(), basedOn: 0, make, model, title, case: flapCase });
    await keep('Hallmer', null, 'Every Hallmer');
    await keep('Hallmer', 'Drover', 'Drover alone');
    await keep('Hallmer', 'Other', 'Another model');
    const titles = async (query: string) =>
      (await own<{ circuits: CircuitRow[] }>(`circuits?${query}`)).circuits.map(({ title }) => title);
    expect(await titles('make=Hallmer&model=Drover')).toEqual(['Drover alone', 'Every Hallmer']);
    expect(await titles('make=Hallmer')).toEqual(['Another model', 'Drover alone', 'Every Hallmer']);
    expect(await titles('make=Ostrel')).toEqual([]);
  });

  it('refuses what is no circuit, no rate and no weakness, saying where', async () => {
    const circuit = { circuitId: randomUUID(), basedOn: 0, make: 'Corvane', title: 'x', case: flapCase };
    const at = async (path: string, body: object, person = shop.technician) => {
      const answer = await send(path, body, person);
      return [answer.status, answer.body['path'] ?? answer.body['detail']];
    };
    expect(await at('circuits', { ...circuit, make: '' })).toEqual([422, 'make']);
    expect(await at('circuits', { ...circuit, case: { ...flapCase, colour: 1 } })).toEqual([422, 'case']);
    const negative = [{ kind: 'lamp', mode: 'open', weight: -1 }];
    expect(await at('base-rates', { basedOn: 1, rates: negative }, shop.lead)).toEqual([
      422,
      'rates[0].weight',
    ]);
    const unknown = [{ kind: 'ghost', mode: 'open', weight: 1 }];
    expect((await at('base-rates', { basedOn: 1, rates: unknown }, shop.lead))[1]).toBe('rates[0].kind');
  });

  it('plans a job’s next thing from answers and words, as the bays show it', async () => {
    const jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', { ...beacon, conditions: [] });
    await shop.enter(jobId, 'batteries', {
      type: 'agm',
      restingVolts: 12.8,
      restHours: 12,
      ratedAmps: 640,
      ratedStandard: 'EN',
      measuredAmps: 620,
      measuredStandard: 'EN',
    });
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: 'Body\n B1C11-13 Lamp' });
    const trace = { title: 'Flap', beaconIds: [beaconId], case: flapCase };
    const traceId = (await shop.enter(jobId, 'traces', trace)).id;
    const next = async () => {
      await shop.settled();
      const { bays } = (
        await shop.get<{ bays: { jobId: string; next: string }[] }>('/api/bays', shop.cookie(shop.technician))
      ).body;
      return bays.find((bay) => bay.jobId === jobId)!.next;
    };
    await shop.enter(jobId, 'readings', { traceId, test: 'wiggle', found: false });
    /** The first test of the plan that follows from the record, as the page would make it. */
    const planned = async () => {
      const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
      const source = caseOf(record, record.traces[0]!);
      const [first] = nextTests(source).next;
      return `${source.tests.find((test) => first?.action === 'test' && test.id === first.test)!.label!}.`;
    };
    expect(await next()).toBe(await planned());
    await shop.enter(jobId, 'epochs', { traceId, after: 'wiggle', shows: false });
    expect(await next()).toBe('Make the fault show again, as it did before, then say so.');
    const answer = await shop.enter(jobId, 'epochs', { traceId, after: 'wiggle', shows: true });
    // There is a test again, perhaps another: that the wiggle hid the fault speaks for what it moved.
    expect(await next()).toBe(await planned());
    // Taken back, the fault is hidden again.
    await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: new Date().toISOString(),
      withdraws: answer.id,
    });
    expect(await next()).toContain('Make the fault show again');
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.epochs.map(({ shows, withdrawn }) => [shows, withdrawn])).toEqual([
      [false, false],
      [true, false],
      [true, true],
    ]);
  });

  it('carries answers, words, sheets and versions in a job’s story, to another shop and back', async () => {
    const { jobId, beaconId } = await shop.openBased('Flap');
    const circuit = { id: randomUUID(), version: 2 };
    const traceId = (
      await shop.enter(jobId, 'traces', {
        title: 'Flap',
        beaconIds: [beaconId],
        case: flapCase,
        ratesVersion: 1,
        circuit,
      })
    ).id;
    await shop.enter(jobId, 'readings', { traceId, test: 'wiggle', found: true });
    await shop.enter(jobId, 'epochs', { traceId, after: 'wiggle', shows: true });
    await shop.enter(jobId, 'suspect-words', { traceId, suspect: 'plug', as: 'pinned', note: 'seen green' });
    const data = {
      sheet: 'provoke',
      cause: 'cold',
      rounds: [
        { applied: true, shows: true },
        { applied: false, shows: false },
      ],
    };
    await shop.enter(jobId, 'sheets', { traceId, data });

    const other = await Shop.open();
    try {
      const taken = await take<{ jobId: string }>(other, (await exported(shop, jobId)).bytes);
      expect(taken.status).toBe(201);
      const { traces, epochs, suspectWords, sheets } = (
        await other.get<JobRecord>(`/api/jobs/${taken.body.jobId}`, other.cookie(other.lead))
      ).body;
      expect([traces[0]!.ratesVersion, traces[0]!.circuit]).toEqual([1, circuit]);
      expect([epochs[0]!.after, suspectWords[0]!.note, sheets[0]!.data.sheet]).toEqual([
        'wiggle',
        'seen green',
        'provoke',
      ]);
    } finally {
      await other.close();
    }
  });
});
