import { accessibilityFaults, address, closeBrowser, device, nextThing } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;

describe('a short job', () => {
  afterAll(closeBrowser);

  it('goes from plate to signature in 25 taps, without a reader, and widens by itself when more shows', async () => {
    const { context, page, errors } = await device({ width: 800, height: 1280, touch: true });
    let taps = 0;
    const tap = async (name: string | RegExp, role: 'button' | 'radio' | 'link' = 'button') => {
      taps++;
      await page
        .getByRole(role, { name, exact: typeof name === 'string' })
        .first()
        .tap();
    };
    const type = async (label: string, text: string) => {
      taps++;
      await page.getByLabel(label, { exact: true }).tap();
      await page.keyboard.type(text);
    };
    const begun = Date.now();
    await page.goto(`${address}/take-in`);
    await type('Make', 'Ostrel');
    await type('Model', 'Marn wagon');
    await type('Plate', 'LR 77 OSK');
    await tap('Wear, or unknown', 'radio');
    await tap('Open the job');
    await page.waitForURL(/\/jobs\/[0-9a-f-]+\/take-in$/);
    await tap('Something that does not work', 'radio');
    await type('What does not work, in the customer’s words', 'Left tail lamp out');
    await tap('Add it');
    await page.getByText('Look at “Left tail lamp out”').waitFor();
    await tap(/^To trace/, 'link');
    await type('What was done', 'Replace the bulb');
    await type('Part fitted, with its number', 'bulb 21 W, MT-4410');
    await tap('yes, it works', 'radio');
    await tap('Save the repair');
    await page.getByText('Try it in every mode').waitFor();
    await tap(/^To hand back/, 'link');
    await page.getByText('Nothing is missing.').waitFor();
    await tap('The car is handed back');
    await page.getByText('The job is done.').waitFor();
    expect(taps).toBeLessThanOrEqual(25);
    expect(Date.now() - begun).toBeLessThan(90_000);
    expect(await accessibilityFaults(page)).toEqual([]);

    // A second failure shows: a full job from here, with everything that was entered.
    const job = page.url().replace(/\/hand-back$/, '');
    await page.goto(`${job}/take-in`);
    await page.getByText('Beacons', { exact: true }).first().tap();
    await tap('Something that does not work', 'radio');
    await type('What does not work, in the customer’s words', 'Right tail lamp out');
    await tap('Add it');
    await page.locator('.next-thing h1', { hasText: 'battery' }).waitFor();
    expect(await nextThing(page)).toContain('Measure the battery');
    await page.locator('.rail strong', { hasText: 'Left tail lamp out' }).waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });
});
