import { flap, Story } from '../testing/story.js';
import { nextTests } from '../trace/index.js';
import { templates } from '../trace/templates/index.js';
import { planned } from '../stages/planned.js';
import { caseOf } from './cases.js';

const source = templates[0]!.build({});

describe('a trace’s case out of the job', () => {
  let story: Story;
  let traceId: string;
  beforeEach(() => {
    story = new Story();
    const beaconId = story.enter('beacons', flap);
    traceId = story.enter('traces', { title: 'Flap', beaconIds: [beaconId], case: source });
  });
  const read = (test: string, more: object) => story.enter('readings', { traceId, test, ...more });
  const shows = (after: string, does: boolean) => story.enter('epochs', { traceId, after, shows: does });
  const own = () => caseOf(story.record, story.record.traces[0]!);

  it('takes the answer that is given at once for the test’s own, and a later one for the fault coming back', () => {
    read('wiggle', { found: false });
    shows('wiggle', false);
    read('signal', { value: 0.02 });
    shows('wiggle', true);
    read('signal', { value: 4.9 });
    expect(own().epochs).toEqual([
      { after: 'wiggle', shows: false },
      { after: 'wiggle', shows: true, from: 2 },
    ]);
    const { unheard, hidden } = nextTests(own());
    expect([unheard, hidden]).toEqual([['signal'], false]);
  });

  it('takes a fault that goes away by itself from the moment at which that was seen', () => {
    story.enter('epochs', { traceId, after: null, shows: false });
    expect(nextTests(own()).hidden).toBeTrue();
    read('signal', { value: 0.02 });
    story.enter('epochs', { traceId, after: null, shows: true });
    read('signal', { value: 4.9 });
    expect(own().epochs).toEqual([
      { shows: false, from: 0 },
      { shows: true, from: 1 },
    ]);
    expect([nextTests(own()).unheard, nextTests(own()).hidden]).toEqual([['signal'], false]);
  });

  it('asks for the answer at the top of the bench, and waits while the fault is hidden', () => {
    const next = () => planned(source, nextTests(own()));
    read('wiggle', { found: false });
    expect(next().detail).toMatch(/^First say whether the fault still shows\. \d+ min\./);
    shows('wiggle', false);
    expect(next().sentence).toBe('Make the fault show again, as it did before, then say so.');
    shows('wiggle', true);
    expect(next().detail).not.toContain('still shows');
  });

  it('forgets an answer whose test was taken back', () => {
    const wiggle = read('wiggle', { found: false });
    shows('wiggle', false);
    story.enter('readings', { traceId, test: 'wiggle', found: false }, wiggle, true);
    expect(own().epochs).toEqual([]);
    expect(nextTests(own()).hidden).toBeFalse();
  });

  it('hears the last word on each suspect that it has', () => {
    const say = (suspect: string, as: string) => story.enter('suspectWords', { traceId, suspect, as });
    say('switch', 'pinned');
    say('plug', 'ruled-out');
    say('switch', 'ruled-out');
    say('ground', 'pinned');
    say('ground', 'open');
    say('roof', 'pinned');
    expect(own().words).toEqual([
      { suspect: 'switch', as: 'ruled-out', note: null },
      { suspect: 'plug', as: 'ruled-out', note: null },
    ]);
    expect(nextTests(own()).suspects.find(({ id }) => id === 'plug')!.probability).toBe(0);
  });

  it('leaves the car as the last test left it', () => {
    expect(own().power!.now).toBe('live');
    read('switch-ohms', { overload: true });
    expect(own().power!.now).toBe('dead');
    read('look-plug', { found: false });
    expect(own().power!.now).toBe('dead');
    // Nothing more is charged for another dead test.
    const dead = nextTests({
      ...own(),
      tests: [...own().tests, { ...own().tests.find(({ id }) => id === 'switch-ohms')!, id: 'again' }],
    });
    const again = dead.next.find((one) => one.action === 'test' && one.test === 'again')!;
    expect(again.before.powerMinutes).toBe(0);
  });

  it('has the trim off once a test behind it was read', () => {
    const before = (test: string) =>
      nextTests(own()).next.find((one) => one.action === 'test' && one.test === test)!.before.accessMinutes;
    expect(before('cavity')).toBe(6);
    read('module-volts', { value: 4.9 });
    expect(before('cavity')).toBe(0);
  });

  it('is of its own trace alone', () => {
    const other = story.enter('traces', { title: 'Other', beaconIds: [], case: source });
    story.enter('readings', { traceId: other, test: 'signal', value: 1 });
    story.enter('epochs', { traceId: other, after: 'signal', shows: false });
    story.enter('suspectWords', { traceId: other, suspect: 'switch', as: 'pinned' });
    expect([own().readings, own().epochs, own().words]).toEqual([[], [], []]);
  });
});
