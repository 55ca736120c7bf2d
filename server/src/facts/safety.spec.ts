import { endpoints, factEndpoints, type FactKind } from '@dormant-beacon/contract';
import type { SafetyStepKind } from '@dormant-beacon/core/restraints';
import type { TraceTest } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { ClockWatch, serverClock } from '../database/clock.js';
import { MovedClock } from '../testing/moved-clock.js';
import { beacon, Shop } from '../testing/shop.js';
import { pino } from 'pino';

const restraintReport =
  'Restraint control\n  B1049-13 Left belt loop (active)\nBody\n  B1318-16 Supply (stored)\n';
const quiet = 'Restraint control: no codes\nBody: no codes';
const loop = templates.find(({ id }) => id === 'squib-loop')!;
const clock = new MovedClock();
const at = (minutes: number) => clock.at(minutes);

describe('a car that is made safe', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await Shop.open();
    clock.begin();
  });
  afterAll(async () => {
    clock.end();
    await shop.close();
  });
  beforeEach(() => at(0));

  /** A job with a restraint lamp, its code, and the loop of a belt being traced. */
  async function restraintJob(): Promise<{ jobId: string; beaconId: string; traceId: string }> {
    const jobId = await shop.openJob();
    const lamp = {
      ...beacon,
      kind: 'beacon',
      name: 'Restraint lamp',
      seen: 'lit',
      conditions: [],
      shown: 20,
      exposures: 20,
    };
    const { id: beaconId } = await shop.enter(jobId, 'beacons', lamp);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: restraintReport });
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Left belt loop',
      beaconIds: [beaconId],
      case: loop.build({}),
    });
    await shop.enter(jobId, 'loop-readings', { loop: 'L4', moment: 'as-found', ohms: 6.7 });
    return { jobId, beaconId, traceId };
  }
  const confirm = async (jobId: string, ...steps: SafetyStepKind[]) => {
    for (const step of steps)
      expect((await shop.enter(jobId, 'safeties', { step })).status)
        .withContext(step)
        .toBe(201);
  };
  const isolate = (jobId: string) => confirm(jobId, 'asleep', 'ignition-off', 'battery-off');
  const look = (jobId: string, traceId: string) =>
    shop.enter(jobId, 'readings', { traceId, test: 'lock', found: true });
  const detail = ({ body }: { body: Record<string, unknown> }) => String(body['detail']);

  it('lets a plug be opened after the whole wait, not a minute before, and not after power came back', async () => {
    const { jobId, traceId } = await restraintJob();
    expect(detail(await look(jobId, traceId))).toContain('It counts as live: confirm first');
    at(1);
    await isolate(jobId);
    at(30.9);
    expect(detail(await look(jobId, traceId))).toMatch(
      /only while the car is safe\. The wait has a minute to go/,
    );
    at(31.1);
    expect((await look(jobId, traceId)).status).toBe(201);
    at(40);
    await confirm(jobId, 'power-was-on');
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'lock-module', found: false })).status).toBe(
      409,
    );
  });

  it('begins again with every sign of power: a report, a live value, volts at the clamps, a clearing', async () => {
    const signs: readonly (readonly [FactKind, object, boolean])[] = [
      ['scans', { kind: 'interim', text: restraintReport }, true],
      ['scans', { kind: 'interim', text: restraintReport, printed: 'before-power-off' }, false],
      ['scans', { kind: 'interim', text: 'Restraint control: no response' }, false],
      ['loop-readings', { loop: 'L4', moment: 'as-found', ohms: 2.4 }, true],
      ['batteries', { type: 'agm', restingVolts: 12.4 }, true],
      ['batteries', { type: 'agm', restingVolts: 12.4, where: 'disconnected' }, false],
      ['batteries', { type: 'agm', restingVolts: 0.4 }, false],
      ['clearings', {}, true],
    ];
    for (const [kind, data, restarts] of signs) {
      at(0);
      const { jobId, traceId } = await restraintJob();
      await isolate(jobId);
      at(20);
      expect((await shop.enter(jobId, kind, data)).status)
        .withContext(kind)
        .toBe(201);
      at(45);
      expect((await look(jobId, traceId)).status)
        .withContext(`${kind} ${JSON.stringify(data)}`)
        .toBe(restarts ? 409 : 201);
    }
  });

  it('gives no clock back by undoing what showed power, and takes no confirmation back', async () => {
    const { jobId, traceId } = await restraintJob();
    await isolate(jobId);
    at(20);
    const { id } = await shop.enter(jobId, 'loop-readings', { loop: 'L4', moment: 'as-found', ohms: 2.4 });
    const undo = (withdraws: string) =>
      shop.write(`/api/jobs/${jobId}/withdrawals`, {
        id: crypto.randomUUID(),
        observedAt: new Date().toISOString(),
        withdraws,
      });
    expect((await undo(id)).status).toBe(201);
    at(45);
    expect((await look(jobId, traceId)).status).toBe(409);
    const { id: step } = await shop.enter(jobId, 'safeties', { step: 'asleep' });
    expect((await undo(step)).status).toBe(409);
  });

  it('counts from its own receipt, whatever the tablet’s clock says', async () => {
    const { jobId, traceId } = await restraintJob();
    const long = new Date(Date.now() - 3_600_000).toISOString();
    for (const step of ['asleep', 'ignition-off', 'battery-off'])
      await shop.write(`/api/jobs/${jobId}/safeties`, {
        id: crypto.randomUUID(),
        observedAt: long,
        data: { step },
      });
    at(1);
    expect((await look(jobId, traceId)).status).toBe(409);
  });

  it('refuses a shorter wait without its source, and takes it with one', async () => {
    const { jobId, traceId } = await restraintJob();
    const wait = (more: object) => shop.enter(jobId, 'safeties', { step: 'wait-set', ...more });
    expect((await wait({ minutes: 5 })).body['path']).toBe('data.source');
    expect((await wait({ minutes: 5, source: 'x' })).status).toBe(422);
    expect((await wait({})).body['path']).toBe('data.minutes');
    expect((await wait({ minutes: 5, source: 'Quill service text, page 88-3' })).status).toBe(201);
    await isolate(jobId);
    at(5.1);
    expect((await look(jobId, traceId)).status).toBe(201);
  });

  it('goes on across another server on the same database, and begins again where the clock has jumped', async () => {
    const { jobId, traceId } = await restraintJob();
    await isolate(jobId);
    const other = await Shop.beside(shop);
    at(31);
    expect((await other.enter(jobId, 'readings', { traceId, test: 'lock', found: true })).status).toBe(201);
    await other.leave();
    at(40);
    const watch = new ClockWatch(shop.owner, pino({ level: 'silent' }));
    await watch.begin();
    expect(await watch.look()).toBeFalse();
    // Ten minutes of the wall clock in no time at all.
    const { uptime, boot } = serverClock;
    const ran = uptime();
    serverClock.uptime = () => ran;
    at(50);
    expect(await watch.look()).toBeTrue();
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'lock-module', found: true })).status).toBe(
      409,
    );
    at(81);
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'lock-module', found: true })).status).toBe(
      201,
    );
    watch.end();
    // A run of the machine that nobody has watched: what cannot be told is a jump.
    serverClock.boot = 'another run';
    const next = new ClockWatch(shop.owner, pino({ level: 'silent' }));
    await next.begin();
    next.end();
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'look-chain', found: false })).status).toBe(
      409,
    );
    serverClock.uptime = uptime;
    serverClock.boot = boot;
    await shop.owner('clock_jumps').delete();
    await shop.owner('server_clocks').delete();
  });

  it('begins anew where another server’s clock is found ahead of this one’s, and not where it is behind', async () => {
    const { jobId, traceId } = await restraintJob();
    await isolate(jobId);
    at(31);
    const watch = (server: string) => new ClockWatch(shop.owner, pino({ level: 'silent' }), server);
    const [one, other] = [watch('one'), watch('other')];
    await one.begin();
    // The other's clock is a minute behind: it is the other that finds out.
    at(30);
    await other.begin();
    at(31);
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'lock', found: true })).status).toBe(409);
    expect(await shop.owner('clock_jumps').count({ count: '*' })).toEqual([{ count: 1 }]);
    await shop.owner('clock_jumps').delete();
    const again = watch('one');
    await again.begin();
    again.end();
    expect(await shop.owner('clock_jumps').count({ count: '*' })).toEqual([{ count: 0 }]);
    expect((await shop.enter(jobId, 'readings', { traceId, test: 'lock', found: true })).status).toBe(201);
    one.end();
    other.end();
    await shop.owner('clock_jumps').delete();
    await shop.owner('server_clocks').delete();
  });

  it('is looked at again after eight hours and at a hand-over', async () => {
    const { jobId, traceId } = await restraintJob();
    await isolate(jobId);
    at(8 * 60 + 1);
    expect(detail(await look(jobId, traceId))).toContain('looked at again in person');
    expect((await shop.enter(jobId, 'safeties', { step: 'isolation-checked' })).body['path']).toBe(
      'data.undisturbed',
    );
    await shop.enter(jobId, 'safeties', { step: 'isolation-checked', undisturbed: true });
    expect((await look(jobId, traceId)).status).toBe(201);
  });

  it('takes every kind of test on a restraint circuit in its own state alone', async () => {
    const point = { from: 'u1', to: 'u2', minutes: 1 };
    const tests: TraceTest[] = [
      ...(['volts', 'ohms', 'testLamp', 'continuity'] as const).map((kind): TraceTest => ({
        id: kind,
        kind,
        ...point,
      })),
      { id: 'amps', kind: 'amps', through: 'SQUIB', minutes: 1 },
      { id: 'swap', kind: 'swap', element: 'SQUIB', minutes: 1 },
      ...(['inspect', 'listen', 'wiggle', 'function', 'provoke'] as const).map((kind): TraceTest => ({
        id: kind,
        kind,
        element: 'CHAIN',
        minutes: 1,
      })),
      { id: 'plain', kind: 'live', reads: 'ohms', from: 'loop+', to: 'loop-', minutes: 1 },
      { id: 'jumped', kind: 'live', ...point, state: { jumpers: [['u1', 'u2']] }, power: 'dead-then-live' },
      {
        id: 'loaded',
        kind: 'live',
        ...point,
        state: { substituteLoads: [{ pins: ['u1', 'u2'], ohms: 2 }] },
        power: 'dead-then-live',
      },
    ];
    const value = (test: TraceTest) =>
      test.kind === 'swap'
        ? { moved: true }
        : 'from' in test || 'through' in test
          ? { value: 2.4 }
          : { found: true };
    /** What was taken, each kind in a job of its own, after `before`. */
    async function taken(before: (jobId: string) => Promise<void>): Promise<string[]> {
      const good: string[] = [];
      for (const test of tests) {
        at(0);
        const { jobId, beaconId } = await restraintJob();
        const { id: traceId } = await shop.enter(jobId, 'traces', {
          title: 'Loop',
          beaconIds: [beaconId],
          case: { ...loop.build({}), tests },
        });
        await before(jobId);
        if ((await shop.enter(jobId, 'readings', { traceId, test: test.id, ...value(test) })).status === 201)
          good.push(test.id);
      }
      return good;
    }
    const safe = async (jobId: string) => {
      await isolate(jobId);
      at(31);
    };
    expect(await taken(async () => undefined)).toEqual(['listen', 'function', 'plain']);
    expect(await taken(safe)).toEqual(['inspect', 'listen', 'function', 'plain']);
    const loaded = async (jobId: string) => {
      await safe(jobId);
      await shop.enter(jobId, 'temporaries', { kind: 'substitute-load', where: 'in the place of the belt' });
      at(40);
      await confirm(jobId, 'power-on');
    };
    expect(await taken(loaded)).toEqual(['listen', 'wiggle', 'function', 'provoke', 'plain', 'loaded']);
  });

  it('has the loop saved before a plug is opened, and its harness moved with a load in place alone', async () => {
    const jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', { ...beacon, name: 'Restraint lamp' });
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: restraintReport });
    const data = { title: 'Loop', beaconIds: [beaconId], case: loop.build({}) };
    const { id: traceId } = await shop.enter(jobId, 'traces', data);
    await isolate(jobId);
    at(31);
    expect(detail(await look(jobId, traceId))).toContain(
      'Opening a plug may cure it: read the loop live first',
    );
    const read = (moment: string, more: object = { ohms: 2.4 }) =>
      shop.enter(jobId, 'loop-readings', { loop: 'L4', moment, ...more });
    expect((await read('as-found', {})).body['path']).toBe('data.ohms');
    expect((await read('as-found', { ohms: 2, overload: true })).status).toBe(422);
    expect(detail(await read('harness-moved'))).toContain('only with a substitute load');
    expect((await read('after-reseat')).status).toBe(201);
    at(100);
    const other = await shop.openJob();
    expect(
      detail(await shop.enter(other, 'loop-readings', { loop: 'L4', moment: 'after-reseat', ohms: 2.4 })),
    ).toContain('has not been made safe');
    const seat = (more: object) =>
      shop.enter(jobId, 'seat-readings', { seat: 'front-left', moment: 'belted', ...more });
    expect([(await seat({})).status, (await seat({ ohms: 1, milliamps: 2 })).status]).toEqual([422, 422]);
    expect((await seat({ shows: 'closed' })).status).toBe(201);
  });

  it('lets the switch of a buckle be bridged while safe, and reads it with the bridge entered alone', async () => {
    const { jobId, beaconId } = await restraintJob();
    const buckle = templates.find(({ id }) => id === 'belt-buckle')!.build({});
    const data = { title: 'Driver buckle', beaconIds: [beaconId], case: buckle };
    const { id: traceId } = await shop.enter(jobId, 'traces', data);
    const bridge = { kind: 'jumper', where: 'plug C110, harness side', traceId };
    expect((await shop.enter(jobId, 'temporaries', bridge)).status).toBe(409);
    await isolate(jobId);
    at(31);
    expect((await shop.enter(jobId, 'temporaries', bridge)).status).toBe(201);
    const read = () => shop.enter(jobId, 'readings', { traceId, test: 'bridge', value: 0.1 });
    expect(detail(await read())).toContain('The power is off now');
    at(40);
    await confirm(jobId, 'power-on');
    expect((await read()).status).toBe(201);
    expect(detail(await shop.enter(jobId, 'hand-backs', {}))).toContain('does not leave with a jumper');
  });

  it('lets a temporary state be put in and out while safe, and leaves with none', async () => {
    const { jobId, traceId } = await restraintJob();
    const load = { kind: 'substitute-load', where: 'plug C101' };
    const put = (data: object) => shop.enter(jobId, 'temporaries', data);
    expect((await put(load)).status).toBe(409);
    await isolate(jobId);
    at(31);
    expect((await put({ kind: 'jumper', where: 'yellow plug under the seat' })).status).toBe(409);
    expect((await put({ kind: 'jumper', where: 'loop', traceId })).status).toBe(409);
    const { id } = await put(load);
    expect((await put({ kind: 'jumper', where: 'X8', removes: id })).status).toBe(422);
    at(40);
    await confirm(jobId, 'power-on');
    const drive = (more: object = {}) =>
      shop.enter(jobId, 'exposures', {
        beaconId: beaconOf(jobId),
        shown: false,
        coldStart: true,
        conditions: [],
        bulbCheck: 'passed',
        monitorRan: true,
        reportedBy: 'technician',
        ...more,
      });
    const beaconOf = (_: string) => firstBeacon;
    const firstBeacon = (await shop.get<{ beacons: { id: string }[] }>(`/api/jobs/${jobId}`)).body.beacons[0]!
      .id;
    expect(detail(await drive())).toBe('It may not be driven: a substitute load is still in it: plug C101.');
    expect((await drive({ shown: true })).status).toBe(201);
    expect((await drive({ reportedBy: 'customer' })).status).toBe(201);
    expect(detail(await shop.enter(jobId, 'hand-backs', {}))).toContain(
      'does not leave with a substitute load',
    );
    expect((await put({ ...load, removes: id })).status).toBe(409);
    await isolate(jobId);
    at(75);
    expect((await put({ ...load, removes: id })).status).toBe(201);
    at(80);
    await confirm(jobId, 'power-on');
    expect(detail(await shop.enter(jobId, 'hand-backs', {}))).toContain(
      'B1049 in Restraint control is a restraint code',
    );
    expect(detail(await drive())).toContain('its restraints are not complete: B1049');
    await shop.enter(jobId, 'scans', { kind: 'final', text: quiet });
    expect((await drive()).status).toBe(201);
    expect((await shop.enter(jobId, 'hand-backs', {})).status).toBe(201);
  });

  it('keeps a car whose restraint module does not answer, until the lead has signed why', async () => {
    const jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', { ...beacon, name: 'Horn' });
    const read = (kind: string, text: string) => shop.enter(jobId, 'scans', { kind, text });
    await read('baseline', 'Body: no codes\nRestraint control: no codes\nTow: no codes\n');
    await read('final', 'Body: no codes\nRestraint control: no response\nTow: no response\n');
    const drive = { beaconId, shown: false, coldStart: false, conditions: [], bulbCheck: 'not-seen' };
    const driven = await shop.enter(jobId, 'exposures', {
      ...drive,
      monitorRan: false,
      reportedBy: 'technician',
    });
    expect(detail(driven)).toContain('its restraints cannot be told: Restraint control did not answer');
    expect(detail(await shop.enter(jobId, 'hand-backs', {}))).toContain('the lead signs why it stays silent');
    const end = (module: string, note: string, person = shop.technician) =>
      shop.enter(jobId, 'module-ends', { module, end: 'out-of-scope', note }, { person });
    expect((await end('Tow', 'no trailer socket')).status).toBe(201);
    expect((await end('Roof', 'no such')).body['path']).toBe('data.module');
    const reason = 'The customer declines a new module and takes it away on a trailer.';
    expect((await end('Restraint control', reason)).status).toBe(403);
    expect((await end('Restraint control', 'x', shop.lead)).body['path']).toBe('data.note');
    expect((await end('Restraint control', reason, shop.lead)).status).toBe(201);
    expect((await shop.enter(jobId, 'hand-backs', {})).status).toBe(201);
  });

  it('takes a restraint repair only after it was made safe, of a unit that is known, confirmed with the power back', async () => {
    const { jobId, traceId, beaconId } = await restraintJob();
    const repair = (more: object = {}, person = shop.technician) =>
      shop.enter(
        jobId,
        'repairs',
        {
          traceId,
          element: 'UNIT-PLUG',
          beaconIds: [beaconId],
          label: 'Reseat and lock C101',
          method: 'reseat',
          root: 'unknown',
          cured: true,
          ...more,
        },
        { person },
      );
    expect(detail(await repair())).toContain('only after the car was made safe for it');
    // No wording and no missing trace gets round it.
    expect((await repair({ traceId: null, element: null, label: 'x' })).status).toBe(409);
    expect((await repair({ notMadeSafe: 'because I say so, all right' })).status).toBe(403);
    expect((await repair({ notMadeSafe: 'x' }, shop.lead)).body['path']).toBe('data.notMadeSafe');
    await isolate(jobId);
    at(31);
    expect(detail(await repair())).toContain('confirmed with the power back');
    expect((await repair({ method: 'replace', part: 'VQ-4471-02B' })).body['path']).toBe('data.identity');
    expect(
      (await repair({ method: 'replace', part: 'VQ-4471-02B', identity: 'serial 114' })).body['path'],
    ).toBe('data.proof');
    at(40);
    await confirm(jobId, 'power-on');
    at(41);
    await shop.enter(jobId, 'readings', { traceId, test: 'loop', value: 2.4 });
    expect((await repair()).status).toBe(201);
  });

  it('guards a repair by where its work lies, and leaves a plain lamp alone', async () => {
    const { jobId, beaconId } = await shop.openBased('Left tail lamp out');
    const repair = (label: string) =>
      shop.enter(jobId, 'repairs', {
        beaconIds: [beaconId],
        label,
        method: 'clean',
        root: 'unknown',
        cured: true,
      });
    expect((await repair('Clean the pins under the driver seat')).status).toBe(409);
    expect((await repair('Replace the airbag lamp')).status).toBe(409);
    expect((await repair('Clean plug C12 at the tail lamp')).status).toBe(201);
  });

  it('asks for a second person where the shop does, and for qualified persons at high voltage', async () => {
    const { jobId } = await restraintJob();
    const second = (person: string) => shop.enter(jobId, 'safeties', { step: 'seen-by-second' }, { person });
    expect((await second(shop.lead)).status).toBe(409);
    await isolate(jobId);
    expect((await second(shop.technician)).status).toBe(403);
    expect((await second(shop.lead)).status).toBe(201);
    expect((await shop.enter(jobId, 'safeties', { step: 'hv-locked-out', note: 'Ines Okafor' })).status).toBe(
      409,
    );
    expect((await shop.enter(jobId, 'safeties', { step: 'fuses-pulled' })).body['path']).toBe('data.note');
  });
});

describe('every way to write', () => {
  /** What may open a test, a repair, an end or a hand-back asks the guard; the others cannot. */
  const guarded = [
    'readings',
    'repairs',
    'code-ends',
    'module-ends',
    'hand-backs',
    'traces',
    'exposures',
    'sheets',
    'temporaries',
    'safeties',
    'ledger-entries',
  ];
  const cannot = [
    ...[
      'beacons',
      'scans',
      'waivers',
      'clearings',
      'notes',
      'powerings',
      'batteries',
      'approvals',
      'photos',
      'basics',
    ],
    ...[
      'judgements',
      'workings',
      'epochs',
      'suspect-words',
      'inventories',
      'signs',
      'loop-readings',
      'seat-readings',
      'offers',
      'donors',
      'parcels',
    ],
    // What is fitted of them is entered as a repair, which is guarded; a unit that is away keeps the car from the road.
    ...[
      'route-plans',
      'route-choices',
      'route-outcomes',
      'coverages',
      'parts',
      'part-orders',
      'consignments',
      'bench-works',
    ],
    // A way takes nothing off; a time and a try open nothing, and a try shows power.
    ...['strip-plans', 'cure-waits', 'function-tries'],
    // Memory is read and written by plug and supply; what is done at the car with power shows it.
    ...['coding-plans', 'coding-images', 'coding-entries', 'lock-sets'],
    // What comes by it is only told; it counts when it is accepted as an exposure, which is guarded.
    'customer-links',
  ];

  it('is on one of two lists: a new one has to be judged first', () => {
    expect(factEndpoints.map(({ kind }) => kind as string).sort()).toEqual([...guarded, ...cannot].sort());
    const others = Object.values(endpoints)
      .filter(({ method }) => method !== 'GET')
      .map(({ path }) => path)
      .filter((path) => path.startsWith('/api/jobs'));
    expect([...new Set<string>(others)].sort()).toEqual([
      '/api/jobs',
      '/api/jobs/{jobId}/attachments/{attachmentId}',
      // Of a simulated car alone, on which nothing can fire.
      '/api/jobs/{jobId}/car/drives',
      '/api/jobs/{jobId}/car/hints',
      '/api/jobs/{jobId}/car/override',
      '/api/jobs/{jobId}/head',
      '/api/jobs/{jobId}/images/{imageId}/{piece}',
      '/api/jobs/{jobId}/withdrawals',
    ]);
  });
});
