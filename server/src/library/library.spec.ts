import { randomUUID } from 'node:crypto';
import type { CodeFile, Pattern } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { learn } from '../jobs/learned.js';
import { Shop } from '../testing/shop.js';

describe('the library', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await Shop.open();
  });
  afterAll(() => shop.close());

  const patterns = async () =>
    (await shop.get<{ patterns: Pattern[] }>('/api/library/patterns', shop.cookie(shop.technician))).body
      .patterns;
  const send = (path: string, body: object, person = shop.technician) =>
    shop.write(`/api/library/${path}`, body, { person });
  const file = async (query: string) =>
    (await shop.get<CodeFile>(`/api/library/codes?${query}`, shop.cookie(shop.technician))).body;

  it('teaches patterns that every later report is read with, once however often they are sent', async () => {
    const id: string = randomUUID();
    const code = { name: 'blink count', before: 'Blink code:', shape: '#-#' };
    for (const _ of [1, 2]) expect((await send('patterns', { id, code })).status).toBe(201);
    const ignored = { id: randomUUID(), line: { like: 'Printed at desk #', as: 'ignore' } };
    expect((await send('patterns', ignored)).status).toBe(201);
    const own = async () => (await patterns()).filter((one) => [id, ignored.id].includes(one.id));
    expect((await own()).map((one) => one.code ?? one.line)).toEqual([code, ignored.line] as never);

    const jobId = await shop.openJob();
    await shop.enter(jobId, 'scans', {
      kind: 'baseline',
      text: 'Body\n Blink code: 3-2 Left lamp\nPrinted at desk 4\nOdd line',
      marks: [{ line: 4, as: 'description' }],
    });
    const { scan, marks } = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body.scans[0]!;
    expect(scan.codes.map((one) => [one.code, one.text])).toEqual([['3-2', 'Left lamp Odd line']]);
    expect(scan.notRead).toEqual([]);
    expect(marks).toEqual([{ line: 4, as: 'description' }]);

    expect((await send(`entries/${id}/withdrawal`, {})).status).toBe(200);
    expect((await send(`entries/${id}/withdrawal`, {})).status).toBe(404);
    expect((await own()).map((one) => one.id)).toEqual([ignored.id]);
  });

  it('refuses a pattern of both kinds or of none, and an id that is another’s', async () => {
    const line = { like: 'Nothing to see', as: 'ignore' };
    const code = { before: '', shape: '##' };
    for (const body of [{}, { line, code }, { code: { before: '', shape: 'abc' } }])
      expect((await send('patterns', { id: randomUUID(), ...body })).status).toBe(422);
    const id = randomUUID();
    await send('patterns', { id, line });
    expect((await send('patterns', { id, code })).status).toBe(409);
  });

  it('keeps notes and links by make and model', async () => {
    const note = {
      make: 'Velanta',
      code: 'b1c11',
      says: 'the holder browns',
      source: 'own jobs',
      credibility: 'own-job',
      times: 3,
    };
    await send('code-notes', { id: randomUUID(), ...note });
    await send('code-notes', {
      id: randomUUID(),
      ...note,
      model: 'Quill Estate',
      says: 'Estate only',
      times: 1,
    });
    const link = { module: 'Body', code: 'B1C11', supplies: ['F12'] };
    await send('code-links', { id: randomUUID(), make: 'Velanta', model: 'Quill', link });
    const quill = await file('make=Velanta&model=Quill');
    expect(quill.notes.map(({ code, says, personId }) => [code, says, personId])).toEqual([
      ['B1C11', 'the holder browns', shop.technician],
    ]);
    expect(quill.links.map((one) => one.link)).toEqual([link]);
    expect((await file('make=Velanta')).notes.length).toBe(2);
    expect((await file('make=Ostrel')).notes).toEqual([]);
    expect((await send('code-notes', { id: randomUUID(), ...note, times: 9 })).status).toBe(422);
    expect((await shop.get('/api/library/codes', shop.cookie(shop.technician))).status).toBe(422);
  });

  it('counts what ended proven jobs, and takes a comeback’s count away', async () => {
    const { jobId, beaconId } = await shop.openBased('Lamp');
    const repair = { beaconIds: [beaconId], label: 'Lamp holder', method: 'replace', root: 'unknown' };
    await shop.enter(jobId, 'repairs', { ...repair, label: 'Bulb', cured: false });
    await shop.enter(jobId, 'repairs', { ...repair, cured: true });
    const found = async () => (await file('make=Ostrel&model=Marn wagon')).found;
    expect(await found()).toEqual([]);
    const closed = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    const done = (value: boolean) => shop.db.transaction((trx) => learn(trx, closed, value));
    await done(true);
    expect(await found()).toEqual([{ module: 'Body', code: 'B1C11', label: 'Lamp holder', jobs: 1 }]);
    expect((await file('make=Ostrel')).found.length).toBe(1);
    await done(false);
    expect(await found()).toEqual([]);
  });

  it('keeps what is said of causes and seen working in the job, with its sentence', async () => {
    const jobId = await shop.openJob();
    const judgement = { causeId: 'low-voltage', decision: 'reject', note: 'charged overnight' };
    expect((await shop.enter(jobId, 'judgements', judgement)).status).toBe(409);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: 'Body\n B1C11-13 Lamp' });
    expect((await shop.enter(jobId, 'judgements', judgement)).status).toBe(201);
    await shop.enter(jobId, 'workings', { module: 'Body', function: 'right tail lamp' });
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.judgements.map(({ causeId, decision }) => [causeId, decision])).toEqual([
      ['low-voltage', 'reject'],
    ]);
    expect(record.workings.map((one) => one.function)).toEqual(['right tail lamp']);
    const log = (await shop.get<{ entries: { says: string }[] }>(`/api/jobs/${jobId}/logbook`)).body.entries;
    expect(log.map(({ says }) => says)).toContain('Ruled out: low-voltage (charged overnight)');
    expect(log.at(-1)!.says).toBe('Seen working: right tail lamp (Body)');
  });
});
