import { randomUUID } from 'node:crypto';
import type { Story } from '@dormant-beacon/contract';
import { randomNumbers } from '@dormant-beacon/core/random';
import { Shop } from '../testing/shop.js';
import { pngOf } from '../testing/photo.js';
import { exported, packed } from '../testing/story-file.js';
import { codeOf, readCode } from './code.js';
import { verifyRecord } from './verify-record.js';

describe('record verify', () => {
  let shop: Shop;
  let bytes: Buffer;
  let story: Story;
  let files: ReadonlyMap<string, Buffer>;

  beforeAll(async () => {
    shop = await Shop.open();
    const { jobId, beaconId } = await shop.openBased();
    const attachmentId = randomUUID();
    await shop.keepPhoto(jobId, attachmentId, pngOf(12, 9));
    await shop.enter(jobId, 'photos', { attachmentId, stage: 'take-in' });
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Bulb replaced',
      method: 'replace',
      root: 'found-and-removed',
      cured: true,
    });
    ({ bytes, story, files } = await exported(shop, jobId));
  });
  afterAll(() => shop.close());

  const changed = (at: number) => {
    const copy = Buffer.from(bytes);
    copy[at]! ^= 0x01;
    return copy;
  };
  /** The same files with another story, put together by a stranger. */
  const forged = async (change: (story: Story) => void) => {
    const copy = structuredClone(story);
    change(copy);
    return verifyRecord(await packed({ story: copy, files }));
  };

  it('finds a record whole as it was exported, and says whose it is', async () => {
    const verdict = await verifyRecord(bytes);
    expect(verdict.flaws).toEqual([]);
    expect(verdict.whole).toBeTrue();
    expect([verdict.number, verdict.entries]).toEqual([story.record.number, story.logbook.length]);
    expect(verdict.key).toMatch(/^[0-9A-F]{4}( [0-9A-F]{4}){3}$/);
    expect(verdict.code).toBe(codeOf(story.logbook.length, story.logbook.at(-1)!.hash));
  });

  it('finds any byte that was changed, and names a place', async () => {
    const random = randomNumbers(20261130);
    const places = Array.from({ length: 250 }, () => Math.floor(random.uniform() * bytes.length));
    // Every byte of the headers at the beginning, of the list of files and of the seal.
    for (let n = 0; n < 40; n++) places.push(n, bytes.length - 1 - n);
    for (let n = 0; n < 420; n++) places.push(bytes.length - 1 - n);
    for (const at of new Set(places)) {
      const verdict = await verifyRecord(changed(at)).catch((error: Error) => error);
      // A file that no longer begins as an archive is refused outright.
      if (verdict instanceof Error) expect(at).withContext(verdict.message).toBeLessThan(2);
      else {
        expect(verdict.whole).withContext(`byte ${at}`).toBeFalse();
        expect(verdict.flaws[0]?.where).withContext(`byte ${at}`).toBeTruthy();
      }
    }
  });

  it('finds a cut, an added byte, and another photo', async () => {
    for (const copy of [bytes.subarray(0, bytes.length - 1), Buffer.concat([bytes, Buffer.from('x')])])
      expect((await verifyRecord(copy)).whole).toBeFalse();
    const [photo] = story.photos;
    const name = `photos/${photo!.attachmentId}`;
    const other = new Map([...files, [name, pngOf(12, 10)]]);
    const { flaws } = await verifyRecord(await packed({ story, files: other }));
    expect(flaws[0]).toEqual({ where: name, why: 'it is another than the one that was exported' });
  });

  it('names the fact that says something else than the logbook, whoever signed it', async () => {
    const { flaws } = await forged(({ record }) => Object.assign(record.repairs[0]!, { label: 'Lamp' }));
    const n = story.logbook.findIndex(({ entry }) => entry.includes('Bulb replaced'));
    expect(flaws[0]!.where).toBe(`logbook[${n}]`);
    expect(flaws[0]!.why).toContain('the record says something else than the logbook');
  });

  it('names the entry from which on the chain is broken', async () => {
    const { flaws } = await forged(({ logbook }) =>
      Object.assign(logbook[2]!, { entry: `${logbook[2]!.entry} ` }),
    );
    expect(flaws[0]!.where).toBe('logbook[2]');
    expect((await forged(({ logbook }) => logbook.splice(1, 1))).flaws[0]!.where).toBe('logbook[1]');
  });

  it('names the part that was changed where no entry tells of it', async () => {
    // The signature of the shop, and a story with another person's name.
    const own = JSON.parse(files.get('signature.json')?.toString() ?? '{}') as object;
    const copy = structuredClone(story);
    (copy.people[0] as { name: string }).name = 'Somebody Else';
    const file = await packed({ story: copy, files }, { signature: own });
    const { flaws } = await verifyRecord(file);
    expect(flaws[0]).toEqual({ where: 'people', why: 'it is another than the one that was signed' });
  });

  it('holds a printed code against the logbook as it was then', async () => {
    const early = codeOf(3, story.logbook[2]!.hash);
    expect((await verifyRecord(bytes, early)).whole).toBeTrue();
    expect((await verifyRecord(bytes, early.toLowerCase().replace(/ /g, ''))).whole).toBeTrue();
    const wrong = early.replace(/^3-./, '3-' + (early[2] === '0' ? '1' : '0'));
    expect((await verifyRecord(bytes, wrong)).flaws.map(({ where }) => where)).toEqual(['logbook[2]']);
    await expectAsync(verifyRecord(bytes, 'constructor')).toBeRejectedWithError(/^--code: expected a code/);
    expect(readCode('31-9F3A 20C1 7B44 E05')).toBeNull();
  });

  it('refuses what is no archive', async () => {
    await expectAsync(verifyRecord(Buffer.from('hello'))).toBeRejectedWithError(/no archive of a job/);
    await expectAsync(verifyRecord(new Uint8Array())).toBeRejectedWithError(/the input is empty/);
    expect((await verifyRecord(Buffer.from('PK'))).flaws[0]!.where).toBe('the archive');
  });
});
