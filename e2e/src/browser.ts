/** One Chromium for all journeys, and what a person does in it. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { accounts } from '@dormant-beacon/demo';
import { type Browser, type BrowserContext, chromium, type Page } from 'playwright-core';

const file = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const flags = JSON.parse(readFileSync(file('../../chromium-flags.json'), 'utf8')) as string[];
const axeText = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

export const address = process.env['BEACON_URL'] ?? 'http://127.0.0.1:4600';
/** Someone of the demo, by initials. */
export const account = (initials: string) => accounts.find(({ person }) => person.initials === initials)!;

/** A report from the demo. */
export const report = (name: string) => readFileSync(file(`../../demo/reports/${name}.txt`), 'utf8');

let browser: Browser | null = null;

export async function openBrowser(): Promise<Browser> {
  browser ??= await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
  return browser;
}

/**
 * Waits until a promise that is made in the page says true. A page's own waitForFunction takes the promise itself for
 * a true answer, and waits for nothing.
 */
export async function until<A>(page: Page, holds: (asked: A) => Promise<boolean>, asked: A): Promise<void> {
  const end = Date.now() + 30_000;
  while (!(await page.evaluate<boolean, unknown>(holds as (asked: unknown) => Promise<boolean>, asked))) {
    if (Date.now() > end) throw new Error(`Never became true for ${String(asked)}`);
    await page.waitForTimeout(50);
  }
}

/** Waits until the device itself has an answer of the server, by its path: from then on the page opens without one. */
export const answerKept = (page: Page, path: string): Promise<void> =>
  until(page, async (wanted) => (await caches.match(wanted)) !== undefined, path);

/** Waits until the server answers, and its database with it. */
export async function serverWell(): Promise<void> {
  const well = () =>
    fetch(`${address}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
  const end = Date.now() + 30_000;
  while (!(await well())) {
    if (Date.now() > end) throw new Error('the server does not get well');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Every page that is open now, in any device. */
export const openPages = (): Page[] => browser?.contexts().flatMap((context) => context.pages()) ?? [];

export async function closeBrowser(): Promise<void> {
  await browser?.close();
  browser = null;
}

interface DeviceOptions {
  readonly width?: number;
  readonly height?: number;
  readonly theme?: 'dusk' | 'day';
  readonly touch?: boolean;
  /** Who is signed in there; null: nobody. */
  readonly initials?: string | null;
}

/** A device of its own, with a person signed in. */
export async function device({
  width = 1280,
  height = 800,
  theme = 'dusk',
  touch = false,
  initials = 'YS',
}: DeviceOptions = {}): Promise<{ context: BrowserContext; page: Page; errors: string[] }> {
  const context = await (await openBrowser()).newContext({ viewport: { width, height }, hasTouch: touch });
  await context.addInitScript((wanted) => localStorage.setItem('theme', wanted), theme);
  if (initials !== null) await signIn(context, initials);
  const page = await context.newPage();
  page.setDefaultTimeout(45_000);
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => {
    if (
      message.type() === 'error' &&
      /Content Security Policy|TypeError|ReferenceError|NG0/.test(message.text())
    )
      errors.push(message.text());
  });
  return { context, page, errors };
}

/** Signs someone in as their browser would. */
export async function signIn(context: BrowserContext, initials: string): Promise<void> {
  const { person, password } = account(initials);
  const response = await context.request.post(`${address}/api/session`, {
    data: { name: person.name, password },
  });
  if (!response.ok()) throw new Error(await response.text());
}

interface Violation {
  readonly id: string;
  readonly help: string;
  readonly nodes: readonly { readonly target: readonly string[]; readonly failureSummary?: string }[];
}

/** What axe finds against WCAG 2.2 AA, as lines. */
export async function accessibilityFaults(page: Page): Promise<string[]> {
  // A notice is hidden from readers for the moment before it is spoken.
  await page.locator('.mat-mdc-snack-bar-label > [aria-hidden] button').waitFor({ state: 'detached' });
  await page.evaluate(axeText);
  const violations = (await page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run(context: Document, options: object): Promise<{ violations: unknown }> };
    };
    // All that is checked unless it is switched on by hand: every level up to AA, and best practice.
    return (await axe.run(document, {})).violations;
  })) as Violation[];
  return violations.flatMap(({ id, help, nodes }) =>
    nodes.map(
      (node) =>
        `${id}: ${help}: ${node.target.join(' ')} ${node.failureSummary?.split('\n')[1]?.trim() ?? ''}`,
    ),
  );
}

/** Chooses one of a list that opens. */
export async function pick(page: Page, label: string, answer: string): Promise<void> {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: answer, exact: true }).click();
}

export const nextThing = (page: Page) => page.locator('.next-thing h1').innerText();
