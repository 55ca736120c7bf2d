import { randomUUID } from 'node:crypto';
import { accessibilityFaults, account, address, closeBrowser, device, pick } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 240_000;

describe('practice', () => {
  afterAll(closeBrowser);

  it('takes a learner from a simulated car to what it was, by the planner’s own next steps', async () => {
    const { context, page, errors } = await device({ initials: 'R' });
    await page.goto(address);
    await page.getByRole('link', { name: 'Practise' }).click();
    await page.getByRole('button', { name: 'Take a simulated car' }).waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    // One whose fault is known here: the right tail lamp is burnt out.
    const jobId = randomUUID();
    const opened = await context.request.post(`${address}/api/practice`, {
      headers: {
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': account('R').person.id,
        Origin: address,
      },
      data: { jobId, vehicleId: randomUUID(), seed: 2 },
    });
    expect(opened.status()).toBe(201);
    await page.goto(`${address}/jobs/${jobId}/take-in`);
    await page.getByText('Enter first what the driver says: “This is on: Lamp failure.”').waitFor();
    await page.getByLabel('Which lamp?').fill('Lamp failure');
    await page.getByRole('button', { name: 'Add it' }).click();
    await page.getByRole('button', { name: 'Read every module' }).click();
    await page.locator('.next-thing h1', { hasText: 'Choose the circuit behind “Lamp failure”' }).waitFor();
    await page.goto(`${address}/jobs/${jobId}/baseline`);
    await page.getByText('B1C11-13').waitFor();
    await page.goto(`${address}/jobs/${jobId}/trace`);
    await page.getByRole('button', { name: 'Trace a part' }).click();
    await page.getByRole('menuitem', { name: 'Right tail lamp' }).click();
    await page.locator('db-circuit-drawing').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    const measure = page.getByRole('button', { name: 'Do it at the simulated car' });
    const repair = page.getByRole('button', { name: 'Save the repair' });
    for (let n = 1; n <= 12; n++) {
      await measure.or(repair).first().waitFor();
      if (await repair.isVisible()) break;
      const before = await page.locator('.next-thing h1').innerText();
      await measure.first().click();
      // Another step comes first once the reading has counted.
      await page.waitForFunction(
        ([count, asked]) =>
          document.querySelectorAll('.readings li').length >= Number(count) &&
          document.querySelector<HTMLElement>('.next-thing h1')?.innerText !== asked,
        [n, before] as const,
      );
    }
    expect(await page.locator('.next-thing h1').innerText()).toContain('right tail lamp');
    await page.getByText('found and removed').click();
    await page.getByText('yes, it works').click();
    await repair.click();
    await page.locator('.next-thing h1', { hasText: 'Clear the codes in every module' }).waitFor();
    await page.goto(`${address}/jobs/${jobId}/clear`);
    await page.getByRole('button', { name: 'The codes are cleared in every module' }).click();
    await page.locator('.next-thing h1', { hasText: 'Read every module again' }).waitFor();
    await page.getByRole('button', { name: 'Read every module' }).click();
    await page.locator('.next-thing h1', { hasText: '“Lamp failure” needs' }).waitFor();
    await page.goto(`${address}/jobs/${jobId}/hand-back`);
    await page.getByRole('button', { name: 'The car is handed back' }).click();
    await page.getByRole('button', { name: 'What was it?' }).click();
    const end = page.locator('db-car-strip [role=status]');
    await end.waitFor();
    expect(await end.innerText()).toContain('It was: right tail lamp is open. It is mended.');
    expect(await end.innerText()).toContain('no parts in vain');
    await page.locator('.ways li', { hasText: 'that was it' }).waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    await page.getByRole('link', { name: 'Take the next one' }).click();
    await page.getByRole('heading', { name: 'Your cars' }).waitFor();
    await page.getByText(/\d of \d mended, no parts in vain/).waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);
    expect(errors).toEqual([]);
    await context.close();
  });

  it('fits a used body module that the car refuses, gives it this car’s memory over the link, and codes it until no code is left', async () => {
    const { context, page, errors } = await device({ initials: 'R' });
    const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
    await page.goto(`${address}/practice`);
    const row = page.getByRole('listitem').filter({ hasText: 'Jumped it with the leads reversed' });
    await row.getByRole('button', { name: 'Take it' }).click();
    await page.waitForURL(/take-in/);
    const job = page.url().replace(/\/take-in$/, '');
    const jobId = job.split('/').at(-1)!;
    await page.getByLabel('Which lamp?').fill('Lamp failure');
    await press('Add it');
    await press('Read every module');
    await page.locator('.next-thing h1', { hasText: 'Choose the circuit' }).waitFor();

    // What leaves the car is read out first.
    await page.goto(`${job}/code`);
    await page.getByLabel('What it is called').fill('body module');
    await page.getByText('version 1').first().waitFor();
    await pick(page, 'How it comes', 'used, from another car');
    await press('Make its sheet');
    await page.locator('h2.what', { hasText: 'Read out the memory' }).waitFor();
    await press('Memory images');
    await press('Read the unit in the car over the link');
    await page.locator('.image', { hasText: 'The old unit' }).waitFor();
    for (const words of ['Read out the memory', 'Photograph its label']) {
      await page.locator('h2.what', { hasText: words }).waitFor();
      await press('It is saved');
    }
    await page.getByText('The sheet goes on once the new one is in.').waitFor();
    const me = account('R').person.id;
    const { beacons } = (await (await context.request.get(`${address}/api/jobs/${jobId}`)).json()) as {
      beacons: { id: string }[];
    };
    const fitted = await context.request.post(`${address}/api/jobs/${jobId}/repairs`, {
      headers: { 'Idempotency-Key': randomUUID(), 'Beacon-Person': me, Origin: address },
      data: {
        id: randomUUID(),
        observedAt: new Date().toISOString(),
        data: {
          beaconIds: [beacons[0]!.id],
          label: 'body module',
          method: 'replace',
          root: 'found-and-removed',
          cured: true,
        },
      },
    });
    expect(fitted.status()).toBe(201);

    const line = (words: string) => page.locator('h2.what', { hasText: words }).waitFor();
    const overLink = async (words: string) => {
      await line(words);
      await press('Do it over the link');
    };
    await overLink('A stabilised supply');
    await line('The key that the car knows');
    await press('It is so');
    await overLink('Part number, hardware and software');
    await line('Who showed that the car is theirs');
    await page
      .getByLabel('Who showed that the car is theirs, and how')
      .fill('the owner, identity card and registration seen');
    await press('It is so');
    // The donor’s memory, out of the unit that is in the car now.
    await line('The images of the old unit and of the donor');
    await press('Read the unit in the car over the link');
    await page.locator('.image', { hasText: 'The donor' }).waitFor();
    await overLink('Read every code before anything');
    // It is refused: it says whose it is.
    await page
      .getByText(/B1F01-56 active/)
      .first()
      .waitFor();
    await pick(page, 'Keys', 'stays the donor’s');
    await page.locator('.refusal', { hasText: /key|pairing/i }).waitFor();
    await press('Merge, and keep the image');
    await page
      .getByText(/^Refused/)
      .first()
      .waitFor();
    await pick(page, 'Keys', 'from the old unit');
    await page.locator('.refusal').waitFor({ state: 'detached' });
    await press('Merge, and keep the image');
    await page.locator('.image', { hasText: 'Merged for this car' }).waitFor();
    await press('Write the merged image over the link');
    await page.getByText('Every byte is the same.').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    await overLink('Clear; the code');
    await overLink('Write this car’s VIN');
    await overLink('Write this car’s distance');
    await line('Write the coding bytes');
    await press('Do it over the link');
    await page.getByText('Work the coding bytes out first').waitFor();
    await press('Options, bit by bit');
    for (const option of ['left-hand drive', 'halogen headlamps'])
      await page.locator('db-options-form').getByText(option, { exact: true }).first().click();
    const entered = page.waitForResponse(
      (answer) => answer.request().method() === 'POST' && /coding-entries/.test(answer.url()),
    );
    await press('Enter these bytes');
    expect((await entered).status()).toBe(201);
    await press('Do it over the link');
    await overLink('Write the unit from the order data');
    await overLink('Clear again');
    await overLink('Read again');
    await overLink('Teach every key');
    await overLink('Teach the end stops');
    await line('Tell the maker’s service');
    await press('It is declared');
    await page.getByText('body module is coded, and every line of its sheet is said.').waitFor();
    await page.goto(`${job}/clear`);
    await press('The codes are cleared in every module');
    await page.locator('.next-thing h1', { hasText: 'Read every module again' }).waitFor();
    await press('Read every module');
    await page.locator('.next-thing h1', { hasText: '“Lamp failure” needs' }).waitFor();
    await page.goto(`${job}/hand-back`);
    await press('The car is handed back');
    await press('What was it?');
    const end = page.locator('db-car-strip [role=status]', { hasText: 'It was:' });
    await end.waitFor();
    expect(await end.innerText()).toContain('the output stage of the body module is burnt');
    expect(await end.innerText()).toContain('It is mended.');
    expect(await end.innerText()).toContain('no parts in vain');
    expect(errors).toEqual([]);
    await context.close();
  });
});
