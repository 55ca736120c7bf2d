import { benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Baseline } from './baseline';

describe('Baseline', () => {
  it('asks after a collision whether the car may be powered, before it asks for a report', async () => {
    const crashed = await benchFor(
      Baseline,
      recordOf({ beacons: [fact('b', flap)], head: { event: 'collision' } }),
    );
    const text = crashed.text();
    expect(text.indexOf('Before the ignition goes on')).toBeLessThan(
      text.indexOf('Paste what the reader printed'),
    );
    expect(text).toContain('Before the ignition goes on');
  });

  it('does not ask where nothing speaks against power', async () => {
    const bench = await benchFor(Baseline, recordOf({ beacons: [fact('b', flap)] }));
    expect(bench.text()).not.toContain('Before the ignition goes on');
    expect(bench.text()).toContain('Only the lead can sign this');
  });

  it('sends the reason that is signed, and shows why it was refused', async () => {
    const bench = await benchFor(Baseline, recordOf({ beacons: [fact('b', flap)] }));
    bench.desk.refusal = 'Only the lead may sign that no baseline can be had.';
    await bench.fill('Baseline impossible because', 'battery destroyed');
    bench.page.querySelector('db-more form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('.problem')!.textContent).toContain('Only the lead may sign');
  });

  it('shows a saved baseline as it stays', async () => {
    const scan = scanFact(
      's',
      'baseline',
      'ODDLIGHT R2 report   software 4.18\nVoltage: 12.4 V\nBody\n  B1318-16 Supply (active)\n',
    );
    const bench = await benchFor(Baseline, recordOf({ beacons: [fact('b', flap)], scans: [scan] }));
    expect(bench.text()).toContain('read by ODDLIGHT R2, software 4.18, supply 12.4 V. It stays as it is.');
    expect(bench.page.querySelector('textarea')).toBeNull();
  });
});
