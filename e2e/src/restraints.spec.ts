import { randomUUID } from 'node:crypto';
import type { Page } from 'playwright-core';
import { account, address, closeBrowser, device } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

/** Enters facts as the client would, in somebody’s name. */
function deskOf(page: Page, initials = 'YS') {
  const post = async (path: string, data: object) => {
    const response = await page.context().request.post(`${address}${path}`, {
      data,
      headers: { 'Idempotency-Key': randomUUID(), 'Beacon-Person': account(initials).person.id },
    });
    if (!response.ok()) throw new Error(await response.text());
  };
  return {
    open: async (head: object, vehicle: object): Promise<string> => {
      const jobId = randomUUID();
      await post('/api/jobs', { jobId, vehicleId: randomUUID(), head, vehicle });
      return jobId;
    },
    enter: (jobId: string, kind: string, data: object) =>
      post(`/api/jobs/${jobId}/${kind}`, { id: randomUUID(), observedAt: new Date().toISOString(), data }),
  };
}

const lamp = {
  kind: 'beacon',
  name: 'Restraint lamp',
  lamp: 'restraint',
  seen: 'lit',
  thereBefore: 'no',
  conditions: [],
  shown: 20,
  exposures: 20,
};
const battery = {
  type: 'agm',
  restingVolts: 12.7,
  restHours: 12,
  ratedAmps: 640,
  ratedStandard: 'EN',
  measuredAmps: 610,
  measuredStandard: 'EN',
};
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const heading = (page: Page, text: string | RegExp) =>
  page.locator('.next-thing h1', { hasText: text }).waitFor();

describe('restraints', () => {
  afterAll(closeBrowser);

  it('a seat was moved, its yellow plug has high resistance: from the complaint to the hand-back', async () => {
    const { context, page, errors } = await device();
    const desk = deskOf(page);
    const jobId = await desk.open({ event: 'wear' }, { make: 'Ostrel', model: 'Marn saloon' });
    const job = `${address}/jobs/${jobId}`;
    await desk.enter(jobId, 'beacons', lamp);
    await desk.enter(jobId, 'batteries', battery);
    await desk.enter(jobId, 'scans', {
      kind: 'baseline',
      text: 'ODDLIGHT R2\nRestraint control\n  B1B41-13 Left seat bag loop  active\nBody: no codes',
    });

    // Live first: the loop moves with the seat.
    await page.goto(`${job}/make-safe`);
    await tab(page, 'Loops');
    for (const [ohms, moment] of [
      ['4.1', 'as found'],
      ['7.9', 'seat back'],
      ['6.7', 'seat forward'],
    ] as const) {
      await page.getByLabel('Loop', { exact: true }).fill('L9');
      await page.getByLabel('Ohms, as the module shows them').fill(ohms);
      await page.getByText(moment, { exact: true }).click();
      await page.getByRole('button', { name: 'Enter the loop' }).click();
      await page.locator('tbody', { hasText: ohms }).waitFor();
    }
    await page.getByText('plug or harness, not the unit').waitFor();

    // Its circuit is a restraint circuit, and its first step is to look live.
    await page.goto(`${job}/trace`);
    await page.locator('.offer', { hasText: 'Squib loop' }).click();
    await page.getByLabel('The unit', { exact: true }).fill('left seat bag');
    await page.getByLabel('What lies between').fill('harness under the left seat');
    await page.getByRole('button', { name: 'Start the trace' }).click();
    await page.locator('.action.first', { hasText: 'Read the loop’s resistance' }).click();
    await page.locator('#reading').fill('6.7');
    await page.getByRole('button', { name: 'Enter the reading' }).click();
    await page.locator('.readings li').first().waitFor();

    // The next one opens a plug: nothing is taken before the car is safe.
    await page.locator('.action', { hasText: 'seated and locked' }).first().click();
    await page.getByText('only while the car is safe').waitFor();
    await page.locator('.answers').getByRole('button', { name: 'Yes', exact: true }).click();
    await page.locator('.problem', { hasText: 'It counts as live' }).waitFor();

    await page.goto(`${job}/make-safe`);
    await page.getByText('no service data gives a time').click();
    await page.getByLabel('Minutes of the service data').fill('1');
    await page.getByRole('button', { name: 'Set the wait' }).click();
    await page.locator('mat-error, .problem', { hasText: 'needs its source' }).waitFor();
    await page.getByLabel('Where they stand').fill('Marn service text, page 12-4');
    await page.getByRole('button', { name: 'Set the wait' }).click();
    await page
      .getByText('by the Marn service text')
      .or(page.getByText('by Marn service text'))
      .first()
      .waitFor();
    for (const states of ['Seats and glass', 'Charge lead out', 'Ignition off', 'Battery negative off']) {
      const step = page.locator('.steps li', { hasText: states });
      await step.getByRole('button', { name: /^Confirmed/ }).click();
      await step.locator('.by', { hasText: 'Yuki' }).waitFor();
    }
    await page.locator('.word', { hasText: 'WAITING' }).waitFor();
    await page.locator('.tag', { hasText: 'Battery negative off' }).waitFor();
    await page.locator('.word', { hasText: 'SAFE' }).waitFor({ timeout: 90_000 });

    await page.goto(`${job}/trace`);
    for (const words of ['seated and locked, pins clean', 'Pull each terminal']) {
      const before = await page.locator('.readings li').count();
      await page.locator('.action', { hasText: words }).first().click();
      await page.locator('.answers').getByRole('button', { name: 'Yes', exact: true }).click();
      const asked = page.getByRole('button', { name: 'It still shows' });
      await page.locator('.readings li').nth(before).waitFor();
      if (await asked.isVisible()) await asked.click();
    }
    await page.locator('.action.first', { hasText: 'Reseat and lock' }).waitFor();

    // Power on by the list; the loop is good since: gone, not cured, until it is entered as a repair.
    await page.goto(`${job}/make-safe`);
    await page.getByRole('button', { name: /power is on again/ }).click();
    await page.locator('.word', { hasText: 'LIVE' }).waitFor();
    await tab(page, 'Loops');
    await page.getByLabel('Loop', { exact: true }).fill('L9');
    await page.getByLabel('Ohms, as the module shows them').fill('2.4');
    await page.getByText('after reseating', { exact: true }).click();
    await page.getByRole('button', { name: 'Enter the loop' }).click();
    await page.getByText('gone, not cured').waitFor();

    await page.goto(`${job}/trace`);
    await page.locator('.action', { hasText: 'Reseat and lock' }).first().click();
    await page.getByText('This is restraint work').waitFor();
    await page.getByText('not known', { exact: true }).click();
    await page.getByText('yes, it works').click();
    await page.getByRole('button', { name: 'Save the repair' }).click();
    await heading(page, 'Clear the codes in every module');
    // The code is still held: the lamp counts as lit, whatever was entered.
    await page.locator('.rail .beacon.lit', { hasText: 'Restraint lamp' }).waitFor();
    await desk.enter(jobId, 'scans', {
      kind: 'interim',
      text: 'ODDLIGHT R2\nRestraint control\n  B1B41-13 Left seat bag loop  stored\nBody: no codes',
    });
    await page.locator('.rail .beacon.lit').waitFor();
    await page.goto(`${job}/clear`);
    await page.getByRole('button', { name: 'The codes are cleared in every module' }).click();
    await page.locator('textarea').fill('ODDLIGHT R2\nRestraint control: no codes\nBody: no codes');
    await page.getByRole('button', { name: 'Save as the final scan' }).click();
    await page.locator('.rail .beacon.dark', { hasText: 'Restraint lamp' }).waitFor();
    const { beacons } = (await (await context.request.get(`${address}/api/jobs/${jobId}`)).json()) as {
      beacons: { id: string }[];
    };
    await desk.enter(jobId, 'exposures', {
      beaconId: beacons[0]!.id,
      shown: false,
      coldStart: true,
      conditions: [],
      bulbCheck: 'passed',
      monitorRan: true,
      reportedBy: 'technician',
    });
    await page.goto(`${job}/hand-back`);
    await page.getByRole('button', { name: 'The car is handed back' }).click();
    await page.getByText(/^Handed back/).waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });

  it('a side collision with fired belts: units, package, a donor refused and one accepted', async () => {
    const { context, page, errors } = await device({ initials: 'IO' });
    const desk = deskOf(page, 'IO');
    const head = {
      event: 'collision',
      eventDetails: {
        zones: [9],
        severity: 'severe',
        occupants: [{ seat: 'front-left', belted: 'yes' }],
      },
    };
    const jobId = await desk.open(head, { make: 'Velanta', model: 'Quill', plate: 'VQ 77 SDE' });
    const job = `${address}/jobs/${jobId}`;
    await desk.enter(jobId, 'beacons', lamp);
    await desk.enter(jobId, 'powerings', {
      smell: 'clear',
      harness: 'clear',
      hanging: 'clear',
      wet: 'clear',
      cabin: 'clear',
    });
    await desk.enter(jobId, 'batteries', battery);
    await desk.enter(jobId, 'scans', {
      kind: 'baseline',
      text: 'ODDLIGHT R2\nRestraint control\n  B1B31-13 Driver belt loop  active\n  B1B33-13 Left curtain loop  active',
    });
    await page.goto(`${job}/make-safe`);
    await heading(page, 'List the restraint items of this car');
    await tab(page, 'Units');
    await page.getByRole('button', { name: /^From the library: Velanta Quill/ }).click();
    for (const [item, sign] of [
      ['belt front left', 'cable is out'],
      ['left curtain', 'it has fired'],
      ['driver seat bag', 'it has fired'],
    ] as const) {
      await page.locator(`svg [aria-label^="${item}:"]`).click();
      await page.getByText(sign, { exact: true }).click();
      await page.locator(`svg [aria-label^="${item}: replace"]`).waitFor();
    }
    // A belt that was worn is not reused, and a control module after units have fired holds crash data.
    await page.locator('svg [aria-label^="control module: replace"]').waitFor();

    await tab(page, 'Package');
    await page.getByRole('button', { name: 'belt front left' }).click();
    const offer = async (route: string, from: string, price: string) => {
      await page.getByText(route, { exact: true }).click();
      await page.getByLabel('From whom').fill(from);
      await page.getByLabel('Price').fill(price);
      await page.getByLabel('Labour, minutes').fill('40');
      await page.getByLabel('Days until it is here').fill('3');
      await page.getByRole('button', { name: 'Enter the offer' }).click();
      await page.locator('.offer', { hasText: from }).first().waitFor();
    };
    await offer('maker new', 'Velanta parts desk', '249');
    await page.locator('.figures', { hasText: '€309' }).waitFor();
    const donor = async (seller: string, stalk: string) => {
      await page.getByRole('radio', { name: 'A salvage unit' }).click();
      await page.getByLabel('Seller', { exact: true }).fill(seller);
      await page.getByLabel('Donor’s VIN').fill('VLNRL8H26L0049911');
      await page.getByText('none', { exact: true }).click();
      const seen = page.getByRole('listbox', { name: 'What is seen of this unit?' });
      if ((await seen.getByRole('option', { name: 'no sign' }).getAttribute('aria-selected')) !== 'true')
        await seen.getByText('no sign', { exact: true }).click();
      await page.getByLabel('Photos of this very unit').fill('4');
      await page.getByLabel('Its stalk or cable, mm').fill(stalk);
      await page.getByLabel('The same as built, mm').fill('92');
      await page.getByText('dry', { exact: true }).click();
      await page.getByRole('button', { name: 'Judge this unit' }).click();
      await page.locator('.offer', { hasText: seller }).waitFor();
    };
    await donor('Harbour Salvage', '58');
    await page.getByText('34 mm shorter than as built').waitFor();
    await donor('Mill Lane Parts', '92');
    await page.locator('.offer', { hasText: 'Mill Lane Parts' }).getByText('accepted').waitFor();

    // The car cannot be handed back with its codes unsigned; the paper would say so.
    await page.goto(`${job}/hand-back`);
    await page.getByRole('button', { name: 'The car is handed back' }).click();
    await page.locator('.problem', { hasText: 'restraint code' }).waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });
});
