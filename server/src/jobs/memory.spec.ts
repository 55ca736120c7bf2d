import { randomUUID } from 'node:crypto';
import type { Bays } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { templates } from '@dormant-beacon/core/trace/templates';
import fc from 'fast-check';
import type { JobRow } from '../database/transaction.js';
import { photo } from '../testing/photo.js';
import { beacon, report, Shop } from '../testing/shop.js';
import { loadRecord } from './record.js';

describe('records that are kept', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const loaded = async (jobId: string): Promise<JobRecord> =>
    loadRecord(shop.pools.read, (await shop.pools.read('jobs').where({ id: jobId }).first()) as JobRow);
  const shown = async (jobId: string) => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;

  it('are what the database holds, after every kind of entry in any order', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const source = templates[0]!.build({});
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Flap',
      beaconIds: [beaconId],
      case: source,
    });
    const attachmentId = randomUUID();
    await shop.keepPhoto(jobId, attachmentId, photo);
    const entries: [kind: string, data: object][] = [
      ['beacons', { ...beacon, lamp: '', bulbCheck: null }],
      ['notes', { stage: 'clear', text: '  a note with blanks  ' }],
      ['batteries', { type: 'agm', restingVolts: 12.61, celsius: -3.5 }],
      ['photos', { attachmentId, stage: 'take-in', beaconId }],
      [
        'approvals',
        { item: 'Switch', answer: 'yes', origin: 'used', how: 'telephone', by: 'A', ceilingCents: 12_000 },
      ],
      ['basics', { item: 'grounds', result: 'good' }],
      ['judgements', { causeId: 'x', decision: 'add', title: 'T', explains: ['b', 'a'] }],
      ['workings', { module: 'Body', function: 'tail lamp' }],
      ['scans', { kind: 'interim', text: report, marks: [{ line: 1, as: 'heading' }] }],
      ['readings', { traceId, test: source.tests[0]!.id, value: -0.25 }],
      ['suspect-words', { traceId, suspect: source.suspects![0]!.id, as: 'pinned' }],
      [
        'repairs',
        {
          traceId,
          element: source.repairs[0]!.element,
          beaconIds: [beaconId],
          label: 'R',
          method: 'clean',
          root: 'unknown',
          cured: false,
        },
      ],
      ['clearings', {}],
      [
        'exposures',
        {
          beaconId,
          shown: false,
          coldStart: true,
          conditions: ['rain', 'cold'],
          bulbCheck: 'passed',
          monitorRan: true,
          reportedBy: 'customer',
          drives: 3,
        },
      ],
      ['code-ends', { module: 'Body', code: 'B1C11', failureType: '13', end: 'explained', note: 'mended' }],
      ['hand-backs', { note: null }],
    ];
    await fc.assert(
      fc.asyncProperty(
        fc.shuffledSubarray(entries, { minLength: 3 }),
        fc.boolean(),
        async (some, takeBack) => {
          for (const [kind, data] of some) {
            const observedAt = '2026-11-17T09:00:00+02:00';
            const id = randomUUID();
            const { status } = await shop.write(`/api/jobs/${jobId}/${kind}`, { id, observedAt, data });
            if (status === 201 && takeBack)
              await shop.write(`/api/jobs/${jobId}/withdrawals`, {
                id: randomUUID(),
                observedAt,
                withdraws: id,
              });
          }
          expect(await shown(jobId)).toEqual(JSON.parse(JSON.stringify(await loaded(jobId))) as JobRecord);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('are not used where another server has written meanwhile', async () => {
    const jobId = await shop.openJob();
    await shop.enter(jobId, 'notes', { stage: 'trace', text: 'here' });
    const other = await Shop.beside(shop);
    await other.enter(jobId, 'notes', { stage: 'trace', text: 'there' });
    expect((await shown(jobId)).notes.map(({ text }) => text)).toEqual(['here', 'there']);
    const last = await shop.enter(jobId, 'notes', { stage: 'trace', text: 'here again' });
    expect(last.body['seq']).toBe(4);
    expect((await shown(jobId)).notes.length).toBe(3);
    await other.leave();
  });

  it('let an entry into a job of sixty thousand codes ask the database for what one into another asks', async () => {
    const small = await shop.openBased();
    const large = await shop.openJob();
    await shop.enter(large, 'beacons', beacon);
    const codes = Array.from({ length: 60_000 }, (_, n) => `B${(n % 0x4000).toString(16).padStart(4, '0')}`);
    const answer = await shop.enter(large, 'scans', { kind: 'baseline', text: `Body\n${codes.join('\n')}` });
    expect(answer.status).toBe(201);
    const asked = async (jobId: string) => {
      const statements: string[] = [];
      const note = ({ sql }: { sql: string }) => statements.push(sql);
      const pools = [shop.pools.read, shop.pools.write];
      for (const pool of pools) pool.on('query', note);
      await shop.enter(jobId, 'notes', { stage: 'trace', text: 'a note' });
      for (const pool of pools) pool.off('query', note);
      return statements.filter((sql) => !/^(?:BEGIN|COMMIT)/i.test(sql));
    };
    await asked(small.jobId);
    const [own, other] = [await asked(large), await asked(small.jobId)];
    expect(own.length).toBeGreaterThan(3);
    expect(own).toEqual(other);
    expect(own.filter((sql) => /\bfrom `scans`/i.test(sql))).toEqual([]);
  });
});

describe('the review of rows in the bays', () => {
  it('takes up what a server that ended has left', async () => {
    const shop = await Shop.open();
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'batteries', {
      type: 'agm',
      restingVolts: 12.8,
      restHours: 12,
      ratedAmps: 640,
      ratedStandard: 'EN',
      measuredAmps: 620,
      measuredStandard: 'EN',
    });
    await shop.enter(jobId, 'traces', {
      title: 'Flap',
      beaconIds: [beaconId],
      case: templates[0]!.build({}),
    });
    await shop.settled();
    const next = async () =>
      (await shop.get<Bays>('/api/bays')).body.bays.find((bay) => bay.jobId === jobId)!.next;
    const planned = await next();
    expect(planned).not.toContain('Open the trace');
    // As a server leaves it that is killed between the commit and the plan.
    const [row] = (await shop.owner('job_summaries').where({ job_id: jobId })) as { bay: string }[];
    const bay = JSON.stringify({
      ...(JSON.parse(row!.bay) as object),
      next: 'Open the trace “Flap” for its next test.',
    });
    await shop.owner('job_summaries').where({ job_id: jobId }).update({ bay, review: true });
    await shop.owner('job_words').delete();
    const other = await Shop.beside(shop);
    for (let n = 0; n < 100 && (await next()) !== planned; n++)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect(await next()).toBe(planned);
    // Words that an earlier version did not keep are there too.
    expect((await shop.get<Bays>('/api/bays?all=1&text=marn')).body.bays.map((found) => found.jobId)).toEqual(
      [jobId],
    );
    await other.leave();
    await shop.close();
  });
});

describe('the bays', () => {
  it('are narrowed by parts of words while jobs are open, and by beginnings of words among all, in pages', async () => {
    const shop = await Shop.open();
    const open = (number: number, plate: string, customer: string) =>
      shop.write('/api/jobs', {
        jobId: randomUUID(),
        vehicleId: randomUUID(),
        head: {
          event: 'wear',
          customer,
          promisedAt: `2026-12-${String(28 - number).padStart(2, '0')}T08:00:00Z`,
        },
        vehicle: { make: 'Hallmer', model: number % 2 ? 'Drover' : 'Dröver Long', plate },
      });
    for (let n = 1; n <= 9; n++) await open(n, `HD 0${n} TRK`, n === 4 ? 'Mara Quist' : 'Olle Bergh');
    const find = async (query: string) => (await shop.get<Bays>(`/api/bays?${query}`)).body;
    const numbers = (found: Bays) => found.bays.map(({ number }) => Number(number.slice(2)));
    expect(numbers(await find('text=uist'))).toEqual([4]);
    expect(numbers(await find('text=uist&all=1'))).toEqual([]);
    for (const text of [
      'quist',
      'qui',
      'MARA q',
      'hd04',
      '04',
      'J-0004',
      'j-4',
      'drover+mara',
      'mara+h',
      'hd+04',
      'h+q+04',
    ])
      expect(numbers(await find(`text=${text}&all=1`)))
        .withContext(text)
        .toEqual([4]);
    expect(numbers(await find('text=drover&all=1'))).toEqual([9, 8, 7, 6, 5, 4, 3, 2, 1]);
    expect(numbers(await find('text=nobody&all=1'))).toEqual([]);
    expect(numbers(await find('text=drover+nobody&all=1'))).toEqual([]);
    for (const [query, whole] of [
      ['order=promised', [9, 8, 7, 6, 5, 4, 3, 2, 1]],
      ['order=newest', [9, 8, 7, 6, 5, 4, 3, 2, 1]],
      ['text=hallmer&all=1', [9, 8, 7, 6, 5, 4, 3, 2, 1]],
      ['all=1', [9, 8, 7, 6, 5, 4, 3, 2, 1]],
    ] as const) {
      const paged: number[] = [];
      for (let after: string | null = ''; after !== null;) {
        const page: Bays = await find(
          `${query}&limit=4${after === '' ? '' : `&after=${encodeURIComponent(after)}`}`,
        );
        paged.push(...numbers(page));
        after = page.after;
      }
      expect(paged)
        .withContext(query)
        .toEqual([...whole]);
    }
    await shop.close();
  });
});
