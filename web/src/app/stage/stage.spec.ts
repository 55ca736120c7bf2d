import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { StagePage } from './stage';

describe('StagePage', () => {
  it('says why the stage is open, with its caution, and enters a note that survives a reload as a draft', async () => {
    const record = recordOf({
      beacons: [fact('b', { ...flap, restraint: true })],
      notes: [fact('n', { stage: 'strip', text: 'Battery off 10:02, Ines' })],
    });
    const bench = await benchFor(StagePage, record, { id: 'strip' });
    expect(bench.text()).toContain('Open: before restraints are opened.');
    expect(bench.text()).toContain('A note makes nothing safe');
    expect(bench.text()).toContain('Battery off 10:02, Ines');
    await bench.press('Enter the note');
    expect(bench.text()).toContain('Write what was done.');
    await bench.fill('What was done', 'Waited 30 minutes');
    expect([...bench.storeRoom.drafts.values()].join()).toContain('Waited 30 minutes');
    await bench.press('Enter the note');
    expect(bench.desk.entered).toEqual([
      { kind: 'notes', data: { stage: 'strip', text: 'Waited 30 minutes' } },
    ]);
    expect(bench.storeRoom.drafts.size).toBe(0);
  });
});
