import { benchFor, recordOf } from '../testing/bench';
import { FrameLog } from './frame-log';
import { framesIn } from './frames-in';

const log = [
  '(10.000000) can0 740#021003AAAAAAAAAA',
  '(10.300000) can0 748#065003003201F400',
  '(10.310000) can0 740#0322FFFF00000000',
  '(10.320000) can0 748#037F223100000000',
  'no frame at all',
  '(10.330000) can0 123#AABBCC',
].join('\n');

describe('a log of frames', () => {
  it('is found among other lines', () => {
    expect(framesIn(`Body: no codes\n${log}\n(seen twice)`).split('\n').length).toBe(5);
    expect(framesIn('Body: no codes')).toBe('');
  });

  it('is told in words, with refusals, and with the lines that say nothing', async () => {
    const bench = await benchFor(FrameLog, recordOf(), { text: log });
    const text = bench.text();
    expect(text).toContain('session extended');
    expect(text).toContain('read data refused: request out of range');
    expect(text).toContain('Line 5: expected (seconds) channel id#bytes');
    expect(text).toContain('0.3200');
  });

  it('is replayed in its own time, and ends with all of it', async () => {
    const bench = await benchFor(FrameLog, recordOf(), { text: log });
    await bench.press('Replay it');
    expect(bench.text()).not.toContain('refused');
    await new Promise((resolve) => setTimeout(resolve, 150));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('session extended');
    expect(bench.text()).not.toContain('refused');
    await new Promise((resolve) => setTimeout(resolve, 450));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('refused');
    await bench.press('a tenth');
    await bench.press('Replay it');
    bench.fixture.destroy();
  });

  it('of ten thousand messages draws the rows in sight, and the last ones at its end', async () => {
    const lines = Array.from({ length: 10_000 }, (_, n) => `(${(n / 100).toFixed(6)}) can0 740#023E00`);
    const bench = await benchFor(FrameLog, recordOf(), { text: lines.join('\n') });
    expect(bench.text()).toContain('10000 messages');
    const list = bench.page.querySelector<HTMLElement>('.list')!;
    const rows = () => [...bench.page.querySelectorAll('.said')].map((row) => row.textContent);
    await until(() => rows().length > 0);
    expect(rows().length).toBeLessThan(60);
    expect(rows()[0]).toContain('0.0000');
    list.scrollTop = list.scrollHeight;
    await until(() => rows().at(-1)!.includes('99.9900'));
    expect(rows().length).toBeLessThan(60);
  });

  async function until(holds: () => boolean): Promise<void> {
    for (let n = 0; n < 100 && !holds(); n++) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(holds()).toBe(true);
  }
});
