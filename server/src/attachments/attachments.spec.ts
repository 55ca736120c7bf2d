import { randomBytes, randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { gzipSync } from 'node:zlib';
import { Shop } from '../testing/shop.js';
import { photo, pngOf } from '../testing/photo.js';

describe('photos', () => {
  let shop: Shop;
  let jobId: string;
  beforeAll(async () => {
    shop = await Shop.open();
    jobId = await shop.openJob();
  });
  afterAll(() => shop.close());

  const put = async (
    bytes: Uint8Array | string,
    { type = 'image/png', id = randomUUID() as string, headers = {} as Record<string, string> } = {},
  ) => {
    const response = await fetch(`${shop.address}/api/jobs/${jobId}/attachments/${id}`, {
      method: 'PUT',
      headers: {
        'Content-Type': type,
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': shop.technician,
        ...shop.cookie(shop.technician),
        ...headers,
      },
      body: bytes,
    });
    return { status: response.status, body: (await response.json()) as { detail?: string; sha256?: string } };
  };

  it('are kept as they are, once, and shown as nothing else than a picture', async () => {
    const id = randomUUID();
    expect(await put(photo, { id })).toEqual({
      status: 201,
      body: jasmine.objectContaining({ id, width: 2, height: 2, type: 'image/png' }),
    });
    expect((await put(photo, { id })).status).toBe(201);
    expect((await put(pngOf(3, 3), { id })).status).toBe(409);
    const fact = await shop.enter(jobId, 'photos', { attachmentId: id, stage: 'take-in', caption: 'Corner' });
    expect(fact.status).toBe(201);
    const shown = await fetch(`${shop.address}/api/jobs/${jobId}/attachments/${id}`, {
      headers: shop.cookie(shop.learner),
    });
    expect(shown.headers.get('Content-Type')).toBe('image/png');
    expect(shown.headers.get('X-Content-Type-Options')).toBe('nosniff');
    expect(shown.headers.get('Content-Security-Policy')).toContain('sandbox');
    expect(Buffer.from(await shown.arrayBuffer()).equals(photo)).toBeTrue();
    const elsewhere = await shop.openJob();
    expect((await shop.get(`/api/jobs/${elsewhere}/attachments/${id}`)).status).toBe(404);
    const foreign = await shop.enter(elsewhere, 'photos', { attachmentId: id, stage: 'take-in' });
    expect(foreign.body['detail']).toContain('this photo is not saved in this job yet');
  });

  it('refuse in a sentence what is no photo, whatever it is called', async () => {
    const script =
      '<svg xmlns="http://www.w3.org/2000/svg" width="1" height="1"><script>alert(1)</script></svg>';
    const notAPhoto = /^These bytes are no JPEG, PNG or WebP picture/;
    const cases: [string, Uint8Array | string, string, number, RegExp][] = [
      ['SVG by its name', script, 'image/svg+xml', 415, /^Content-Type: expected image\/jpeg/],
      ['SVG as PNG', script, 'image/png', 415, notAPhoto],
      ['a page', '<html><script>alert(1)</script></html>', 'image/jpeg', 415, notAPhoto],
      [
        'an archive',
        Buffer.concat([Buffer.from('PK\u0003\u0004'), randomBytes(200)]),
        'image/png',
        415,
        notAPhoto,
      ],
      ['a program', Buffer.concat([Buffer.from('MZ'), randomBytes(200)]), 'image/webp', 415, notAPhoto],
      ['PNG as JPEG', photo, 'image/jpeg', 415, /^The file says image\/jpeg, but its bytes are image\/png/],
      [
        'a picture that unfolds',
        pngOf(60_000, 60_000),
        'image/png',
        422,
        /^This picture unfolds to 60000 × 60000/,
      ],
      ['a cut file', photo.subarray(0, 12), 'image/png', 415, notAPhoto],
      ['nothing', '', 'image/png', 422, /^The photo is empty/],
      [
        'over a megabyte',
        Buffer.concat([photo, randomBytes(1_100_000)]),
        'image/png',
        413,
        /larger than the 1000 kB/,
      ],
    ];
    const kept = async () => ((await shop.owner('attachments').select('id')) as unknown[]).length;
    const before = await kept();
    for (const [what, bytes, type, status, says] of cases) {
      const answer = await put(bytes, { type });
      expect([answer.status, answer.body.detail])
        .withContext(what)
        .toEqual([status, jasmine.stringMatching(says)]);
    }
    expect(await kept()).toBe(before);
  });

  it('do not unpack what was packed to burst, and end a body of 200 MB early', async () => {
    const bomb = gzipSync(Buffer.alloc(50_000_000));
    expect((await put(bomb, { headers: { 'Content-Encoding': 'gzip' } })).status).toBe(415);
    const { hostname, port } = new URL(shop.address);
    const answer = await new Promise<{ status: number; sent: number }>((resolve, reject) => {
      let sent = 0;
      const call = request(
        {
          hostname,
          port,
          method: 'PUT',
          path: `/api/jobs/${jobId}/attachments/${randomUUID()}`,
          headers: {
            'Content-Type': 'image/jpeg',
            'Content-Length': 200_000_000,
            'Idempotency-Key': randomUUID(),
            'Beacon-Person': shop.technician,
            ...shop.cookie(shop.technician),
          },
        },
        (response) => {
          response.resume();
          resolve({ status: response.statusCode!, sent });
          call.destroy();
        },
      );
      call.on('error', reject);
      const chunk = Buffer.alloc(1_000_000);
      const more = () => {
        if (call.destroyed || sent >= 200_000_000) return;
        sent += chunk.length;
        call.write(chunk, more);
      };
      more();
    });
    expect(answer.status).toBe(413);
    expect(answer.sent).toBeLessThan(200_000_000);
  });
});
