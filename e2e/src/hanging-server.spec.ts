import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { answerKept, closeBrowser, device } from './browser.js';
import { addBeacon, takeIn } from './intake.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const folder = process.env['BEACON_E2E_DATA'] ?? '';

describe('a server that hangs', () => {
  afterAll(closeBrowser);

  it('keeps nobody from a job that was seen before; what is newer shows once it answers', async () => {
    const [here, there] = [await device(), await device({ initials: 'TB' })];
    const job = await takeIn(here.page);
    await answerKept(here.page, `/api${new URL(job).pathname}`);
    await here.page.close();
    await there.page.goto(`${job}/take-in`);
    await addBeacon(there.page);

    const { pid } = JSON.parse(readFileSync(join(folder, 'run', 'server.json'), 'utf8')) as { pid: number };
    const again = await here.context.newPage();
    process.kill(pid, 'SIGSTOP');
    try {
      await again.goto(`${job}/take-in`);
      await again.getByText('No beacon is taken in yet.').waitFor();
      await again.getByLabel('Which lamp?').fill('Half a wor');
    } finally {
      process.kill(pid, 'SIGCONT');
    }
    const beacon = again.locator('.rail strong', { hasText: 'Charge flap open' });
    await beacon.waitFor();
    expect(await beacon.count()).toBe(1);
    await here.context.close();
    await there.context.close();
  });
});
