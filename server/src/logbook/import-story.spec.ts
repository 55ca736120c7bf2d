import { randomUUID } from 'node:crypto';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { LogEntry, Story } from '@dormant-beacon/contract';
import { chainStart, link } from '../database/chain.js';
import { photo, pngOf } from '../testing/photo.js';
import { beacon, report, Shop } from '../testing/shop.js';
import { exported, packed, type StoryFile, take } from '../testing/story-file.js';

describe('a story taken into another installation', () => {
  let home: Shop;
  let away: Shop;
  let story: Story;
  let file: StoryFile & { readonly bytes: Buffer };

  beforeAll(async () => {
    [home, away] = [await Shop.open(), await Shop.open()];
    const jobId = await home.openJob();
    const { id: beaconId } = await home.enter(jobId, 'beacons', {
      ...beacon,
      lamp: 'charge',
      bulbCheck: 'not-seen',
    });
    const attachmentId = randomUUID();
    await home.keepPhoto(jobId, attachmentId, photo);
    await home.enter(jobId, 'photos', { attachmentId, stage: 'take-in', beaconId });
    await home.enter(jobId, 'batteries', { type: 'agm', restingVolts: 12.8, restHours: 9.5 });
    await home.enter(jobId, 'scans', {
      kind: 'baseline',
      // With everything that a report can say beside its codes.
      text: `Reader: ODDLIGHT R2\nSoftware: 4.1\nDate: 2026-03-09\nOdometer: 130000 km\nBattery: 12.4 V\n${report}  Switch voltage: 4.9 V\nwhat nobody understands here\n`,
    });
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
    await home.enter(jobId, 'repairs', {
      traceId,
      element: templates[0]!.build({}).repairs[0]!.element,
      beaconIds: [beaconId],
      label: 'Replace the end switch',
      method: 'replace',
      root: 'unknown',
      cured: false,
    });
    file = await exported(home, jobId);
    story = file.story;
  });
  afterAll(async () => {
    await home.close();
    await away.close();
  });

  const changed = async (change: (own: Story) => void, files = file.files): Promise<Buffer> => {
    const own = structuredClone(story);
    change(own);
    return packed({ story: own, files });
  };
  /** A story whose chain is whole although what it holds was changed: by someone who can hash. */
  const forged = (change: (entries: Record<string, unknown>[], own: Story) => void) =>
    changed((own) => {
      const entries = own.logbook.map(({ entry }) => JSON.parse(entry) as Record<string, unknown>);
      change(entries, own);
      let previous = chainStart;
      own.logbook = entries.map((entry, n) => {
        const text = JSON.stringify(entry);
        previous = link(previous, text);
        return { seq: n + 1, entry: text, hash: previous };
      });
    });
  const jobs = async () => (await away.owner('jobs').select('id')) as unknown[];

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
      ['a fact twice', (own) => own.record.notes.push(own.record.notes[0]!), /stands twice/],
      [
        'a fact in another list',
        (own) => {
          own.record.clearings = [];
          own.record.handBacks = story.record.clearings.map(({ reader: _, ...rest }) => rest);
        },
        /the logbook calls it one of clearings/,
      ],
      ['who it was', (own) => (own.record.batteries[0]!.personId = home.lead), /the author|its author/],
      ['a report', (own) => (own.reports[0]!.text += 'B1049'), /its report is another/],
      ['a photo', (own) => (own.photos[0]!.sha256 = 'a'.repeat(64)), /the photo is another/],
      ['the head', (own) => (own.record.head.eventNote = 'other'), /the job’s head/],
      ['a field that nobody entered', (own) => (own.record.batteries[0]!.celsius = 20), /something else/],
    ];
    const before = await jobs();
    for (const [what, change, says] of cases) {
      const answer = await take(away, await changed(change));
      expect([answer.status, answer.body['detail']])
        .withContext(what)
        .toEqual([422, jasmine.stringMatching(says)]);
    }
    expect(await jobs()).toEqual(before);
  });

  it('refuses one that was forged with whole hashes: kinds that are none, photos that no entry names', async () => {
    const before = await jobs();
    const cases: [string, Promise<Buffer>, RegExp][] = [
      ['a kind that is none', forged(([, entry]) => (entry!['kind'] = 'constructor')), /no kind of entry/],
      ['another kind', forged(([, entry]) => (entry!['kind'] = 'notes')), /calls it one of notes/],
      [
        'an entry twice',
        forged((entries) => entries.push({ ...entries[1]!, seq: entries.length + 1 })),
        /was entered before/,
      ],
      ['what was worked out', forged((entries) => derive(entries)), /worked out from it has been changed/],
      [
        'a photo that no entry names',
        changed((own) => own.photos.push({ ...own.photos[0]!, attachmentId: randomUUID() })),
        /there is no “photos/,
      ],
      ['an empty archive', Promise.resolve(Buffer.from('PK')), /no whole archive/],
      ['half an archive', Promise.resolve(file.bytes.subarray(0, file.bytes.length / 2)), /no whole archive/],
    ];
    for (const [what, bytes, says] of cases) {
      const answer = await take(away, await bytes);
      expect([answer.status, answer.body['detail']])
        .withContext(what)
        .toEqual([422, jasmine.stringMatching(says)]);
    }
    const unsigned = await take(away, await packed(file, { signed: Buffer.from('something else') }));
    expect(unsigned.body['detail']).toMatch(/the signature does not fit/);
    expect(await jobs()).toEqual(before);
  });

  it('keeps every entry, its photos and its hashes, says whose it was, and lets nobody of this shop be its author', async () => {
    await away.openJob();
    // The file names people of this shop as its authors.
    const claimed = await packed({
      ...file,
      story: {
        ...story,
        people: story.people.map((person) => ({ ...person, name: 'Ines Okafor', role: 'lead' })),
      },
    });
    const taken = await take(away, claimed);
    expect(taken.body).toEqual({ jobId: story.record.id, number: 'J-0002', seq: story.record.seq + 1 });
    const { story: again, files } = await exported(away, story.record.id);
    const { origin, number, seq, ...record } = again.record;
    const { origin: _o, number: was, seq: _s, ...before } = story.record;
    expect(record).toEqual(before);
    expect([origin?.number, number, seq]).toEqual([was, 'J-0002', story.record.seq + 1]);
    expect(origin?.key).toMatch(/^[0-9A-F]{4}( [0-9A-F]{4}){3}$/);
    expect(again.logbook.slice(0, -1)).toEqual(story.logbook);
    expect(again.photos).toEqual(story.photos);
    expect([...files.keys()].sort()).toEqual([...file.files.keys()].sort());
    expect(again.reports).toEqual(story.reports);
    const log = await away.get<{ entries: LogEntry[]; whole: boolean; flaw: string | null }>(
      `/api/jobs/${story.record.id}/logbook`,
    );
    expect([log.body.whole, log.body.flaw]).toEqual([true, null]);
    expect(log.body.entries.at(-1)!.says).toContain('Imported: was J-0001 at The shop');
    const local = new Set(away.hired);
    expect(log.body.entries.slice(0, -1).some(({ personId }) => local.has(personId))).toBeFalse();
    const people = (await away.get<{ people: { id: string; origin: string | null }[] }>('/api/people')).body
      .people;
    const authors = people.filter(({ id }) => log.body.entries.some(({ personId }) => personId === id));
    expect(
      authors.filter(({ id }) => !local.has(id)).every(({ origin: from }) => from?.includes('key') === true),
    ).toBeTrue();
    expect((await take(away, claimed)).body['detail']).toBe('This job is here already, as J-0002.');
    // It goes on from here like any other, and can be taken on to a third shop.
    expect((await away.enter(story.record.id, 'notes', { stage: 'trace', text: 'seen here' })).status).toBe(
      201,
    );
    const third = await Shop.open();
    const onward = await exported(away, story.record.id);
    expect((await take(third, onward.bytes)).status).toBe(201);
    expect(
      (await third.get<{ whole: boolean }>(`/api/jobs/${story.record.id}/logbook`)).body.whole,
    ).toBeTrue();
    await third.close();
  });

  it('takes in what earlier versions wrote: one file of JSON, unsigned', async () => {
    const other = await Shop.open();
    const earlier = {
      ...story,
      version: 1,
      logbook: story.logbook.map((line) => ({ ...line, stage: 'trace', says: 'words of the file' })),
      photos: story.photos.map(({ sha256: _, ...own }) => ({
        ...own,
        base64: file.files.get(`photos/${own.attachmentId}`)!.toString('base64'),
      })),
      shop: undefined,
    };
    const answer = await take(other, Buffer.from(JSON.stringify(earlier)), { type: 'application/json' });
    expect([answer.status, answer.body['detail']]).toEqual([201, undefined]);
    const log = await other.get<{ entries: LogEntry[]; whole: boolean }>(
      `/api/jobs/${story.record.id}/logbook`,
    );
    expect(log.body.whole).toBeTrue();
    // Words and pages are written anew.
    expect(log.body.entries.some(({ says }) => says.includes('words of the file'))).toBeFalse();
    expect(log.body.entries.find(({ kind }) => kind === 'batteries')!.stage).toBe('take-in');
    await other.close();
  });

  it('goes out and comes in with half an emoji and 150 photos', async () => {
    const [here, there] = [await Shop.open(), await Shop.open()];
    const jobId = await here.openJob();
    expect(
      (await here.enter(jobId, 'notes', { stage: 'trace', text: 'half a lamp \ud83d, and 灯' })).status,
    ).toBe(201);
    for (let n = 0; n < 150; n++) {
      const attachmentId = randomUUID();
      await here.keepPhoto(jobId, attachmentId, pngOf(2 + n, 3));
      await here.enter(jobId, 'photos', { attachmentId, stage: 'take-in' });
    }
    const { bytes, story: own } = await exported(here, jobId);
    expect(own.photos.length).toBe(150);
    const answer = await take(there, bytes);
    expect([answer.status, answer.body['detail']]).toEqual([201, undefined]);
    expect((await there.get<{ whole: boolean }>(`/api/jobs/${jobId}/logbook`)).body.whole).toBeTrue();
    await here.close();
    await there.close();
  });
});

/** Says that the repair was surer than it was. */
function derive(entries: Record<string, unknown>[]): void {
  const repair = entries.find(({ kind }) => kind === 'repairs')!;
  repair['derived'] = { ...(repair['derived'] as object), chance: 0.999 };
}
