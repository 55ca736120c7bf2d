import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pngOf } from '../testing/photo.js';
import { Shop } from '../testing/shop.js';

describe('the hand-back as a PDF', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const fetched = async (jobId: string, query = '', person = shop.technician) => {
    const response = await fetch(`${shop.address}/api/jobs/${jobId}/hand-back.pdf${query}`, {
      headers: shop.cookie(person),
    });
    return { status: response.status, bytes: Buffer.from(await response.arrayBuffer()) };
  };
  const pagesOf = (bytes: Buffer) => bytes.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;
  const boxOf = (bytes: Buffer) => /\/MediaBox \[([^\]]+)\]/.exec(bytes.toString('latin1'))![1];

  it('is made of any job, on A4 and Letter', async () => {
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Bulb replaced, “H21W” · 12 €',
      method: 'replace',
      root: 'found-and-left',
      rootNote: 'water in the lamp',
      cured: true,
    });
    const a4 = await fetched(jobId);
    expect(a4.status).toBe(200);
    expect(a4.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(a4.bytes.subarray(-6).toString().trim()).toBe('%%EOF');
    expect(pagesOf(a4.bytes)).toBeGreaterThanOrEqual(1);
    expect(boxOf(a4.bytes)).toContain('595.28');
    expect(boxOf((await fetched(jobId, '?paper=letter')).bytes)).toContain('612');
    expect((await fetched(jobId, '?paper=constructor')).status).toBe(422);
    expect((await fetched(randomUUID())).status).toBe(404);
  });

  it('is there as a table and as data too, with the same words, and no formula of a stranger', async () => {
    const { jobId, beaconId } = await shop.openBased('=HYPERLINK("x")');
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Bulb replaced',
      method: 'replace',
      root: 'found-and-left',
      rootNote: 'water in the lamp',
      cured: true,
    });
    const got = async (form: string) => {
      const headers = shop.cookie(shop.desk);
      return (await fetch(`${shop.address}/api/jobs/${jobId}/hand-back.${form}`, { headers })).text();
    };
    const data = JSON.parse(await got('json')) as {
      head: { number: string; code: string };
      open: { says: string }[];
      parts: { reader: string }[];
    };
    expect(data.parts.map(({ reader }) => reader)).toEqual(['customer', 'insurer', 'technician']);
    expect(data.head.code).toBeTruthy();
    const table = await got('csv');
    expect(table).toContain(`Head,Code,${data.head.code}`);
    for (const { says } of data.open) expect(table).toContain(says.replaceAll('"', '""'));
    expect(table).toMatch(/^Part,Section,Says\r\n/);
    expect(table.split('\r\n').some((line) => /(?:^|,)"?=/.test(line))).toBeFalse();
  });

  it('holds photographs, a signature, long words and many rows, and says what cannot be printed', async () => {
    const { jobId } = await shop.openBased('W'.repeat(180));
    for (let n = 0; n < 5; n++) {
      const attachmentId = randomUUID();
      await shop.keepPhoto(jobId, attachmentId, pngOf(40 + n, 30));
      await shop.enter(jobId, 'photos', { attachmentId, stage: 'take-in', caption: `Corner ${n}` });
    }
    for (let n = 0; n < 60; n++)
      await shop.enter(jobId, 'notes', { stage: 'trace', text: `Note ${n} 灯 \ud83d` });
    const given = { acceptedBy: 'Hallmer Ost', signature: 'M10 10L200 120L420 30' };
    expect((await shop.enter(jobId, 'hand-backs', given)).status).toBe(201);
    const { status, bytes } = await fetched(jobId);
    expect(status).toBe(200);
    expect(pagesOf(bytes)).toBeGreaterThan(2);
    expect(bytes.toString('latin1').match(/\/Subtype \/Image/g)!.length).toBeGreaterThanOrEqual(5);
  });

  it('sets letters that the fonts of the screen lack in fonts that have them', async () => {
    const fontsOf = (bytes: Buffer) =>
      bytes
        .toString('latin1')
        .match(/\/FontName \/[A-Z]+\+(\w+)/g)!
        .join(' ');
    const plain = await shop.openBased('Left tail lamp');
    expect(fontsOf((await fetched(plain.jobId)).bytes)).toContain('Atkinson');
    const polish = await shop.openBased('Żarówka tylna, Ψ');
    expect(fontsOf((await fetched(polish.jobId)).bytes)).toContain('DejaVu');
  });

  it('refuses a signature that is more than lines', async () => {
    const { jobId } = await shop.openBased();
    for (const signature of ['M1 1L2 2"/><script>', 'constructor', 'M99999 1'])
      expect((await shop.enter(jobId, 'hand-backs', { signature })).status)
        .withContext(signature)
        .toBe(422);
  });

  it('opens without a fault in a checker of the system, where there is one', async () => {
    const { jobId } = await shop.openBased();
    const { bytes } = await fetched(jobId);
    const folder = mkdtempSync(join(tmpdir(), 'beacon-pdf-'));
    try {
      const file = join(folder, 'x.pdf');
      writeFileSync(file, bytes);
      try {
        execFileSync('qpdf', ['--version'], { stdio: 'ignore' });
      } catch {
        return pending('qpdf is not installed');
      }
      expect(String(execFileSync('qpdf', ['--check', file]))).toContain(
        'No syntax or stream encoding errors',
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
