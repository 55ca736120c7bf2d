import { randomUUID } from 'node:crypto';
import { story as schema } from '@dormant-beacon/contract';
import { chainStart, isWhole, link } from '../database/chain.js';
import { beacon, report, Shop } from '../testing/shop.js';
import { exported } from '../testing/story-file.js';

describe('a job’s story', () => {
  let shop: Shop;
  let jobId: string;
  let noteId: string;
  beforeAll(async () => {
    shop = await Shop.open();
    jobId = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    noteId = (await shop.enter(jobId, 'notes', { stage: 'trace', text: '=HYPERLINK("x") „Kabel“, "quoted"' }))
      .id;
    await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T09:00:00Z',
      withdraws: noteId,
    });
  });
  afterAll(() => shop.close());

  it('holds record, reports as pasted and a logbook that can be proven without us', async () => {
    const { story: body } = await exported(shop, jobId);
    expect(schema.safeParse(body).error?.issues).toBeUndefined();
    expect(body.reports.map(({ text }) => text)).toEqual([report]);
    expect(body.record.notes.length).toBe(2);
    expect(isWhole(body.logbook)).toBeTrue();
    expect(body.logbook[0]!.hash).toBe(link(chainStart, body.logbook[0]!.entry));
    expect((JSON.parse(body.logbook[3]!.entry) as { content: { text: string } }).content.text).toContain(
      '„Kabel“',
    );
  });

  it('is a table too, with what still stands, and no formula in it', async () => {
    const response = await fetch(`${shop.address}/api/jobs/${jobId}/story.csv`, {
      headers: shop.cookie(shop.desk),
    });
    expect(response.headers.get('Content-Type')).toBe('text/csv; charset=utf-8');
    const bytes = new Uint8Array(await response.arrayBuffer());
    expect([...bytes.slice(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);
    const lines = new TextDecoder().decode(bytes).trim().split('\r\n');
    expect(lines[0]).toContain('seq,observed,recorded,person,role,stage,kind,entry,stands');
    expect(lines.length).toBe(6);
    expect(lines[4]).toContain(`"'=HYPERLINK(""x"") „Kabel“, ""quoted""",no`);
    expect(lines[2]).toContain(
      'Yuki Sorensen,technician,take-in,beacons,Charge flap open: comes and goes,yes',
    );
  });

  it('is not there for a job that is not', async () => {
    for (const form of ['zip', 'csv'])
      expect(
        (
          await fetch(`${shop.address}/api/jobs/${randomUUID()}/story.${form}`, {
            headers: shop.cookie(shop.desk),
          })
        ).status,
      ).toBe(404);
  });
});
