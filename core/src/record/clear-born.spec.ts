import { flap, Story } from '../testing/story.js';
import { clearNotes, clearRows } from './clear-born.js';

describe('clearRows', () => {
  it('sets beside each clear what was born after it, by which reader, and which lamp came on', () => {
    const story = new Story();
    story.scan('baseline', 'Reader: Tallow 9\nSteering: no codes\nBody\n  B1318-16 Supply stored');
    story.enter('clearings', { reader: 'Oddlight R2' });
    story.scan(
      'interim',
      'Reader: Tallow 9\nSteering\n  C1B40-54 Steering angle sensor not calibrated active\nBody\n  B1319-13 Horn',
    );
    story.enter('beacons', { ...flap, name: 'Stability lamp' });
    story.enter('clearings', { reader: 'Tallow 9' });
    story.scan('final', 'Reader: Tallow 9\nSteering: no codes\nBody: no codes');
    const rows = clearRows(story.record);
    expect(rows.map(({ reader, born, lamps }) => [reader, born.map(({ code }) => code), lamps])).toEqual([
      ['Oddlight R2', ['C1B40'], ['Stability lamp']],
      ['Tallow 9', [], []],
    ]);
    expect(clearNotes(rows[0]!)).toEqual([
      {
        code: 'C1B40',
        module: 'Steering',
        says: 'clearing with Oddlight R2 sets it: teach it again, or clear with another reader',
      },
    ]);
  });

  it('says nothing of a clear behind which nothing was read, or of a module that was not read before', () => {
    const story = new Story();
    story.scan('baseline', 'Body: no codes');
    story.enter('clearings', {});
    expect(clearRows(story.record)).toEqual([]);
    story.scan('interim', 'Steering\n  C1B40-54 not calibrated');
    expect(clearRows(story.record)[0]!.born).toEqual([]);
    expect(clearNotes(clearRows(story.record)[0]!)).toEqual([]);
  });
});
