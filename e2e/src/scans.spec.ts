import { accessibilityFaults, address, closeBrowser, device } from './browser.js';
import { addBeacon, takeIn } from './intake.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

const table =
  'Quelle;Fehlernummer;Zusatz;Klartext;Fehlerstatus\nLadesteuerung;B1A27;64;Endschalter Ladeklappe;sporadisch\nBordnetz;B1318;16;Versorgungsspannung;sporadisch\nMotor;P0562;;Bordspannung zu niedrig;sporadisch\nAnhänger;;;;antwortet nicht\n';
const list =
  'Palegate 7 report  v3.1\nSteuergerät: Ladesteuerung\n  B1A27-64 Ladeklappe  aktiv\n  B1A30 Lademotor  glimmt\nStörung 4711 Ladeklappe links\nBordnetz: keine Fehler\n';

describe('reports and their causes', () => {
  afterAll(closeBrowser);

  it('go from two dropped files to a cause that was ruled out, and to a note in the library', async () => {
    const { context, page, errors } = await device();
    const job = await takeIn(page);
    await addBeacon(page);
    await page.goto(`${job}/baseline`);
    await page.locator('input[type=file]').setInputFiles([
      { name: 'first.csv', mimeType: 'text/csv', buffer: Buffer.from(`\uFEFF${table}`, 'utf16le') },
      { name: 'second.txt', mimeType: 'text/plain', buffer: Buffer.from(list, 'latin1') },
    ]);
    await page.getByText('3 codes, 4 modules.').waitFor();
    await page.getByText('Anhänger: it was asked and did not answer.').waitFor();
    await page.getByText('One more file waits until this one is saved: “second.txt”.').waitFor();
    await page.getByRole('button', { name: 'Save as the baseline' }).click();
    await page.getByText('It stays as it is.').waitFor();

    // The second file is read by the entry that follows; a line of it is explained by hand.
    await page.locator('textarea').waitFor();
    await page.locator('.lines .notRead', { hasText: 'Störung 4711' }).getByRole('button').click();
    await page.getByText('a code', { exact: true }).click();
    await page.locator('db-line-meaning mat-button-toggle', { hasText: '4711' }).click();
    await page.getByRole('button', { name: 'Take it so' }).click();
    await page.locator('.understood .code', { hasText: '4711' }).waitFor();
    // And one that was read without its status is put right.
    const motor = page.locator('.understood .code', { hasText: 'B1A30' });
    expect(await motor.innerText()).toContain('not said');
    await page.locator('.lines .code', { hasText: 'B1A30' }).getByRole('button').click();
    const meaning = page.locator('db-line-meaning');
    await meaning.getByRole('radio', { name: 'stored', exact: true }).click();
    await meaning.getByRole('radio', { name: 'glimmt', exact: true }).click();
    await meaning.getByLabel('Its failure type').fill('1B');
    await page.getByRole('button', { name: 'Take it so' }).click();
    await page.locator('.understood .code', { hasText: 'B1A30-1B' }).getByText('stored').waitFor();
    await page.reload();
    await page.getByRole('button', { name: 'Read again' }).click();
    await page.locator('.understood .code', { hasText: '4711' }).waitFor();
    await page.locator('.understood .code', { hasText: 'B1A30-1B' }).getByText('stored').waitFor();
    await page.getByRole('button', { name: 'Save as a further scan' }).click();

    const matrix = page.locator('db-scan-matrix');
    await matrix.waitFor();
    expect(await matrix.locator('tbody tr', { hasText: 'B1A27-64' }).innerText()).toMatch(
      /stored\s+active\s+active now/,
    );
    expect(await matrix.locator('tbody tr', { hasText: 'P0562' }).innerText()).toContain('not read again');
    expect(await accessibilityFaults(page)).toEqual([]);

    await page.goto(`${job}/basics`);
    const tree = page.locator('.tree > li');
    await tree.first().waitFor();
    expect(await tree.first().innerText()).toContain('Low system voltage');
    await tree.first().getByRole('button', { name: 'Rule out' }).click();
    await page.locator('.tree > li', { hasText: 'Low system voltage' }).waitFor({ state: 'detached' });
    expect(await accessibilityFaults(page)).toEqual([]);
    await page.getByText('Other causes, your own, and what works').click();
    await page.getByText('Consider it again').click();
    await page.locator('.tree > li', { hasText: 'Low system voltage' }).waitFor();

    await page.goto(`${address}/library`);
    await page.getByText('Störung ####').waitFor();
    await page.getByLabel('Make').fill('Corvane');
    await page.getByLabel('Code', { exact: true }).fill('B1A27');
    await page.getByLabel('What is known').fill('the switch ices up');
    await page.getByLabel('Where from').fill('two jobs of last winter');
    await page.getByRole('button', { name: 'Keep the note' }).click();
    await page.getByText('the switch ices up').waitFor();
    expect(await accessibilityFaults(page)).toEqual([]);
    await page.goto(`${job}/basics`);
    await page.getByText('B1A27: the switch ices up (two jobs of last winter)').waitFor();
    expect(errors).toEqual([]);
    await context.close();
  });

  it('read twenty megabytes beside the page, and keep what was understood', async () => {
    const { context, page } = await device();
    const job = await takeIn(page);
    await addBeacon(page);
    await page.goto(`${job}/baseline`);
    const log = Array.from(
      { length: 320_000 },
      (_, n) => `${n.toString(16).padStart(6, '0')}: 22 F1 90 4F 4E 4F 4E 4F 4E 4F 4E 4F 4E 4F 4E 4F 4E`,
    );
    const text = `Body\n  B1318-16 Supply  stored\n${log.join('\n')}\nDoor\n  B2214 Switch  active\n`;
    expect(text.length).toBeGreaterThan(18_000_000);
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'large.log', mimeType: 'text/plain', buffer: Buffer.from(text) });
    await page.getByRole('button', { name: 'Keep what was understood' }).click();
    await page.getByText('2 codes, 2 modules.').waitFor();
    await page.getByRole('button', { name: 'Save as the baseline' }).click();
    await page.getByText('It stays as it is.').waitFor();
    await context.close();
  });
});
