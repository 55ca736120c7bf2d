import type { Page } from 'playwright-core';
import { address, answerKept, closeBrowser, device, nextThing, report } from './browser.js';
import { addBeacon, draftKept, measureBattery, takeIn } from './intake.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const rail = (page: Page, name: string) => page.locator('.rail strong', { hasText: name }).waitFor();
/** A small picture, as a tablet's camera would hand it over. */
const picture = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNkYAAAAAYAAjCB0C8AAAAASUVORK5CYII=',
  'base64',
);

describe('an intake', () => {
  afterAll(closeBrowser);

  it('is done by keyboard only, in under two minutes for a known vehicle', async () => {
    const { context, page, errors } = await device();
    await page.goto(`${address}/take-in`);
    await page.locator('h1').waitFor();
    const since = Date.now();
    /** Goes on with Tab until the focus is on what carries these words. */
    const to = async (words: RegExp) => {
      for (let n = 0; n < 120; n++) {
        await page.keyboard.press('Tab');
        const here = await page.evaluate(() => {
          const own = document.activeElement;
          if (own === document.body) return '';
          const label = own instanceof HTMLInputElement ? own.labels?.[0] : null;
          return `${own?.getAttribute('aria-label') ?? ''} ${label?.textContent ?? own?.textContent ?? ''}`;
        });
        if (words.test(here.replace(/\s+/g, ' '))) return;
      }
      throw new Error(`no way to ${words} by Tab`);
    };
    await to(/Was it here before/);
    await page.keyboard.type('QD 73');
    await page.getByText('Quayside Deliveries').waitFor();
    await to(/Hallmer Drover/);
    await page.keyboard.press('Enter');
    await to(/Odometer/);
    await page.keyboard.type('142 010');
    await to(/Collision/);
    // Radios: the first is reached by Tab, the others by the arrows.
    for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowDown');
    await to(/In a few words/);
    await page.keyboard.type('Door chimes');
    await to(/^ ?Open the job/);
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/take-in$/);
    await page.locator('.next-thing h1').waitFor();
    await to(/Which lamp/);
    await page.keyboard.type('door');
    await to(/^ ?Door open/);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Alt+s');
    await rail(page, 'Door open');
    await to(/No more: the battery next/);
    await page.keyboard.press('Enter');
    await page.getByLabel('Resting volts').waitFor();
    await to(/flooded/);
    await page.keyboard.press('Space');
    await to(/Resting volts/);
    await page.keyboard.type('12.6');
    await to(/Hours at rest/);
    await page.keyboard.type('8');
    await page.keyboard.press('Alt+s');
    await page.getByText('Battery: cannot be judged yet').waitFor();
    expect(await nextThing(page)).toBe('Read every module and paste the report.');
    expect(Date.now() - since).toBeLessThan(120_000);
    expect(errors).toEqual([]);
    await context.close();
  });

  it('is done by touch on an upright tablet after a collision: looks, lamps by shape, a photo', async () => {
    const { context, page, errors } = await device({ width: 800, height: 1280, touch: true });
    await page.goto(`${address}/take-in`);
    await page.getByLabel('Make').fill('Velanta');
    await page.getByLabel('Model').fill('Quill');
    await page.getByText('Collision', { exact: true }).tap();
    await page.getByLabel('12 o’clock').tap();
    await page.getByLabel('1 o’clock', { exact: true }).tap();
    await page.getByRole('button', { name: /front left/ }).tap();
    await page.getByText('moderate', { exact: true }).tap();
    await page.getByRole('button', { name: 'Open the job' }).tap();
    await page.waitForURL(/\/take-in$/);
    await page.locator('.next-thing h1', { hasText: 'May it be powered?' }).waitFor();
    for (const look of [
      'no smell of fuel or coolant',
      'no harness damaged',
      'no unit hangs',
      'no module is wet',
      'the cabin is empty',
    ])
      await page.locator('db-power-form mat-button-toggle', { hasText: look }).first().tap();
    await page.getByRole('button', { name: 'Enter the five looks' }).tap();
    await page.locator('.next-thing h1', { hasText: 'Add the first beacon' }).waitFor();
    await page.getByRole('option', { name: 'Restraint lamp' }).tap();
    await page.getByText('lit, and stayed lit').tap();
    await page.getByRole('button', { name: 'Add it' }).tap();
    await rail(page, 'Restraint lamp');
    await page.getByRole('radio', { name: /^Photos/ }).tap();
    await page.getByLabel('What it shows').fill('corner, right front');
    await page
      .locator('input[type="file"]')
      .first()
      .setInputFiles({ name: 'corner.png', mimeType: 'image/png', buffer: picture });
    await page.getByAltText('corner, right front').waitFor();
    await page
      .locator('input[type="file"]')
      .first()
      .setInputFiles({ name: 'letter.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4') });
    await page.getByText('This file is no picture that the browser can read').waitFor();
    // Everything that is pressed is as large as a gloved finger.
    const small = await page.locator('main button:visible, main a:visible').evaluateAll((elements) =>
      elements
        .map((element) => ({
          says: element.textContent?.trim(),
          ...element.getBoundingClientRect().toJSON(),
        }))
        .filter(({ height }: { height: number }) => height < 44)
        .map(({ says, height }) => `${says}: ${height}`),
    );
    expect(small).toEqual([]);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect(wide).toBeLessThanOrEqual(0);
    expect(errors).toEqual([]);
    await context.close();
  });

  it('goes on while the network is cut, and sends everything in order when it is back', async () => {
    const { context, page } = await device();
    const job = await takeIn(page);
    // Whoever opens the page for the first time has it on the device once its worker has read the job as well.
    await answerKept(page, `/api${new URL(job).pathname}`);
    await context.setOffline(true);
    for (const name of ['Tyre pressure', 'Lane assist']) {
      await page.getByLabel('Which lamp?').fill(name);
      await page.getByRole('button', { name: 'Add it' }).click();
      await rail(page, name);
    }
    await page.getByText('2 entries are not saved yet.').waitFor();
    // What waits stands on the rail, marked, and nobody’s beacon is out of sight.
    await rail(page, 'Lane assist');
    expect(await page.locator('.rail').getByText('not saved yet').count()).toBe(2);
    await page.getByLabel('Which lamp?').fill('Half a wor');
    await draftKept(page, 'Half a wor');
    // The tab is closed and opened again without the network: the page comes from the device, and nothing is forgotten.
    await page.close();
    const again = await context.newPage();
    await again.goto(`${job}/take-in`);
    await again.getByText('2 entries are not saved yet.').waitFor();
    // What waits counts as taken in: the battery comes next, and the beacon that was begun is still there.
    await again.getByRole('radio', { name: /^Beacons/ }).click();
    await again.getByLabel('Which lamp?').waitFor();
    await again.waitForFunction(() =>
      Array.from(document.querySelectorAll('input')).some(({ value }) => value === 'Half a wor'),
    );
    expect(await again.locator('.rail').getByText('not saved yet').count()).toBe(2);
    await context.setOffline(false);
    await again.getByText('2 entries are not saved yet.').waitFor({ state: 'detached' });
    await rail(again, 'Tyre pressure');
    await rail(again, 'Lane assist');
    await again.locator('.rail').getByText('not saved yet').first().waitFor({ state: 'detached' });
    const log = (await (
      await context.request.get(`${address}/api${new URL(job).pathname}/logbook`)
    ).json()) as {
      entries: { says: string }[];
      whole: boolean;
    };
    expect(log.entries.map(({ says }) => says)).toEqual([
      'Job opened: Corvane Lumen',
      'Tyre pressure: lit',
      'Lane assist: lit',
    ]);
    expect(log.whole).toBeTrue();
    await context.close();
  });

  it('keeps what stands in every form over a reload', async () => {
    const { context, page } = await device({ initials: 'IO' });
    const back = async (typed: string) => {
      await draftKept(page, typed);
      await page.reload();
    };
    const stands = async (label: string, value: string) => {
      const field = page.getByLabel(label).first();
      await field.waitFor();
      await page.waitForFunction(([own, wanted]) => (own as HTMLInputElement).value === wanted, [
        await field.elementHandle(),
        value,
      ] as const);
      expect(await field.inputValue())
        .withContext(label)
        .toBe(value);
    };
    await page.goto(`${address}/take-in`);
    await page.getByLabel('Make').fill('Hallmer');
    await page.getByText('Water', { exact: true }).click();
    await page.getByLabel('Where was the water?').fill('rear left');
    await back('rear left');
    await stands('Make', 'Hallmer');
    await stands('Where was the water?', 'rear left');
    await page.getByText('Wear, or unknown').click();

    const job = await takeIn(page);
    const form = async (path: string, open: (() => Promise<void>) | null, label: string, value: string) => {
      await page.goto(job + path);
      await page.locator('.next-thing h1').waitFor();
      await open?.();
      await page.getByLabel(label).first().fill(value);
      await back(value);
      await page.locator('.next-thing h1').waitFor();
      await open?.();
      await stands(label, value);
    };
    const part = (name: RegExp) => () => page.getByRole('radio', { name }).click();
    const opened = (name: RegExp) => () => page.getByRole('button', { name }).click();
    await form('/take-in', null, 'Which lamp?', 'Half a lamp');
    await form('/take-in', part(/^Battery/), 'Resting volts', '12.4');
    await form('/take-in', part(/^Photos/), 'What it shows', 'a corner');
    await form('/take-in', part(/^The car/), 'Customer', 'Noor Halloran');
    await form('/route', null, 'The item or the work', 'End switch');
    await form('/code', opened(/^A note/), 'What the next hand has to know', 'Options carried over');
    await form(
      '/baseline',
      () => page.getByText('No baseline can be had?').click(),
      'Baseline impossible because',
      'burnt out',
    );
    await page.goto(`${job}/take-in`);
    await page.getByLabel('Which lamp?').fill('');
    await addBeacon(page);
    await measureBattery(page);
    await page.goto(`${job}/baseline`);
    await page.locator('textarea').fill(report('j-0145-baseline'));
    await back(report('j-0145-baseline').split('\n')[0]!);
    await page.getByRole('button', { name: 'Save as the baseline' }).click();
    await page.locator('.next-thing h1', { hasText: 'Choose the circuit' }).waitFor();
    await page.goto(`${job}/basics`);
    await page.getByRole('button', { name: 'Enter', exact: true }).first().click();
    await page.getByLabel('What was seen, where').fill('14.1 V');
    await back('14.1 V');
    await stands('What was seen, where', '14.1 V');
    await page.goto(`${job}/trace`);
    await page.getByText('Switch on a module input').click();
    await page.getByLabel('Module that reads it').first().fill('Flap module');
    await back('Flap module');
    await stands('Module that reads it', 'Flap module');
    await page.getByRole('button', { name: 'Start the trace' }).click();
    // The same test again after the reload: which one comes first may change while the plan is worked out.
    const measured = (await page.locator('.action', { hasText: 'Measure' }).first().innerText()).split(
      '\n',
    )[0]!;
    const measure = () => page.locator('.action', { hasText: measured }).first().click();
    await measure();
    await page.locator('#reading').fill('4.9');
    await back('4.9');
    await measure();
    await page.waitForFunction(
      () => (document.querySelector('#reading') as HTMLInputElement | null)?.value === '4.9',
    );
    // Whichever repair is shown: it says how sure it is.
    await page
      .locator('.action', { hasText: /% sure/ })
      .first()
      .click();
    await page.getByLabel('Part fitted').fill('CV-2210-07A');
    await back('CV-2210-07A');
    // Whichever repair is shown: it says how sure it is.
    await page
      .locator('.action', { hasText: /% sure/ })
      .first()
      .click();
    await stands('Part fitted', 'CV-2210-07A');
    await context.close();
  });
});
