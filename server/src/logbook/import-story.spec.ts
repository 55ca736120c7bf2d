import { randomUUID } from 'node:crypto';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { LogEntry, Story } from '@dormant-beacon/contract';
import { photo } from '../testing/photo.js';
import { beacon, report, Shop } from '../testing/shop.js';

describe('a story taken into another installation', () => {
  let home: Shop;
  let away: Shop;
  let story: Story;

  beforeAll(async () => {
    [home, away] = [await Shop.open(), await Shop.open()];
    const jobId = await home.openJob();
    const { id: beaconId } = await home.enter(jobId, 'beacons', {
      ...beacon,
      lamp: 'charge',
      bulbCheck: 'not-seen',
    });
    const attachmentId = randomUUID();
    await fetch(`${home.address}/api/jobs/${jobId}/attachments/${attachmentId}`, {
      method: 'PUT',
      headers: {
        'Content-Type': 'image/png',
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': home.desk,
        ...home.cookie(home.desk),
      },
      body: photo,
    });
    await home.enter(jobId, 'photos', { attachmentId, stage: 'take-in', beaconId });
    await home.enter(jobId, 'batteries', { type: 'agm', restingVolts: 12.8, restHours: 9.5 });
    await home.enter(jobId, 'scans', { kind: 'baseline', text: report });
    const { id: traceId } = await home.enter(jobId, 'traces', {
      title: 'Flap',
      beaconIds: [beaconId],
      case: templates[0]!.build({}),
    });
    const { id: wrong } = await home.enter(jobId, 'readings', { traceId, test: 'signal', value: 4.29 });
    await home.enter(jobId, 'readings', { traceId, test: 'signal', value: 4.92 }, { corrects: wrong });
    const { id: note } = await home.enter(jobId, 'notes', { stage: 'trace', text: 'a slip' });
    await home.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T09:00:00Z',
      withdraws: note,
    });
    await home.enter(jobId, 'clearings', { reader: 'ODDLIGHT R2' });
    await home.write(
      `/api/jobs/${jobId}/head`,
      {
        head: { event: 'wear', eventNote: 'Flap', customer: '' },
        vehicle: { make: 'Corvane', model: 'Lumen' },
      },
      { method: 'PUT', headers: { 'If-Match': '"1"' } },
    );
    story = (await home.get<Story>(`/api/jobs/${jobId}/story.json`)).body;
  });
  afterAll(async () => {
    await home.close();
    await away.close();
  });

  const take = (own: Story, person = away.lead) => away.write('/api/stories', own, { person });
  const changed = (change: (own: Story) => void): Story => {
    const own = structuredClone(story);
    change(own);
    return own;
  };

  it('refuses one whose logbook, facts, photos or head were touched', async () => {
    const cases: [string, (own: Story) => void, RegExp][] = [
      ['a hash', (own) => (own.logbook[2]!.entry += ' '), /^logbook: its chain of hashes is broken/],
      ['the end cut off', (own) => own.logbook.pop(), /^record.head|^record: the logbook knows nothing/],
      ['a reading', (own) => (own.record.readings[1]!.value = 0.02), /the record says something else/],
      ['a fact left out', (own) => own.record.readings.pop(), /does not hold the fact/],
      [
        'a fact put in',
        (own) => own.record.notes.push({ ...own.record.notes[0]!, id: randomUUID() }),
        /^record: the logbook knows nothing/,
      ],
      [
        'who it was',
        (own) => (own.record.batteries[0]!.personId = home.lead),
        /the record says something else/,
      ],
      ['a report', (own) => (own.reports[0]!.text += 'B1049'), /the record says something else/],
      [
        'a photo',
        (own) => (own.photos[0]!.base64 = photo.subarray(0, 60).toString('base64')),
        /the record says something else/,
      ],
      ['the head', (own) => (own.record.head.eventNote = 'other'), /the job’s head/],
    ];
    const jobs = async () => (await away.owner('jobs').select('id')) as unknown[];
    const before = await jobs();
    for (const [what, change, says] of cases) {
      const answer = await take(changed(change));
      expect([answer.status, answer.body['detail']])
        .withContext(what)
        .toEqual([422, jasmine.stringMatching(says)]);
    }
    expect(await jobs()).toEqual(before);
  });

  it('keeps every entry, its people, its photos and its hashes, and says where it came from', async () => {
    await away.openJob();
    const taken = await take(story);
    expect(taken.body).toEqual({ jobId: story.record.id, number: 'J-0002', seq: story.record.seq + 1 });
    const again = (await away.get<Story>(`/api/jobs/${story.record.id}/story.json`)).body;
    const { origin, number, seq, ...record } = again.record;
    const { origin: _o, number: was, seq: _s, ...before } = story.record;
    expect(record).toEqual(before);
    expect([origin?.number, number, seq]).toEqual([was, 'J-0002', story.record.seq + 1]);
    expect(again.logbook.slice(0, -1)).toEqual(story.logbook);
    expect(again.photos).toEqual(story.photos);
    expect(again.reports).toEqual(story.reports);
    const log = await away.get<{ entries: LogEntry[]; whole: boolean }>(
      `/api/jobs/${story.record.id}/logbook`,
    );
    expect(log.body.whole).toBeTrue();
    expect(log.body.entries.at(-1)!.says).toContain('Imported: was J-0001 elsewhere');
    const people = await away.get<{ people: { id: string }[] }>('/api/people');
    expect(people.body.people.map(({ id }) => id)).toEqual(
      jasmine.arrayContaining([home.technician, home.desk]),
    );
    expect((await take(story)).body['detail']).toBe('This job is here already, as J-0002.');
    // It goes on from here like any other.
    expect((await away.enter(story.record.id, 'notes', { stage: 'trace', text: 'seen here' })).status).toBe(
      201,
    );
  });
});
