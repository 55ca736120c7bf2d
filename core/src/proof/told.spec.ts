import { drive, flap, Story } from '../testing/story.js';
import { exposuresTold, proofOf, reportSays, waitingReports, watchedByCustomer } from './index.js';

const link = { tokenHash: 'a'.repeat(64), until: '2027-01-01T00:00:00Z' };

function mended(beacon: object = {}) {
  const story = new Story();
  const beaconId = story.enter('beacons', { ...flap, ...beacon });
  story.enter('repairs', {
    beaconIds: [beaconId],
    label: 'Switch',
    method: 'replace',
    root: 'found-and-removed',
    chance: 0.9,
    cure: { chance: 0.9, part: 'switching', confirmed: true, like: 0, held: 0, outcomes: 0 },
    cured: true,
  });
  const linkId = story.enter('customerLinks', link);
  const tell = (more: object) => story.enter('customerReports', { linkId, beaconId, shown: false, ...more });
  return { story, beaconId, tell };
}

describe('what a customer tells', () => {
  it('is asked of what was mended alone', () => {
    const { story, beaconId } = mended();
    story.enter('beacons', { ...flap, name: 'Horn' });
    expect(watchedByCustomer(story.record)).toEqual([
      { beaconId, name: 'Charge flap open', conditions: ['cold'], restraint: false },
    ]);
  });

  it('waits until somebody accepts it or sets it aside; what showed again comes first', () => {
    const { story, tell } = mended();
    const clean = tell({ starts: 8 });
    const again = tell({ shown: true, conditions: ['cold'] });
    expect(waitingReports(story.record).map(({ id }) => id)).toEqual([again, clean]);
    story.enter('exposures', exposuresTold(story.record.customerReports[0]!)[0]!);
    const { linkId, shown, beaconId } = story.record.customerReports[1]!;
    story.enter('customerReports', { linkId, beaconId, shown }, again, true);
    expect(waitingReports(story.record)).toEqual([]);
  });

  it('counts by half, each start once, in the conditions in which it was made', () => {
    const { story, tell } = mended();
    tell({ starts: 8, within: [{ condition: 'cold', starts: 3 }] });
    const exposures = exposuresTold(story.record.customerReports[0]!);
    expect(exposures.map(({ drives, conditions, coldStart }) => [drives, conditions, coldStart])).toEqual([
      [3, ['cold'], true],
      [5, [], false],
    ]);
    for (const exposure of exposures) story.enter('exposures', exposure);
    const { counted, lacking } = proofOf(story.record, story.record.beacons[0]!)!;
    // 3 cold starts by half, and 5 others by half of a fifth, though all were told in one minute.
    expect(counted).toBeCloseTo(3 / 2 + (5 * 0.2) / 2, 12);
    // Told from memory in one go they are one cold start, not three that lie apart.
    expect(lacking.find(({ what }) => what === 'coldStarts')).toEqual({ what: 'coldStarts', count: 2 });
  });

  it('counts beside a drive of the shop’s own, and once where it was told twice in a row', () => {
    const { story, beaconId, tell } = mended();
    story.enter('exposures', { ...drive, beaconId });
    tell({ starts: 4, within: [{ condition: 'cold', starts: 4 }] });
    tell({ starts: 4, within: [{ condition: 'cold', starts: 4 }] });
    for (const report of story.record.customerReports)
      for (const exposure of exposuresTold(report)) story.enter('exposures', exposure);
    const { clean } = proofOf(story.record, story.record.beacons[0]!)!;
    expect(clean.map(({ counts }) => counts)).toEqual([1, 2, 0]);
  });

  it('never makes more drives of parts that overlap than there were starts', () => {
    const parts = exposuresTold({
      id: 'r',
      linkId: 'l',
      beaconId: 'b',
      shown: false,
      starts: 4,
      within: [
        { condition: 'cold', starts: 3 },
        { condition: 'rain', starts: 3 },
      ],
    });
    expect(parts.map(({ drives }) => drives)).toEqual([3, null]);
  });

  it('is the next thing where it showed again, and keeps a job open that was done', () => {
    const { story, tell } = mended();
    expect(story.next.sentence).not.toContain('customer says');
    tell({ shown: true, on: '2026-11-18' });
    expect(story.next.sentence).toBe(
      'The customer says that “Charge flap open” showed again: call them, then accept that or set it aside.',
    );
    expect(story.stage('prove').reason).toBe('the customer says that it is back');
    expect(story.assess().done).toBeFalse();
  });

  it('reads as a sentence', () => {
    const report = { linkId: 'l', beaconId: 'b', shown: false } as const;
    const within = [{ condition: 'cold', starts: 3 }];
    expect(reportSays({ ...report, starts: 8, within }, flap)).toBe(
      '“Charge flap open” stayed off over 8 starts, 3 of them cold',
    );
    expect(reportSays({ ...report, shown: true, conditions: ['rain'] }, flap)).toBe(
      '“Charge flap open” showed again (rain)',
    );
  });
});

describe('a root that is not known', () => {
  it('keeps the job waiting for the customer’s word, thirty days after the repair, and ends with it', () => {
    const { story, beaconId } = mended({
      kind: 'complaint',
      name: 'Dome lamp',
      conditions: [],
      restraint: false,
    });
    const [first] = story.record.repairs;
    story.enter('repairs', { ...first!, root: 'unknown' });
    const beacon = story.record.beacons[0]!;
    const due = proofOf(story.record, beacon)!.followUpAt!;
    expect(Date.parse(due) - Date.parse(story.record.repairs[1]!.observedAt)).toBe(30 * 86_400_000);
    const word = {
      beaconId,
      shown: false,
      coldStart: false,
      conditions: [],
      bulbCheck: 'not-seen',
      monitorRan: false,
    };
    story.later(29 * 1440).enter('exposures', { ...word, reportedBy: 'customer', drives: 40 });
    expect(proofOf(story.record, beacon)!.followUpAt).toBe(due);
    story.later(2 * 1440).enter('exposures', { ...word, reportedBy: 'customer', drives: 4 });
    expect(proofOf(story.record, beacon)!.followUpAt).toBeNull();
  });
});
