/** What stood on every open page when a journey failed: else nobody knows what was waited for in vain. */
import { openPages } from './browser.js';

jasmine.getEnv().addReporter({
  async specDone({ status, fullName }) {
    if (status !== 'failed') return;
    for (const page of openPages()) {
      const text = await page.evaluate(() => document.body.innerText).catch(String);
      const kept = await page
        .evaluate(async () => (await (await caches.open('beacon-seen')).keys()).map(({ url }) => url))
        .catch(String);
      console.error(`${fullName}: ${page.url()} showed\n${text.slice(0, 3000)}\nKept: ${String(kept)}\n`);
      await page.context().close();
    }
  },
});
