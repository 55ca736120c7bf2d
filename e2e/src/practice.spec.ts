import { randomUUID } from 'node:crypto';
import { accessibilityFaults, account, address, closeBrowser, device } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 240_000;

describe('practice', () => {
  afterAll(closeBrowser);

  it('takes a learner from a simulated car to what it was, by the planner’s own next steps', async () => {
    const { context, page, errors } = await device({ initials: 'R' });
    await page.goto(address);
    await page.getByRole('link', { name: 'Practise' }).click();
    await page.getByRole('button', { name: 'Take a simulated car' }).waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    // One whose fault is known here: the right brake lamp is burnt out.
    const jobId = randomUUID();
    const opened = await context.request.post(`${address}/api/practice`, {
      headers: {
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': account('R').person.id,
        Origin: address,
      },
      data: { jobId, vehicleId: randomUUID(), seed: 3 },
    });
    expect(opened.status()).toBe(201);
    await page.goto(`${address}/jobs/${jobId}/take-in`);
    await page.getByText('Enter first what the driver says: “This is on: Lamp failure.”').waitFor();
    await page.getByLabel('Which lamp?').fill('Lamp failure');
    await page.getByRole('button', { name: 'Add it' }).click();
    await page.getByRole('button', { name: 'Read every module' }).click();
    await page.locator('.next-thing h1', { hasText: 'Choose the circuit behind “Lamp failure”' }).waitFor();
    await page.goto(`${address}/jobs/${jobId}/baseline`);
    await page.getByText('B1C13-13').waitFor();
    await page.goto(`${address}/jobs/${jobId}/trace`);
    await page.getByRole('button', { name: 'Trace a part' }).click();
    await page.getByRole('menuitem', { name: 'right brake lamp' }).click();
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
    expect(await page.locator('.next-thing h1').innerText()).toContain('right brake lamp');
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
    expect(await end.innerText()).toContain('It was: right brake lamp is open. It is mended.');
    expect(await end.innerText()).toContain('no parts in vain');
    await page.locator('.ways li', { hasText: 'that was it' }).waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);

    await page.getByRole('link', { name: 'Take the next one' }).click();
    await page.getByRole('heading', { name: 'Your cars' }).waitFor();
    await page.getByText('1 of 1 mended, no parts in vain').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);
    expect(errors).toEqual([]);
    await context.close();
  });
});
