// A write as a browser’s outbox makes it: sent with the same key until the server has taken it.
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';

/**
 * @param {string} url
 * @param {Record<string, string>} session
 * @param {unknown} body
 * @param {object} [how]
 * @param {number} [how.patienceMs]
 * @param {number} [how.pauseMs] before it is sent again; up to twice as long, drawn
 * @returns {Promise<{ answer: any, tookMs: number, again: number }>} how often it was sent again; `answer` is null where
 *   patience was at its end
 * @throws Error “refused: …” where the server says that it will not take it
 */
export async function untilTaken(url, session, body, { patienceMs = 60_000, pauseMs = 60 } = {}) {
  const [key, since] = [randomUUID(), performance.now()];
  for (let again = 0; ; again++) {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key, ...session },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(8000),
    }).catch(() => null);
    // Killed in the middle, or its answer cut short: the same key goes again.
    const text = await response?.text().catch(() => null);
    if (response?.status === 201 && text)
      return { answer: JSON.parse(text), tookMs: performance.now() - since, again };
    if (response && response.status < 500 && response.status !== 201)
      throw new Error(`refused: ${response.status} ${text}`);
    if (performance.now() - since > patienceMs)
      return { answer: null, tookMs: performance.now() - since, again };
    await sleep(pauseMs * (1 + Math.random()));
  }
}
