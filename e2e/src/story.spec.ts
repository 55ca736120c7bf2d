import type { Page } from 'playwright-core';
import { accessibilityFaults, address, closeBrowser, device, nextThing, report } from './browser.js';
import { addBeacon, measureBattery, takeIn } from './intake.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const sentence = (page: Page, text: string | RegExp) =>
  page.locator('.next-thing h1', { hasText: text }).waitFor();

async function paste(page: Page, name: string, save: string): Promise<void> {
  await page.locator('textarea').fill(report(name));
  await page.getByRole('button', { name: save }).click();
}

async function reading(page: Page, test: string, ...keys: string[]): Promise<void> {
  const readings = page.locator('.readings li');
  const before = await readings.count();
  await page.locator('.action', { hasText: test }).click();
  await page.locator('.action.chosen', { hasText: test }).waitFor();
  for (const key of keys) await page.getByRole('button', { name: key, exact: true }).click();
  await readings.nth(before).waitFor();
}

describe('the story of a job', () => {
  afterAll(closeBrowser);

  it('goes from an empty job to the printed hand-back, with a real report', async () => {
    const { context, page, errors } = await device();
    const since = Date.now();
    const job = await takeIn(page);
    expect(await nextThing(page)).toBe('Add the first beacon or complaint, as it shows now.');
    await addBeacon(page);
    await sentence(page, 'Measure the battery: resting volts, then the tester.');
    await measureBattery(page);
    await sentence(page, 'Read every module and paste the report.');
    await page.getByRole('link', { name: 'To baseline' }).click();

    await paste(page, 'j-0145-baseline', 'Save as the baseline');
    await sentence(page, 'Choose the circuit behind “Charge flap open”.');
    expect(await page.locator('db-report-read').innerText()).toContain('B1A29-77');
    await page.getByRole('link', { name: 'To trace' }).click();

    await page.getByText('Switch on a module input').click();
    await page.getByRole('button', { name: 'Start the trace' }).click();
    await page.locator('db-circuit-drawing').waitFor();
    await page.keyboard.press('/');
    await page.keyboard.type('c31.2 4,92 v');
    await page.getByText('Measure C31.2 to ground with the flap shut: 4.92 V · Enter').waitFor();
    await page.keyboard.press('Enter');
    await page.locator('.readings li').first().waitFor();
    await reading(page, 'Listen at the flap gear', 'No');
    await reading(page, 'Unplug C31 and measure', 'OL, over-limit', 'Enter the reading');
    await reading(page, 'Press the end switch by hand', '4', 'decimal mark', '9', '7', 'Enter the reading');
    expect(await page.locator('.readings strong').allInnerTexts()).toEqual([
      '4.97 V',
      'over-limit',
      'no',
      '4.92 V',
    ]);
    await sentence(page, 'Replace the end switch, and find what made it fail.');

    await page.locator('.action', { hasText: 'Replace the end switch' }).click();
    await page.getByText('found and removed').click();
    await page.getByLabel('The root, in a few words').fill('seal torn, water inside');
    await page.getByText('yes, it works').click();
    await page.getByRole('button', { name: 'Save the repair' }).click();
    await sentence(page, 'Clear the codes in every module, then say so here.');

    await page.getByRole('link', { name: 'To clear' }).click();
    await page.getByRole('button', { name: 'The codes are cleared in every module' }).click();
    await sentence(page, 'Read every module again and paste the final report.');
    await paste(page, 'j-0145-final', 'Save as the final scan');
    // A silent module is not a clean one.
    await sentence(page, 'Telematics does not answer: find out why, or say why it stays so.');
    await page.getByRole('button', { name: 'It stays silent …' }).click();
    await page.getByLabel('Why it stays silent').fill('no contract, asleep as before');
    await page.getByRole('button', { name: 'It stays silent', exact: true }).click();
    await sentence(page, 'more clean drives.');
    expect(await page.locator('td.end').allInnerTexts()).toEqual(
      Array.from({ length: 4 }, () => 'gone, not yet proven: its monitor has not run'),
    );

    await page.getByRole('link', { name: 'To prove' }).click();
    await page.locator('canvas').waitFor();
    await page.getByText('cold', { exact: true }).click();
    await page.getByText('it was a cold start', { exact: true }).click();
    await page.getByText('bulb check seen at ignition on', { exact: true }).click();
    await page.getByRole('button', { name: 'Enter it' }).click();
    await page.locator('.entered li').waitFor();
    expect(await page.locator('.lacking').innerText()).toContain('2 more cold starts');

    await page.getByRole('link', { name: /^Hand back/ }).click();
    const paper = page.locator('.paper');
    await paper.waitFor();
    const text = await paper.innerText();
    for (const part of [
      'Charge flap open',
      '4.92 V',
      'over-limit',
      'Replace the end switch',
      'seal torn, water inside',
      'B1A27-64',
      'not yet proven',
    ])
      expect(text).withContext(part).toContain(part);
    const pdf = await page.pdf({ format: 'A4' });
    expect(pdf.length).toBeGreaterThan(10_000);
    const address = (await page.getByRole('link', { name: 'PDF' }).getAttribute('href'))!;
    const made = await page.request.get(new URL(address, page.url()).href);
    expect((await made.body()).subarray(0, 5).toString()).toBe('%PDF-');
    await page.getByLabel('Who collects the car?').fill('Noor Halloran');
    await page.getByText('They sign on the screen').click();
    const box = (await page.locator('db-signature canvas').boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + 120, box.y + 70, { steps: 6 });
    await page.mouse.up();
    await page.getByRole('button', { name: 'The car is handed back' }).click();
    await page.getByText('Handed back today').waitFor();
    await page.locator('.signed path').waitFor();
    expect(await paper.innerText()).toContain('Noor Halloran');
    await page.getByRole('button', { name: /^Log · / }).click();
    await page.locator('db-log-drawer li').first().waitFor();
    expect(await page.locator('db-log-drawer li').count()).toBe(15);
    expect(Date.now() - since).toBeLessThan(60_000);
    expect(job).toContain('/jobs/');
    expect(errors).toEqual([]);
    await context.close();
  });

  it('shows in a second browser what is entered in the first', async () => {
    const [first, second] = [await device(), await device()];
    await second.page.goto(address);
    await second.page.locator('.rows li').first().waitFor();
    await takeIn(first.page);
    await addBeacon(first.page);
    const number = await first.page.locator('header .number').innerText();
    const row = second.page.locator('.row', { hasText: number });
    await row.locator('db-lens').waitFor();
    expect(await row.textContent()).toContain('Measure the battery');
    expect(await row.count()).toBe(1);

    await second.page.goto(first.page.url());
    await second.page.locator('.rail strong', { hasText: 'Charge flap open' }).waitFor();
    await first.page.getByRole('radio', { name: /^Beacons/ }).click();
    await first.page.getByLabel('Which lamp?').fill('Key battery low');
    await first.page.getByRole('button', { name: 'Add it' }).click();
    await second.page.locator('.rail strong', { hasText: 'Key battery low' }).waitFor();
    await first.context.close();
    await second.context.close();
  });

  it('refuses a report in which no module answered, and keeps what was typed over a reload', async () => {
    const { context, page } = await device();
    const job = await takeIn(page);
    await addBeacon(page);
    await page.goto(`${job}/baseline`);
    await page.locator('textarea').fill('ODDLIGHT R2 report\nNo modules responded.');
    await page.getByText('That is a connection fault, not a clean car').first().waitFor();
    await page.getByRole('button', { name: 'Save as the baseline' }).click();
    await page.getByText('no module answered in this report').waitFor();
    await page.reload();
    await page.locator('db-report-read').waitFor();
    expect(await page.locator('textarea').inputValue()).toContain('No modules responded.');
    await context.close();
  });

  for (const theme of ['dusk', 'day'] as const)
    it(`has no accessibility fault on any page, ${theme}`, async () => {
      const { context, page, errors } = await device({ theme, initials: 'IO' });
      await page.goto(address);
      const link = await page.locator('.row', { hasText: 'J-0145' }).getAttribute('href');
      const traced = await page.locator('.row', { hasText: 'J-0131' }).getAttribute('href');
      const back = await page.locator('.row', { hasText: 'J-0104' }).getAttribute('href');
      const routes = await page.locator('.row', { hasText: 'J-0120' }).getAttribute('href');
      const matched = await page.locator('.row', { hasText: 'J-0138' }).getAttribute('href');
      const pageOf = (row: string | null, stage: string) => row!.replace(/\/[a-z-]+$/, `/${stage}`);
      const job = link!.replace(/\/[a-z-]+$/, '');
      const faults: string[] = [];
      for (const path of [
        '/',
        '/take-in',
        '/shop',
        '/account',
        `${job}/take-in`,
        `${job}/baseline`,
        `${job}/basics`,
        `${job}/make-safe`,
        `${job}/route`,
        pageOf(routes, 'route'),
        pageOf(matched, 'match'),
        '/library/stock',
        traced!,
        back!,
        `${job}/clear`,
        `${job}/prove`,
        `${job}/hand-back`,
      ]) {
        await page.goto(address + path);
        await page.locator('h1').first().waitFor();
        for (const [width, height] of [
          [1280, 800],
          [800, 1280],
          [390, 844],
        ] as const) {
          await page.setViewportSize({ width, height });
          await page.waitForFunction(() => document.querySelector('[aria-busy="true"]') === null);
          const found = await accessibilityFaults(page);
          faults.push(...found.map((fault) => `${path} at ${width}: ${fault}`));
        }
      }
      expect(faults).toEqual([]);
      expect(errors).toEqual([]);
      await context.close();
    });
});
