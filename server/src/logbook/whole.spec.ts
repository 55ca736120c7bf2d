import { randomUUID } from 'node:crypto';
import { templates } from '@dormant-beacon/core/trace/templates';
import { photo, pngOf } from '../testing/photo.js';
import { beacon, report, Shop } from '../testing/shop.js';

describe('proof of a job’s record', () => {
  let shop: Shop;
  let jobId: string;
  let readingId: string;
  let photoId: string;

  beforeEach(async () => {
    shop = await Shop.open();
    jobId = await shop.openJob();
    const { id: beaconId } = await shop.enter(jobId, 'beacons', beacon);
    photoId = randomUUID();
    await shop.keepPhoto(jobId, photoId, photo);
    await shop.enter(jobId, 'photos', { attachmentId: photoId, stage: 'take-in', beaconId });
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Flap',
      beaconIds: [beaconId],
      case: templates[0]!.build({}),
    });
    readingId = (await shop.enter(jobId, 'readings', { traceId, test: 'signal', value: 4.29 })).id;
    await shop.enter(jobId, 'repairs', {
      traceId,
      element: templates[0]!.build({}).repairs[0]!.element,
      beaconIds: [beaconId],
      label: 'Replace the end switch',
      method: 'replace',
      root: 'unknown',
      cured: true,
    });
    const { id: note } = await shop.enter(jobId, 'notes', { stage: 'trace', text: 'a slip' });
    await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T09:00:00Z',
      withdraws: note,
    });
    await shop.write(
      `/api/jobs/${jobId}/head`,
      {
        head: { event: 'wear', eventNote: 'Flap', promisedAt: '2026-12-01T17:00:00+01:00' },
        vehicle: { make: 'Corvane', model: 'Lumen' },
      },
      { method: 'PUT', headers: { 'If-Match': '"1"' } },
    );
  });
  afterEach(() => shop.close());

  const proof = async () => {
    const { body } = await shop.get<{ whole: boolean; flaw: string | null }>(`/api/jobs/${jobId}/logbook`);
    expect(body.whole).toBe(body.flaw === null);
    return body.flaw;
  };

  it('holds for what was entered through the door', async () => expect(await proof()).toBeNull());

  const fact = {
    id: randomUUID(),
    seq: 99,
    withdrawn: false,
    observed_at: '2026-11-17 08:00:00',
    recorded_at: '2026-11-17 08:00:00',
  };
  const hands: Readonly<Record<string, [() => Promise<unknown>, RegExp]>> = {
    'a reading': [
      () => shop.owner('readings').where({ id: readingId }).update({ value: 4.92 }),
      /something else/,
    ],
    'the words of an entry': [
      () => shop.owner('logbook').where({ job_id: jobId, seq: 4 }).update({ says: 'Baseline: 0 codes' }),
      /its words/,
    ],
    'the author in the logbook': [
      () => shop.owner('logbook').where({ job_id: jobId, seq: 4 }).update({ person_id: shop.lead }),
      /its row/,
    ],
    'the author of a fact': [
      () => shop.owner('readings').where({ id: readingId }).update({ person_id: shop.lead }),
      /its author/,
    ],
    'the time of a fact': [
      () => shop.owner('readings').where({ id: readingId }).update({ observed_at: '2020-01-01 00:00:00' }),
      /its author, time/,
    ],
    'a report': [() => shop.owner('scans').update({ text: 'Body: no codes' }), /its report/],
    'what was read from a report': [
      () => shop.owner('scans').update({ scan: '{"codes":[],"modules":[]}' }),
      /worked out from it/,
    ],
    'the bytes of a photo': [
      () =>
        shop
          .owner('attachments')
          .where({ id: photoId })
          .update({ bytes: pngOf(3, 3) }),
      /the photo/,
    ],
    'how sure a repair was': [() => shop.owner('repairs').update({ chance: 0.99 }), /worked out from it/],
    'what a repair teaches': [
      () => shop.owner('repairs').update({ fault_mode: 'open', fault_kind: 'lamp' }),
      /worked out from it/,
    ],
    'what a repair treats': [() => shop.owner('repair_beacons').delete(), /something else/],
    'a fact that was left out': [
      () => shop.owner('readings').where({ id: readingId }).delete(),
      /does not hold its fact/,
    ],
    'a fact that was put in': [
      () =>
        shop
          .owner('notes')
          .insert({ ...fact, job_id: jobId, person_id: shop.technician, stage: 'trace', text: 'x' }),
      /knows nothing of the entry/,
    ],
    'what a withdrawal took back': [
      () => shop.owner('notes').where({ withdrawn: true }).update({ text: 'another' }),
      /takes something else back/,
    ],
    'a withdrawal undone': [
      () => shop.owner('notes').update({ withdrawn: false }),
      /its author, time or place/,
    ],
    'the customer': [() => shop.owner('jobs').update({ customer: 'Somebody' }), /the head of/],
    'the car': [() => shop.owner('vehicles').update({ odometer_km: 1000 }), /the head of/],
    'the last entry cut off': [
      () => shop.owner('logbook').where({ job_id: jobId, kind: 'head' }).delete(),
      /the end of the logbook/,
    ],
    'an entry in the middle': [
      () => shop.owner('logbook').where({ job_id: jobId, seq: 3 }).update({ entry: '{}' }),
      /the chain/,
    ],
  };
  for (const [what, [tamper, says]] of Object.entries(hands))
    it(`does not hold where somebody’s hand changed ${what}`, async () => {
      await tamper();
      expect(await proof()).toMatch(says);
    });
});

describe('corrections', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  it('never touch a baseline or a signature', async () => {
    const { jobId } = await shop.openBased();
    const record = (await shop.get<{ scans: { id: string }[] }>(`/api/jobs/${jobId}`)).body;
    const corrects = record.scans[0]!.id;
    for (const kind of ['baseline', 'interim']) {
      const answer = await shop.enter(
        jobId,
        'scans',
        { kind, text: 'Body: no codes' },
        { corrects, person: shop.lead },
      );
      expect([answer.status, answer.body['detail']])
        .withContext(kind)
        .toEqual([409, jasmine.stringMatching(/^Scans and signatures stay as they are/)]);
    }
    const waived = await shop.openJob();
    const { id } = await shop.enter(
      waived,
      'waivers',
      { reason: 'the battery is dead' },
      { person: shop.lead },
    );
    const again = await shop.enter(
      waived,
      'waivers',
      { reason: 'another reason for it' },
      { person: shop.lead, corrects: id },
    );
    expect(again.status).toBe(409);
  });

  it('are for the author and the lead', async () => {
    const jobId = await shop.openJob();
    const other = randomUUID();
    await shop.hire(other, 'Tomas Brandt', 'TB', 'technician');
    const { id } = await shop.enter(jobId, 'notes', { stage: 'trace', text: 'mine' });
    const back = (person: string) =>
      shop.write(
        `/api/jobs/${jobId}/withdrawals`,
        { id: randomUUID(), observedAt: '2026-11-17T09:00:00Z', withdraws: id },
        { person },
      );
    const correct = (person: string, corrects: string) =>
      shop.enter(jobId, 'notes', { stage: 'trace', text: 'better' }, { person, corrects });
    expect((await back(other)).body['detail']).toMatch(/^Only who made an entry, or the lead/);
    expect((await correct(other, id)).status).toBe(403);
    const own = await correct(shop.technician, id);
    expect(own.status).toBe(201);
    expect((await correct(shop.lead, own.id)).status).toBe(201);
  });
});
