import { randomUUID } from 'node:crypto';
import type {
  CarPart,
  CarParts,
  CarReading,
  CarReport,
  PracticeCars,
  PracticeEnd,
} from '@dormant-beacon/contract';
import { difficulties } from '@dormant-beacon/core/practice';
import type { JobRecord } from '@dormant-beacon/core/record';
import { MovedClock } from '../testing/moved-clock.js';
import { Shop } from '../testing/shop.js';

describe('a job on a simulated car', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  async function practise(seed: number, person = shop.technician, more: object = {}) {
    const jobId = randomUUID();
    const opened = await shop.write(
      '/api/practice',
      { jobId, vehicleId: randomUUID(), seed, ...more },
      { person },
    );
    expect(opened.status).withContext(JSON.stringify(opened.body)).toBe(201);
    const get = async <B>(path: string) =>
      (await shop.get<B>(`/api/jobs/${jobId}/car/${path}`, shop.cookie(person))).body;
    const record = async () => (await shop.get<JobRecord>(`/api/jobs/${jobId}`, shop.cookie(person))).body;
    const enter = async (kind: string, data: object) => {
      const { status, body, id } = await shop.enter(jobId, kind, data, { person });
      expect(status)
        .withContext(`${kind}: ${JSON.stringify(body)}`)
        .toBe(201);
      return id;
    };
    const hidden = async () =>
      JSON.parse(
        ((await shop.owner('practice_cars').where({ job_id: jobId }).first('fault')) as { fault: string })
          .fault,
      ) as { faults: { element: string }[] };
    return { jobId, get, record, enter, hidden };
  }
  const beacon = {
    kind: 'complaint',
    seen: 'present',
    thereBefore: 'no',
    conditions: [],
    shown: 20,
    exposures: 20,
  };

  it('is read, traced, measured, mended and told, by a learner, and teaches the shop nothing', async () => {
    const { jobId, get, record, enter, hidden } = await practise(5, shop.learner);
    expect((await record()).simulated!.vehicle).toBeTruthy();
    expect(JSON.stringify(await record())).not.toContain((await hidden()).faults[0]!.element);
    const { text, log } = await get<CarReport>('report');
    expect(log).toContain('can0');
    const beaconId = await enter('beacons', { ...beacon, name: 'What the driver says' });
    await enter('scans', { kind: 'baseline', text });
    expect((await record()).scans[0]!.scan.codes.length).toBeGreaterThan(0);

    const { parts } = await get<CarParts>('parts');
    const { element } = (await hidden()).faults[0]!;
    let found: { part: CarPart; target: string } | null = null;
    for (const { target } of parts) {
      const part = await get<CarPart>(`parts/${target}`);
      if (part.case.circuit.elements.some(({ id }) => id === element)) found ??= { part, target };
    }
    const { part } = found!;
    const traceId = await enter('traces', { title: part.title, beaconIds: [beaconId], case: part.case });
    const volts = part.case.tests.find(({ kind }) => kind === 'volts')!;
    const { reading } = await get<CarReading>(`readings/${traceId}?test=${encodeURIComponent(volts.id)}`);
    const { test, value } = reading!;
    await enter('readings', { traceId, test, value: value ?? null });
    await enter('repairs', {
      traceId,
      element,
      beaconIds: [beaconId],
      label: 'What it was',
      method: 'replace',
      root: 'found-and-removed',
      cured: true,
    });
    await enter('clearings', {});
    const after = await get<CarReport>('report');
    await enter('scans', { kind: 'final', text: after.text });
    expect((await record()).scans.at(-1)!.scan.codes).toEqual([]);
    expect((await shop.get(`/api/jobs/${jobId}/car/end`)).status).toBe(409);
    await enter('hand-backs', {});
    const end = await get<PracticeEnd>('end');
    expect([end.mended, end.partsInVain]).toEqual([true, 0]);
    expect(end.minutes).toBeGreaterThan(0);
    expect(end.planner.minutes).toBeGreaterThan(0);
    expect(end.steps.map(({ came }) => came).at(-1)).toBe('that was it');
    expect(end.steps[0]!.belief).toBeGreaterThan(0);
    expect(end.planner.steps.at(-1)!.came).toBe('no code is left');
    expect(end.planner.steps.at(-2)!.belief).toBeGreaterThan(0.5);

    // It is kept as it was told first, and seen by the person and by the lead.
    await enter('repairs', {
      element: 'BAT',
      beaconIds: [beaconId],
      label: 'In vain',
      method: 'replace',
      root: 'unknown',
      cured: false,
    });
    expect((await get<PracticeEnd>('end')).partsInVain).toBe(1);
    const carsOf = async (person: typeof shop.learner) =>
      (await shop.get<PracticeCars>('/api/practice', shop.cookie(person))).body.cars;
    for (const person of [shop.learner, shop.lead]) {
      const car = (await carsOf(person)).find((own) => own.jobId === jobId)!;
      expect([car.person, car.end?.mended, car.end?.partsInVain])
        .withContext(person)
        .toEqual(['Remy', true, 0]);
      expect(car.end!.plannerMinutes).toBe(end.planner.minutes);
    }
    expect((await carsOf(shop.technician)).some((own) => own.jobId === jobId)).toBeFalse();
    await shop.settled();
    expect(await shop.owner('cure_outcomes').where({ job_id: jobId })).toEqual([]);
    expect(
      await shop
        .owner('job_learned')
        .where({ job_id: jobId })
        .whereNot({ learned: '{"rates":[],"found":[]}' }),
    ).toEqual([]);
  });

  it('gives the same car for the same seed, and another for another', async () => {
    const texts = await Promise.all(
      [7, 7, 8].map(async (seed) => (await (await practise(seed)).get<CarReport>('report')).text),
    );
    expect(texts[0]).toBe(texts[1]!);
    expect(texts[0]).not.toBe(texts[2]!);
  });

  it('lets a learner work there alone, and tells nothing of a real car', async () => {
    const { jobId } = await shop.openBased();
    const note = { stage: 'trace', text: 'x' };
    const as = { person: shop.learner };
    expect((await shop.enter(jobId, 'clearings', {}, as)).status).toBe(403);
    expect((await shop.enter(jobId, 'notes', note, as)).status).toBe(201);
    const own = await practise(3, shop.learner);
    expect(
      (await shop.enter(own.jobId, 'waivers', { reason: 'because it is so, and that is all' }, as)).status,
    ).toBe(403);
    for (const path of ['report', 'parts', 'end'])
      expect((await shop.get(`/api/jobs/${jobId}/car/${path}`)).status)
        .withContext(path)
        .toBe(404);
    for (const [path, body] of [
      ['hints', { number: 1 }],
      ['override', { traceId: randomUUID(), test: 'x' }],
      ['drives', { beaconId: randomUUID(), conditions: [] }],
    ] as const)
      expect((await shop.write(`/api/jobs/${jobId}/car/${path}`, body)).status)
        .withContext(path)
        .toBe(404);
    for (const target of ['constructor', '__proto__', 'DRIVER-BAG-BAR', 'x'.repeat(300)])
      expect((await shop.get(`/api/jobs/${own.jobId}/car/parts/${target}`)).status)
        .withContext(target)
        .toBe(404);
    // A squib is traced as what it is: nothing of it is measured with a meter.
    const loop = await own.get<CarPart>('parts/DRIVER-BAG');
    expect(loop.case.template).toBe('squib-loop');
    expect(loop.case.cavities!.every((one) => one.class === 'squib')).toBeTrue();
    expect((await shop.get(`/api/jobs/${own.jobId}/car/readings/${randomUUID()}?test=x`)).status).toBe(404);
    const wrong = { jobId: randomUUID(), vehicleId: randomUUID(), seed: -1 };
    expect((await shop.write('/api/practice', wrong)).status).toBe(422);
  });

  it('is opened with a case that was written, and read with the other adapter', async () => {
    const { cases } = (
      await shop.get<{ cases: { id: string; words: string }[] }>(
        '/api/practice/cases',
        shop.cookie(shop.learner),
      )
    ).body;
    expect(cases.length).toBeGreaterThan(5);
    const { get, record } = await practise(1, shop.learner, { case: 'adapter-and-latch' });
    expect((await record()).head.customerWords).toBe(
      cases.find(({ id }) => id === 'adapter-and-latch')!.words,
    );
    expect((await get<CarReport>('report')).text).not.toContain('B1D20');
    expect((await get<CarReport>('report?adapter=other')).text).toContain('B1D20-64');
    const unknown = { jobId: randomUUID(), vehicleId: randomUUID(), case: 'constructor' };
    expect((await shop.write('/api/practice', unknown)).status).toBe(422);
    for (const difficulty of difficulties) await practise(2, shop.learner, { difficulty });
  });

  it('gives two hints that cost, and does once what is refused: the car keeps it', async () => {
    const { jobId, get, enter } = await practise(2, shop.learner);
    const path = `/api/jobs/${jobId}/car`;
    const as = { person: shop.learner };
    const hint = (number: number) => shop.write<{ hint: string }>(`${path}/hints`, { number }, as);
    expect((await hint(2)).body.hint).toBe('It is a lamp.');
    expect((await hint(1)).body.hint).toBe('It hangs on this part: right tail lamp.');
    expect((await hint(3)).status).toBe(422);
    expect((await get<CarParts>('parts')).hints.length).toBe(2);
    const beaconId = await enter('beacons', { ...beacon, name: 'Lamp failure' });
    await enter('scans', { kind: 'baseline', text: (await get<CarReport>('report')).text });
    const part = await get<CarPart>('parts/TAIL-R');
    const own = { id: 'own', kind: 'ohms', from: 'b+', to: 'gnd', minutes: 1 };
    const traceId = await enter('traces', {
      title: part.title,
      beaconIds: [beaconId],
      case: { ...part.case, tests: [...part.case.tests, own] },
    });
    const refused = await get<CarReading>(`readings/${traceId}?test=own`);
    expect([refused.reading, refused.overridable]).toEqual([null, true]);
    const volts = part.case.tests.find(({ kind }) => kind === 'volts')!;
    const anyway = (test: string) => shop.write<{ says: string }>(`${path}/override`, { traceId, test }, as);
    expect((await anyway(volts.id)).status).toBe(409);
    // Two taps at once: one of them counts.
    const [first, second] = await Promise.all([anyway('own'), anyway('own')]);
    expect([first.status, second.status].sort()).toEqual([200, 409]);
    expect((await anyway('own')).status).toBe(409);
    const after = await get<CarReading>(`readings/${traceId}?test=own`);
    expect([after.refused, after.overridable]).toEqual([
      'The meter shows nothing: its fuse has blown.',
      false,
    ]);
    await enter('hand-backs', {});
    const end = await get<PracticeEnd>('end');
    expect(end.hints).toBe(2);
    expect(end.breaches[0]).toContain('The fuse of the meter blows');
    expect(end.minutes).toBe(4 + 20);
  });

  it('is wetted while it is read, and driven in the rain and in the dry', async () => {
    const { jobId, get, record, enter } = await practise(8, shop.learner, { difficulty: 'in-condition' });
    const { customerWords } = (await record()).head;
    const only = /heat/.test(customerWords!) ? (['heat', 'hot'] as const) : null;
    expect(only).withContext(customerWords!).not.toBeNull();
    const [trial, condition] = only!;
    const code = 'P0115';
    expect((await get<CarReport>('report')).text).toContain(`${code}-15`);
    const lamp = { ...beacon, kind: 'beacon', name: 'Engine lamp', seen: 'lit', conditions: [condition] };
    const beaconId = await enter('beacons', lamp);
    await enter('scans', { kind: 'baseline', text: (await get<CarReport>('report')).text });
    await enter('clearings', {});
    expect((await get<CarReport>('report')).text).not.toContain(code);
    expect((await get<CarReport>(`report?trial=${trial}`)).text).toContain(code);
    expect((await shop.get(`/api/jobs/${jobId}/car/report?trial=constructor`)).status).toBe(422);
    const shown = (query: string) =>
      get<{ volts: number; milliohms: number; healthPercent: number; celsius: number }>(`beside${query}`);
    const sound = await shown('');
    expect(sound.volts).toBeCloseTo(12.6, 0);
    expect([sound.healthPercent, Math.round(sound.celsius)]).toEqual([100, 18]);
    expect((await shown('?trial=freeze')).milliohms).toBeGreaterThan(sound.milliohms);
    const drive = async (more: object) =>
      (
        await shop.write<{ shown: boolean; lit: string[] }>(
          `/api/jobs/${jobId}/car/drives`,
          { beaconId, conditions: [], ...more },
          { person: shop.learner },
        )
      ).body;
    expect((await drive({})).shown).toBeFalse();
    expect(await drive({ circumstances: { celsius: 35 } })).toEqual({ shown: true, lit: ['Engine lamp'] });
    // Nothing of a drive stays until it is entered.
    expect((await get<CarReport>('report')).text).not.toContain(code);
    await enter('exposures', {
      beaconId,
      shown: true,
      coldStart: false,
      conditions: [condition],
      bulbCheck: 'passed',
      monitorRan: false,
      reportedBy: 'technician',
    });
    expect((await get<CarReport>('report')).text).toContain(code);
  });

  it('has a restraint plug reseated after it was made safe, in a wait of a minute', async () => {
    const clock = new MovedClock();
    clock.begin();
    try {
      clock.at(0);
      const { jobId, get, record, enter } = await practise(1, shop.learner, { case: 'loop-and-seat' });
      const as = { person: shop.learner };
      const lamp = { ...beacon, kind: 'beacon', name: 'Restraint lamp', seen: 'lit' };
      const beaconId = await enter('beacons', lamp);
      await enter('scans', { kind: 'baseline', text: (await get<CarReport>('report')).text });
      expect((await record()).scans[0]!.scan.codes.map(({ code }) => code)).toEqual(['B1049']);
      const repair = {
        beaconIds: [beaconId],
        label: 'reseat plug C103 under the driver belt, tie its harness',
        method: 'reseat',
        root: 'found-and-removed',
        cured: true,
      };
      expect((await shop.enter(jobId, 'repairs', repair, as)).status).toBe(409);
      for (const step of ['asleep', 'ignition-off', 'battery-off']) await enter('safeties', { step });
      clock.at(2);
      await enter('safeties', { step: 'power-on' });
      clock.at(3);
      await enter('loop-readings', { loop: 'L1', moment: 'seat-back', ohms: 2.4 });
      await enter('repairs', repair);
      await enter('clearings', {});
      expect((await get<CarReport>('report')).text).not.toContain('B1049');
    } finally {
      clock.end();
    }
  });

  it('is opened once, however often it is sent', async () => {
    const [key, body] = [randomUUID(), { jobId: randomUUID(), vehicleId: randomUUID(), seed: 9 }];
    const answers = await Promise.all([1, 2, 3].map(() => shop.write('/api/practice', body, { key })));
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([201]));
    expect((await shop.owner('practice_cars').where({ job_id: body.jobId })).length).toBe(1);
  });
});
