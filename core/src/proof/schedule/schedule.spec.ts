import { usualWeek } from '../../calendar/index.js';
import { drive, flap, Story } from '../../testing/story.js';
import { switchInput } from '../../trace/templates/switch-input.js';
import { proofOf } from '../index.js';
import { proofSchedule } from './index.js';

// The 17th of November 2026 is a Tuesday; a story begins at eight.
const shop = { hourlyRateCents: 9000, separationMinutes: 30, timeZone: 'UTC', calendar: usualWeek };

function repaired(beacon: object) {
  const story = new Story();
  const id = story.enter('beacons', { ...flap, ...beacon });
  const traceId = story.enter('traces', { title: 'It', beaconIds: [id], case: switchInput.build({}) });
  story.enter('readings', { traceId, test: 'signal', value: 4.92 });
  story.enter('repairs', {
    traceId,
    beaconIds: [id],
    label: 'It',
    method: 'replace',
    root: 'found-and-removed',
    chance: 0.9,
    cure: { chance: 0.9, part: 'switching', confirmed: true, like: 0, held: 0, outcomes: 0 },
    cured: true,
  });
  const schedule = (now = '2026-11-17T15:10:00Z') => {
    const [beacon] = story.record.beacons;
    return proofSchedule(story.record, beacon!, proofOf(story.record, beacon!)!, shop, { now });
  };
  const says = (now?: string) => schedule(now).steps!.map(({ label, at }) => `${at.slice(5)} ${label}`);
  return { story, id, schedule, says };
}

describe('proofSchedule', () => {
  // Cold starts in the dry count a fifth each, hose trials 0.84: two and the starts would count 2.28, too little.
  it('wets a beacon that shows in rain today, and makes its cold starts on the next mornings', () => {
    const { schedule, says } = repaired({ conditions: ['rain'] });
    expect(says()).toEqual([
      '11-17T15:10 Hose trial',
      '11-17T15:40 Hose trial',
      '11-17T16:10 Hose trial',
      '11-18T08:00 Cold start, first thing in the morning',
      '11-19T08:00 Cold start, first thing in the morning',
      '11-20T08:00 Cold start, first thing in the morning',
    ]);
    expect(schedule().steps!.at(-1)!.probability).toBeGreaterThanOrEqual(0.95);
    expect(schedule().readyAt).toBe('2026-11-20T08:00');
    expect(schedule().cents).toBe(3 * 1800 + 3 * 1500);
  });

  it('starts a car that may not have run yet on the same morning, and keeps the weekend free', () => {
    const { says } = repaired({ conditions: ['cold'] });
    expect(says('2026-11-19T07:30:00Z')).toEqual([
      '11-19T08:00 Cold start, first thing in the morning',
      '11-20T08:00 Cold start, first thing in the morning',
      '11-23T08:00 Cold start, first thing in the morning',
    ]);
  });

  it('counts what was made, and lets the customer tell of drives', () => {
    const { story, id, says, schedule } = repaired({ conditions: [], shown: 6 });
    story.later(3 * 60).enter('exposures', { ...drive, beaconId: id });
    expect(says().length).toBe(2);
    story.enter('handBacks', {});
    expect(schedule().cents).toBe(0);
    expect(schedule().steps!.every(({ byCustomer }) => byCustomer)).toBeTrue();
  });

  it('asks the car back for what a customer cannot see', () => {
    const { story, schedule } = repaired({ conditions: [] });
    story.enter('handBacks', {});
    const shop = schedule().steps!.filter(({ byCustomer }) => !byCustomer);
    expect(shop.map(({ label }) => label)).toEqual(['In the shop: cold start, first thing in the morning']);
  });

  it('plans no cold start on a day on which something was entered, however early', () => {
    const { says } = repaired({ conditions: ['cold'] });
    expect(says('2026-11-17T08:30:00Z')[0]).toBe('11-18T08:00 Cold start, first thing in the morning');
    expect(says('2026-11-18T08:30:00Z')[0]).toBe('11-18T08:30 Cold start, first thing in the morning');
  });

  it('tries a plain fault three times at once', () => {
    const { says } = repaired({
      kind: 'complaint',
      name: 'Dead socket',
      seen: 'present',
      conditions: [],
      shown: 20,
    });
    expect(says()).toEqual([
      '11-17T15:10 Try the whole function sheet',
      '11-17T15:15 Try the whole function sheet',
      '11-17T15:20 Try the whole function sheet',
    ]);
  });

  it('says which conditions nobody can bring about', () => {
    const { schedule } = repaired({ conditions: ['on the ferry'] });
    expect(schedule().waitFor).toEqual(['on the ferry']);
  });

  it('plans longer drives where it was counted by hours', () => {
    const { says } = repaired({ conditions: [], shown: 4, exposures: 10, per: 'hours' });
    expect(says().some((step) => step.includes('Drive for an hour'))).toBeTrue();
  });

  it('never makes more of the same in a day than teach something new', () => {
    const { schedule } = repaired({ conditions: ['rain'], shown: 1, exposures: 40 });
    const steps = schedule().steps ?? [];
    const aDay = new Map<string, number>();
    for (const { label, at } of steps)
      aDay.set(`${at.slice(0, 10)} ${label}`, (aDay.get(`${at.slice(0, 10)} ${label}`) ?? 0) + 1);
    expect(Math.max(0, ...aDay.values())).toBeLessThanOrEqual(3);
  });
});
