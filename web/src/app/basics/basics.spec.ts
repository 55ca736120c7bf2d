import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Basics } from './basics';

describe('Basics', () => {
  const water = {
    head: { event: 'water' },
    beacons: [fact('b', flap)],
    scans: [scanFact('s', 'baseline', 'Body\n  B1318-16 Supply (active)\n')],
  };

  it('opens after the baseline', async () => {
    const bench = await benchFor(Basics, recordOf({ head: { event: 'water' } }));
    expect(bench.text()).toContain('The basics open when the baseline is saved');
  });

  it('asks first for what the event asks for, and enters what was found', async () => {
    const bench = await benchFor(Basics, recordOf(water));
    expect(bench.text()).toContain('because of water');
    expect(bench.page.querySelector('li.asked strong')!.textContent).toContain('Water:');
    bench.page.querySelector<HTMLElement>('li button')!.click();
    await bench.fixture.whenStable();
    await bench.press('Enter it');
    expect(bench.text()).toContain('Say whether it was good or bad.');
    await bench.press('bad: put it right, then look again');
    await bench.fill('The reading', 'carpet wet, left');
    await bench.press('Enter it');
    expect(bench.desk.entered).toEqual([
      { kind: 'basics', data: { item: 'water', result: 'bad', note: 'carpet wet, left' } },
    ]);
  });
});
