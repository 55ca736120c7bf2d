import { beacon, Shop } from '../testing/shop.js';

interface Heard {
  readonly id: string;
  readonly seq: number;
}

describe('events', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  /** Listens until `count` events were heard, or two and a half seconds. */
  async function hear(count: number, act: () => Promise<unknown>, last?: string): Promise<Heard[]> {
    const stop = new AbortController();
    const response = await fetch(`${shop.address}/api/events`, {
      headers: last ? { 'Last-Event-ID': last } : {},
      signal: stop.signal,
    });
    const heard: Heard[] = [];
    const timer = setTimeout(() => stop.abort(), 2500);
    await act();
    let text = '';
    try {
      for await (const chunk of response.body!) {
        text += new TextDecoder().decode(chunk as Uint8Array);
        const parts = text.split('\n\n');
        text = parts.pop()!;
        for (const part of parts) {
          const data = /^data: (.*)$/m.exec(part)?.[1];
          if (data)
            heard.push({ id: /^id: (.*)$/m.exec(part)![1]!, seq: (JSON.parse(data) as { seq: number }).seq });
        }
        if (heard.length >= count) break;
      }
    } catch (error) {
      if ((error as Error).name !== 'AbortError') throw error;
    }
    clearTimeout(timer);
    stop.abort();
    return heard;
  }

  it('tells of each entry with its job and place', async () => {
    const jobId = await shop.openJob();
    const heard = await hear(1, () => shop.enter(jobId, 'beacons', beacon));
    expect(heard).toEqual([{ id: `${jobId}:2`, seq: 2 }]);
  });

  it('tells what was missed after a cut, and what another server wrote', async () => {
    const jobId = await shop.openJob();
    const other = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    await shop.enter(other, 'beacons', beacon);
    const heard = await hear(2, () => Promise.resolve(), `${jobId}:1`);
    expect(heard.map(({ id }) => id)).toEqual(jasmine.arrayContaining([`${jobId}:2`, `${other}:2`]));
  });
});
