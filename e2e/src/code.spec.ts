import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { accessibilityFaults, account, address, closeBrowser, device, pick } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const image = (name: string) => fileURLToPath(new URL(`../../demo/images/${name}`, import.meta.url));

/** A wagon whose body module is to be replaced by a used one: what came before the coding, entered at once. */
async function wagon(page: Page): Promise<{ job: string; fit: () => Promise<void> }> {
  const personId = account('IO').person.id;
  const [jobId, beaconId] = [randomUUID(), randomUUID()];
  const send = async (path: string, data: object) => {
    const response = await page.context().request.post(`${address}/api/jobs${path}`, {
      headers: { 'Idempotency-Key': randomUUID(), 'Beacon-Person': personId, Origin: address },
      data,
    });
    if (!response.ok()) throw new Error(await response.text());
  };
  const fact = (kind: string, data: object, id: string = randomUUID()) =>
    send(`/${jobId}/${kind}`, { id, observedAt: new Date().toISOString(), data });
  await send('', {
    jobId,
    vehicleId: randomUUID(),
    vehicle: { make: 'Ostrel', model: 'Marn wagon', plate: 'OM 77 WGN', odometerKm: 118_300 },
    head: { event: 'module-failure' },
  });
  const beacon = { kind: 'complaint', name: 'Wipers dead', seen: 'present', thereBefore: 'no' };
  await fact('beacons', { ...beacon, conditions: [], shown: 20, exposures: 20 }, beaconId);
  await fact('waivers', { reason: 'the body module is dead and no reader reaches the car' });
  const fit = () =>
    fact('repairs', {
      beaconIds: [beaconId],
      label: 'body module',
      method: 'replace',
      part: 'OM-6610-11C',
      root: 'found-and-removed',
      cured: true,
    });
  return { job: `${address}/jobs/${jobId}`, fit };
}

describe('a unit that is coded', () => {
  afterAll(closeBrowser);

  it('goes from the donor’s image over a merge that is refused once to a module that the car accepts', async () => {
    const { context, page, errors } = await device({ initials: 'IO' });
    const { job, fit } = await wagon(page);
    const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
    await page.goto(`${job}/code`);
    await page.getByLabel('What it is called').fill('body module');
    await page.getByText('version 1').first().waitFor();
    await pick(page, 'How it comes', 'used, from another car');
    await page.getByText('To be saved before the old one comes out').waitFor();
    await press('Make its sheet');
    await page.getByRole('heading', { name: /^Before body module comes out: read out the memory/ }).waitFor();

    // The distance, and both memories: the old unit’s own store is a few kilometres behind the cluster.
    await pick(page, 'Where', 'Cluster');
    await page.getByLabel('Shown, km').fill('118300');
    await press('Enter the distance');
    await page.getByText('It may show 118\u202f300 km afterwards').waitFor();
    await press('Memory images');
    const put = (file: string) => page.locator('db-images input[type="file"]').setInputFiles(image(file));
    await put('old-module.hex');
    await page.getByText('The old unit').first().waitFor();
    await pick(page, 'Whose memory', 'the donor');
    await put('donor-with-crash-record.hex');
    await page.getByText('This unit holds a crash record: it goes into no other car.').waitFor();
    await page.locator('.refusal', { hasText: 'holds a crash record' }).waitFor();
    await put('donor-broken-checksum.s19');
    await page.locator('.refusal', { hasText: 'the checksum “Main”' }).waitFor();
    await put('donor-mill-lane.hex');
    const refused = page.locator('.refusal', {
      hasText: 'would show 118\u202f291 km; this car has gone at least 118\u202f300 km',
    });
    await refused.waitFor();
    await press('Merge, and keep the image');
    await page.getByText('Refused: the result would show 118\u202f291 km').waitFor();
    await pick(page, 'Distance', 'as typed below');
    await page.getByLabel('The distance to be written, km').fill('118300');
    await refused.waitFor({ state: 'detached' });
    await page.getByText('What changes in the donor’s unit').waitFor();
    // Keys are shown to nobody, whatever is changed of them.
    expect(await page.locator('db-merge-form tr', { hasText: 'Keys' }).first().innerText()).not.toMatch(
      /[0-9a-f]{8}/,
    );
    await press('Merge, and keep the image');
    await page.getByText('Merged for this car').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    // What the car holds afterwards is what was merged, byte by byte.
    const saved = page.waitForEvent('download');
    await page.locator('.image', { hasText: 'Merged for this car' }).getByRole('button').click();
    const file = await (await saved).path();
    await pick(page, 'Whose memory', 'read back from the car');
    await page.locator('db-images input[type="file"]').setInputFiles(file);
    await page.getByText('Every byte is the same.').waitFor();

    await page.locator('h2.what', { hasText: 'Read out the memory' }).waitFor();
    await press('It is saved');
    await page.locator('h2.what', { hasText: 'Photograph its label' }).waitFor();
    await press('It is saved');
    await page.getByText('The sheet goes on once the new one is in.').waitFor();
    await fit();
    await page.locator('h2.what', { hasText: 'A stabilised supply' }).waitFor();
    await page.getByLabel('Volts at the car’s clamps').fill('11,4');
    await press('It is so');
    await page.getByText('11.4 V is outside 12.2 to 15 V').waitFor();
    await page.getByLabel('Volts at the car’s clamps').fill('13,2');
    await press('It is so');
    for (const words of ['The key that the car knows', 'Part number, hardware and software']) {
      await page.locator('h2.what', { hasText: words }).waitFor();
      await press('It is so');
    }
    await page.locator('h2.what', { hasText: 'Who showed that the car is theirs' }).waitFor();
    await page
      .getByLabel('Who showed that the car is theirs, and how')
      .fill('the owner, identity card and registration seen');
    await press('It is so');
    const lines: [words: string, button: string][] = [
      ['Read every code before anything', 'It is so'],
      ['Clear; the code', 'It is so'],
      ['Write this car’s VIN', 'It is written'],
      ['Write this car’s distance', 'It is written'],
      ['Write the coding bytes', 'It is written'],
      ['Write the unit from the order data', 'It is so'],
      ['Clear again', 'It is so'],
      ['Read again', 'It is so'],
    ];
    for (const [words, button] of lines) {
      await page.locator('h2.what', { hasText: words }).waitFor();
      await press(button);
    }
    await page.locator('h2.what', { hasText: 'Teach every key' }).waitFor();
    await press('It is taught');
    await page.locator('h2.what', { hasText: 'Teach the end stops' }).waitFor();
    await press('It is taught');
    await page.locator('h2.what', { hasText: 'Tell the maker’s service' }).waitFor();
    await press('It is declared');
    // It is not done before every store shows the car’s own distance.
    await page.getByRole('heading', { name: 'Read the distance in every store once more' }).waitFor();
    for (const store of ['Cluster', 'Body module']) {
      await pick(page, 'Where', store);
      await pick(page, 'Which', 'this car, after');
      await page.getByLabel('Shown, km').fill('118300');
      await press('Enter the distance');
      await page
        .locator('db-odometer-card tr', { hasText: store })
        .getByText('118\u202f300')
        .last()
        .waitFor();
    }
    await page.getByText('body module is coded, and every line of its sheet is said.').waitFor();
    await page.goto(`${job}/hand-back`);
    await page.getByText('after Cluster 118\u202f300 km, Body module 118\u202f300 km').first().waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });

  it('is taught its zero point with a bridge and a clock, interrupted, given up once, and ended by another hand', async () => {
    const phone = { width: 390, height: 844, touch: true };
    const tomas = await device({ ...phone, initials: 'TB' });
    await tomas.page.goto(address);
    const link = await tomas.page.locator('.row', { hasText: 'J-0147' }).getAttribute('href');
    const code = `${address}${link!.replace(/\/[a-z-]+$/, '')}/code`;
    let { page } = tomas;
    const tap = (name: string | RegExp) => page.getByRole('button', { name }).first().tap();
    const step = (words: string) => page.locator('.mat-step-label-selected', { hasText: words }).waitFor();
    const ready = async (supply: boolean) => {
      if (supply) {
        await page.getByLabel('Volts at the car’s clamps').fill('13,1');
        await tap('Enter the volts');
      }
      for (const words of ['The seat is empty', 'Doors shut', 'Ignition off'])
        await tap(new RegExp(`^${words}`));
    };
    const placed = async () => {
      await step('Measure pin 3');
      await tap('Start this step');
      await page.getByLabel('Pin 3 against ground, V').fill('0,2');
      await tap('Enter the volts of the pin');
      await page.getByText('count the pins again').first().waitFor();
      await page.getByLabel('Pin 3 against ground, V').fill('12,6');
      await tap('Enter the volts of the pin');
      await tap('The bridge is in its socket');
      await page
        .getByText(/calibration bridge: Service plug/i)
        .first()
        .waitFor();
      await tap('Done');
    };
    const simple = async (words: string) => {
      await step(words);
      await tap(/^Start/);
      await tap('Done');
    };
    await page.goto(code);
    await ready(false);
    await placed();
    await simple('Ignition off, key out');
    // Somebody opened the door: it is given up, the bridge comes out, and all of it is said again.
    await step('Close the link');
    await tap(/Something is wrong/);
    await page.getByLabel('What was seen').fill('the door was opened');
    await tap('Stop, and begin anew later');
    await page.getByText('Given up the last time: the door was opened.').waitFor();
    const onRail = page.getByText(/calibration bridge: Service plug/i).first();
    await page.goto(code.replace(/code$/, 'take-in'));
    await onRail.waitFor();
    await page.goto(code);
    await tap('The bridge is out');
    await onRail.waitFor({ state: 'detached' });
    await ready(true);
    await placed();
    await simple('Ignition off, key out');
    await simple('Close the link');
    await step('Ignition on, engine off: wait');
    await tap('Start it: 30 seconds');
    await page.getByRole('timer').waitFor();
    await tomas.context.close();

    // The time runs by the server’s clock, whoever looks.
    const yuki = await device({ ...phone, initials: 'YS' });
    ({ page } = yuki);
    await page.goto(code);
    await page.getByRole('timer').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);
    await page.getByRole('timer').waitFor({ state: 'detached' });
    await tap(/^Seen: the passenger-bag-off lamp flashes twice/);
    await step('Ignition off');
    await tap('Start it: 10 seconds');
    await page.getByRole('timer').waitFor({ state: 'detached' });
    await tap('Done');
    await step('Take the bridge out');
    await tap('Start this step');
    await tap('The bridge is out');
    await page
      .getByText(/calibration bridge: Service plug/i)
      .first()
      .waitFor({ state: 'detached' });
    await tap('Done');
    await step('Start the engine');
    await tap('Start this step');
    await tap(/^Seen: the lamp lights/);
    await page.locator('h2.what', { hasText: 'Note the live value' }).waitFor();
    expect([...tomas.errors, ...yuki.errors]).toEqual([]);
    await yuki.context.close();
  });
});
