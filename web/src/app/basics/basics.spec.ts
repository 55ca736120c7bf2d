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
    await bench.fill('What was seen, where', 'carpet wet, left');
    await bench.press('Enter it');
    expect(bench.desk.entered).toEqual([
      { kind: 'basics', data: { item: 'water', result: 'bad', note: 'carpet wet, left' } },
    ]);
  });

  it('judges a reading by its limit, and closes when it is entered', async () => {
    const bench = await benchFor(Basics, recordOf({ ...water, head: { event: 'battery' } }));
    const open = (label: string) =>
      [...bench.page.querySelectorAll('li')]
        .find((item) => item.querySelector('strong')?.textContent.startsWith(label))!
        .querySelector('button')!
        .click();
    open('Charging');
    await bench.fixture.whenStable();
    await bench.fill('Volts at the battery', '12,5 V');
    expect(bench.text()).toContain('No charge arrives');
    expect(bench.text()).not.toContain('What was found?');
    await bench.press('Enter it');
    expect(bench.desk.entered).toEqual([
      { kind: 'basics', data: { item: 'charging', result: 'bad', note: null, volts: 12.5 } },
    ]);
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('li db-entry')).toBeNull();
  });
});
