import type { Page } from 'playwright-core';
import { address, closeBrowser, device } from './browser.js';

jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;

type Role = Parameters<Page['getByRole']>[0];

describe('by touch, and by nothing but the roles and names that a screen reader says', () => {
  afterAll(closeBrowser);

  it('a car is taken in, read, and traced to its part', async () => {
    const { context, page, errors } = await device({ width: 800, height: 1280, touch: true });
    const find = (role: Role, name: string | RegExp) =>
      page.getByRole(role, { name, exact: typeof name === 'string' }).first();
    const tap = (role: Role, name: string | RegExp) => find(role, name).tap();
    const type = async (name: string | RegExp, text: string) => {
      await tap('textbox', name);
      await page.keyboard.type(text);
    };
    const heading = (name: string | RegExp) => find('heading', name).waitFor();

    await page.goto(`${address}/take-in`);
    await type('Make', 'Corvane');
    await type('Model', 'Lumen');
    await type('Plate', 'LR 61 NAM');
    await tap('radio', 'Wear, or unknown');
    await tap('button', 'Open the job');
    await heading('Add the first beacon or complaint, as it shows now.');
    await type(/^Which lamp\?/, 'Charge flap open');
    await tap('radio', 'comes and goes');
    await tap('button', 'Add it');
    await tap('button', 'No more: the battery next');
    await tap('radio', 'flooded');
    await type('Resting volts', '12.7');
    await type(/^Hours at rest/, '10');
    await type('Rated, A', '640');
    await type(/^Tester’s figure, A/, '600');
    await tap('button', 'Enter it');
    await heading('Read every module and paste the report.');
    await tap('link', 'To baseline');
    await type(/^Paste what the reader printed/, 'ODDLIGHT R2\nBody\n  B1A29-77  Flap position  stored');
    await tap('button', 'Save as the baseline');
    await heading('Choose the circuit behind “Charge flap open”.');
    await tap('link', 'To trace');
    await tap('button', /^Switch on a module input/);
    await tap('button', 'Start the trace');
    await heading(/^Measure|^Listen|^Press|^Look|^Unplug/);
    // Each answer is given where its step names it.
    const answer = async (step: RegExp, given: () => Promise<void>) => {
      await tap('radio', step);
      await given();
    };
    const reading = (text: string) => async () => {
      await type(/ → /, text);
      await tap('button', 'Enter the reading');
    };
    await answer(/^Measure C31\.2 to ground/, reading('4.92'));
    await answer(/^Listen at the flap gear/, () => tap('button', 'No'));
    await answer(/^Unplug C31 and measure/, reading('OL'));
    await answer(/^Press the end switch by hand/, reading('4.97'));
    await heading('Replace the end switch, and find what made it fail.');
    expect(errors).toEqual([]);
    await context.close();
  });
});
