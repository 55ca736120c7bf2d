/** What a person does at take-in, with a mouse. */
import type { Page } from 'playwright-core';
import { address, until } from './browser.js';

/** Takes a car in and returns its job's address. */
export async function takeIn(page: Page): Promise<string> {
  await page.goto(`${address}/take-in`);
  await page.getByLabel('Make').fill('Corvane');
  await page.getByLabel('Model').fill('Lumen');
  await page.getByLabel('Plate', { exact: true }).fill('LR 40 KWE');
  await page.getByText('Wear, or unknown').click();
  await page.getByLabel('In a few words').fill('Charge flap, cold mornings');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]+\/take-in$/);
  return page.url().replace('/take-in', '');
}

export async function addBeacon(page: Page): Promise<void> {
  await page.getByLabel('Which lamp?').fill('Charge flap open');
  await page.getByText('comes and goes').first().click();
  await page.getByText('cold', { exact: true }).click();
  await page.getByLabel('It showed in').fill('6');
  await page.getByLabel('of the last starts').fill('20');
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.locator('.rail strong', { hasText: 'Charge flap open' }).waitFor();
}

export async function measureBattery(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'No more: the battery next' }).click();
  await page.getByText('flooded', { exact: true }).click();
  await page.getByLabel('Resting volts').fill('12,7');
  await page.getByLabel('Hours at rest').fill('10');
  await page.getByLabel('Rated, A').fill('640');
  await page.getByLabel('Tester’s figure, A').fill('600');
  await page.locator('.verdict strong', { hasText: 'good' }).waitFor();
  await page.getByRole('button', { name: 'Enter it' }).click();
  await page.getByText('Battery: good').waitFor();
}

/** Waits until what was typed is kept on the device. */
export async function draftKept(page: Page, text: string): Promise<void> {
  await until(
    page,
    (wanted) =>
      new Promise<boolean>((resolve, reject) => {
        const opening = indexedDB.open('dormant-beacon');
        opening.onerror = () => reject(new Error('the device’s store does not open'));
        opening.onsuccess = () => {
          const all = opening.result.transaction('drafts').objectStore('drafts').getAll();
          all.onsuccess = () => {
            opening.result.close();
            resolve((all.result as string[]).some((draft) => draft.includes(wanted)));
          };
        };
      }),
    text,
  );
}
