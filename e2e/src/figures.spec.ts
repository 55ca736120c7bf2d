import type { Page } from 'playwright-core';
import { address, closeBrowser, device, pick } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;

async function chooseCountry(page: Page, country: string): Promise<void> {
  await page.goto(`${address}/shop`);
  await pick(page, 'Dates, figures and money are written', country);
  await page.getByRole('button', { name: 'Save the settings' }).click();
  await page.getByText('Saved, and entered in the log below.').waitFor();
}

describe('a shop that writes commas', () => {
  afterAll(closeBrowser);

  it('has them in figures and in what forms begin with, from when its lead has chosen them', async () => {
    const { context, page, errors } = await device({ initials: 'IO' });
    const battery = page.getByRole('row', { name: /^battery: open/ });
    try {
      await chooseCountry(page, '€ 1.234,50 · German (Austria)');
      await page.goto(`${address}/library`);
      await battery.getByRole('cell', { name: '0,5' }).first().waitFor();
      expect(await battery.getByRole('textbox').inputValue()).toBe('0,5');
    } finally {
      await chooseCountry(page, '€1,234.50 · English (United Kingdom)');
    }
    await page.goto(`${address}/library`);
    await battery.getByRole('cell', { name: '0.5' }).first().waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });
});
