import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { StagePage } from './stage';

describe('StagePage', () => {
  it('says where the stage stands, with its caution, and enters a note that survives a reload as a draft', async () => {
    const record = recordOf({
      beacons: [fact('b', { ...flap, restraint: true })],
      notes: [fact('n', { stage: 'strip', text: 'Trim clips in bag 3' })],
    });
    const bench = await benchFor(StagePage, record, { id: 'strip' });
    expect(bench.text()).toContain('Done.');
    expect(bench.text()).toContain('needs make-safe first');
    expect(bench.text()).toContain('Trim clips in bag 3');
    await bench.press('Enter the note');
    expect(bench.text()).toContain('Write what was done.');
    await bench.fill('What was done', 'Trim clips back in');
    expect([...bench.storeRoom.drafts.values()].join()).toContain('Trim clips back in');
    await bench.press('Enter the note');
    expect(bench.desk.entered).toEqual([
      { kind: 'notes', data: { stage: 'strip', text: 'Trim clips back in' } },
    ]);
    expect(bench.storeRoom.drafts.size).toBe(0);
  });
});
