/** What stood on every open page when a journey failed: else nobody knows what was waited for in vain. */
import { openPages } from './browser.js';

/** What text alone does not tell: what is on its way, ticked, refused, or has the focus. */
const stateOfForms = (): string =>
  [
    ...document.querySelectorAll(
      '[aria-busy=true], [aria-invalid=true], :checked, [aria-pressed=true], :focus',
    ),
  ]
    .map(
      (one) =>
        `${one.tagName.toLowerCase()} ${(one.textContent || one.getAttribute('aria-label') || one.id).trim().slice(0, 40)}`,
    )
    .join('; ');

jasmine.getEnv().addReporter({
  async specDone({ status, fullName }) {
    if (status !== 'failed') return;
    for (const page of openPages()) {
      const text = await page.evaluate(() => document.body.innerText).catch(String);
      const kept = await page
        .evaluate(async () => (await (await caches.open('beacon-seen')).keys()).map(({ url }) => url))
        .catch(String);
      const state = await page.evaluate(stateOfForms).catch(String);
      console.error(
        [
          `${fullName}: ${page.url()} showed`,
          text.slice(0, 3000),
          `Kept: ${String(kept)}`,
          `Forms: ${state}\n`,
        ].join('\n'),
      );
      await page.context().close();
    }
  },
});
