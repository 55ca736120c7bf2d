import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { StagePage } from './stage';

describe('StagePage', () => {
  it('says where the stage stands, with its caution, and enters a note that survives a reload as a draft', async () => {
    const record = recordOf({
      beacons: [fact('b', { ...flap, restraint: true })],
      notes: [fact('n', { stage: 'code', text: 'Options carried over' })],
    });
    const bench = await benchFor(StagePage, record, { id: 'code' });
    expect(bench.text()).toContain('Closed: for a new module.');
    expect(bench.text()).toContain('Crash data is evidence');
    expect(bench.text()).toContain('Options carried over');
    await bench.press('Enter the note');
    expect(bench.text()).toContain('Write what was done.');
    await bench.fill('What was done', 'End stops taught');
    expect([...bench.storeRoom.drafts.values()].join()).toContain('End stops taught');
    await bench.press('Enter the note');
    expect(bench.desk.entered).toEqual([
      { kind: 'notes', data: { stage: 'code', text: 'End stops taught' } },
    ]);
    expect(bench.storeRoom.drafts.size).toBe(0);
  });
});
