import { account, address, closeBrowser, device } from './browser.js';
import { addBeacon, takeIn } from './intake.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

describe('two people in one job', () => {
  afterAll(closeBrowser);

  it('see each other’s entries; a conflict shows both values, and the person chooses', async () => {
    const [yuki, pell] = [await device(), await device({ initials: 'PA' })];
    const job = await takeIn(yuki.page);
    for (const { page } of [yuki, pell]) {
      await page.goto(`${job}/take-in`);
      await page.getByRole('radio', { name: /^The car/ }).click();
      await page.waitForFunction(
        (make) => (make as HTMLInputElement).value === 'Corvane',
        await page.getByLabel('Make').elementHandle(),
      );
    }
    await pell.page.getByLabel('Customer', { exact: true }).fill('Noor Halloran');
    await pell.page.getByLabel('Plate', { exact: true }).fill('LR 40 KWX');
    await pell.page.getByRole('button', { name: 'Save the change' }).click();
    await pell.page.getByText('plate LR 40 KWX').waitFor();
    await yuki.page.getByText('plate LR 40 KWX').waitFor();

    await yuki.page.getByLabel('Customer', { exact: true }).fill('N. Halloran');
    await yuki.page.getByRole('button', { name: 'Save the change' }).click();
    const conflict = yuki.page.locator('db-conflict');
    await conflict.getByText('Someone else has changed this job meanwhile').waitFor();
    expect(await conflict.locator('.row').count()).toBe(2);
    expect(await conflict.innerText()).toMatch(/N\. Halloran[\s\S]*Noor Halloran/);
    await conflict.getByRole('radio', { name: /N\. Halloran/ }).click();
    await conflict.getByRole('button', { name: 'Save as chosen' }).click();
    await yuki.page.locator('db-head-form').waitFor({ state: 'detached' });

    const record = (await (
      await pell.context.request.get(`${address}/api${new URL(job).pathname}`)
    ).json()) as {
      head: { customer: string };
      vehicle: { plate: string };
    };
    expect([record.head.customer, record.vehicle.plate]).toEqual(['N. Halloran', 'LR 40 KWX']);
    await yuki.page.getByRole('button', { name: /^Log · / }).click();
    await yuki.page.getByText('customer: Noor Halloran → N. Halloran').waitFor();
    await yuki.context.close();
    await pell.context.close();
  });

  it('share a tablet: a PIN changes the person, and entries wait for the one who typed them', async () => {
    const { context, page } = await device({ initials: null });
    const enter = async (name: string, password: string) => {
      await page.getByLabel('Name').fill(name);
      await page.getByLabel('Password').fill(password);
      await page.getByRole('button', { name: 'Sign in' }).click();
    };
    const isHere = (name: string) => page.getByRole('button', { name: new RegExp(`${name}, `) }).waitFor();
    await page.goto(address);
    await page.getByText('This is the demo. Press a name to look in.').waitFor();
    await enter('Tomas Brandt', 'not his password');
    await page.getByText('Name and password do not fit together.').waitFor();
    await enter('Tomas Brandt', account('TB').password);
    await isHere('Tomas Brandt');
    const job = await takeIn(page);
    await addBeacon(page);

    const leave = async () => {
      await page.getByRole('button', { name: /change the person/ }).click();
      await page.getByText('Someone else works here now').click();
      await page.getByText('Who works here now?').waitFor();
    };
    await leave();
    await page.getByRole('button', { name: 'Name and password' }).click();
    await enter('Yuki Sorensen', account('YS').password);
    await isHere('Yuki Sorensen');
    await page.goto(`${job}/take-in`);
    await page.locator('.rail strong').first().waitFor();

    // The server is away while Yuki types; then Tomas takes the tablet.
    await page.route('**/api/jobs/*/beacons', (route) => route.abort());
    await page.getByRole('radio', { name: /^Beacons/ }).click();
    await page.getByLabel('Which lamp?').fill('Typed by Yuki');
    await page.getByRole('button', { name: 'Add it' }).click();
    await page.getByText('One entry is not saved yet.').waitFor();
    await leave();
    await page.unroute('**/api/jobs/*/beacons');
    await page.getByRole('button', { name: /Tomas Brandt.*by PIN/ }).click();
    for (const digit of account('TB').pin)
      await page.getByRole('button', { name: digit, exact: true }).click();
    await page.getByRole('button', { name: 'Enter', exact: true }).click();
    await page.getByText('One entry of Yuki Sorensen waits on this device until they are here.').waitFor();
    await page.waitForTimeout(2500);
    expect(await page.locator('.rail strong', { hasText: 'Typed by Yuki' }).count()).toBe(0);
    await leave();
    await page.getByRole('button', { name: /Yuki Sorensen.*by PIN/ }).click();
    await page.getByLabel('PIN').fill(account('YS').pin);
    await page.keyboard.press('Enter');
    await page.locator('.rail strong', { hasText: 'Typed by Yuki' }).waitFor();
    await page.locator('.rail').getByText('not saved yet').waitFor({ state: 'detached' });
    const log = (await (
      await context.request.get(`${address}/api${new URL(job).pathname}/logbook`)
    ).json()) as {
      entries: { personId: string; device: number }[];
    };
    expect(log.entries.map(({ personId }) => personId)).toEqual([
      account('TB').person.id,
      account('TB').person.id,
      account('YS').person.id,
    ]);
    expect(new Set(log.entries.map((entry) => entry.device)).size).toBe(1);
    await context.close();
  });

  it('asks the second of two tabs that answer the same question at once', async () => {
    const { context, page } = await device();
    const job = await takeIn(page);
    const other = await context.newPage();
    for (const tab of [page, other]) {
      await tab.goto(`${job}/take-in`);
      await tab.getByLabel('Which lamp?').fill('Lane assist');
    }
    await page.getByRole('button', { name: 'Add it' }).click();
    await other.locator('.rail strong', { hasText: 'Lane assist' }).waitFor();
    await other.getByRole('button', { name: 'Add it' }).click();
    await other.getByText('This was entered meanwhile: “Lane assist: lit”').waitFor();
    expect(await other.locator('.rail strong').count()).toBe(1);
    await other.getByRole('button', { name: 'Add it' }).click();
    await other.locator('.rail strong').nth(1).waitFor();
    await context.close();
  });

  it('is closed to a learner’s hands and open to their eyes', async () => {
    const { context, page } = await device({ initials: 'R' });
    await page.goto(address);
    await page.locator('.row', { hasText: 'J-0145' }).click();
    await page.locator('.next-thing h1').waitFor();
    await page.goto(page.url().replace(/[a-z-]+$/, 'take-in'));
    await page.getByRole('radio', { name: /^Battery/ }).click();
    await page.getByText('flooded', { exact: true }).click();
    await page.getByLabel('Resting volts').fill('12.6');
    await page.getByRole('button', { name: 'Enter it' }).click();
    await page.getByText('This is for the lead or a technician').waitFor();
    expect(await page.getByLabel('Resting volts').inputValue()).toBe('12.6');
    await context.close();
  });
});
