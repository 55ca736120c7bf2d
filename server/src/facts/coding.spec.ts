import { createHash, randomUUID } from 'node:crypto';
import { imagePieceBytes, type Bays, type KeptCodingBook } from '@dormant-beacon/contract';
import { merge, readImage, writeImage } from '@dormant-beacon/core/coding/memory';
import type { JobRecord } from '@dormant-beacon/core/record';
import { assessJob } from '@dormant-beacon/core/stages';
import { bodyBook, bodyMemory } from '@dormant-beacon/core/coding/example';
import { MovedClock } from '../testing/moved-clock.js';
import { Shop } from '../testing/shop.js';

const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const detail = ({ body }: { body: Record<string, unknown> }) => String(body['detail']);

describe('coding', () => {
  let shop: Shop;
  const clock = new MovedClock();
  beforeAll(async () => {
    shop = await Shop.open();
    clock.begin();
  });
  afterAll(async () => {
    clock.end();
    await shop.close();
  });
  beforeEach(() => clock.at(0));

  const bookId = randomUUID();
  async function opened(more: object = {}) {
    await shop.write('/api/library/coding-books', { bookId, basedOn: 0, book: bodyBook });
    const { jobId, beaconId } = await shop.openBased('Left tail lamp dead');
    const { id: codingId, status } = await shop.enter(jobId, 'coding-plans', {
      unit: 'Body module',
      book: bodyBook,
      kept: { bookId, version: 1 },
      route: 'used',
      ...more,
    });
    expect(status).toBe(201);
    const enter = (entry: object, own: object = {}) =>
      shop.enter(jobId, 'coding-entries', { codingId, entry }, own);
    const record = async () => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    const keep = async (bytes: Uint8Array, role: string, own: object = {}) => {
      const imageId = randomUUID();
      await piece(jobId, imageId, 0, bytes);
      const entered = await shop.enter(jobId, 'coding-images', {
        codingId,
        imageId,
        role,
        form: 'bin',
        bytes: bytes.length,
        sha256: sha(bytes),
        ...own,
      });
      return { imageId, ...entered };
    };
    return { jobId, beaconId, codingId, enter, record, keep };
  }
  const piece = async (
    jobId: string,
    imageId: string,
    n: number,
    bytes: Uint8Array,
    person = shop.technician,
  ) => {
    const response = await fetch(`${shop.address}/api/jobs/${jobId}/images/${imageId}/${n}`, {
      method: 'PUT',
      headers: {
        'Content-Type': 'application/octet-stream',
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': person,
        ...shop.cookie(person),
      },
      body: new Uint8Array(bytes),
    });
    return response.status;
  };
  const reason = 'the owner showed the papers and both keys';

  it('comes back from the database as it was entered, image and all, byte by byte', async () => {
    const { jobId, codingId, enter, record, keep } = await opened();
    const { imageId, status } = await keep(bodyMemory({}), 'original', { reader: 'clip on the board' });
    expect(status).toBe(201);
    await enter({ what: 'odometer', store: 'Cluster', of: 'car', moment: 'before', km: 84_210 });
    await shop.enter(jobId, 'lock-sets', {
      codingId,
      where: 'left front door',
      table: {
        name: 'Three cuts',
        depths: [
          { code: '1', mm: 8 },
          { code: '2', mm: 7.5 },
        ],
        hands: ['left', 'right', 'left'],
        pitchMm: 3,
        firstMm: 4,
        toleranceMm: 0.1,
        wearMm: 0.1,
        source: 'measured here',
      },
      codes: ['1', '2', '1'],
      tried: { turns: 12, caught: false, tooFar: false },
    });
    const own = await record();
    expect(own.codingPlans[0]!.book).toEqual(bodyBook);
    expect(own.codingImages[0]).toEqual(
      jasmine.objectContaining({ imageId, role: 'original', bytes: 15 } as never),
    );
    expect(own.lockSets[0]!.codes).toEqual(['1', '2', '1']);
    const out = await fetch(`${shop.address}/api/jobs/${jobId}/images/${imageId}`, {
      headers: shop.cookie(shop.technician),
    });
    expect(new Uint8Array(await out.arrayBuffer())).toEqual(bodyMemory({}));
    const { body } = await shop.get<Bays>('/api/bays');
    expect(body.bays.find((row) => row.jobId === jobId)!.next).toMatch(
      /^Before Body module comes out: read out/,
    );
  });

  it('takes large files in pieces, and no piece twice', async () => {
    const { jobId, codingId } = await opened();
    const file = new Uint8Array(2 * imagePieceBytes + 10).map((_, n) => n % 251);
    const imageId = randomUUID();
    const whole = {
      codingId,
      imageId,
      role: 'donor',
      form: 'bin',
      bytes: file.length,
      sha256: sha(file),
    };
    for (const n of [0, 2])
      expect(
        await piece(jobId, imageId, n, file.subarray(n * imagePieceBytes, (n + 1) * imagePieceBytes)),
      ).toBe(201);
    expect(detail(await shop.enter(jobId, 'coding-images', whole))).toContain(
      '1000000 of 2000010 bytes are kept',
    );
    expect(await piece(jobId, imageId, 0, Uint8Array.of(1))).toBe(409);
    expect(await piece(jobId, imageId, 1, file.subarray(imagePieceBytes, 2 * imagePieceBytes))).toBe(201);
    expect(await piece(jobId, imageId, 1, file.subarray(imagePieceBytes, 2 * imagePieceBytes))).toBe(201);
    expect(detail(await shop.enter(jobId, 'coding-images', { ...whole, sha256: '0'.repeat(64) }))).toContain(
      'not the file that is meant',
    );
    expect((await shop.enter(jobId, 'coding-images', whole)).status).toBe(201);
    // Another job’s images, a piece of no number, a learner.
    const other = await opened();
    expect(await piece(other.jobId, imageId, 0, file.subarray(0, imagePieceBytes))).toBe(409);
    expect(await piece(jobId, imageId, 999, Uint8Array.of(1))).toBe(422);
    expect(await piece(jobId, randomUUID(), 0, Uint8Array.of(1), shop.learner)).toBe(403);
    // What cannot be read in its form is not entered.
    const bad = new TextEncoder().encode(':0400100001F400FFF9\n:00000001FF\n');
    expect(detail(await other.keep(bad, 'donor', { form: 'ihex' }))).toContain(
      'line 1: the check digits are wrong',
    );
  });

  it('merges by itself, by this record’s distance, and refuses for each of the reasons', async () => {
    const { jobId, codingId, enter, keep } = await opened();
    await enter({ what: 'odometer', store: 'Cluster', of: 'car', moment: 'before', km: 84_210 });
    const original = await keep(bodyMemory({}), 'original');
    const donorBytes = bodyMemory({ vin: 'LUB', km: 120_000, keys: 'c3d4' });
    const donor = await keep(donorBytes, 'donor');
    const crashed = await keep(bodyMemory({ vin: 'LUB', crash: '17' }), 'donor');
    const brokenBytes = donorBytes.slice();
    brokenBytes[14]! ^= 1;
    const broken = await keep(brokenBytes, 'donor');
    const all = { vin: 'original', distance: 'original', keys: 'original' } as const;
    const merged = (
      recipe: object,
      from: { imageId: string },
      own: object = {},
      person = shop.technician,
    ) => {
      const { merged: done } = merge(
        bodyBook.layout!,
        readImage(bodyMemory({}), 'bin'),
        readImage(donorBytes, 'bin'),
        all,
      );
      const file = writeImage(done!.image, 'bin');
      return shop.enter(
        jobId,
        'coding-images',
        {
          codingId,
          imageId: randomUUID(),
          role: 'merged',
          form: 'bin',
          bytes: file.length,
          sha256: sha(file),
          merge: {
            original: original.imageId,
            donor: from.imageId,
            recipe,
            recordedOdometer: 84_210,
            ...own,
          },
        },
        { person },
      );
    };
    const told = async (...given: Parameters<typeof merged>) => detail(await merged(...given));
    expect(await told({ ...all, keys: 'donor' }, donor)).toContain('another car’s');
    expect(await told({ vin: 'original', keys: 'original' }, donor)).toContain('explain 84\u202f210 km');
    expect(await told({ ...all, distance: { set: '000001' } }, donor)).toContain('at least 84\u202f210 km');
    expect(await told(all, crashed)).toContain('holds a crash record');
    expect(await told({ ...all, crash: { set: '00' } }, donor)).toContain('evidence');
    expect(await told(all, broken)).toContain('the checksum “sum”');
    // A distance of the page’s own making, an override by who may not, images in each other’s place.
    expect(await told(all, donor, { recordedOdometer: 1 })).toContain('entered anew meanwhile');
    const override = { override: { authority: reason } };
    const kept = async () =>
      Number((await shop.owner('image_pieces').where({ job_id: jobId }).count({ n: '*' }))[0]!['n']);
    const pieces = await kept();
    expect((await merged(all, donor, override)).status).toBe(403);
    // What was refused is nowhere to be fetched.
    expect(await kept()).toBe(pieces);
    expect((await merged(all, donor, override, shop.lead)).status).toBe(201);
    expect((await merged(all, original)).status).toBe(422);
    // Keys are never typed, whatever the authority.
    const typed = { ...all, keys: { set: '1234' } };
    expect(detail(await merged(typed, donor, override, shop.lead))).toContain('keys are never typed');
    const refused = await merged({ ...all, keys: 'donor' }, donor);
    expect(refused.body['current']).toEqual([
      jasmine.objectContaining({ kind: 'pairing-foreign', name: 'keys', path: 'recipe.keys' }),
    ]);
    expect((await merged(all, donor)).status).toBe(201);
    expect(
      (
        await shop.enter(jobId, 'coding-images', {
          codingId,
          imageId: randomUUID(),
          role: 'merged',
          form: 'bin',
          bytes: 15,
          sha256: sha(donorBytes),
        })
      ).status,
    ).toBe(422);
  });

  it('counts the seconds of a step by the server’s clock, and knows where the bridge is', async () => {
    const { jobId, enter, record } = await opened({ route: null, teachOnly: true });
    const step = (own: string, as: string, note?: string) =>
      enter({ what: 'step', procedure: 'zero', step: own, as, ...(note ? { note } : {}) });
    const bridge = (removes?: string) =>
      shop.enter(jobId, 'temporaries', {
        kind: 'calibration-bridge',
        where: 'service plug under the dash, 3 to 7',
        ...(removes ? { removes } : {}),
      });
    expect(detail(await step('bridge', 'started'))).toContain('begins once it is said: supply');
    expect(detail(await enter({ what: 'check', check: 'zero:supply', volts: 12.1 }))).toContain(
      'outside 12.6 to 14 V',
    );
    expect((await enter({ what: 'check', check: 'zero:supply' })).status).toBe(422);
    const ready = async () => {
      expect((await enter({ what: 'check', check: 'zero:supply', volts: 13.2 })).status).toBe(201);
      expect((await enter({ what: 'check', check: 'zero:seat-empty' })).status).toBe(201);
    };
    await ready();
    expect((await enter({ what: 'check', check: 'zero:key' })).status).toBe(422);
    expect(detail(await step('hold', 'started'))).toContain('The next step is: Place the bridge');
    expect((await step('bridge', 'started')).status).toBe(201);
    expect(detail(await step('bridge', 'done'))).toContain('Measure the pin');
    const pins = (volts: number) => enter({ what: 'check', check: 'zero:pins', volts });
    expect(detail(await pins(0.1))).toContain('count the pins again');
    expect((await pins(12.4)).status).toBe(201);
    expect(detail(await step('bridge', 'done'))).toContain('not on the rail');
    // Where no procedure that runs asks for it, words such as “dash” guard it as before.
    const other = await opened();
    const elsewhere = { kind: 'calibration-bridge', where: 'yellow plug under the dash' };
    expect((await shop.enter(other.jobId, 'temporaries', elsewhere)).status).toBe(409);
    const { id: placed } = await bridge();
    expect((await step('bridge', 'done')).status).toBe(201);
    const { id: started } = await step('hold', 'started');
    clock.at(20 / 60);
    expect(detail(await step('hold', 'done'))).toMatch(/^(?:9|10|11) seconds are left/);
    const waits = assessJob(await record()).stages.find(({ id }) => id === 'code')!;
    expect([waits.state, waits.reason]).toEqual(['waiting', 'Wait']);
    // Neither taken back nor corrected: the time stays.
    const gone = await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      withdraws: started,
    });
    expect(gone.status).toBe(409);
    const odd = { what: 'driven', km: 1 };
    expect((await enter(odd, { corrects: started })).status).toBe(409);
    // Too late: it begins anew, with what has to be so said again.
    clock.at(3);
    expect(detail(await step('hold', 'done'))).toContain('longer than this step may');
    expect((await step('hold', 'sign-missing')).status).toBe(422);
    expect((await step('hold', 'sign-missing', 'the lamp stayed dark')).status).toBe(201);
    expect(detail(await step('bridge', 'started'))).toContain('A bridge is in its socket still');
    await bridge(placed);
    expect(detail(await step('bridge', 'started'))).toContain('begins once it is said');
    await ready();
    await step('bridge', 'started');
    await pins(12.4);
    const { id: again } = await bridge();
    await step('bridge', 'done');
    await step('hold', 'started');
    clock.at(3.6);
    expect((await step('hold', 'done')).status).toBe(201);
    await step('out', 'started');
    expect(detail(await step('out', 'done'))).toContain('on the rail still');
    await bridge(again);
    expect((await step('out', 'done')).status).toBe(201);
    expect(assessJob(await record()).codings[0]!.procedures[0]!.is).toBe('done');
  });

  it('says what of the sheet comes first, whose keys they are, and what a label cannot be', async () => {
    const { jobId: car, codingId, beaconId, enter } = await opened();
    const item = (own: string, more: object = {}) => enter({ what: 'item', item: own, as: 'done', ...more });
    expect(detail(await item('vin'))).toContain('Save first what the old unit holds');
    expect((await item('constructor')).status).toBe(422);
    expect((await item('image', { as: 'not-needed', note: 'dead' })).status).toBe(422);
    expect((await item('image')).status).toBe(201);
    expect(detail(await item('vin'))).toContain('Before anything is written: A stabilised supply');
    expect(detail(await item('keys'))).toContain('Keys of a unit from elsewhere');
    const authority = (note: string) => enter({ what: 'check', check: 'authority', note });
    expect((await authority('the owner')).status).toBe(422);
    expect((await authority(reason)).status).toBe(201);
    expect(detail(await item('keys'))).toContain('not in the car yet');
    expect(detail(await enter({ what: 'step', procedure: 'zero', step: 'bridge', as: 'started' }))).toContain(
      'not in the car yet',
    );
    const before = { what: 'odometer', store: 'Cluster', of: 'car', moment: 'before', km: 84_210 };
    expect((await enter(before)).status).toBe(201);
    const fitted = await shop.enter(car, 'repairs', {
      beaconIds: [beaconId],
      label: 'Body module',
      method: 'replace',
      part: 'OS-1',
      root: 'unknown',
      cured: true,
    });
    expect(fitted.status).toBe(201);
    expect(codingId).toBeDefined();
    expect((await item('keys')).status).toBe(201);
    // What the car shows with a unit from elsewhere in it is no reading of before.
    expect(detail(await enter({ ...before, km: 120_000 }))).toContain('entered as after');
    expect((await enter({ what: 'check', check: 'fit' })).status).toBe(422);
    expect(
      (await enter({ what: 'odometer', store: 'Clock', of: 'car', moment: 'before', km: 1 })).status,
    ).toBe(422);
    // 1·1 + 2·2 + 3·3 + 4·4 = 30 = 2·11 + 8.
    const trim = (label: string) => enter({ what: 'trim', position: 'left', moment: 'before', label });
    expect((await trim('12348')).status).toBe(201);
    expect(detail(await trim('12347'))).toContain('a character is misread');
    expect((await trim('1234')).status).toBe(422);
    const options = (bytes: string, chosen: string[]) =>
      enter({ what: 'options', base: '00', bytes, options: chosen });
    expect((await options('03', ['fog-front', 'left-hand'])).status).toBe(201);
    expect((await options('05', ['fog-front', 'left-hand'])).status).toBe(422);
    expect(detail(await options('03', ['left-hand', 'right-hand']))).toContain('holds only one of');
    const { jobId } = await shop.openBased('Bulb out');
    expect((await shop.enter(jobId, 'coding-plans', { unit: 'Bulb', notNeeded: 'a bulb' })).status).toBe(422);
    expect(
      (
        await shop.enter(jobId, 'coding-plans', {
          unit: 'Bulb',
          notNeeded: 'a bulb knows nothing of the car',
        })
      ).status,
    ).toBe(201);
  });

  it('takes no layout of a job’s own making, and no image of another job', async () => {
    const [own, other] = [await opened(), await opened()];
    const { jobId } = await shop.openBased('Left tail lamp dead');
    const plan = (more: object) => shop.enter(jobId, 'coding-plans', { unit: 'Body module', ...more });
    const harmless = bodyBook.layout!.fields.map((field) => ({ ...field, role: null }));
    const forged = { ...bodyBook, layout: { ...bodyBook.layout, fields: harmless } };
    expect(detail(await plan({ book: forged }))).toContain('come from the library');
    expect(detail(await plan({ book: forged, kept: { bookId, version: 1 } }))).toContain(
      'not what the library keeps',
    );
    expect((await plan({ book: bodyBook, kept: { bookId: randomUUID(), version: 1 } })).status).toBe(404);
    const { imageId } = await other.keep(bodyMemory({}), 'original');
    const bytes = { form: 'bin', bytes: 15, sha256: sha(bodyMemory({})) };
    const stolen = { codingId: own.codingId, imageId, role: 'donor', ...bytes };
    expect(detail(await shop.enter(own.jobId, 'coding-images', stolen))).toContain('0 of 15 bytes are kept');
    const strange = { codingId: other.codingId, imageId, role: 'donor', ...bytes };
    expect((await shop.enter(own.jobId, 'coding-images', strange)).status).toBe(422);
    expect((await own.enter({ what: 'item', item: '__proto__', as: 'done' })).status).toBe(422);
    expect(
      (await own.enter({ what: 'step', procedure: 'constructor', step: 'hold', as: 'started' })).status,
    ).toBe(422);
    // A plan on which other entries stand is not taken back under them; its chain is whole.
    const withdrawn = await shop.write(`/api/jobs/${other.jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      withdraws: other.codingId,
    });
    expect(withdrawn.status).toBe(409);
    const { body: log } = await shop.get<{ whole: boolean }>(`/api/jobs/${other.jobId}/logbook`);
    expect(log.whole).toBeTrue();
    // Bytes that somebody changed in the database are found.
    await shop
      .owner('image_pieces')
      .where({ image_id: imageId })
      .update({ bytes: Buffer.from('other') });
    const { body: broken } = await shop.get<{ whole: boolean }>(`/api/jobs/${other.jobId}/logbook`);
    expect(broken.whole).toBeFalse();
  });

  it('keeps books in versions, and none that contradicts itself', async () => {
    const own = randomUUID();
    const keep = (basedOn: number, book: object, person = shop.technician) =>
      shop.write<{ version: number; detail: string }>(
        '/api/library/coding-books',
        { bookId: own, basedOn, book },
        { person },
      );
    expect((await keep(0, bodyBook)).body.version).toBe(1);
    expect((await keep(0, { ...bodyBook, title: 'Another' })).status).toBe(409);
    expect((await keep(1, { ...bodyBook, title: 'Body module, later' })).body.version).toBe(2);
    expect((await keep(2, bodyBook, shop.learner)).status).toBe(403);
    const [procedure] = bodyBook.procedures!;
    const left = { ...bodyBook, procedures: [{ ...procedure!, steps: procedure!.steps.slice(0, 2) }] };
    expect((await keep(2, left)).body.detail).toContain(
      'book.procedures[0].steps: the bridge that goes in never',
    );
    const { body } = await shop.get<KeptCodingBook>(`/api/library/coding-books/${own}?version=1`);
    expect(body.book).toEqual(bodyBook);
    expect(body.latest).toBe(2);
  });
});
