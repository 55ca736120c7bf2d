import { randomUUID } from 'node:crypto';
import type { CircuitRow, KeptCircuit, Rates, Weaknesses } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { suppliedRates, type TraceCase } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { learn } from '../jobs/learned.js';
import { Shop } from '../testing/shop.js';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});

describe('circuits and base rates of the shop', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await Shop.open();
  });
  afterAll(() => shop.close());

  const send = (path: string, body: object, person = shop.technician) =>
    shop.write(`/api/library/${path}`, body, { person });
  const own = <B>(path: string) => shop.get<B>(`/api/library/${path}`, shop.cookie(shop.technician));
  const kept = (more: object = {}) => ({
    circuitId: randomUUID(),
    basedOn: 0,
    make: 'Velanta',
    model: 'Quill',
    title: 'Right tail lamp',
    case: lamp,
    ...more,
  });

  it('keeps every version of a circuit, lists the newest, and gives any back as it was', async () => {
    const first = kept();
    expect((await send('circuits', first)).body).toEqual({ circuitId: first.circuitId, version: 1 });
    const wider: TraceCase = { ...lamp, suspects: lamp.suspects!.slice(1) };
    const second = { ...first, basedOn: 1, title: 'Tail lamp', case: wider, note: 'lamp left out' };
    expect((await send('circuits', second)).body['version']).toBe(2);
    // The same once more changes nothing; another based on the old one is told so.
    expect((await send('circuits', second)).body['version']).toBe(2);
    for (const other of [{ title: 'mine' }, { note: 'mine' }, { model: null }, { make: 'Ostrel' }]) {
      for (const own of [first, second]) {
        const stale = await send('circuits', { ...own, basedOn: 1, ...other });
        expect([stale.status, (stale.body['current'] as { version: number }).version])
          .withContext(`another ${Object.keys(other)[0]} is no repetition`)
          .toEqual([409, 2]);
      }
    }

    const { circuits } = (await own<{ circuits: CircuitRow[] }>('circuits?make=Velanta&model=Quill')).body;
    const listed = circuits.filter(({ circuitId }) => circuitId === first.circuitId);
    expect(listed.map(({ title, version, note }) => [title, version, note])).toEqual([
      ['Tail lamp', 2, 'lamp left out'],
    ]);
    expect((await own<{ circuits: CircuitRow[] }>('circuits?make=Ostrel')).body.circuits).toEqual([]);
    const old = (await own<KeptCircuit>(`circuits/${first.circuitId}?version=1`)).body;
    expect([old.version, old.latest, old.case]).toEqual([1, 2, lamp]);
    expect((await own<KeptCircuit>(`circuits/${first.circuitId}`)).body.case).toEqual(wider);
    expect((await own(`circuits/${randomUUID()}`)).status).toBe(404);
    expect((await own(`circuits/${first.circuitId}?version=3`)).status).toBe(404);
  });

  it('is offered to nobody once it is withdrawn, stays as it was, and comes back with a later version', async () => {
    const base = kept();
    const { circuitId } = base;
    await send('circuits', base);
    const away = { ...base, basedOn: 1, withdrawn: true, note: 'wrong plug' };
    expect((await send('circuits', { ...away, basedOn: 0 })).status).toBe(409);
    expect((await send('circuits', away)).body).toEqual({ circuitId, version: 2 });
    expect((await send('circuits', away)).body)
      .withContext('sent twice')
      .toEqual({ circuitId, version: 2 });
    const offered = async () =>
      (await own<{ circuits: CircuitRow[] }>('circuits')).body.circuits.map((row) => row.circuitId);
    expect(await offered()).not.toContain(circuitId);
    const now = (await own<KeptCircuit>(`circuits/${circuitId}`)).body;
    expect([now.withdrawn, now.note, now.case]).toEqual([true, 'wrong plug', lamp]);
    expect((await own<KeptCircuit>(`circuits/${circuitId}?version=1`)).body.withdrawn).toBeFalse();
    await send('circuits', { ...base, basedOn: 2, note: 'right plug' });
    expect(await offered()).toContain(circuitId);
  });

  it('two who keep at once: one version each at most, and one of them is told', async () => {
    const base = kept();
    const answers = await Promise.all(
      ['one', 'two'].map((title) =>
        send('circuits', {
          ...base,
          title,
          case: { ...lamp, hourlyRateCents: title.length + (title === 'one' ? 0 : 1) },
        }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
  });

  it('keeps a circuit without what belongs to one car, and refuses one that cannot be solved', async () => {
    const read = {
      ...lamp,
      readings: [{ test: 'feed', value: 12 }],
      done: [{ element: 'LAMP', cured: false }],
    };
    const { circuitId } = (await send('circuits', kept({ case: read }))).body as { circuitId: string };
    expect((await own<KeptCircuit>(`circuits/${circuitId}`)).body.case).toEqual(lamp);
    const twice = { ...lamp, circuit: { elements: [...lamp.circuit.elements, lamp.circuit.elements[0]!] } };
    const refused = await send('circuits', kept({ case: twice }));
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain('stands twice');
    const astray = { ...lamp, tests: [{ id: 't', kind: 'volts', from: 'nowhere', to: 'gnd', minutes: 1 }] };
    const away = await send('circuits', kept({ case: astray }));
    expect([away.status, away.body['detail']]).toEqual([
      422,
      'tests[0].from: no point "nowhere" in the circuit',
    ]);
    const lost = { ...lamp, suspects: [{ element: 'LAMP', mode: 'open', weight: 0 }], outsideWeight: 0 };
    expect((await send('circuits', kept({ case: lost }))).status).toBe(422);
  });

  it('keeps base rates in versions, by the lead alone', async () => {
    const before = (await own<Rates>('base-rates')).body;
    expect([before.version, before.rates]).toEqual([0, [...suppliedRates]]);
    const rates = suppliedRates.map((rate) => (rate.kind === 'lamp' ? { ...rate, weight: 12 } : rate));
    expect((await send('base-rates', { basedOn: 0, rates })).status).toBe(403);
    const lead = { basedOn: 0, rates, note: 'many lamps here' };
    expect((await send('base-rates', lead, shop.lead)).body).toEqual({ version: 1 });
    expect((await send('base-rates', lead, shop.lead)).body)
      .withContext('sent twice')
      .toEqual({ version: 1 });
    expect((await send('base-rates', { ...lead, rates: [] }, shop.lead)).status).toBe(409);
    expect((await send('base-rates', { ...lead, note: 'other words' }, shop.lead)).status).toBe(409);
    const double = [...rates, rates[0]!];
    expect((await send('base-rates', { basedOn: 1, rates: double }, shop.lead)).status).toBe(422);
    const now = (await own<Rates>('base-rates')).body;
    expect([now.version, now.note, now.rates]).toEqual([1, 'many lamps here', rates]);
    const log = (await shop.get<{ entries: { says: string }[] }>('/api/shop/log', shop.cookie(shop.lead)))
      .body;
    expect(log.entries.map(({ says }) => says)).toContain('Base rates: lamp open 8 → 12');
  });

  it('learns what had failed of a unit that was replaced, not what the unit is listed under', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const latch = templates.find(({ id }) => id === 'latch-motor')!.build({});
    const trace = { title: 'Latch', beaconIds: [beaconId], case: latch, ratesVersion: 1 };
    const traceId = (await shop.enter(jobId, 'traces', trace)).id;
    await shop.enter(jobId, 'readings', { traceId, test: 'hear', found: false });
    await shop.enter(jobId, 'readings', { traceId, test: 'runs', found: true });
    const repair = {
      traceId,
      element: 'MOTOR',
      beaconIds: [beaconId],
      label: 'Replace the latch',
      method: 'replace',
      root: 'unknown',
      cured: true,
    };
    await shop.enter(jobId, 'repairs', repair);
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    // The motor was heard and the pawl stayed: nearly sure of the unit, though not of its motor.
    expect(record.repairs[0]!.chance).toBeGreaterThan(0.8);
    const teach = (done: boolean) => shop.db.transaction((trx) => learn(trx, record, done));
    await teach(true);
    const proven = async () =>
      (await own<Rates>('base-rates')).body.learned
        .filter(({ closures }) => closures > 0)
        .map(({ kind, mode, closures }) => ({ kind, mode, closures }));
    expect(await proven()).toEqual([{ kind: 'switch', mode: 'stuckOpen', closures: 1 }]);
    await teach(false);
    expect((await own<Rates>('base-rates')).body.learned).toEqual([]);
  });

  it('learns from a proven closure, and unlearns by its comeback', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const trace = await shop.enter(jobId, 'traces', {
      title: 'Tail lamp',
      beaconIds: [beaconId],
      case: lamp,
      ratesVersion: 1,
    });
    const traceId = trace.id;
    await shop.enter(jobId, 'readings', { traceId, test: 'look-fuse', found: false });
    await shop.enter(jobId, 'readings', { traceId, test: 'ground', value: 12.59 });
    await shop.enter(jobId, 'repairs', {
      traceId,
      element: 'GROUND',
      beaconIds: [beaconId],
      label: 'Ground cleaned',
      method: 'clean',
      root: 'unknown',
      cured: true,
    });
    const learned = async () => (await own<Rates>('base-rates')).body.learned;
    expect(await learned()).toEqual([]);
    const closed = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    const done = (value: boolean) => shop.db.transaction((trx) => learn(trx, closed, value));
    await done(true);
    // The whole supply on the ground side of a lamp that should shine: the ground is lost, not merely bad.
    const once = await learned();
    expect(once.filter(({ closures }) => closures > 0)).toEqual([
      jasmine.objectContaining({ kind: 'ground', mode: 'open', closures: 1 }),
    ]);
    // Held against what this circuit let expect: all that stood in it, one case less what lies outside.
    const suspected = lamp.suspects!.reduce((sum, { weight }) => sum + weight, 0);
    expect(once.reduce((sum, { expected }) => sum + expected, 0)).toBeCloseTo(suspected / (suspected + 1), 9);
    // Told twice, it counts once.
    await done(true);
    expect(await learned()).toEqual(once);
    await done(false);
    expect(await learned()).toEqual([]);
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.traces[0]!.ratesVersion).toBe(1);
    expect(Object.keys(record.repairs[0]!)).not.toContain('faultKind');
  });

  it('keeps known weaknesses by make and model, with their source, five times at most', async () => {
    const weakness = {
      make: 'Hallmer',
      model: 'Drover',
      template: 'switch-input',
      suspect: 'harness',
      says: 'chafes in the guide track',
      source: 'own jobs',
      credibility: 'own-job',
      times: 3,
    };
    const id = randomUUID();
    expect((await send('weaknesses', { id, ...weakness })).status).toBe(201);
    expect((await send('weaknesses', { id: randomUUID(), ...weakness, times: 7 })).status).toBe(422);
    const list = async (query: string) => (await own<Weaknesses>(`weaknesses?${query}`)).body.weaknesses;
    expect((await list('make=Hallmer&model=Drover')).map(({ says, times }) => [says, times])).toEqual([
      ['chafes in the guide track', 3],
    ]);
    expect(await list('make=Velanta&model=Quill')).toEqual([]);
    await send(`entries/${id}/withdrawal`, {});
    expect(await list('make=Hallmer&model=Drover')).toEqual([]);
  });
});

describe('what is said in a trace', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await Shop.open();
  });
  afterAll(() => shop.close());

  it('is kept with the job, in order, and stands under the trace', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const trace = { title: 'Tail lamp', beaconIds: [beaconId], case: lamp };
    const traceId = (await shop.enter(jobId, 'traces', trace)).id;

    const epoch = { traceId, after: 'swap', shows: false };
    expect((await shop.enter(jobId, 'epochs', epoch)).status).toBe(422);
    await shop.enter(jobId, 'readings', { traceId, test: 'swap', gone: true });
    expect((await shop.enter(jobId, 'epochs', epoch)).status).toBe(201);
    const word = { traceId, suspect: 'fuse', as: 'ruled-out', note: 'new last week' };
    expect((await shop.enter(jobId, 'suspect-words', { ...word, suspect: 'roof' })).status).toBe(422);
    expect((await shop.enter(jobId, 'suspect-words', word)).status).toBe(201);
    const drop = { sheet: 'fuse-drop', fuse: 'F7', ratingAmps: 10, millivolts: 13 };
    expect((await shop.enter(jobId, 'sheets', { traceId, data: drop })).status).toBe(201);
    expect((await shop.enter(jobId, 'sheets', { traceId, data: { ...drop, millivolts: 'x' } })).status).toBe(
      422,
    );
    expect((await shop.enter(jobId, 'sheets', { traceId: randomUUID(), data: drop })).status).toBe(422);

    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.epochs.map(({ after, shows }) => [after, shows])).toEqual([['swap', false]]);
    expect(record.suspectWords.map(({ suspect, as }) => [suspect, as])).toEqual([['fuse', 'ruled-out']]);
    expect(record.sheets.map(({ data }) => data.sheet)).toEqual(['fuse-drop']);
    const log = (await shop.get<{ entries: { says: string }[] }>(`/api/jobs/${jobId}/logbook`)).body.entries;
    expect(log.slice(-3).map(({ says }) => says)).toEqual([
      'After Swap the lamp with the other side: the fault does not show',
      'Ruled out by hand: fuse F7 (new last week)',
      'About 1.72 A flow through F7, within 0.44 A.',
    ]);
    const taken = await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: new Date().toISOString(),
      withdraws: traceId,
    });
    expect(taken.status).toBe(409);
  });
});
