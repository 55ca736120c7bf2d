import { address, closeBrowser, device } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

/** Taps and typed fields of a journey: what a hand does. */
const most = 14;

describe('a part that is bought once', () => {
  afterAll(closeBrowser);

  it('goes from its routes to the customer, the order, the opened box and the fitting, in few taps', async () => {
    const { context, page, errors } = await device({ initials: 'IO' });
    let taps = 0;
    const tap = async (role: 'button' | 'radio' | 'link' | 'option', name: string | RegExp) => {
      taps++;
      await page.getByRole(role, { name }).first().click();
    };
    await page.goto(address);
    const link = await page.locator('.row', { hasText: 'J-0120' }).getAttribute('href');
    const job = address + link!.replace(/\/[a-z-]+$/, '');
    await page.goto(`${job}/route`);
    await page.getByText('ran out on').first().waitFor();
    await page.locator('db-range-chart canvas').waitFor();
    await page.getByText('recommended').first().waitFor();
    await tap('radio', /^used/);
    await page.getByRole('button', { name: 'Take this route: used' }).waitFor();
    const reason = page.getByLabel('Why this one all the same?');
    if (await reason.isVisible()) {
      taps++;
      await reason.fill('North Yard has a good one on the shelf');
    }
    await tap('button', 'Take this route: used');
    await page.getByText('They agree to a used part, by name.').waitFor();
    await tap('radio', 'yes');
    await tap('button', 'Enter the answer');
    await page.getByRole('heading', { name: 'Order “right LED driver” from North Yard.' }).waitFor();
    await tap('link', 'To the part');
    // The cheap one has another plug: it says so, and cannot be ordered.
    await tap('option', /Harbour Salvage/);
    await page
      .getByRole('row', { name: /Plug 10 cavities, key B against 12 cavities, key A does not fit/ })
      .waitFor();
    expect(await page.getByRole('button', { name: 'It is ordered' }).count()).toBe(0);
    await tap('option', /North Yard/);
    await page.getByRole('row', { name: /Part number OM-2210-06 took the place of OM-2210-04/ }).waitFor();
    await tap('button', 'It is ordered');
    await page.getByRole('heading', { name: 'Wait for “right LED driver”.' }).waitFor();
    await tap('button', 'It has come');
    await page
      .getByRole('heading', { name: 'Open the box of “right LED driver” and compare what came.' })
      .waitFor();
    await tap('button', 'Enter what came');
    await page
      .getByRole('heading', { name: 'Fit “right LED driver”, try it before closing, and enter the repair.' })
      .waitFor();
    expect(taps).toBeLessThanOrEqual(most);
    const path = page.locator('nav a', { hasText: 'Match' });
    expect(await path.textContent()).toContain('Match');
    expect(errors).toEqual([]);
    await context.close();
  });

  it('a yard’s list is taken in at the desk, and found where a part is matched', async () => {
    const { context, page } = await device({ initials: 'PA' });
    await page.goto(`${address}/library/stock`);
    await page.getByLabel('Another yard').last().fill('Quay Breakers');
    await page.getByRole('button', { name: 'Add the yard' }).click();
    const yard = page.getByRole('listitem').filter({ hasText: 'Quay Breakers' });
    const list = `Teilenummer;Bezeichnung;Preis;Seite;Polzahl\nOM-6610-11C;body module;210,00;;40\n;nameless;1;;\n`;
    await yard
      .locator('input[type=file]')
      .setInputFiles({ name: 'quay.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
    await page.getByRole('button', { name: 'Take it in' }).click();
    await page.getByText('One part of quay.csv is in stock now.').waitFor();
    await page.getByText('One line was left out.').waitFor();
    await page.goto(address);
    const link = await page.locator('.row', { hasText: 'J-0138' }).getAttribute('href');
    await page.goto(`${address}${link!.replace(/\/[a-z-]+$/, '')}/match`);
    await page.getByRole('button', { name: 'Search the stock of other yards' }).click();
    await page.getByRole('button', { name: 'Search', exact: true }).click();
    await page.getByRole('listitem').filter({ hasText: 'Quay Breakers' }).waitFor();
    await context.close();
  });
});
