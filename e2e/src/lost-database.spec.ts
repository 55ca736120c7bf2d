import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { address, closeBrowser, device, report, serverWell } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const folder = process.env['BEACON_E2E_DATA'] ?? '';

describe('a database that goes away in the middle', () => {
  afterAll(closeBrowser);

  it('is said clearly; what was typed is kept, and saved when it is back', async () => {
    const { context, page } = await device();
    await page.goto(address);
    const row = (await page.locator('.row', { hasText: 'J-0116' }).getAttribute('href'))!;
    const link = row.replace(/[a-z-]+$/, 'baseline');
    await page.goto(address + link);
    await page.locator('textarea').fill(report('j-0131-baseline'));
    await page.getByRole('button', { name: 'Save as the baseline' }).waitFor();

    process.kill(Number(readFileSync(join(folder, 'run', 'mariadb.pid'), 'utf8')), 'SIGKILL');
    await page.getByRole('button', { name: 'Save as the baseline' }).click();
    await page.getByText('One entry is not saved yet.').waitFor();
    expect(await page.locator('textarea').inputValue()).toContain('Fernmark 40');
    expect(await page.getByText('sent when the server is back').count()).toBeGreaterThan(0);

    await page.getByText('It stays as it is.').waitFor({ timeout: 30_000 });
    expect(await page.getByText('not saved yet').count()).toBe(0);
    expect(await page.locator('db-report-read').innerText()).toContain('B2214-1F');
    const log = (await (
      await context.request.get(`${address}/api${link.replace('/baseline', '')}/logbook`)
    ).json()) as {
      entries: { kind: string }[];
      whole: boolean;
    };
    expect(log.entries.filter(({ kind }) => kind === 'scans').length).toBe(1);
    expect(log.whole).toBeTrue();
    await context.close();
  });

  it('leaves a wait as it is, and takes no confirmation while it is away', async () => {
    const { context, page } = await device();
    await page.goto(address);
    const row = (await page.locator('.row', { hasText: 'J-0120' }).getAttribute('href'))!;
    await page.goto(address + row.replace(/[a-z-]+$/, 'make-safe'));
    const confirm = async (states: string) => {
      const step = page.locator('.steps li', { hasText: states });
      await step.getByRole('button', { name: /^Confirmed/ }).click();
      return step;
    };
    for (const states of ['Seats and glass', 'Charge lead out', 'Ignition off'])
      await (await confirm(states)).locator('.by', { hasText: 'Yuki' }).waitFor();
    process.kill(Number(readFileSync(join(folder, 'run', 'mariadb.pid'), 'utf8')), 'SIGKILL');
    await confirm('Battery negative off');
    await page.locator('.problem', { hasText: 'Not confirmed' }).waitFor();
    // It is not kept and sent later: it has to be confirmed again.
    await serverWell();
    await page.waitForTimeout(4000);
    expect(await page.locator('.word').innerText()).toBe('LIVE');
    const step = await confirm('Battery negative off');
    await step.locator('.by', { hasText: 'Yuki' }).waitFor({ timeout: 30_000 });
    // Said only once the server's clock is known: until then the page says that it cannot be asked.
    const ends = (own: Page) => own.locator('.clock .quiet', { hasText: 'safe to open' }).innerText();
    const before = await ends(page);
    process.kill(Number(readFileSync(join(folder, 'run', 'mariadb.pid'), 'utf8')), 'SIGKILL');
    await serverWell();
    // Another browser, later: the same wait.
    await context.close();
    const other = await device({ initials: 'TB' });
    await other.page.goto(address + row.replace(/[a-z-]+$/, 'make-safe'));
    await other.page.locator('.word', { hasText: 'WAITING' }).waitFor();
    const now = await ends(other.page);
    const safe = (text: string) => /safe to open ([^.]*)/.exec(text)![1];
    expect(safe(now)).toBe(safe(before));
    await other.context.close();
  });
});
